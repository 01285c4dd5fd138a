import {
  partsOf,
  SPECIES,
  TUBS,
  cutOf,
  isMeat,
  muscleParts,
  type ClassKey,
  type LossReason,
  type Side,
  type TubKey
} from '$core/reference';
import { grams, roundGrams, type Grams, under } from '$core/units';
import { balanceOf, isBody, lossRef, outRef, type BookState, type Item, type OutKind } from '../state';
import { voidedIn } from '../play';
import { accountsOf, type Nature } from './accounts';
import type { Posting } from '../posting';
import type { BookedEntry } from '../schema';

/** A piece's grams as boneless: kept on the bone it counts weight × (1 − bone share). */
export const bonelessOf = (item: Pick<Item, 'boneShare'> | undefined, value: number): number =>
  value * (1 - (item?.boneShare ?? 0));

export interface YieldView {
  /** Edible meat off the bone: classes P, S, J and G, bone-in at its equivalent. */
  boneless: Grams;
  /** The same with the bone that is kept in it: what goes home. */
  takeHome: Grams;
  /** Of the boneless, what lies in packs, is ground into a batch, was sent back, given or eaten. */
  finished: Grams;
  /** Boneless by class. */
  byClass: Record<'P' | 'S' | 'J' | 'G', Grams>;
  /** Sound meat given to pets: counted for the verdict, not for the yield. */
  pets: Grams;
  offal: Grams;
}

/** Losses that trimming takes, by hand and knife. */
const TRIM_LOSSES: readonly LossReason[] = ['silver', 'gland', 'fat', 'rind'];

/** Boneless meat by the state it was weighed in, and what has been taken off by trimming. Pets' meat included. */
export interface TrimFigures {
  /** Grams weighed as they came off. */
  untrimmed: number;
  /** Of those, grams that have become what is as trimmed as it gets: see {@link isFinished}. */
  finished: number;
  trimmed: number;
  /** Grams of silver, glands, fat and rind that were weighed apart. */
  off: number;
}

/** Packed, ground into a batch, sent back by a cutter, given or eaten: nobody trims it any more. */
export const isFinished = ({ kind, pooled }: Nature, out?: OutKind): boolean =>
  kind === 'pack' || pooled === true || out === 'given' || out === 'eaten' || out === 'store';

/** How much of what an animal gave was weighed trimmed, and how much as it came off. */
export function trimFigures(state: BookState, animal: string): TrimFigures {
  const figures = noTrim();
  for (const { item, balance, loss, out } of accountsOf(state, animal)) {
    if (loss) countTrim(figures, loss, balance.X ?? 0);
    for (const [key, value] of Object.entries(balance) as [ClassKey, Grams][])
      if (isMeat(key) || key === 'D')
        countMeat(figures, item, out === 'store' ? value : bonelessOf(item, value), out);
  }
  return figures;
}

const noTrim = (): TrimFigures => ({ untrimmed: 0, finished: 0, trimmed: 0, off: 0 });

function countTrim(figures: TrimFigures, reason: LossReason, value: number): void {
  if (TRIM_LOSSES.includes(reason)) figures.off += value;
}

function countMeat(figures: TrimFigures, item: Nature, value: number, out?: OutKind): void {
  figures[item.trimmed ? 'trimmed' : 'untrimmed'] += value;
  if (!item.trimmed && isFinished(item, out)) figures.finished += value;
}

