import { allSent, codeOf, expect, figures, open, openShoulder, test, unsound } from './kit';

test('where the knife went in is pressed on the drawing, and stands there lying and hung, after a reload too', async ({
  page,
  demo
}) => {
  const code = await codeOf(demo, 'White-tailed doe');
  await open(page, `${demo.url}/bench/${code}`);
  await expect(page.locator('[data-region="strap"]')).toBeVisible();
  await page.keyboard.press('PageUp');
  await page.getByRole('button', { name: 'Show where' }).click();
  await expect(page.getByText('Press where the knife went in.')).toBeVisible();
  const box = (await page.locator('[data-region="strap"]').boundingBox())!;
  await page.mouse.click(box.x + box.width / 2, box.y + box.height / 2);
  const mark = page.getByRole('img', { name: 'The knife went in here' });
  await expect(mark).toHaveCount(1);
  // The press has said where, and chosen nothing.
  await expect(page.locator('[data-region="brisket"]')).toHaveAttribute('data-state', 'next');
  await allSent(page);
  const { book } = await figures(demo, code);
  const last = book.entries.at(-1) as {
    intent: { kind: string; at: { drawing: string; x: number; y: number } };
  };
  expect(last.intent).toMatchObject({ kind: 'gouge', at: { drawing: 'deer-side' } });
  expect(last.intent.at.x).toBeGreaterThan(0.3);
  expect(last.intent.at.y).toBeLessThan(0.4);
  // Head down it is taller than wide; the mark is where it was on the animal.
  await page.keyboard.press('PageUp');
  await page.getByRole('button', { name: 'Draw it hung' }).click();
  const whole = page.getByRole('group', { name: /^Deer carcass/ });
  await expect(whole).toHaveAttribute('viewBox', /^\S+ \S+ (\d+(\.\d+)?) (\d+(\.\d+)?)$/);
  await expect
    .poll(async () => {
      const [, , width = 0, height = 0] = ((await whole.getAttribute('viewBox')) ?? '')
        .split(' ')
        .map(Number);
      return height > width;
    })
    .toBe(true);
  await page.reload();
  await expect(mark).toHaveCount(1);
  const [strap, spot] = [
    (await page.locator('[data-region="strap"]').boundingBox())!,
    (await mark.boundingBox())!
  ];
  const [x, y] = [spot.x + spot.width / 2 - strap.x, spot.y + spot.height / 2 - strap.y];
  for (const [at, within] of [
    [x, strap.width],
    [y, strap.height]
  ] as const) {
    expect(at).toBeGreaterThan(0);
    expect(at).toBeLessThan(within);
  }
});

test('a tub is put into the cold and taken out again by a press each: no gram moves, its minutes stand still', async ({
  page,
  demo
}) => {
  const code = await codeOf(demo, 'White-tailed doe');
  await open(page, `${demo.url}/bench/${code}`);
  const prime = page.getByTestId('tub-prime');
  const before = await prime.getAttribute('aria-label');
  await expect(page.getByText(/^out longest/)).toContainText('fillet');
  await page.getByRole('button', { name: 'Pieces' }).click();
  await page
    .getByRole('dialog')
    .getByRole('button', { name: /^Prime/ })
    .click();
  await expect(page.getByTestId('notice')).toContainText('its minutes stand still');
  await expect(page.getByText(/^out longest/)).not.toContainText('fillet');
  await page.getByRole('button', { name: 'Pieces' }).click();
  await expect(page.getByRole('dialog')).toContainText('in the cold');
  await page.getByRole('button', { name: /^Take it out again/ }).click();
  await expect(page.getByText(/^out longest/)).toContainText('fillet');
  expect(await prime.getAttribute('aria-label')).toBe(before);
  await allSent(page);
  expect(await unsound(demo, code)).toEqual([]);
});

test('the outside of a part is weighed off by its reasons, and its bone goes where it is said to', async ({
  page,
  demo
}) => {
  const code = await openShoulder(page, demo);
  const list = page.getByRole('navigation', { name: 'Order of work' });
  await expect(page.locator('li[aria-current="step"]')).toContainText('Clean the outside');
  for (const digit of '0.05') await page.keyboard.press(digit);
  await page.getByRole('button', { name: 'Keep it, choose a tub' }).click();
  await page.getByRole('button', { name: 'Weigh off…' }).click();
  await page.getByRole('dialog').getByRole('button', { name: /^hair/ }).click();
  await page.getByRole('button', { name: 'Weigh off…' }).click();
  await expect(page.getByRole('dialog').getByRole('button', { name: /^hair/ })).toContainText('so far');
  await page.keyboard.press('Escape');
  // Straight to the bone: what is still on it is said to be bone here.
  await list.getByRole('button', { name: /^\d+ more/ }).click();
  await list.getByRole('button', { name: 'Shoulder bone', exact: true }).click();
  for (const digit of '0.6') await page.keyboard.press(digit);
  await page.getByRole('button', { name: 'Keep it, choose a tub' }).click();
  await page.getByRole('button', { name: 'Bone to…' }).click();
  const bones = page.getByRole('dialog');
  await expect(bones.getByRole('button', { name: /^Marrow bones/ })).toBeDisabled();
  await bones.getByRole('button', { name: /^Stock pot/ }).click();
  // Its glands are not spoken of, and far more than bone is on it: each is asked before anything is booked.
  for (let i = 0; i < 3; i += 1) {
    const keep = page.getByTestId('keep');
    if ((await keep.count()) > 0) await keep.click();
  }
  await allSent(page);
  const { book } = await figures(demo, code);
  const kinds = book.entries as { intent: { kind: string; reason?: string; boneTo?: string } }[];
  expect(kinds.find(({ intent }) => intent.kind === 'discard' && intent.reason === 'hair')).toBeDefined();
  expect(kinds.findLast(({ intent }) => intent.kind === 'close')?.intent.boneTo).toBe('stock');
  expect(await unsound(demo, code)).toEqual([]);
});
