import loadHighs from 'highs';
import { READY_MADE, anneal, planOf, problemOf, solveStages, weigh } from '../../src/core/plan';
import { expectedMuscles, wishOf } from '../../src/core/plan/testkit';
import { seeded } from '../../src/core/statistics';
import { highsSolver } from '../../src/lib/workers/highs';

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
