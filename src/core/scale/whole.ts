/** A plate that differs from the book by no more than this holds all of it: a scale's division, a drop. Own choice, grams. */
const DIVISION = 10;
/** Or by no more than this share of it. Own choice. */
const SHARE = 0.01;

/**
 * Whether what lies on the scale is all that the book has of something, as far as a scale can say.
 * @example isAllOf(845, 844) // true
 */
export const isAllOf = (weighed: number, left: number): boolean =>
  Math.abs(weighed - left) <= Math.max(DIVISION, left * SHARE) && weighed > left / 2;
