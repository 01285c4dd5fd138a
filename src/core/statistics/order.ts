/** Values in rising order; the list given stays as it is. */
const rising = (values: readonly number[]): number[] => [...values].sort((a, b) => a - b);

/**
 * The middle value, or the lower of the two in the middle: one that did occur, in the unit of the values.
 * @returns NaN of nothing
 * @example lowMedian([5, 5, 5, 300]) // 5; the usual step of a logger that was silent once
 */
export function lowMedian(values: readonly number[]): number {
  return rising(values)[Math.floor((values.length - 1) / 2)] ?? NaN;
}

/**
 * Quantile of values that stand in rising order, with straight lines between them (Hyndman and Fan 1996, type 7).
 * Infinite values may stand at the ends.
 * @param p  0 to 1
 * @returns NaN of nothing
 * @example quantile([10, 20, 30], 0.25) // 15
 */
export function quantile(sorted: ArrayLike<number>, p: number): number {
  const x = p * (sorted.length - 1);
  const [a = NaN, b = NaN] = [sorted[Math.floor(x)], sorted[Math.ceil(x)]];
  return a === b ? a : a + (x - Math.floor(x)) * (b - a);
}

/**
 * Mean of the middle: a share is left off at either end, so that one interruption does not speak for ten evenings
 * (Wilcox, robust estimation).
 * @param share  left off at either end, 0 to under 0.5; whole values, rounded down
 * @returns undefined of nothing
 * @example trimmedMean([4, 5, 5, 6, 90]) // 5.33…
 */
export function trimmedMean(values: readonly number[], share = 0.2): number | undefined {
  if (values.length === 0) return undefined;
  const off = Math.floor(values.length * share);
  const middle = rising(values).slice(off, values.length - off);
  return middle.reduce((a, b) => a + b, 0) / middle.length;
}
