import { allSent, arrive, expect, figures, open, settled, steady, test, unsound } from './kit';

const now = 'li[aria-current="step"]';

test('what lies over the bench: each press of each panel does what it says, and a reload forgets nothing', async ({
  page,
  demo
}) => {
  const { code } = await arrive(demo, 24_000);
  await open(page, `${demo.url}/bench/${code}`);
  const dialog = page.getByRole('dialog');
  const list = page.getByRole('navigation', { name: 'Order of work' });
  const notice = page.getByTestId('notice');
  const type = async (kilos: string) => {
    for (const digit of kilos) await page.keyboard.press(digit);
  };
  // An empty tub is known by a press.
  await page.getByRole('button', { name: 'weigh by tub' }).click();
  await page.getByRole('button', { name: 'empty tubs' }).click();
  await type('0.4');
  await page.getByRole('button', { name: 'Keep it, choose a tub' }).click();
  await page.getByTestId('tub-grind').click();
  await expect(notice).toContainText('Grind: the empty tub is known');
  await page.getByRole('button', { name: 'all known' }).click();
  await page.getByRole('button', { name: 'weigh by tub' }).click();

  // Both of a pair, into the cold and out, one of them parted, its rest to another use.
  await steady(page);
  await page.getByRole('button', { name: 'Both together' }).click();
  await expect(page.locator(now)).toContainText('Fillet, both');
  await settled(page);
  await page.keyboard.press('Space');
  await expect(page.getByText(/^out longest/)).toContainText('fillet');
  await page.getByRole('button', { name: 'Pieces' }).click();
  await dialog.getByRole('button', { name: /^Prime/ }).click();
  await expect(notice).toContainText('its minutes stand still');
  await expect(page.getByText(/^out longest/)).toHaveCount(0);
  await page.getByRole('button', { name: 'Pieces' }).click();
  await expect(dialog).toContainText('in the cold');
  await page.getByRole('button', { name: /^Take it out again/ }).click();
  await expect(page.getByText(/^out longest/)).toContainText('fillet');
  await page.getByRole('button', { name: 'Pieces' }).click();
  await dialog.getByRole('button', { name: /^Fillet/ }).click();
  await expect(dialog).toContainText('Heavy silver');
  await dialog.getByRole('button', { name: 'Part in two' }).click();
  await expect(page.locator(now)).toContainText('Part in two');
  await settled(page);
  await page.getByTestId('tub-jerky').click();
  await expect(page.getByTestId('tub-jerky')).toContainText('fillet');
  await page.getByRole('button', { name: 'Pieces' }).click();
  const fillets = dialog.getByRole('button', { name: /^Fillet/ });
  await fillets.last().click();
  await dialog.getByRole('button', { name: 'Slow', exact: true }).click();
  await expect(page.getByTestId('tub-slow')).toContainText('fillet');

  // Without a scale, and with it again.
  await page.getByRole('button', { name: 'Simulated scale' }).click();
  await page.getByRole('button', { name: 'Follow without a scale' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByText('expected, not weighed')).toBeVisible();
  await expect(page.getByTestId('reading')).toContainText('~');
  await page.getByRole('button', { name: 'Simulated scale' }).click();
  await page.getByRole('button', { name: 'Weigh again' }).click();
  await page.keyboard.press('Escape');

  // A shoulder's outside by its reason, its glands left knowingly, its bone to the pot.
  await expect(page.locator(now)).toContainText('Shoulder, left');
  await settled(page);
  await page.keyboard.press('Space');
  await list.getByRole('button', { name: /^\d+ more/ }).click();
  await list.getByRole('button', { name: /^Open: shoulder, left/ }).click();
  await page.getByTestId('take').click();
  await expect(page.locator(now)).toContainText('Clean the outside');
  await type('0.05');
  await page.getByRole('button', { name: 'Keep it, choose a tub' }).click();
  await page.getByRole('button', { name: 'Weigh off…' }).click();
  await dialog.getByRole('button', { name: /^hair/ }).click();
  await page.getByRole('button', { name: 'Weigh off…' }).click();
  await expect(dialog.getByRole('button', { name: /^hair/ })).toContainText('so far');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Close part' }).click();
  await type('0.6');
  await page.getByRole('button', { name: 'Keep it, choose a tub' }).click();
  await page.getByRole('button', { name: 'Bone to…' }).click();
  await expect(dialog.getByRole('button', { name: /^Marrow bones/ })).toBeDisabled();
  await dialog.getByRole('button', { name: /^Stock pot/ }).click();
  await expect(notice).toContainText('glands are not ticked');
  // Far more than bone is on it, too: each is asked before anything is booked.
  for (let i = 0; i < 3 && (await page.getByTestId('keep').count()) > 0; i += 1)
    await page.getByTestId('keep').click();
  await expect(page.getByRole('heading', { name: 'On the carcass' })).toBeVisible();

  // Another school, from its dialog.
  await page.getByRole('button', { name: 'Shoulders first' }).click();
  const ways = page.getByRole('dialog', { name: 'How to go on' });
  await expect(ways.getByRole('button', { name: /Shoulders first/ })).toHaveAttribute('aria-pressed', 'true');
  await ways.getByRole('button', { name: /^Straps first/ }).click();
  await expect(list).toContainText('Straps first');
  await allSent(page);
  const { book } = await figures(demo, code);
  const last = (kind: string) =>
    (book.entries as { intent: { kind: string } & Record<string, unknown> }[]).findLast(
      ({ intent }) => intent.kind === kind
    )?.intent;
  expect(last('discard')).toMatchObject({ reason: 'hair' });
  expect(last('close')).toMatchObject({ boneTo: 'stock', glands: 'left' });

  await page.reload();
  await expect(list).toContainText('Straps first');
  await page.getByRole('button', { name: 'weigh by tub' }).click();
  await expect(page.getByTestId('tub-grind')).toContainText('empty 0.40 kg');
  await page.getByRole('button', { name: 'weigh by tub' }).click();

  // More than is left: said in full, with its way out.
  await type('99');
  await page.keyboard.press('Enter');
  await expect(notice).toContainText('99.000 kg is more than that');
  const words = notice.locator('p');
  expect(await words.evaluate((p) => p.scrollHeight - p.clientHeight)).toBeLessThanOrEqual(0);
  expect((await words.boundingBox())?.width).toBeGreaterThan(400);
  await notice.getByRole('button', { name: 'Its weight was wrong' }).click();
  await expect(page.locator(now)).toContainText('Set its weight right');
  await expect(page.getByTestId('take')).toContainText('Set it right');
  expect(await unsound(demo, code)).toEqual([]);
});
