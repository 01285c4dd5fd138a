import { allSent, codeOf, expect, figures, open, settled, test, openShoulder, workOff, unsound } from './kit';

const now = 'li[aria-current="step"]';

test('a flat iron on the board: parted along its tendon, lean scraped back, the board clear; a reload forgets nothing', async ({
  page,
  demo
}) => {
  const code = await openShoulder(page, demo);
  const list = page.getByRole('navigation', { name: 'Order of work' });
  await list.getByRole('button', { name: /^\d+ more/ }).click();
  await list.getByRole('button', { name: 'Outside of the blade', exact: true }).click();
  await settled(page);
  await page.getByTestId('take').click();

  // From what lies off, onto the board: it is opened like a part, and its picture shows its two leaves.
  await page.getByRole('button', { name: 'Pieces' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /Outside of the blade/ })
    .click();
  await page.getByRole('button', { name: 'On the board' }).click();
  await expect(list).toContainText('On the board');
  await expect(page.locator(now)).toContainText('Heavy silver');
  await expect(page.locator('[data-region="flatIronOuter"]')).toHaveAttribute('data-state', 'on');
  await allSent(page);
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-awake', '');
  await expect(page.locator(now)).toContainText('Heavy silver');

  // No silver worth weighing; the tendon weighs something, and some of that was lean.
  await page.getByRole('button', { name: 'Nothing of it' }).click();
  await expect(page.locator(now)).toContainText('Tendon');
  for (const digit of '0.03') await page.keyboard.press(digit);
  await page.keyboard.press('Enter');
  await expect(page.locator(now)).toContainText('outer leaf');
  // Lean is scraped back off what came off last.
  await list.getByRole('button', { name: /^\d+ earlier/ }).click();
  await list.getByRole('button', { name: 'Heavy silver, skipped' }).click();
  await settled(page);
  await page.getByRole('button', { name: 'Lean back' }).click();
  await allSent(page);
  const lean = (await figures(demo, code)).book.entries.slice(-2) as {
    intent: {
      kind: string;
      reading?: { grams: number };
      children?: { creates: { place: object }; reading: { grams: number } }[];
    };
  }[];
  expect(lean.map((e) => e.intent.kind)).toEqual(['correct', 'divide']);
  const [child] = lean[1]?.intent.children ?? [];
  expect(child?.creates.place).toEqual({ tub: 'grind' });
  expect((lean[0]?.intent.reading?.grams ?? 0) + (child?.reading.grams ?? 0)).toBe(30);

  // The two leaves, then the rest: the board is clear, and the shoulder lies open again.
  await list.getByRole('button', { name: /^\d+ more/ }).click();
  await list.getByRole('button', { name: /outer leaf/ }).click();
  await settled(page);
  // Typed, so that something is left in any case.
  const type = async (kilos: string) => {
    for (const digit of kilos) await page.keyboard.press(digit);
    await page.keyboard.press('Enter');
  };
  await type('0.12');
  await expect(page.locator(now)).toContainText('inner leaf');
  await expect(page.locator('[data-region="flatIronOuter"]')).toHaveAttribute('data-fill', 'P');
  await type('0.09');
  await expect(page.getByTestId('take')).toContainText(/rest to silver|Heavy silver/);
  await page.getByRole('button', { name: 'Off the board' }).click();
  await page.getByTestId('take').click();
  await expect(list).toContainText('Bone a shoulder');
  await allSent(page);
  expect(await unsound(demo, code)).toEqual([]);
});

test('the knife in the muscle is said by one press, kept, and warned of at that step', async ({
  page,
  demo
}) => {
  const code = await codeOf(demo, 'White-tailed doe');
  await open(page, `${demo.url}/bench/${code}`);
  const title = await page.locator(`${now} h2`).textContent();
  await page.getByTestId('gouge').click();
  await expect(page.getByTestId('notice')).toContainText('last white seam');
  await expect(page.getByTestId('gouged')).toContainText('once before');
  await expect(page.locator(`${now} h2`)).toHaveText(title ?? '');
  await allSent(page);
  const { book } = await figures(demo, code);
  expect(book.entries.at(-1).intent.kind).toBe('gouge');
  // All of the step by a second pedal, and back by it; a press behind it takes nothing by chance.
  await page.keyboard.press('PageUp');
  const all = page.getByRole('dialog');
  await expect(all).toContainText('Goes wrong');
  await expect(all).toContainText('In the muscle? Stop.');
  await expect(all.locator('[data-full="knife"]')).toBeVisible();
  await page.keyboard.press('PageUp');
  await expect(all).toHaveCount(0);
});

test('two orders side by side, and an order sent to somebody else as a file', async ({ page, demo }) => {
  await open(page, `${demo.url}/ways/side-by-side?a=S1&b=S1-mince&species=elk&weight=140`);
  await expect(page.getByRole('row', { name: /^Prime/ })).toContainText('0 g');
  await page.getByLabel('Hanging').fill('nothing');
  await page.getByRole('button', { name: 'Lay them side by side' }).click();
  await expect(page.getByText('a weight above nothing')).toBeVisible();
  await expect(page.getByLabel('Hanging')).toHaveValue('nothing');

  const sent = await (await fetch(`${demo.url}/api/v1/procedures/S2-three`)).text();
  await open(page, `${demo.url}/ways`);
  const file = page.getByLabel('An order somebody has sent');
  await file.setInputFiles({
    name: 'order.json',
    mimeType: 'application/json',
    buffer: Buffer.from(sent.replace('"closes": true', '"closed": true'))
  });
  await expect(page.getByRole('alert')).toContainText('closed');
  await file.setInputFiles({ name: 'order.json', mimeType: 'application/json', buffer: Buffer.from(sent) });
  await expect(page).toHaveURL(/\/ways\/own-/);
  await expect(page.getByRole('heading', { name: 'Three joints on the bone' })).toBeVisible();
  await page.getByRole('link', { name: 'Orders of work' }).click();
  await expect(page.getByRole('heading', { name: 'Your own' })).toBeVisible();
});

test('a doe cut without a scale: each piece at what is expected of it, the tubs set it right at the end', async ({
  page,
  demo
}) => {
  const code = await codeOf(demo, 'White-tailed doe');
  await open(page, `${demo.url}/bench/${code}`);
  await expect(page.getByTestId('take')).toContainText('Take to');
  await page.getByRole('button', { name: 'Simulated scale' }).click();
  await page.getByRole('button', { name: 'Follow without a scale' }).click();
  await page.keyboard.press('Escape');
  await expect(page.getByText('expected, not weighed')).toBeVisible();
  await expect(page.getByTestId('reading')).toContainText('~');
  // By the one press and the presses of its questions to the frame.
  const end = page.getByRole('link', { name: /See what it gave/ });
  await workOff(page, 120, end);
  const prime = page.getByTestId('tub-prime');
  const was = Number(/(\d+\.\d+) kg/.exec((await prime.getAttribute('aria-label')) ?? '')?.[1]);
  const total = (was * 0.9).toFixed(2);
  await page.getByRole('button', { name: 'weigh by tub' }).click();
  for (const digit of total) await page.keyboard.press(digit);
  await page.getByRole('button', { name: 'Keep it, choose a tub' }).click();
  await prime.click();
  await expect(prime).toContainText(total);
  await allSent(page);
  const { book } = await figures(demo, code);
  const last = book.entries.at(-1) as { intent: { kind: string; reading: { how: string } } };
  expect(last.intent).toMatchObject({ kind: 'correct', reading: { how: 'model' } });
  expect(await unsound(demo, code)).toEqual([]);
});
