import { expect, open, test } from './kit';

test('what is typed in °F is kept as what it is, and comes back so', async ({ page, demo }) => {
  await open(page, `${demo.url}/settings`);
  await page.getByLabel('Temperatures in').selectOption('F');
  await page.getByRole('button', { name: 'Keep these settings' }).click();
  await expect(page.getByText('Kept.')).toBeVisible();
  await open(page, `${demo.url}/hanging/air`);
  const room = page.getByRole('group', { name: 'Cold room' });
  const held = room.getByLabel('Held at');
  await expect(held).toHaveValue(/^3[0-9](\.\d)?$/);
  await held.fill('41');
  await page.getByRole('button', { name: 'Keep the rooms' }).click();
  await expect(page.getByText('Kept.')).toBeVisible();
  const { rooms } = (await (await fetch(`${demo.url}/api/v1/rooms`)).json()) as {
    rooms: { key: string; set?: number }[];
  };
  expect(rooms.find((r) => r.key === 'cold')?.set).toBeCloseTo(5, 9);
  // A forecast that marks nothing is in °F too, one that marks °C is not.
  await page.getByLabel('A line a day, or a line an hour').fill('tomorrow 41 / 50');
  await page.getByRole('button', { name: 'Take it in' }).click();
  await expect(page.getByText('41 … 50 °F')).toBeVisible();
  await page.getByLabel('A line a day, or a line an hour').fill('tomorrow 0 / 10 C');
  await page.getByRole('button', { name: 'Take it in' }).click();
  await expect(page.getByText('32 … 50 °F')).toBeVisible();
});
