import { SIDE_SD } from '$core/reference';
import type { Expected } from './expect';

export type Verdict = 'within' | 'below' | 'above';

/** Where a figure lies against an 80 % interval; its ends count as within. */
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

/** Quantile of the standard normal distribution, by bisection on {@link normalCdf}; p in (0, 1), good to 1e-6. */
export function normalQuantile(p: number): number {
  let [low, high] = [-9, 9];
  for (let i = 0; i < 60; i += 1) {
    const middle = (low + high) / 2;
    if (normalCdf(middle) < p) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** Distribution function of the standard normal; Abramowitz and Stegun 26.2.17, error below 7.5e-8. */
export function normalCdf(x: number): number {
  const t = 1 / (1 + 0.2316419 * Math.abs(x));
  const density = Math.exp((-x * x) / 2) / Math.sqrt(2 * Math.PI);
  const tail =
    density *
    t *
    (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  return x >= 0 ? 1 - tail : tail;
}
