/** Half-width of the central 80 % of a normal distribution, in standard deviations. */
export const Z80 = 1.2816;

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
