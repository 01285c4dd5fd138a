import { SPECIES, type ClassKey, type SpeciesKey, type Wrap } from '$core/reference';

/** What is in a pack, as far as keeping goes. */
export const KEEPS = [
  'muscle',
  'dice',
  'leanMince',
  'fatMince',
  'sausage',
  'offal',
  'bird',
  'waterfowl',
  'boar',
  'cooked',
  'jerky',
  'stock',
  'rendered'
] as const;
export type Keeps = (typeof KEEPS)[number];

/**
 * Months at −18 °C until the eating is worse, not until it is unfit. Usual practice; stock and rendered fat are own
 * estimates. Paper lets air in.
 */
const MONTHS: Readonly<Record<Keeps, { vacuum: number; paper: number }>> = {
  muscle: { vacuum: 12, paper: 8 },
  dice: { vacuum: 9, paper: 6 },
  leanMince: { vacuum: 4, paper: 3 },
  fatMince: { vacuum: 3, paper: 2 },
  sausage: { vacuum: 3, paper: 2 },
  offal: { vacuum: 3, paper: 2 },
  bird: { vacuum: 8, paper: 6 },
  waterfowl: { vacuum: 6, paper: 4 },
  boar: { vacuum: 6, paper: 4 },
  cooked: { vacuum: 3, paper: 2 },
  jerky: { vacuum: 6, paper: 1 },
  stock: { vacuum: 6, paper: 6 },
  rendered: { vacuum: 6, paper: 6 }
};

/** Fat ÷ weight from which mince keeps as fat mince. Own choice. */
const FAT_MINCE = 0.1;

export interface Packed {
  /** Species that are in it. */
  species: readonly SpeciesKey[];
  /** The letter most of it carries. */
  class: ClassKey;
  /** What the batch is that it came out of: mince, sausage, jerky …; absent where it is one animal's own. */
  batch?: string | undefined;
  /** Fat ÷ weight, where somebody knows. */
  fat?: number | undefined;
  /** Cut small: dice, stew, strips. */
  small?: boolean | undefined;
}

/** What a pack keeps as: of several reasons the one that keeps shortest. */
export function keepsAs({ species, class: key, batch, fat, small }: Packed): Keeps {
  const groups = species.map((s) => SPECIES[s].group);
  const reasons: Keeps[] = [];
  if (
    batch === 'jerky' ||
    batch === 'cooked' ||
    batch === 'stock' ||
    batch === 'rendered' ||
    batch === 'sausage'
  )
    reasons.push(batch);
  else if (batch === 'mince') reasons.push((fat ?? 0.15) < FAT_MINCE ? 'leanMince' : 'fatMince');
  else if (key === 'O') reasons.push('offal');
  else if (key === 'K') reasons.push('stock');
  else if (small || key === 'G') reasons.push('dice');
  else reasons.push('muscle');
  if (groups.includes('boar')) reasons.push('boar');
  if (groups.includes('waterfowl')) reasons.push('waterfowl');
  if (groups.includes('gamebird') || groups.includes('pigeonlike')) reasons.push('bird');
  return reasons.reduce((worst, next) => (MONTHS[next].vacuum < MONTHS[worst].vacuum ? next : worst));
}

/** Months that it is worth keeping at −18 °C. */
export const monthsOf = (keeps: Keeps, wrap: Wrap): number =>
  MONTHS[keeps][wrap === 'vacuum' ? 'vacuum' : 'paper'];

/**
 * The day a pack is best eaten by: so many months after it was frozen, on the same day of the month, or its last.
 * @param packedAt  ms
 * @returns ms
 */
export function eatBy(packedAt: number, keeps: Keeps, wrap: Wrap): number {
  const day = new Date(packedAt);
  const months = day.getUTCMonth() + monthsOf(keeps, wrap);
  const last = new Date(Date.UTC(day.getUTCFullYear(), months + 1, 0)).getUTCDate();
  return Date.UTC(
    day.getUTCFullYear(),
    months,
    Math.min(day.getUTCDate(), last),
    day.getUTCHours(),
    day.getUTCMinutes()
  );
}
