import { chromium } from '@playwright/test';
import { launchOptions } from '../chromium.mjs';

/**
 * Milliseconds at the bench in Chromium, medians of many in one page: from a press that takes a typed weight to the frame
 * that confirms it, to the frame in which everything that follows from it is drawn, and of an empty press (a key that
 * means nothing there).
 */
export async function pressToPaint(url: string): Promise<{ press: number; whole: number; empty: number }> {
  const browser = await chromium.launch(launchOptions());
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const { animals } = (await (await fetch(`${url}/api/v1/animals`)).json()) as {
    animals: { code: string; work: string; place: string | null }[];
  };
  const times = { press: [] as number[], whole: [] as number[], empty: [] as number[] };
  for (const { code, work, place } of animals) {
    if (work === 'done' || place === 'field') continue;
    await page.goto(`${url}/bench/${code}`);
    await page.waitForSelector('html[data-awake]');
    await page.waitForTimeout(800);
    for (let i = 0; i < 5; i += 1) {
      times.empty.push((await timed(page, 'q')).first);
      await page.waitForTimeout(300);
      const before = await page.getByTestId('still-on').textContent();
      // A weight typed on the keypad and kept, so that one press on the bench takes it.
      for (const digit of '0.05') await page.keyboard.press(digit);
      await page.getByRole('button', { name: 'Keep it, choose a tub' }).click();
      await page.waitForTimeout(120);
      const took = await timed(page, ' ');
      const after = await page.getByTestId('still-on').textContent();
      if (after === before) continue;
      times.press.push(took.first);
      times.whole.push(took.whole);
      await page.waitForTimeout(300);
    }
  }
  await browser.close();
  return { press: median(times.press), whole: median(times.whole), empty: median(times.empty) };
}

/**
 * The same at Wrap: from the press that makes a pack of what lies on the scale to the frame after it, and to the one in which
 * what is left of it is drawn anew.
 */
export async function packToPaint(url: string): Promise<{ press: number; whole: number; empty: number }> {
  const browser = await chromium.launch(launchOptions());
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const times = { press: [] as number[], whole: [] as number[], empty: [] as number[] };
  await page.goto(`${url}/wrap`);
  await page.waitForSelector('html[data-awake]');
  await page.waitForTimeout(1_500);
  for (let i = 0; i < 14; i += 1) {
    times.empty.push((await timed(page, 'q', LEFT)).first);
    await page.waitForFunction(
      () => document.querySelector('[data-testid="reading"]')?.getAttribute('data-state') === 'ready'
    );
    const took = await timed(page, ' ', LEFT);
    times.press.push(took.first);
    times.whole.push(took.whole);
    await page.waitForTimeout(900);
  }
  await browser.close();
  return { press: median(times.press), whole: median(times.whole), empty: median(times.empty) };
}

/** What is drawn anew once a press counts: at the bench what is still on, at Wrap what is left. */
const STILL_ON = '[data-testid="still-on"]';
const LEFT = '[aria-label="In hand"] .hero span';
const median = (list: number[]) => [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? Number.NaN;

type Page = Awaited<ReturnType<Awaited<ReturnType<typeof chromium.launch>>['newPage']>>;

/**
 * Sends a key inside the page; gives the time to the frame after it, and to the first frame after which the weight still
 * on has been drawn anew (where nothing changes, to the third).
 */
const timed = (page: Page, key: string, at = STILL_ON): Promise<{ first: number; whole: number }> =>
  page.evaluate(
    ({ k, watched }) =>
      new Promise<{ first: number; whole: number }>((resolve) => {
        const drawn = (then: () => void) =>
          requestAnimationFrame(() => {
            const channel = new MessageChannel();
            channel.port1.onmessage = then;
            channel.port2.postMessage(undefined);
          });
        const stillOn = () => document.querySelector(watched)?.textContent;
        requestAnimationFrame(() => {
          const before = stillOn();
          const from = performance.now();
          document.activeElement?.dispatchEvent(
            new KeyboardEvent('keydown', { key: k, bubbles: true, cancelable: true })
          );
          drawn(() => {
            const first = performance.now() - from;
            let frames = 1;
            const look = () => {
              if (stillOn() !== before || frames >= 3) resolve({ first, whole: performance.now() - from });
              else {
                frames += 1;
                drawn(look);
              }
            };
            look();
          });
        });
      }),
    { k: key, watched: at }
  );
