import { chromium, type Page } from '@playwright/test';
import { launchOptions } from '../scripts/chromium.mjs';
import { allSent, audit, expect, figures, open, settled, steady, test, type Larder } from './kit';

async function weighIn(larder: Larder, facts: object, grams: number, more: object = {}) {
  const response = await fetch(`${larder.url}/api/v1/animals`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({
      facts: { sex: 'female', ageClass: 'adult', ...facts },
      reading: { grams, how: 'typed', stage: 'hanging' },
      ...more
    })
  });
  expect(response.status).toBe(201);
  return (await response.json()) as { id: string; code: string };
}
const notice = (page: Page) => page.getByTestId('notice');

test('a real larder has no stand-ins: it asks how weights come in, and goes by the answer', async ({
  page,
  larder
}) => {
  await open(page, larder.url);
  await page.getByRole('button', { name: 'I read it off and type it' }).click();
  await expect(page.getByText('weigh by tub, a press a tub')).toBeVisible();
  const { code } = await weighIn(larder, { species: 'roe' }, 13_400);
  await open(page, `${larder.url}/bench/${code}`);
  await expect(page.getByTestId('reading')).toHaveAttribute('data-state', 'silent');
  await expect(page.getByRole('button', { name: 'Simulated scale' })).toHaveCount(0);
  await page.getByRole('button', { name: 'By tub', exact: true }).click();
  await expect(page.getByText('Put the full tub on the scale and press its letter.')).toBeVisible();
  const lay = (path: string, body: object) =>
    fetch(`${larder.url}/api/v1/${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body)
    });
  expect((await lay('scale', { action: 'lay', grams: 1_000 })).status).toBe(409);
  expect((await lay('forecast', { service: true })).status).toBe(409);
  // Asked for in Settings it is there, and what it says is marked for ever.
  await open(page, `${larder.url}/settings`);
  await page.getByText('a simulated scale, logger and weather').click();
  await page.getByRole('button', { name: 'Keep these settings' }).click();
  await expect(page.getByText('Kept.')).toBeVisible();
  expect((await lay('scale', { action: 'lay', grams: 300 })).status).toBe(200);
  await open(page, `${larder.url}/bench/${code}`);
  await steady(page);
  await page.keyboard.press('Space');
  await allSent(page);
  await page.goto(`${larder.url}/book?animal=${code}`);
  await expect(page.getByText('simulated', { exact: true }).first()).toBeVisible();
});

test('a weight far off is asked about before it is booked; the animal is taken back whole in three presses', async ({
  page,
  larder
}) => {
  await open(page, `${larder.url}/weigh-in`);
  await page.getByLabel('Species').selectOption('roe');
  await page.getByLabel('Sex').selectOption('female');
  await page.getByRole('textbox', { name: 'Weight' }).fill('1340');
  await page.getByRole('button', { name: 'Hang it up' }).click();
  await expect(page.locator('#weight-error')).toContainText('far over what one of this species');
  await expect(page.getByRole('textbox', { name: 'Weight' })).toHaveValue('1340');
  await page.getByTestId('assure').click();
  await page.waitForURL(/\/animals\/\d\d-\d{3}$/);
  const code = page.url().split('/').at(-1) ?? '';
  // Weighed again at a hundredth of it: it does not evaporate without a question, and the way out sets the first weight.
  await page.getByText('Weigh something more').click();
  await page.getByLabel('What was weighed').selectOption('again');
  await page.getByLabel(/^Weight/).fill('13.4');
  await page.getByRole('button', { name: 'Book it' }).click();
  await expect(page.locator('#w-weight-error')).toContainText('Was the first weight wrong?');
  await page.getByTestId('first-wrong').click();
  await expect.poll(async () => (await figures(larder, code)).beam.base).toBe(13_400);
  expect((await figures(larder, code)).beam.segments).toEqual([]);
  // Not this animal at all.
  await page.getByText('Something is wrong: take back').click();
  await page.getByRole('button', { name: /Entered by mistake/ }).click();
  await expect(page.getByRole('alert')).toContainText('was never here?');
  await page.getByTestId('take-back-all').click();
  await page.waitForURL(`${larder.url}/`);
  expect((await fetch(`${larder.url}/api/v1/animals/${code}`)).status).toBe(404);
  expect((await audit(larder)).findings).toEqual([]);
});

test('the same cut by two benches: the second is asked by name and time, and keeps or drops its own', async ({
  page,
  browser,
  larder
}) => {
  const { code } = await weighIn(larder, { species: 'fallow' }, 26_000);
  const url = `${larder.url}/bench/${code}`;
  await open(page, url);
  // Another device: two tabs of one share what they keep.
  const other = await (await browser.newContext()).newPage();
  await open(other, url);
  const row = (p: typeof page) =>
    p.getByRole('navigation', { name: 'Order of work' }).getByRole('button', { name: /^Shoulder, left/ });
  const right = (p: typeof page) =>
    p.getByRole('navigation', { name: 'Order of work' }).getByRole('button', { name: /^Shoulder, right/ });
  for (const p of [page, other]) {
    await p.getByRole('button', { name: /^\d+ more/ }).click();
    await row(p).click();
  }
  // The second bench hears nothing of the first before it books.
  await other.route('**/api/v1/entries', (route) => route.abort());
  await other.route('**/book', (route) => route.abort());
  const take = async (p: typeof page, digits: string) => {
    for (const digit of digits) await p.keyboard.press(digit);
    await p.keyboard.press('Enter');
  };
  await take(other, '2.7');
  await expect(other.getByTestId('outbox')).toContainText('1 kept');
  await take(page, '2.8');
  await allSent(page);
  await other.unroute('**/api/v1/entries');
  await expect(notice(other)).toContainText(
    /(Shoulder, left|The same cut) is in the book already: 2\.800 kg/
  );
  await expect(notice(other)).toContainText('Are there two, or is this the same piece?');
  await notice(other).getByTestId('keep').click();
  await allSent(other);
  const cuts = async () =>
    (await figures(larder, code)).book.entries.filter(
      (e: { intent: { kind: string } }) => e.intent.kind === 'cut'
    );
  await expect.poll(async () => (await cuts()).length).toBe(2);
  expect((await cuts())[1].intent).toMatchObject({ sure: ['twice'], reading: { grams: 2_700 } });
  // Once more, and dropped: nothing of it is booked, nor shown as taken.
  await other.route('**/api/v1/entries', (route) => route.abort());
  await other.route('**/book', (route) => route.abort());
  for (const p of [page, other]) {
    await p.getByRole('button', { name: /^\d+ more/ }).click();
    await right(p).click();
  }
  await take(other, '2.5');
  await expect(other.getByTestId('outbox')).toContainText('1 kept');
  await take(page, '2.6');
  await allSent(page);
  await other.unroute('**/api/v1/entries');
  await expect(notice(other)).toContainText('is in the book already: 2.600 kg');
  await notice(other).getByRole('button', { name: 'Drop mine' }).click();
  await expect(notice(other)).toContainText('Dropped. What stands in the book stays as it is.');
  await notice(other).getByRole('button', { name: 'Close the message' }).click();
  await expect(notice(other)).not.toContainText('2.500');
  await allSent(other);
  expect(await cuts()).toHaveLength(3);
});

test('a form without a connection says so, keeps what was typed, and is sent again', async ({
  browser,
  larder
}) => {
  // A browser that keeps no pages: there is nothing to keep a form with either.
  const context = await browser.newContext({ serviceWorkers: 'block' });
  const page = await context.newPage();
  await open(page, `${larder.url}/weigh-in`);
  await page.getByLabel('Species').selectOption('fallow');
  await page.getByRole('textbox', { name: 'Weight' }).fill('26.4');
  await context.setOffline(true);
  await page.getByRole('button', { name: 'Hang it up' }).click();
  await expect(page.getByRole('alert')).toContainText('The server is away: no answer came');
  await expect(page.getByRole('textbox', { name: 'Weight' })).toHaveValue('26.4');
  await context.setOffline(false);
  await page.getByRole('button', { name: 'Hang it up' }).click();
  await page.waitForURL(/\/animals\/\d\d-\d{3}$/);
  const code = page.url().split('/').at(-1) ?? '';
  await page.getByText('Weigh something more').click();
  await page.getByLabel('What was weighed').selectOption('offal');
  await page.getByLabel(/^Weight/).fill('1.1');
  await context.setOffline(true);
  await page.getByRole('button', { name: 'Book it' }).click();
  await expect(page.getByText('The server is away: no answer came')).toBeVisible();
  await context.setOffline(false);
  await page.getByRole('button', { name: 'Book it' }).click();
  await expect(page.getByText('In the book.')).toBeVisible();
  expect((await figures(larder, code)).beam.strip.offal).toBe(1_100);
});

test('all animals: found from anywhere by code, tag, kind, owner, place or hand; the boar that waits is seen', async ({
  page,
  demo
}) => {
  await open(page, demo.url);
  await expect(page.getByText('waits for its test')).toBeVisible();
  await page
    .getByRole('link', { name: /^and \d+ more$/ })
    .last()
    .click();
  await expect(page).toHaveURL(/\/animals\?at=done/);
  await open(page, `${demo.url}/worth`);
  await page.keyboard.press('/');
  await expect(page).toHaveURL(/\/animals$/);
  const search = page.getByRole('searchbox');
  await expect(search).toBeFocused();
  for (const [words, shown] of [
    ['B 14', 'Boar sow'],
    ['reindeer', 'Reindeer cow'],
    ['skarvik kestrel', 'Moose cow'],
    ['marek boar', 'Boar sow']
  ] as const) {
    await search.fill(words);
    await search.press('Enter');
    await expect(page.getByRole('heading', { level: 1 })).toContainText(`for “${words}”`);
    await expect(page.locator('main li').first()).toContainText(shown);
  }
  await search.fill('100%_');
  await search.press('Enter');
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('0 animals for “100%_”');
});

for (const [name, width, height, text] of [
  ['a tablet', 1024, 768, 1],
  ['a phone', 390, 844, 1],
  ['150 % zoom', 853, 533, 1],
  ['200 % zoom', 640, 400, 1],
  ['200 % text', 1280, 800, 2]
] as const)
  test(`the press keeps one place at the bottom edge, whatever the words: ${name}`, async ({ demo }) => {
    const options = launchOptions();
    // The size of text is the browser's own setting, as somebody who reads badly has it.
    const browser = await chromium.launch({
      ...options,
      args: [...options.args, `--blink-settings=defaultFontSize=${16 * text}`]
    });
    const page = await browser.newPage({ viewport: { width, height } });
    const { animals } = (await (await fetch(`${demo.url}/api/v1/animals?limit=60`)).json()) as {
      animals: { code: string; name: string }[];
    };
    const code = animals.find((a) => a.name === 'Reindeer cow')?.code ?? '';
    await open(page, `${demo.url}/bench/${code}`);
    expect(await page.evaluate(() => parseFloat(getComputedStyle(document.documentElement).fontSize))).toBe(
      17 * text
    );
    await settled(page);
    const boxes = async () => {
      const list = [];
      for (const id of ['take', 'reading']) {
        const box = await page.getByTestId(id).boundingBox();
        if (!box) throw new Error(`${id} is not there`);
        list.push([box.x, box.y, box.width, box.height].map(Math.round));
      }
      return list;
    };
    const before = await boxes();
    for (const [, y, , h] of before) {
      expect(y!).toBeGreaterThanOrEqual(0);
      expect(y! + h!).toBeLessThanOrEqual(height);
    }
    // What moves in the panel at the bottom edge; the words above it may.
    await page.evaluate(() => {
      const moved: string[] = [];
      interface Shift extends PerformanceEntry {
        sources: { node: Node | null }[];
      }
      new PerformanceObserver((list) => {
        for (const { sources } of list.getEntries() as Shift[])
          for (const { node } of sources) {
            const at = node instanceof Element ? node : node?.parentElement;
            if (at?.closest('.panel')) moved.push(`${at.nodeName} ${at.textContent?.slice(0, 40)}`);
          }
      }).observe({ type: 'layout-shift' });
      Object.assign(window, { moved });
    });
    const title = page.locator('li[aria-current="step"] h2');
    for (let step = 0; step < 3; step += 1) {
      const was = await title.textContent();
      await page.keyboard.press('n');
      await expect(title).not.toHaveText(was ?? '');
      expect(await boxes()).toEqual(before);
    }
    await settled(page).catch(() => undefined);
    expect(await boxes()).toEqual(before);
    expect(await page.evaluate(() => (window as unknown as { moved: string[] }).moved)).toEqual([]);
    await browser.close();
  });
