import type { Page } from '@playwright/test';
import { allSent, arrive, audit, expect, figures, open, test } from './kit';

/** Waits until the device keeps pages, and keeps this one. */
async function kept(page: Page): Promise<void> {
  await page.evaluate(async () => void (await navigator.serviceWorker.ready));
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-awake', '');
  await expect
    .poll(() =>
      page.evaluate(async () => {
        const keys = await (await caches.open('pages')).keys();
        return ['/weigh-in', '/kept', location.pathname].every((path) =>
          keys.some(({ url }) => new URL(url).pathname === path)
        );
      })
    )
    .toBe(true);
}

// What a device keeps is what these are about.
test.use({ serviceWorkers: 'allow' });

test('weighed in, weighed again and noted while the server is away: kept, shown, booked once when it is back', async ({
  page,
  larder
}) => {
  const { code } = await arrive(larder);
  await open(page, `${larder.url}/animals/${code}`);
  await kept(page);
  await larder.stop();

  await open(page, `${larder.url}/weigh-in`);
  await page.getByLabel('Tag', { exact: false }).first().fill('R 7');
  await page.getByLabel('Weight', { exact: true }).fill('14.2');
  await page.getByRole('button', { name: 'Hang it up' }).click();
  await expect(page.getByRole('alert')).toContainText('14.2 kg: kept on this device');
  // The form is for the next one, and a press is not held down.
  await expect(page.getByLabel('Weight', { exact: true })).toHaveValue('');
  await page.getByRole('button', { name: 'Hang it up' }).click();
  await expect(page.getByRole('alert')).toContainText('cannot be kept as it stands: how much does it weigh?');
  await page.getByLabel('Weight', { exact: true }).fill('95');
  await page.getByRole('button', { name: 'Hang it up' }).click();
  await expect(page.getByRole('alert')).toContainText('95 kg: kept on this device');
  // It outlives a reload, and the same page from the device makes another animal.
  await page.reload();
  await expect(page.getByTestId('outbox')).toHaveAttribute('data-waiting', '2');
  await page.getByLabel('Weight', { exact: true }).fill('15.4');
  await page.getByRole('button', { name: 'Hang it up' }).click();
  await expect(page.getByTestId('outbox')).toHaveAttribute('data-waiting', '3');

  await open(page, `${larder.url}/animals/${code}`);
  await page.getByLabel('What was seen').fill('the left ham is bruised');
  await page.getByRole('button', { name: 'Keep it' }).click();
  await expect(page.getByRole('status').filter({ hasText: 'Kept on this device' })).toBeVisible();
  await page.getByText('Weigh something more').click();
  await page.locator('#w-weight').fill('25.8');
  await page.getByRole('button', { name: 'Book it' }).click();
  await expect(page.getByTestId('outbox')).toHaveAttribute('data-waiting', '5');

  await page.getByTestId('outbox').getByRole('link').click();
  const lines = page.getByRole('listitem');
  await expect(lines).toHaveCount(5);
  await expect(lines.first()).toContainText('Roe');
  await expect(lines.first()).toContainText('tag R 7');
  await expect(lines.first()).toContainText('14.200 kg');

  await larder.start();
  await allSent(page);
  // What the book asks about is asked here.
  await expect(page.getByTestId('outbox')).toContainText('1 refused');
  await expect(page.getByRole('heading', { name: 'Not booked' })).toBeVisible();
  await page.getByRole('button', { name: 'It weighs that' }).click();
  await expect(page.getByText('Nothing waits')).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Not booked' })).toHaveCount(0);

  const { animals } = await (await fetch(`${larder.url}/api/v1/animals`)).json();
  expect(animals).toHaveLength(4);
  expect(animals.map((a: { facts: { tag?: string } }) => a.facts.tag ?? '').filter(Boolean)).toEqual(['R 7']);
  const { book } = await figures(larder, code);
  expect(book.entries.map((e: { intent: { kind: string } }) => e.intent.kind)).toEqual([
    'intake',
    'note',
    'reweigh'
  ]);
  expect((await audit(larder)).findings).toEqual([]);
});

test('a device whose clock is two hours behind books at the larder’s time, and is told once', async ({
  page,
  larder
}) => {
  await page.clock.install({ time: Date.now() - 2 * 3_600_000 });
  await open(page, `${larder.url}/field`);
  await page.getByLabel('Tag number').fill('R 9');
  await page.getByRole('button', { name: 'Roe deer', exact: true }).click();
  await page.getByRole('button', { name: 'None of these' }).click();
  await page.getByRole('button', { name: 'Tag it' }).click();
  await allSent(page);
  const notice = page.getByRole('status').filter({ hasText: 'The clock of this device is 2.0 h behind' });
  await expect(notice).toBeVisible();
  const { animals } = await (await fetch(`${larder.url}/api/v1/animals?limit=1`)).json();
  const { entries } = await (await fetch(`${larder.url}/api/v1/animals/${animals[0].id}/book`)).json();
  expect(Math.abs(entries[0].at - Date.now())).toBeLessThan(1_800_000);
  expect(entries[0].deviceAt).toBeLessThan(Date.now() - 7_000_000);
  await notice.getByRole('button', { name: 'I have seen it' }).click();
  await expect(notice).toHaveCount(0);
});

test('the larder can be put on a home screen', async ({ page, larder }) => {
  await page.goto(larder.url);
  const href = await page.locator('link[rel=manifest]').getAttribute('href');
  const manifest = await (await fetch(new URL(href ?? '', larder.url))).json();
  expect(manifest).toMatchObject({ display: 'standalone', start_url: '/' });
  for (const { src, type } of manifest.icons) {
    const icon = await fetch(new URL(src, larder.url));
    expect([icon.status, icon.headers.get('content-type')]).toEqual([200, type]);
  }
  for (const { url } of manifest.shortcuts) expect((await fetch(new URL(url, larder.url))).status).toBe(200);
});
