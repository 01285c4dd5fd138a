import { normalCdf } from './normal';

/** One of several things that may be so, with how likely it is. */
export interface Component {
  weight: number;
  mean: number;
  /** Not negative; 0 where it is known exactly. */
  sd: number;
}

/** Quantile of a mixture of normal distributions, by bisection; good to a millionth of its reach. Weights add up to 1. */
export function mixtureQuantile(components: readonly Component[], p: number): number {
  const reach = (sign: 1 | -1) =>
    components.reduce(
      (far, c) => (sign > 0 ? Math.max(far, c.mean + 9 * c.sd) : Math.min(far, c.mean - 9 * c.sd)),
      sign > 0 ? -Infinity : Infinity
    );
  let [low, high] = [reach(-1), reach(1)];
  const below = (x: number) =>
    components.reduce(
      (sum, c) => sum + c.weight * (c.sd > 0 ? normalCdf((x - c.mean) / c.sd) : x >= c.mean ? 1 : 0),
      0
    );
  for (let i = 0; i < 32; i += 1) {
    const middle = (low + high) / 2;
    if (below(middle) < p) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/** Mean and sd of a mixture. */
export function mixtureMoments(components: readonly Component[]): { mean: number; sd: number } {
  const mean = components.reduce((sum, c) => sum + c.weight * c.mean, 0);
  const square = components.reduce((sum, c) => sum + c.weight * (c.sd ** 2 + (c.mean - mean) ** 2), 0);
  return { mean, sd: Math.sqrt(square) };
}
