import {
  MEAT_CLASSES,
  PARTS,
  SPECIES,
  TUBS,
  cutOf,
  type ClassKey,
  type Side,
  type TubKey
} from '$core/reference';
import { grams, roundGrams, type Grams } from '$core/units';
import { balanceOf, type BookState, type Item } from './state';
import { voidedIn } from './step';
import type { BookedEntry, Posting } from './schema';

const isMeat = (key: ClassKey): boolean => (MEAT_CLASSES as readonly ClassKey[]).includes(key);

/** A piece's grams as boneless: kept on the bone it counts weight × (1 − bone share). */
export const bonelessOf = (item: Item | undefined, value: number): number =>
  value * (1 - (item?.boneShare ?? 0));

export interface YieldView {
  /** Edible meat off the bone: classes P, S, J and G, bone-in at its equivalent. */
  boneless: Grams;
  /** The same with the bone that is kept in it: what goes home. */
  takeHome: Grams;
  /** Boneless by class. */
  byClass: Record<'P' | 'S' | 'J' | 'G', Grams>;
  /** Sound meat given to pets: counted for the verdict, not for the yield. */
  pets: Grams;
  offal: Grams;
}

/** What an animal gave, from what lies in its tubs and pieces now. */
export function yieldOf(state: BookState, animal: string): YieldView {
  const boneless = { P: 0, S: 0, J: 0, G: 0 };
  let takeHome = 0;
  let pets = 0;
  let offal = 0;
  for (const [id, balance] of Object.entries(state.balances)) {
    const item = state.items[id];
    if (item?.animal !== animal) continue;
    for (const [key, value] of Object.entries(balance) as [ClassKey, Grams][]) {
      if (key === 'P' || key === 'S' || key === 'J' || key === 'G') {
        boneless[key] += bonelessOf(item, value);
        takeHome += value;
      } else if (key === 'D') pets += bonelessOf(item, value);
      else if (key === 'O') offal += value;
    }
  }
  const byClass = {
    P: roundGrams(boneless.P),
    S: roundGrams(boneless.S),
    J: roundGrams(boneless.J),
    G: roundGrams(boneless.G)
  };
  return {
    boneless: roundGrams(boneless.P + boneless.S + boneless.J + boneless.G),
    takeHome: grams(takeHome),
    byClass,
    pets: roundGrams(pets),
    offal: grams(offal)
  };
}

/** What a tub holds, for the row on the bench: weight with pieces, and their names. */
export interface TubView {
  tub: TubKey;
  grams: Grams;
  loose: Grams;
  pieces: string[];
}

/** Every tub of an animal with what lies in it. */
export function tubsOf(state: BookState, animal: string): TubView[] {
  const views = new Map<TubKey, TubView>();
  for (const key of Object.keys(TUBS) as TubKey[]) {
    const loose = balanceOf(state, `tub:${key}:${animal}`);
    views.set(key, { tub: key, grams: loose, loose, pieces: [] });
  }
  for (const item of Object.values(state.items)) {
    if (item.animal !== animal || item.kind !== 'piece' || !item.place || !('tub' in item.place)) continue;
    const value = balanceOf(state, item.id);
    const view = views.get(item.place.tub);
    if (value <= 0 || !view) continue;
    view.grams = grams(view.grams + value);
    view.pieces.push(item.id);
  }
  return [...views.values()];
}

/** Where on the animal something sits: a part of the reference table and a side. */
export interface Spot {
  part: string;
  side?: Side;
}

/** The part and side that an item came from: the part it was cut out of, or the part its own cut belongs to. */
export function spotOf(state: BookState, id: string): Spot | undefined {
  let item = state.items[id];
  while (item) {
    if (item.kind === 'part' && item.cut)
      return item.side ? { part: item.cut, side: item.side } : { part: item.cut };
    const mother: Item | undefined = item.from ? state.items[item.from] : undefined;
    if (item.kind === 'piece' && (!mother || mother.kind === 'carcass')) {
      const part = cutOf(item.cut)?.of;
      if (!part) return undefined;
      return item.side ? { part, side: item.side } : { part };
    }
    item = mother;
  }
  return undefined;
}

