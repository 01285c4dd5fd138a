import { chromium } from '@playwright/test';
import { launchOptions } from '../chromium.mjs';

/**
 * Milliseconds from a press to the frame that shows it, at the bench in Chromium: a take of a typed weight, and an empty
 * press (a key that means nothing there). Median of many, in one page.
 */
export async function pressToPaint(url: string): Promise<{ press: number; empty: number }> {
  const browser = await chromium.launch(launchOptions());
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const { animals } = (await (await fetch(`${url}/api/v1/animals`)).json()) as {
    animals: { code: string; work: string }[];
  };
  const times = { press: [] as number[], empty: [] as number[] };
  for (const { code, work } of animals) {
    if (work === 'done') continue;
    await page.goto(`${url}/bench/${code}`);
    await page.waitForSelector('html[data-awake]');
    await page.waitForTimeout(800);
    for (let i = 0; i < 8; i += 1) {
      times.empty.push(await timed(page, 'q'));
      await page.waitForTimeout(300);
      const before = await page.getByTestId('still-on').textContent();
      // A weight typed on the keypad and kept, so that one press on the bench takes it.
      for (const digit of '0.05') await page.keyboard.press(digit);
      await page.getByRole('button', { name: 'Keep it, choose a tub' }).click();
      await page.waitForTimeout(120);
      const took = await timed(page, ' ');
      const after = await page.getByTestId('still-on').textContent();
      if (after !== before) times.press.push(took);
      await page.waitForTimeout(300);
    }
  }
  await browser.close();
  const median = (list: number[]) =>
    [...list].sort((a, b) => a - b)[Math.floor(list.length / 2)] ?? Number.NaN;
  return { press: median(times.press), empty: median(times.empty) };
}

type Page = Awaited<ReturnType<Awaited<ReturnType<typeof chromium.launch>>['newPage']>>;

/** Sends a key inside the page and waits for the frame after the one it is drawn in. */
const timed = (page: Page, key: string): Promise<number> =>
  page.evaluate(
    (k) =>
      new Promise<number>((resolve) => {
        requestAnimationFrame(() => {
          const from = performance.now();
          document.activeElement?.dispatchEvent(
            new KeyboardEvent('keydown', { key: k, bubbles: true, cancelable: true })
          );
          requestAnimationFrame(() => {
            const channel = new MessageChannel();
            channel.port1.onmessage = () => resolve(performance.now() - from);
            channel.port2.postMessage(undefined);
          });
        });
      }),
    key
  );
