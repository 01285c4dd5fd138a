import { expect, figures, steady, test, toBench, workOff, unsound, open } from './kit';

test('a lot of ducks: counted at the scale, taken in pairs on the drawing of a bird, closed in seven presses', async ({
  page,
  demo
}) => {
  const code = await toBench(page, demo.url, 'duck', '4.4', { count: 6 });
  await expect(page.getByRole('heading', { name: 'The 6 together' })).toBeVisible();
  // The crop comes out before the breast is touched.
  await expect(page.getByTestId('take')).toContainText('Out: crop, preen gland?');
  await page.getByTestId('answer').click();
  await expect(page.locator('[data-region="breast"]').first()).toHaveAttribute('data-state', 'next');
  const presses = await workOff(page);
  expect(presses).toBeLessThanOrEqual(6);
  const { animal, yield: gave, book } = await figures(demo, code);
  expect(animal.work).toBe('done');
  expect(gave.ratios.hanging.value).toBeGreaterThan(0.4);
  expect(gave.ratios.hanging.value).toBeLessThan(0.75);
  expect(gave.verdict).toBeDefined();
  const lot = book.items.find((i: { kind: string }) => i.kind === 'lot');
  expect(lot).toMatchObject({ count: 6, door: 'closed' });
  expect(await unsound(demo, code)).toEqual([]);
});

test('a boar is held from the start: sampled, cut, not given away until the hold is lifted', async ({
  page,
  demo
}) => {
  const code = await toBench(page, demo.url, 'boar', '38');
  await expect(page.getByText('held: test pending')).toBeVisible();
  await steady(page);
  await expect(page.getByTestId('take')).toContainText('Sample to the laboratory');
  await page.getByTestId('take').click();
  await expect(page.getByTestId('take')).toContainText('Take to Fat');
  // To the stock pot: refused by name, nothing booked.
  await steady(page);
  await page.getByTestId('tub-stock').click();
  await expect(page.getByTestId('notice')).toContainText('held back: test pending');
  await page.getByTestId('take').click();
  await expect(page.getByTestId('take')).toContainText('Take to Fat');
  await steady(page);
  await page.getByTestId('take').click();
  await expect(page.locator('li[aria-current="step"] h2')).toContainText('Shield and sheath');
  await page.getByTestId('take').click();
  await expect(page.getByTestId('take')).toContainText('on the table');
  await open(page, `${demo.url}/animals/${code}`);
  await page.getByText('Hold, give away').click();
  const what = page.getByLabel('What happens');
  await what.selectOption('give');
  const item = page.getByLabel('What', { exact: true });
  await item.selectOption({
    label: (await item.locator('option', { hasText: /^Fat/ }).first().textContent()) ?? ''
  });
  await page.getByRole('button', { name: 'Given away' }).click();
  await expect(page.locator('#keep-to-error')).toContainText('say who');
  await page.getByLabel('To whom').fill('Ilo');
  await page.getByRole('button', { name: 'Given away' }).click();
  await expect(page.locator('#keep-what-error')).toContainText('held back: test pending');
  await expect(page.getByLabel('To whom')).toHaveValue('Ilo');
  await what.selectOption('lift');
  await page.locator('#keep-note').fill('answer 12: none found');
  await page.getByRole('button', { name: 'Lift the hold' }).click();
  await expect(page.getByRole('region', { name: 'Held back' })).toHaveCount(0);
  await what.selectOption('give');
  await item.selectOption({
    label: (await item.locator('option', { hasText: /^Fat/ }).first().textContent()) ?? ''
  });
  await page.getByLabel('To whom').fill('Ilo');
  await page.getByRole('button', { name: 'Given away' }).click();
  await expect(page.locator('li', { hasText: /^Given to Ilo/ }).first()).toBeVisible();
  // Condemned at last: knowingly, and those who have some are named.
  await what.selectOption('condemn');
  await page.getByRole('button', { name: 'Condemn it' }).click();
  await expect(page.locator('#keep-sure-error')).toContainText('goes to waste');
  await page.locator('input[name="sure"]').check();
  await page.getByRole('button', { name: 'Condemn it' }).click();
  await expect(page.getByRole('region', { name: 'Condemned' })).toContainText('Ilo');
  expect((await figures(demo, code)).beam.stillOn).toBe(0);
  expect(await unsound(demo, code)).toEqual([]);
});