export interface SpotFigure extends Spot {
  /** As taken off the carcass, or as it came in. */
  taken: Grams;
  /** Boneless meat from it, pets' meat included. */
  boneless: Grams;
  /** Discarded from it, by reason. */
  discards: Record<string, Grams>;
  /** Nothing of it is still on the table. */
  settled: boolean;
}

const spotKey = (spot: Spot): string => `${spot.part}|${spot.side ?? ''}`;

/** Part by part and side by side: what was taken, what meat it gave, what was cut away. From the unvoided entries. */
export function spotsOf(state: BookState, animal: string, history: readonly BookedEntry[]): SpotFigure[] {
  const gone = voidedIn(history);
  const rows = new Map<
    string,
    { spot: Spot; taken: number; boneless: number; discards: Record<string, number> }
  >();
  const row = (spot: Spot) => {
    const key = spotKey(spot);
    let found = rows.get(key);
    if (!found) rows.set(key, (found = { spot, taken: 0, boneless: 0, discards: {} }));
    return found;
  };
  for (const entry of history) {
    if (gone.has(entry.id) || entry.intent.kind === 'void') continue;
    const source = entry.postings.find(
      (p) => p.grams < 0 && state.items[p.item] && state.items[p.item]?.kind !== 'tub'
    );
    const sourceSpot = source ? spotOf(state, source.item) : undefined;
    for (const p of entry.postings) countPosting(state, p, sourceSpot, row, isFirstTake(state, entry, p));
  }
  return [...rows.values()].map(({ spot, taken, boneless, discards }) => ({
    ...spot,
    taken: roundGrams(taken),
    boneless: roundGrams(boneless),
    discards: Object.fromEntries(Object.entries(discards).map(([k, v]) => [k, grams(v)])),
    settled: !Object.values(state.items).some(
      (i) =>
        i.animal === animal &&
        i.kind === 'part' &&
        i.door !== 'closed' &&
        spotKey(spotOf(state, i.id) ?? { part: '' }) === spotKey(spot)
    )
  }));
}

/** Mass that left the carcass, or the field, as this spot's own. */
function isFirstTake(state: BookState, entry: BookedEntry, p: Posting): boolean {
  const { intent } = entry;
  if (intent.kind === 'cut')
    return p.item === intent.creates.id && state.items[intent.from]?.kind === 'carcass';
  if (intent.kind === 'correct')
    return (
      state.items[p.item]?.kind !== 'carcass' &&
      entry.postings.some(
        (o) => o !== p && (o.item.startsWith('field:') || state.items[o.item]?.kind === 'carcass')
      )
    );
  return intent.kind === 'intake' && intent.into.kind === 'part' && p.item === intent.into.id;
}

function countPosting(
  state: BookState,
  p: Posting,
  sourceSpot: Spot | undefined,
  row: (spot: Spot) => { taken: number; boneless: number; discards: Record<string, number> },
  first: boolean
): void {
  const item = state.items[p.item];
  const loss = /^loss:([A-Za-z]+):(.+)$/.exec(p.item);
  if (loss?.[1] && loss[2]) {
    const spot = spotOf(state, loss[2]) ?? sourceSpot;
    if (!spot) return;
    const target = row(spot);
    target.discards[loss[1]] = (target.discards[loss[1]] ?? 0) + p.grams;
    return;
  }
  if (!item) return;
  const spot = item.kind === 'tub' ? sourceSpot : spotOf(state, p.item);
  if (!spot) return;
  if (first) row(spot).taken += p.grams;
  if (isMeat(p.class) || p.class === 'D') row(spot).boneless += bonelessOf(item, p.grams);
}

/** Whether a part key of a species has two sides. */
export const isPaired = (species: keyof typeof SPECIES, part: string): boolean =>
  PARTS[SPECIES[species].group].some((p) => p.key === part && p.paired);
