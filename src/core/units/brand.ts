declare const unit: unique symbol;

/** A number whose type says its unit; a plain number is not accepted where one of these is asked for. */
export type Branded<Unit extends string> = number & { readonly [unit]: Unit };

/** Whole grams; the only unit the book knows. May be negative in a posting or a balance. */
export type Grams = Branded<'g'>;
/** Degrees Celsius. */
export type Celsius = Branded<'°C'>;
/** The smallest unit of a currency (cents, øre, yen); always whole. */
export type MinorUnits = Branded<'minor'>;

/**
 * Brands a whole number of grams.
 * @throws RangeError when the number is not a safe integer: a fraction of a gram in the book is a bug.
 */
export function grams(value: number): Grams {
  if (!Number.isSafeInteger(value)) throw new RangeError(`not a whole number of grams: ${value}`);
  return (value === 0 ? 0 : value) as Grams;
}

/** Rounds to the nearest whole gram; halves away from zero, so that −x rounds to −(x rounded). */
export function roundGrams(value: number): Grams {
  return grams(Math.sign(value) * Math.round(Math.abs(value)));
}

/** Brands a whole number of minor units; rounds halves away from zero. */
export function minorUnits(value: number): MinorUnits {
  const rounded = Math.sign(value) * Math.round(Math.abs(value));
  if (!Number.isSafeInteger(rounded)) throw new RangeError(`not an amount of money: ${value}`);
  return (rounded === 0 ? 0 : rounded) as MinorUnits;
}

/** Sum of masses, in grams. */
export function sumGrams(values: Iterable<number>): Grams {
  let total = 0;
  for (const value of values) total += value;
  return grams(total);
}

/**
 * Shares a whole amount out in proportion to weights so that the shares are whole and add up exactly
 * (largest remainder method, first come first served among equals).
 * @param total  grams to share; may be negative
 * @param weights  non-negative; when all are zero the whole goes to the first
 * @example shareOut(100, [1, 1, 1]) // [34, 33, 33]
 */
export function shareOut(total: Grams, weights: readonly number[]): Grams[] {
  const sum = weights.reduce((a, b) => a + b, 0);
  if (weights.length === 0) return [];
  if (sum <= 0) return weights.map((_, i) => grams(i === 0 ? total : 0));
  const sign = Math.sign(total) || 1;
  const exact = weights.map((w) => (Math.abs(total) * w) / sum);
  const whole = exact.map(Math.floor);
  let left = Math.abs(total) - whole.reduce((a, b) => a + b, 0);
  const order = exact
    .map((x, i) => [x - Math.floor(x), i] as const)
    .sort((a, b) => b[0] - a[0] || a[1] - b[1]);
  for (const [, i] of order) {
    if (left <= 0) break;
    whole[i] = (whole[i] ?? 0) + 1;
    left -= 1;
  }
  return whole.map((w) => grams(sign * w));
}
