import type { Page } from '@playwright/test';
import { expect, open, test } from './kit';
import { screens } from './screens';

/** All that can be read on a page: its text, folded or not, and what is said of its controls. */
const said = (page: Page): Promise<string> =>
  page.evaluate(() => {
    for (const fold of document.querySelectorAll('details')) fold.open = true;
    const spoken = [
      ...document.querySelectorAll('main [title], main [aria-label], main [placeholder]')
    ].flatMap((e) => ['title', 'aria-label', 'placeholder'].map((name) => e.getAttribute(name) ?? ''));
    return [document.querySelector('main')?.innerText ?? '', ...spoken].join('\n');
  });

/** Units that were not chosen. A kind of file, a choice of units and a shape of text are no figures. */
const METRIC = /[^\n]{0,40}(?:°C|\bkg\b|\bkilos?\b|\d ?g\b)[^\n]{0,30}/g;
const EXPECTED: Readonly<Record<string, RegExp>> = {
  settings: /^°C$/,
  air: /are these °C or °F/
};

test('pounds and °F, once chosen, stand on every screen; nothing on any is in kilograms or °C', async ({
  page,
  demo
}) => {
  await open(page, `${demo.url}/settings`);
  await page.getByLabel('Weights in').selectOption('lb');
  await page.getByLabel('Temperatures in').selectOption('F');
  await page.getByRole('button', { name: 'Keep these settings' }).click();
  await expect(page.getByText('Kept.')).toBeVisible();
  const wrong: Record<string, string[]> = {};
  let figures = 0;
  for (const [name, path] of await screens(demo)) {
    await open(page, `${demo.url}${path}`).catch(() => undefined);
    // What is reckoned in the page comes after it stands.
    await expect(page.locator('[data-busy]')).toHaveCount(0);
    const text = await said(page);
    figures += text.match(/\d (?:lb|oz|°F)/g)?.length ?? 0;
    const found = [...text.matchAll(METRIC)]
      .map((m) => m[0].trim())
      .filter((line) => !EXPECTED[name]?.test(line));
    if (found.length > 0) wrong[name] = [...new Set(found)].slice(0, 8);
  }
  expect(wrong).toEqual({});
  expect(figures).toBeGreaterThan(200);
});

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
