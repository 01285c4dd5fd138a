import { quantile } from '$core/statistics';

/** Meat drips and dries on the table: so much of the whole is missing though both scales are right, ÷ whole. Own estimate. */
const DRIPS = 0.005;
/** From here on a house is told, ÷ whole. Own choice: half of what a bad scale is off by, four times what slips come to. */
const OFF = 0.02;
/** Beyond this the bone was not weighed, or something else is missing. Own choice. */
const MOST = 0.08;
/** Fewer animals say nothing. Own choice. */
const LEAST = 4;

export interface ScaleCheck {
  /** Animals that say something. */
  n: number;
  /** What their parts together are lighter than the whole by, ÷ whole, in the middle; below zero heavier. */
  lighter: number;
  /** One of the scales is likely off. */
  off: boolean;
}

/**
 * Whether the scale that weighs whole animals and the one that weighs their parts agree: what of each closed animal is not
 * accounted for, in the middle of the last animals, and on one side in three of four.
 * @param rows  grams of the whole, and of it what nobody can account for; what nobody weighed at all is left out
 * @returns undefined of fewer than four animals
 */
export function scaleCheck(rows: readonly { base: number; unaccounted: number }[]): ScaleCheck | undefined {
  const shares = rows
    .filter(({ base, unaccounted }) => base > 0 && unaccounted !== 0)
    .map(({ base, unaccounted }) => unaccounted / base)
    .filter((share) => Math.abs(share) <= MOST);
  if (shares.length < LEAST) return undefined;
  const lighter = quantile(
    [...shares].sort((a, b) => a - b),
    0.5
  );
  const far = lighter - DRIPS;
  const same = shares.filter(
    (share) => Math.sign(share - DRIPS) === Math.sign(far) && Math.abs(share - DRIPS) > OFF / 2
  );
  return { n: shares.length, lighter, off: Math.abs(far) >= OFF && same.length >= 0.75 * shares.length };
}