/** What an animal gave, from what lies in its tubs and pieces now. */
export function yieldOf(state: BookState, animal: string): YieldView {
  const boneless = { P: 0, S: 0, J: 0, G: 0 };
  let takeHome = 0;
  let finished = 0;
  let pets = 0;
  let offal = 0;
  for (const { item: owner, balance, out } of accountsOf(state, animal)) {
    // What was given or sent on, eaten, pooled, or lost once it was packed keeps its letter, and counts as what it was.
    // What somebody mixed in stands against it, and holds no bone.
    const item = out === 'store' ? undefined : owner;
    for (const [key, value] of Object.entries(balance) as [ClassKey, Grams][]) {
      if (key === 'P' || key === 'S' || key === 'J' || key === 'G') {
        boneless[key] += bonelessOf(item, value);
        takeHome += value;
        if (isFinished(owner, out)) finished += bonelessOf(item, value);
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
    finished: roundGrams(finished),
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
    if (item.owner !== animal || item.kind !== 'piece' || !item.place || !('tub' in item.place)) continue;
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
  let item = under(state.items, id);
  while (item) {
    if (item.kind === 'part' && item.cut)
      return item.side ? { part: item.cut, side: item.side } : { part: item.cut };
    const mother: Item | undefined = item.from ? under(state.items, item.from) : undefined;
    if (item.kind === 'piece' && (!mother || isBody(mother))) {
      const part = cutOf(item.cut)?.of;
      if (!part) return undefined;
      return item.side ? { part, side: item.side } : { part };
    }
    item = mother;
  }
  return undefined;
}

/** The same with a cut that reaches over several parts shared out among them, by their soft tissue. Shares add up to 1. */
export function spotSharesOf(state: BookState, id: string): { spot: Spot; share: number }[] {
  const spot = spotOf(state, id);
  if (!spot) return [];
  let item = under(state.items, id);
  while (item?.from && under(state.items, item.from)?.kind === 'piece') item = under(state.items, item.from);
  const cut = item?.kind === 'piece' ? cutOf(item.cut) : undefined;
  const species = item ? under(state.animals, item.owner)?.facts.species : undefined;
  if (!cut?.whole || !species || !isBody(under(state.items, item?.from ?? ''))) return [{ spot, share: 1 }];
  const over = muscleParts(cut, SPECIES[species].group).map(({ part, share }) => ({
    part: part.key,
    soft: part.share * (1 - part.bone) * share
  }));
  const sum = over.reduce((total, o) => total + o.soft, 0);
  return over.length > 1
    ? over.map(({ part, soft }) => ({ spot: { ...spot, part }, share: soft / sum }))
    : [{ spot, share: 1 }];
}

export interface SpotFigure extends Spot {
  /** As taken off the carcass, or as it came in. */
  taken: Grams;
  /** Boneless meat from it, pets' meat included. */
  boneless: Grams;
  /** The same by the state it was weighed in. */
  trim: TrimFigures;
  /** Discarded from it, by reason. */
  discards: Record<string, Grams>;
  /** Nothing of it is still on the table. */
  settled: boolean;
  /** Some of it was taken at what was expected of it: nobody has weighed it by itself. */
  supposed?: true;
}

const spotKey = (spot: Spot): string => `${spot.part}|${spot.side ?? ''}`;

/** Part by part and side by side: what was taken, what meat it gave, what was cut away. From the unvoided entries. */
export function spotsOf(state: BookState, animal: string, history: readonly BookedEntry[]): SpotFigure[] {
  const gone = voidedIn(history);
  const rows = new Map<
    string,
    {
      spot: Spot;
      taken: number;
      boneless: number;
      trim: TrimFigures;
      discards: Record<string, number>;
      supposed?: true;
    }
  >();
  const row = (spot: Spot) => {
    const key = spotKey(spot);
    let found = rows.get(key);
    if (!found) rows.set(key, (found = { spot, taken: 0, boneless: 0, trim: noTrim(), discards: {} }));
    return found;
  };
  for (const entry of history) {
    if (gone.has(entry.id) || entry.intent.kind === 'void') continue;
    // What goes into a pool stays what its place gave.
    if (entry.intent.animal !== animal) continue;
    const source = entry.postings.find(
      (p) => p.grams < 0 && under(state.items, p.item) && under(state.items, p.item)?.kind !== 'tub'
    );
    const sourceSpots = source ? spotSharesOf(state, source.item) : [];
    if (entry.intent.kind === 'cut' && entry.intent.reading.how === 'model')
      for (const { spot } of spotSharesOf(state, entry.intent.creates.id)) row(spot).supposed = true;
    for (const p of entry.postings) countPosting(state, p, sourceSpots, row, isFirstTake(state, entry, p));
  }
  return [...rows.values()].map(({ spot, taken, boneless, trim, discards, supposed }) => ({
    ...spot,
    ...(supposed ? { supposed } : {}),
    trim,
    taken: roundGrams(taken),
    boneless: roundGrams(boneless),
    discards: Object.fromEntries(Object.entries(discards).map(([k, v]) => [k, roundGrams(v)])),
    settled: !Object.values(state.items).some(
      (i) =>
        i.owner === animal &&
        i.kind === 'part' &&
        i.door !== 'closed' &&
        spotKey(spotOf(state, i.id) ?? { part: '' }) === spotKey(spot)
    )
  }));
}

/** Mass that left the carcass, or the field, as this spot's own. */
function isFirstTake(state: BookState, entry: BookedEntry, p: Posting): boolean {
  const { intent } = entry;
  if (intent.kind === 'cut') return p.item === intent.creates.id && isBody(under(state.items, intent.from));
  if (intent.kind === 'correct')
    return (
      !isBody(under(state.items, p.item)) &&
      entry.postings.some(
        (o) => o !== p && (o.item.startsWith('field:') || isBody(under(state.items, o.item)))
      )
    );
  return intent.kind === 'intake' && intent.into.kind === 'part' && p.item === intent.into.id;
}

function countPosting(
  state: BookState,
  p: Posting,
  sourceSpots: readonly { spot: Spot; share: number }[],
  row: (spot: Spot) => {
    taken: number;
    boneless: number;
    trim: TrimFigures;
    discards: Record<string, number>;
  },
  first: boolean
): void {
  const loss = lossRef(p.item);
  const out = outRef(p.item);
  const owner = loss?.owner ?? out?.owner ?? p.item;
  const reason = loss?.reason ?? (out?.kind === 'sample' ? 'sample' : undefined);
  if (reason) {
    const own = spotSharesOf(state, owner);
    for (const { spot, share } of own.length > 0 ? own : sourceSpots) {
      const target = row(spot);
      target.discards[reason] = (target.discards[reason] ?? 0) + p.grams * share;
      if (loss) countTrim(target.trim, loss.reason, p.grams * share);
    }
    return;
  }
  const item = under(state.items, owner);
  if (!item) return;
  for (const { spot, share } of item.kind === 'tub' ? sourceSpots : spotSharesOf(state, owner)) {
    if (first) row(spot).taken += p.grams * share;
    if (!isMeat(p.class) && p.class !== 'D') continue;
    const meat = bonelessOf(item, p.grams) * share;
    row(spot).boneless += meat;
    countMeat(row(spot).trim, item, meat, out?.kind);
  }
}

/** Whether a part key of a species has two sides. */
export const isPaired = (species: keyof typeof SPECIES, part: string): boolean =>
  partsOf(species).some((p) => p.key === part && p.paired);
