import { chromium } from '@playwright/test';
import loadHighs from 'highs';
import { READY_MADE, anneal, planOf, problemOf, solveStages, weigh } from '../../src/core/plan';
import { expectedMuscles, wishOf } from '../../src/core/plan/testkit';
import { seeded } from '../../src/core/statistics';
import { highsSolver } from '../../src/lib/workers/highs';
import { launchOptions } from '../chromium.mjs';
import { watchHeld } from './held';

const HERD = ['whitetail', 'roe', 'fallow', 'reddeer'] as const;
const WEIGHTS = [45_000, 15_000, 38_000, 62_000];
const animals = (count: number) =>
  Array.from({ length: count }, (_, i) =>
    expectedMuscles(`a${i}`, HERD[i % 4] ?? 'roe', WEIGHTS[i % 4] ?? 15_000, i + 1)
  ).flat();

/** The slowest first answer for three animals, ms; s until the best of one, three and ten is proven, and its gap in kg. */
export async function planning(): Promise<{
  first: number;
  best: { count: number; seconds: number; proven: boolean; short: number; lesser: number }[];
}> {
  const highs = await loadHighs();
  const three = animals(3);
  let first = 0;
  for (const key of [...READY_MADE, ...READY_MADE]) {
    const from = performance.now();
    const problem = problemOf(three, [wishOf(key)]);
    planOf(problem, [wishOf(key)], anneal(problem, seeded(1), 40_000));
    first = Math.max(first, performance.now() - from);
  }
  const best = [1, 3, 10].map((count) => {
    const muscles = animals(count);
    const row = { count, seconds: 0, proven: true, short: 0, lesser: 0 };
    for (const key of READY_MADE) {
      const problem = problemOf(muscles, [wishOf(key)]);
      const start = anneal(problem, seeded(1), 40_000);
      const from = performance.now();
      const solved = solveStages(problem, start, highsSolver(highs), 4);
      row.seconds = Math.max(row.seconds, (performance.now() - from) / 1000);
      row.proven &&= solved.proven;
      row.short = Math.max(row.short, solved.shortGap);
      // Of the value it comes to.
      row.lesser = Math.max(
        row.lesser,
        (solved.lesserGap * 0.25) / Math.max(1, weigh(problem, solved.choice).value)
      );
    }
    return row;
  });
  return { first, best };
}

/**
 * The longest that the plan page's own thread is held, ms: after a press for another wish until its plan is proven, the
 * drawing of both answers in it; and while nothing is asked.
 */
export async function heldWhilePlanning(url: string): Promise<{ solving: number; idle: number }> {
  const browser = await chromium.launch(launchOptions());
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const { animals: all } = (await (await fetch(`${url}/api/v1/animals`)).json()) as {
    animals: { code: string; work: string }[];
  };
  const codes = all.filter((a) => a.work === 'hanging' || a.work === 'bench').map((a) => a.code);
  await page.goto(`${url}/plan?of=${codes.slice(0, 3).join(',')}`);
  await page.waitForSelector('html[data-awake]');
  const over = page.getByText(/^(Proven best|Close to the best)/);
  await over.waitFor({ timeout: 30_000 });
  await page.waitForTimeout(1_000);
  const longest = await watchHeld(page);
  await longest();
  await page.waitForTimeout(2_000);
  const idle = await longest();
  let solving = 0;
  for (const name of ['Slow-cook house', 'Mostly mince', 'Steaks and roasts']) {
    await page.getByRole('button', { name }).click();
    await longest();
    await over.waitFor({ timeout: 30_000 });
    solving = Math.max(solving, await longest());
    await page.waitForTimeout(300);
  }
  await browser.close();
  return { solving, idle };
}
