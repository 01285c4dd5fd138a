import { under } from '$core/units';
import { PART_NAMES } from '$core/reference';
import type { Account } from './account';

export interface Light {
  name: string;
  /** Grams under what it should have weighed as taken. */
  by: number;
}

/** Too little to look for: 30 g, or 3 % of what was expected. Working default. */
const WORTH_LOOKING = { grams: 30, share: 0.03 };

/**
 * The parts, both sides of what has come off, that are lighter than expected, the lightest first: where meat is most likely still on the frame.
 * @param most  how many to name
 */
export function lightSoFar({ parts }: Pick<Account, 'parts'>, most = 2): Light[] {
  const sums = new Map<string, { by: number; expected: number }>();
  for (const { part, taken, expectedTaken } of parts) {
    if (taken === undefined || !expectedTaken) continue;
    const sum = sums.get(part) ?? { by: 0, expected: 0 };
    sums.set(part, {
      by: sum.by + expectedTaken.mean - taken,
      expected: sum.expected + expectedTaken.mean
    });
  }
  return [...sums]
    .filter(([, s]) => s.by > Math.max(WORTH_LOOKING.grams, s.expected * WORTH_LOOKING.share))
    .map(([part, { by }]) => ({ name: under(PART_NAMES, part) ?? part, by }))
    .sort((a, b) => b.by - a.by)
    .slice(0, most);
}
