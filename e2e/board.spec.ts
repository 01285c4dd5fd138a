import { allSent, codeOf, expect, figures, open, test } from './kit';

const now = 'li[aria-current="step"]';

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
