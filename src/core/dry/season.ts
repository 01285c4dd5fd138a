/** More than so many parts in a thousand are no seasoning. Own choice. */
export const MOST_SEASONING = 60;

/** What a seasoning comes to: whole grams, and why it cannot be. */
export interface Seasoned {
  grams: number;
  fault?: 'rate' | 'short';
}

/**
 * Grams of a salt or seasoning for some raw meat.
 * @param rate  parts in a thousand of the meat; undefined where what was typed is none
 * @param left  grams of it on the shelf
 */
export function seasoning(rate: number | undefined, raw: number, left: number): Seasoned {
  if (rate === undefined || rate < 0 || rate > MOST_SEASONING) return { grams: 0, fault: 'rate' };
  const grams = Math.round((rate * raw) / 1000);
  return { grams, ...(grams > left ? { fault: 'short' as const } : {}) };
}
