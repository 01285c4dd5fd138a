import { normalQuantile } from '$core/statistics';
import { SIDE_SD } from '$core/reference';
import type { Expected } from './expect';

export type Verdict = 'within' | 'below' | 'above';

/**
 * Where a figure lies against an 80 % interval; its ends count as within.
 * @example verdictOf(12, { low: 14, high: 19 }) // 'below'
 */
export function verdictOf(actual: number, interval: Pick<Expected, 'low' | 'high'>): Verdict {
  if (actual < interval.low) return 'below';
  return actual > interval.high ? 'above' : 'within';
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
