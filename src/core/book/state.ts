import {
  TUBS,
  TUB_KEYS,
  type ClassKey,
  type CoolingEventKey,
  type HoldReason,
  type LossReason,
  type Side,
  type StiffnessKey,
  type TubKey
} from '$core/reference';
import { grams, type Grams } from '$core/units';
import type { Facts } from './facts';
import type { Place } from './fields';
import type { Reading } from './reading';

export type ItemKind = 'carcass' | 'lot' | 'part' | 'piece' | 'tub' | 'batch' | 'pack';

/** A step that asked for no weight: done, passed over, or (glands) knowingly left. */
export interface Tick {
  how: 'done' | 'skipped' | 'left';
  answer?: string;
}

/** Something that can hold mass. Balances are kept apart, by item and class. */
export interface Item {
  id: string;
  kind: ItemKind;
  animal: string;
  cut?: string;
  side?: Side;
  tub?: TubKey;
  /** The item it was cut from. */
  from?: string;
  /** Bone ÷ weight of a piece kept on the bone. */
  boneShare?: number;
  /** Weighed without its silver, fat and scraps; of a tub, what lies loose in it. */
  trimmed?: true;
  /** Entry it was born in; of a tub, the animal's first intake. */
  bornIn: string;
  place?: Place;
  /** Animals in a lot that have not left it. */
  count?: number;
  /** What a pack says it is. */
  what?: string;
  /** What was said of steps that ask for no weight, by step. */
  ticks?: Readonly<Record<string, Tick>>;
  /** The order of work somebody chose for it. */
  school?: string;
  /** Only parts, carcasses and lots have a door. */
  door?: 'open' | 'closed';
}

/** A weight stage on a reading. A later `correct` of the same entry takes its place. */
export interface Mark {
  entry: string;
  /** Entry whose reading this one takes the place of. */
  corrects?: string;
  item: string;
  reading: Reading;
  at: number;
}

/** Why an animal is held back: from the entry that opened the hold until one lifts it. */
export interface Hold {
  entry: string;
  why: HoldReason;
  note?: string;
  at: number;
}

export interface Animal {
  id: string;
  code?: string;
  facts: Facts;
  marks: Mark[];
  /** Holds that stand; absent when there are none. */
  holds?: Hold[];
  /** The entry that condemned it. */
  condemned?: string;
  /** What was done while it cooled and where it was taken, in the book's order; absent when nothing was said. */
  cooling?: Cooling[];
  /** How stiff it was felt to be. */
  felt?: Felt[];
  /** What other houses have asked for cutting it, in the smallest units of the larder's currency. */
  bill?: number;
}

/** Something done to a carcass while it cools. */
export interface Cooling {
  entry: string;
  at: number;
  what: CoolingEventKey;
  /** Of `moved`: where to. */
  to?: string;
}

/** A word of the stiffness log. */
export interface Felt {
  entry: string;
  at: number;
  how: StiffnessKey;
}

export type Balance = Partial<Record<ClassKey, Grams>>;

/** One animal's worth of the book, or several: what `applyEntry` needs to know, and what it changes. Plain data. */
export interface BookState {
  animals: Record<string, Animal>;
  items: Record<string, Item>;
  /** Items and boundary items. Zeros are never kept. */
  balances: Record<string, Balance>;
}

export const emptyState = (): BookState => ({ animals: {}, items: {}, balances: {} });

/** An animal's tub for one kind of meat; stands from the animal's first intake. */
export const tubId = (tub: TubKey, animal: string): string => `tub:${tub}:${animal}`;
export const fieldId = (animal: string): string => `field:${animal}`;
export const lossId = (reason: LossReason, owner: string): string => `loss:${reason}:${owner}`;

export interface LossRef {
  reason: LossReason;
  owner: string;
}
/** Takes `loss:<reason>:<owner>` apart; undefined for any other id. */
export function lossRef(id: string): LossRef | undefined {
  const match = /^loss:([A-Za-z]+):(.+)$/.exec(id);
  return match?.[1] && match[2] ? { reason: match[1] as LossReason, owner: match[2] } : undefined;
}

