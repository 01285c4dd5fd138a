import { codeOf, expect, open, test } from './kit';

test('looked inside organ by organ: what is wrong holds the animal back, and its page says what was seen', async ({
  page,
  demo
}) => {
  const code = await codeOf(demo, 'Red hind');
  await open(page, `${demo.url}/animals/${code}`);
  await page.getByRole('link', { name: 'Look inside' }).click();
  await expect(page.getByRole('heading', { name: 'Look inside: Red hind' })).toBeVisible();
  const card = (name: string) => page.getByRole('region', { name, exact: true });
  const keep = page.getByRole('button', { name: /^Write it down/ });
  await expect(keep).toBeDisabled();
  await card('Lungs').getByRole('button', { name: 'As it should be' }).click();
  // The next that nobody has spoken of comes by itself; another is chosen on the drawing.
  await expect(card('Heart')).toBeVisible();
  await page.locator('[data-organ="liver"]').click();
  await card('Liver')
    .getByRole('button', { name: /White or yellow spots/ })
    .click();
  await expect(page.locator('[data-organ="liver"]')).toHaveAttribute('data-mark', 'wrong');
  await page.getByRole('button', { name: 'The others: not seen' }).click();
  await page.getByLabel('Who looked').fill('');
  await keep.click();
  await expect(page.getByText('say who looked')).toBeVisible();
  await page.getByLabel('Who looked').fill('Runa');
  await page.getByLabel('Number').fill('T 114');
  await expect(keep).toHaveText('Write it down and hold it back');
  await keep.click();
  await expect(page.getByText('In the book; it is held back.')).toBeVisible();
  await page.goto(`${demo.url}/animals/${code}`);
  await expect(page.getByText(/waits for inspection/).first()).toBeVisible();
  await expect(page.getByText(/liver: white or yellow spots/).first()).toBeVisible();
});

test('a kitchen card: a roast’s minutes follow the weight that is typed, and the sheet for whoever gets the meat is a PDF', async ({
  page,
  shared
}) => {
  await open(page, `${shared.url}/kitchen`);
  await page.getByRole('link', { name: /^Inside leg tender/ }).click();
  const roast = page
    .locator('section')
    .filter({ has: page.getByRole('heading', { name: 'roast', exact: true }) });
  await expect(roast).toContainText('20–40 minutes for each 500 g');
  await expect(roast).toContainText('63 °C, 3 min rest');
  await page.getByLabel(/Weight of the piece/).fill('1.5');
  await expect(roast).toContainText('1–2 hours');
  await page.getByLabel(/Weight of the piece/).fill('a lot');
  await expect(page.getByRole('alert')).toContainText('not a weight');
  await expect(roast).toContainText('20–40 minutes for each 500 g');
  // A boar’s is cooked through.
  await page.getByRole('link', { name: 'boar', exact: true }).click();
  await expect(roast).toContainText('71 °C');
  const code = await codeOf(shared, 'Red stag');
  const answer = await page.request.get(`${shared.url}/animals/${code}/kitchen.pdf`);
  expect(answer.headers()['content-type']).toBe('application/pdf');
  expect((await answer.body()).subarray(0, 5).toString()).toBe('%PDF-');
  expect((await page.request.get(`${shared.url}/kitchen/constructor`)).status()).toBe(404);
});
