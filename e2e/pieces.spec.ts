import { allSent, codeOf, expect, figures, open, test } from './kit';

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