/**
 * What has left the house, under the name of who has it now and of the item it was: `given:<party>:<item>`; and what
 * somebody mixed in that was never the animal’s: `store:<party>:<item>`, below zero under the letter it came back with.
 */
export type OutKind = 'given' | 'with' | 'sample' | 'store';
export const outId = (kind: OutKind, party: string, owner: string): string => `${kind}:${party}:${owner}`;
/** Takes such an id apart; undefined for any other. */
export function outRef(id: string): { kind: OutKind; party: string; owner: string } | undefined {
  const match = /^(given|with|sample|store):([^:]+):(.+)$/.exec(id);
  return match?.[1] && match[2] && match[3]
    ? { kind: match[1] as OutKind, party: match[2], owner: match[3] }
    : undefined;
}

/** A carcass, or birds and small game taken together: what an animal is before it is cut. */
export const isBody = (item: Pick<Item, 'kind'> | undefined): boolean =>
  item?.kind === 'carcass' || item?.kind === 'lot';
/** The carcass or lot of an animal; undefined where only parts came in. */
export const bodyOf = (state: BookState, animal: string): Item | undefined =>
  Object.values(state.items).find((item) => item.animal === animal && isBody(item));

const BOUNDARY = /^(field|store|loss|with|given|sample|equipment):|^eaten$/;
export const isBoundary = (id: string): boolean => BOUNDARY.test(id);

/** The animal that a boundary item or tub speaks of, by its id alone; undefined when only the items know. */
export function animalInId(id: string): string | undefined {
  const match = /^(?:field:|tub:[a-z]+:)(.+)$/.exec(id);
  return match?.[1];
}

/** Only what came in, what was bought and what could not be accounted for may be negative. */
export const mayBeNegative = (id: string): boolean => /^(field|store|loss:unaccounted):/.test(id);

/** Balance of an item over all classes. */
export function balanceOf(state: BookState, item: string): Grams {
  let total = 0;
  for (const value of Object.values(state.balances[item] ?? {})) total += value;
  return grams(total);
}

/** The class that most of an item's mass carries; `-` for what is still on. */
export function classOf(state: BookState, item: string): ClassKey {
  let best: ClassKey = '-';
  let most = -Infinity;
  for (const [key, value] of Object.entries(state.balances[item] ?? {}) as [ClassKey, Grams][])
    if (value > most) [best, most] = [key, value];
  return best;
}

/** The class a place gives: the tub's letter, else what the piece had. */
export const classOfPlace = (place: Place | undefined): ClassKey | undefined =>
  place && 'tub' in place ? TUBS[place.tub].letter : undefined;

/** Pieces with mass that lie in a tub, in the order they were cut. */
export function piecesIn(state: BookState, tub: TubKey, animal: string): Item[] {
  return Object.values(state.items).filter(
    (item) =>
      item.animal === animal &&
      item.kind === 'piece' &&
      item.place !== undefined &&
      'tub' in item.place &&
      item.place.tub === tub &&
      balanceOf(state, item.id) > 0
  );
}

/** What a tub's scale shows without its tare: loose mass and the pieces lying in it. */
export function tubWeight(state: BookState, tub: TubKey, animal: string): Grams {
  let total: number = balanceOf(state, tubId(tub, animal));
  for (const piece of piecesIn(state, tub, animal)) total += balanceOf(state, piece.id);
  return grams(total);
}

/** Items of an animal that are still on: its carcass and the parts that are not closed. */
export function stillOnItems(state: BookState, animal: string): Item[] {
  return Object.values(state.items).filter(
    (item) =>
      item.animal === animal &&
      (item.kind === 'carcass' || item.kind === 'part' || item.kind === 'lot') &&
      item.door !== 'closed'
  );
}

/** Whole tubs of an animal as items, for the moment it comes in. */
export const tubItems = (animal: string, bornIn: string): Item[] =>
  TUB_KEYS.map((tub) => ({ id: tubId(tub, animal), kind: 'tub' as const, animal, tub, bornIn }));
