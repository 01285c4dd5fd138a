import { audit, expect, open, test } from './kit';

test('an empty larder offers a practice animal: taken apart by one press a step, told why at the end, and nothing of it in the book', async ({
  page,
  larder
}) => {
  test.setTimeout(300_000);
  await open(page, larder.url);
  await page.getByRole('link', { name: 'Practise on a doe first' }).click();
  await page.waitForURL(/\/practice$/);
  await expect(page.getByText('nothing of this animal is in the book')).toBeVisible();
  const take = page.getByTestId('take');
  const done = page.getByRole('button', { name: /^What was done, and why/ });
  // At the end there is no step, and none is waited for.
  const step = async () => (await page.locator('li[aria-current="step"] h2').allTextContents())[0];
  const reading = page.getByTestId('reading');
  await expect(take).toBeEnabled();
  for (let presses = 0; presses < 150 && !(await done.isVisible()); presses += 1) {
    const title = await step();
    const asks = /^(say|glands|open)$/.test((await take.getAttribute('data-act')) ?? '');
    if (!asks) await expect(reading).toHaveAttribute('data-state', 'ready');
    // Two presses in a blink are one, and the bounce of a take says of no step that it is done.
    await page.waitForTimeout(450);
    const question = (await take.getAttribute('data-question')) !== null;
    await (question ? page.getByTestId('answer') : take).click();
    await expect.poll(async () => (await done.isVisible()) || (await step()) !== title).toBe(true);
  }
  await page.getByRole('button', { name: /^What was done, and why/ }).click();
  const told = page.getByRole('dialog', { name: 'What was done, and why' });
  await expect(told.getByRole('heading', { name: 'Carcass' })).toBeVisible();
  await expect(told.getByRole('heading', { name: 'Hind leg, left' })).toBeVisible();
  await expect(told.getByRole('listitem').filter({ hasText: 'Strap, left' })).toContainText(/\d\.\d\d kg/);
  await expect(told.getByText('dries first', { exact: false }).first()).toBeVisible();
  const { animals } = (await (await fetch(`${larder.url}/api/v1/animals`)).json()) as { animals: unknown[] };
  expect(animals).toEqual([]);
  expect((await audit(larder)).entries).toBe(0);
});
