import { normalCdf } from './normal';

/** One of several things that may be so, with how likely it is. */
export interface Component {
  weight: number;
  mean: number;
  /** Not negative; 0 where it is known exactly. */
  sd: number;
}

/** Mean and sd of a mixture. */
export function mixtureMoments(components: readonly Component[]): { mean: number; sd: number } {
  const sum = (of: (c: Component) => number) => components.reduce((total, c) => total + c.weight * of(c), 0);
  const mean = sum((c) => c.mean);
  return { mean, sd: Math.sqrt(sum((c) => c.sd ** 2 + (c.mean - mean) ** 2)) };
}

/**
 * Quantile of a mixture of normal distributions, by bisection between the bounds of Cantelli's inequality; good to a
 * millionth of its sd. Weights add up to 1.
 */
export function mixtureQuantile(components: readonly Component[], p: number): number {
  const { mean, sd } = mixtureMoments(components);
  const reach = sd / Math.sqrt(Math.min(p, 1 - p));
  let [low, high] = [mean - reach, mean + reach];
  for (let i = 0; i < 24; i += 1) {
    const x = (low + high) / 2;
    const below = components.reduce(
      (sum, c) => sum + c.weight * normalCdf((x - c.mean) / Math.max(c.sd, 1e-9)),
      0
    );
    if (below < p) low = x;
    else high = x;
  }
  return (low + high) / 2;
}
