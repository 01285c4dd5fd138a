import { Z80, normalCdf, normalQuantile } from '$core/statistics';
import { SIDE_SD } from '$core/reference';
import type { Expected } from './expect';
import type { LikeWithLike } from './state';
import { WIDER } from './wider';

export type Verdict = 'within' | 'below' | 'above';
/** The same of a whole animal: nothing can be told where what it gave would be usual in one state and not in the other. */
export type Judgement = Verdict | 'unclear';

/**
 * Judges what an animal gave. It is below only where it would be below trimmed, above only where it would be above as it
 * came off; in between it is within both, or nothing can be told.
 */
export function judge({ actual, bands: [trimmed, raw] }: Pick<LikeWithLike, 'actual' | 'bands'>): Judgement {
  if (actual < trimmed.low) return 'below';
  if (actual > raw.high) return 'above';
  return actual <= trimmed.high && actual >= raw.low ? 'within' : 'unclear';
}

/**
 * Where a figure lies against an 80 % interval; its ends count as within.
 * @example verdictOf(12, { low: 14, high: 19 }) // 'below'
 */
export function verdictOf(actual: number, interval: Pick<Expected, 'low' | 'high'>): Verdict {
  if (actual < interval.low) return 'below';
  return actual > interval.high ? 'above' : 'within';
}

/**
 * How often an average animal lies as far from the middle, 0 … 0.5, by the normal distribution: below of trimmed meat, above
 * of meat as it came off.
 */
export function byChance({ actual, bands: [trimmed, raw] }: Pick<LikeWithLike, 'actual' | 'bands'>): number {
  const far =
    actual < trimmed.mean
      ? (trimmed.mean - actual) / (trimmed.mean - trimmed.low)
      : Math.max(0, actual - raw.mean) / (raw.high - raw.mean);
  return normalCdf(-far * WIDER * Z80);
}

export interface SideComparison {
  /** left ÷ right. */
  ratio: number;
  /** True when the two differ by more than chance explains. */
  uneven: boolean;
  lighter?: 'left' | 'right';
}

/**
 * Left against right on ln(left ÷ right) with an sd of 3 %, at a family-wise level of 1 % over the pairs compared at
 * once (Bonferroni).
 * @param pairCount  how many pairs are compared on this animal
 * @example compareSides(3000, 3900).lighter // 'left'
 */
export function compareSides(left: number, right: number, pairCount = 1): SideComparison | undefined {
  if (left <= 0 || right <= 0) return undefined;
  const distance = Math.log(left / right) / SIDE_SD;
  const uneven = Math.abs(distance) > normalQuantile(1 - 0.01 / Math.max(1, pairCount) / 2);
  return {
    ratio: left / right,
    uneven,
    ...(uneven ? { lighter: left < right ? ('left' as const) : ('right' as const) } : {})
  };
}
