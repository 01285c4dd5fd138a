import { SPECIES, type GroupKey, type SpeciesKey, type TubKey } from '$core/reference';
import { grams, sumGrams, type Grams } from '$core/units';

/** Meat of one animal's tub that waits to be ground. */
export interface TrimLot {
  /** The tub's own id. */
  id: string;
  animal: string;
  code: string;
  species: SpeciesKey;
  tub: TubKey;
  have: Grams;
  /** Days since it was killed; undefined where nobody knows. */
  days?: number | undefined;
  /** Whose animal it is; the larder's own where nobody is named. */
  owner?: string | undefined;
  /** Why it is held back, or `condemned`. */
  held?: string | undefined;
}

/**
 * Fat of trim as it usually is by kind, a share of its weight; and of fat that was kept. Working defaults, to be judged by
 * eye for each lot.
 */
const TRIM_FAT: Readonly<Record<GroupKey, number>> = {
  deer: 0.05,
  boar: 0.15,
  rabbit: 0.03,
  gamebird: 0.04,
  pigeonlike: 0.04,
  waterfowl: 0.08
};
/** Fat that was kept: boar's back and leaf fat, fat of ducks and geese. Working default. */
const KEPT_FAT = 0.8;

/** Fat ÷ weight of a lot before anybody has judged it. */
export const usualFat = ({ species, tub }: Pick<TrimLot, 'species' | 'tub'>): number =>
  tub === 'fat' ? KEPT_FAT : TRIM_FAT[SPECIES[species].group];

/** Fat ÷ weight of what was bought, where nobody has read it: fat, and meat. Working defaults. */
const BOUGHT_FAT = { fat: 0.85, meat: 0.1 } as const;
/**
 * Fat ÷ weight of a bought lot before anybody has said.
 * @example boughtFat('meat') // 0.1
 */
export const boughtFat = (what: string): number => (what === 'meat' ? BOUGHT_FAT.meat : BOUGHT_FAT.fat);

/** What goes through the machine together, and how. */
export interface Run {
  lots: TrimLot[];
  grams: Grams;
  /** Held back: alone, last, and the machine is cleaned after it. */
  held?: string;
  /** The machine is cleaned before it, and why. */
  clean?: 'kind' | 'owner' | 'held';
  /** Less than is worth wetting the machine for: better with the next. */
  little: boolean;
}

/** Less than so much is hardly worth cleaning a mincer for, grams. Own choice. */
const WORTH = 1_000;

/** What has gone through a machine, as far as cleaning it goes. */
export interface Through {
  species: readonly SpeciesKey[];
  /** The larder's own is ''. */
  owners: readonly string[];
  held: boolean;
}
/** A batch that has gone through. */
export interface Ground extends Through {
  id: string;
  name: string;
  at: number;
  grams: Grams;
  /** The machine was cleaned before it. */
  cleaned?: true;
  /** Minutes it took, without breaks. */
  minutes?: number;
}
export type Clean = NonNullable<Run['clean']>;

/** Deer first, birds and boar last: what must be cooked hottest touches nothing after it. Own choice. */
const ORDER: readonly GroupKey[] = ['deer', 'rabbit', 'pigeonlike', 'gamebird', 'waterfowl', 'boar'];
const groupOf = ({ species }: Pick<TrimLot, 'species'>): GroupKey => SPECIES[species].group;
const throughOf = (lot: TrimLot): Through => ({
  species: [lot.species],
  owners: [lot.owner ?? ''],
  held: lot.held !== undefined
});

/** Why a machine is cleaned between two runs; nothing where the second may follow as it is. */
export function cleanBetween(before: Through, next: Through): Clean | undefined {
  if (before.held || next.held) return 'held';
  const groups = new Set(next.species.map((species) => groupOf({ species })));
  if (before.species.some((species) => !groups.has(groupOf({ species })))) return 'kind';
  return before.owners.every((owner) => next.owners.includes(owner)) ? undefined : 'owner';
}

/**
 * What is worth grinding together, in the order in which it goes through: one owner and one kind of animal at a time, oldest
 * lots first; each animal on hold alone and last. What is condemned goes nowhere.
 */
export function runsOf(lots: readonly TrimLot[]): Run[] {
  const groups = new Map<string, TrimLot[]>();
  for (const lot of lots) {
    if (lot.have <= 0 || lot.held === 'condemned') continue;
    const key = lot.held
      ? `1 ${ORDER.indexOf(groupOf(lot))} ${lot.code}`
      : `0 ${ORDER.indexOf(groupOf(lot))} ${lot.owner ?? ''}`;
    groups.set(key, [...(groups.get(key) ?? []), lot]);
  }
  const ordered = [...groups.entries()].sort(([a], [b]) => (a < b ? -1 : 1)).map(([, own]) => own);
  return ordered.map((own, i): Run => {
    const [first] = own;
    const before = ordered[i - 1]?.[0];
    const sum = sumGrams(own.map((lot) => lot.have));
    const clean = before && first ? cleanBetween(throughOf(before), throughOf(first)) : undefined;
    return {
      lots: [...own].sort((a, b) => (b.days ?? 0) - (a.days ?? 0) || (a.code < b.code ? -1 : 1)),
      grams: grams(sum),
      ...(first?.held ? { held: first.held } : {}),
      ...(clean ? { clean } : {}),
      little: sum < WORTH
    };
  });
}
