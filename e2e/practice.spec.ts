import { audit, expect, open, test, workOff } from './kit';

test('an empty larder offers a practice animal: taken apart by one press a step, told why at the end, and nothing of it in the book', async ({
  page,
  larder
}) => {
  await open(page, larder.url);
  await page.getByRole('link', { name: 'Practise on a doe first' }).click();
  await page.waitForURL(/\/practice$/);
  await expect(page.getByText('nothing of this animal is in the book')).toBeVisible();
  const done = page.getByRole('button', { name: /^What was done, and why/ });
  await expect(page.getByTestId('take')).toBeEnabled();
  // Its own search, as at any bench: organs and bones are found too.
  await page.keyboard.press('/');
  const find = page.getByLabel('A cut, an organ, a bone, by any of its names');
  await find.fill('hearts');
  await expect(page.getByRole('region', { name: 'Find a cut' }).getByRole('listitem').first()).toContainText(
    'Heart'
  );
  await page.getByRole('button', { name: 'Close', exact: true }).click();
  await workOff(page, 150, done);
  await done.click();
  const told = page.getByRole('dialog', { name: 'What was done, and why' });
  await expect(told.getByRole('heading', { name: 'Carcass' })).toBeVisible();
  await expect(told.getByRole('heading', { name: 'Hind leg, left' })).toBeVisible();
  await expect(told.getByRole('listitem').filter({ hasText: 'Strap, left' })).toContainText(/\d\.\d\d kg/);
  await expect(told.getByText('dries first', { exact: false }).first()).toBeVisible();
  const { animals } = (await (await fetch(`${larder.url}/api/v1/animals`)).json()) as { animals: unknown[] };
  expect(animals).toEqual([]);
  expect((await audit(larder)).entries).toBe(0);
});
