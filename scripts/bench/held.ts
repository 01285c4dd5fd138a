import type { Page } from '@playwright/test';

/**
 * Watches how long a page's own thread is held, long tasks and short ones alike.
 * @returns asks for the longest since it was asked last, ms
 */
export async function watchHeld(page: Page): Promise<() => Promise<number>> {
  await page.evaluate(() => {
    const held = { longest: 0 };
    (window as unknown as { held: typeof held }).held = held;
    const channel = new MessageChannel();
    let last = performance.now();
    channel.port1.onmessage = () => {
      const now = performance.now();
      held.longest = Math.max(held.longest, now - last);
      last = now;
      setTimeout(() => channel.port2.postMessage(0), 0);
    };
    channel.port2.postMessage(0);
  });
  return () =>
    page.evaluate(() => {
      const { held } = window as unknown as { held: { longest: number } };
      const value = held.longest;
      held.longest = 0;
      return value;
    });
}
