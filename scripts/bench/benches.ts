import type { Draft } from '../../src/core/book';
import { seeded } from '../../src/core/statistics';

/** Pause between two presses of one bench: far quicker than anybody cuts. */
const PAUSE_MS = [250, 750] as const;
const PRESSES = 30;

const wait = (ms: number) => new Promise((next) => setTimeout(next, ms));

/** Posts one animal's entries as a bench does, one by one with pauses; gives the milliseconds each answer took. */
export async function standAt(url: string, drafts: readonly Draft[], seed: number): Promise<number[]> {
  const uniform = seeded(seed);
  const times: number[] = [];
  for (const draft of drafts) {
    await wait(PAUSE_MS[0] + (PAUSE_MS[1] - PAUSE_MS[0]) * uniform());
    const from = performance.now();
    const response = await fetch(`${url}/api/v1/entries`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify([draft])
    });
    const { results } = (await response.json()) as { results: { status: string }[] };
    times.push(performance.now() - from);
    if (results[0]?.status !== 'booked') throw new Error(`not booked: ${JSON.stringify(results[0])}`);
  }
  return times;
}

export const p95 = (times: readonly number[]): number =>
  [...times].sort((a, b) => a - b)[Math.floor(times.length * 0.95)] ?? Number.NaN;

/**
 * The 95th percentile of the time an entry takes, with one bench and with many at once on one server, in milliseconds.
 * @param animals  a list of entries for each bench
 */
export async function manyBenches(
  url: string,
  animals: readonly Draft[][]
): Promise<{ one: number; many: number }> {
  const [alone, ...others] = animals.map((drafts) => drafts.slice(0, PRESSES));
  const one = p95(await standAt(url, alone ?? [], 1));
  const all = await Promise.all(others.map((drafts, i) => standAt(url, drafts, i + 2)));
  return { one, many: p95(all.flat()) };
}
