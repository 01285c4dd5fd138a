import { HOUR } from '$core/units';

/** Something that dries, weighed: ms, grams. */
export interface Weighing {
  at: number;
  grams: number;
}

/** Jerky is done between these shares of its raw weight. Usual practice. */
export const DRIED = { from: 0.5, to: 0.4 } as const;
/** What is left when all free water is gone, share of raw weight: a little under dry matter with bound water. Own estimate. */
const LEFT = 0.29;

export interface Drying {
  /** Weight now ÷ raw. */
  share: number;
  /** Of the free water, what goes in an hour; undefined before it has lost anything. */
  perHour?: number;
  /** When it has come to 50 % and to 40 % of its raw weight, ms: past or ahead. */
  from?: number;
  to?: number;
}

/**
 * How far something has dried, and when it is done: free water leaves in proportion to what is left of it,
 * share = e + (1 − e)·exp(−k·t) (Lewis 1921), with k by least squares through all weighings, the later ones weighing as much
 * as they have lost.
 *
 * @param raw  what went in, at its hour
 * @param weighings  after it, in any order; what weighs more than before it counts as seen
 */
export function dryingOf(raw: Weighing, weighings: readonly Weighing[]): Drying {
  if (!(raw.grams > 0)) throw new RangeError('something was put in');
  const later = weighings.filter((w) => w.at > raw.at).sort((a, b) => a.at - b.at);
  const last = later.at(-1);
  const share = (last?.grams ?? raw.grams) / raw.grams;
  let top = 0;
  let bottom = 0;
  for (const { at, grams } of later) {
    const hours = (at - raw.at) / HOUR;
    const free = (grams / raw.grams - LEFT) / (1 - LEFT);
    // What is drier than dry was weighed wrong, or has lost crumbs.
    if (free <= 0.01 || free >= 1) continue;
    top += -Math.log(free) * hours;
    bottom += hours * hours;
  }
  if (bottom === 0 || top <= 0) return { share };
  const k = top / bottom;
  const when = (goal: number) => raw.at - (Math.log((goal - LEFT) / (1 - LEFT)) / k) * HOUR;
  return { share, perHour: 1 - Math.exp(-k), from: when(DRIED.from), to: when(DRIED.to) };
}

/** The curve that is drawn through the weighings: share of the raw weight at an hour. */
export const driedAt = (hours: number, perHour: number): number => LEFT + (1 - LEFT) * (1 - perHour) ** hours;
