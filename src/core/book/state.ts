import {
  TUBS,
  TUB_KEYS,
  type ClassKey,
  type CoolingEventKey,
  type Grain,
  type HoldReason,
  type LossReason,
  type Product,
  type Sealer,
  type Wrap,
  type Side,
  type StiffnessKey,
  type TubKey
} from '$core/reference';
import { grams, type Grams, type Sums, under } from '$core/units';
import type { Facts } from './facts';
import type { Place } from './fields';
import type { Reading } from './reading';

export type ItemKind =
  'carcass' | 'lot' | 'part' | 'piece' | 'tub' | 'batch' | 'pack' | 'store' | 'equipment';

/** A step that asked for no weight: done, passed over, or (glands) knowingly left. */
export interface Tick {
  how: 'done' | 'skipped' | 'left';
  answer?: string;
}

/** Something that can hold mass. Balances are kept apart, by item and class. */
export interface Item {
  id: string;
  kind: ItemKind;
  /** Subject whose it is and stays: an animal, or a pool. */
  owner: string;
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
  /** How a pack is wrapped, and whom it is for. */
  wrap?: Wrap;
  for?: string;
  /** What its bag was shut by, when its seal was last looked at, and how often it was made anew. */
  sealer?: Sealer;
  seal?: { at: number; tight: boolean; leaks: number };
  /** When a pack was made, and thawed; both stay with what comes out of it. */
  packedAt?: number;
  thawedAt?: number;
  /** What was said of steps that ask for no weight, by step. */
  ticks?: Readonly<Record<string, Tick>>;
  /** The order of work somebody chose for it. */
  school?: string;
  /** Parts, carcasses and lots have a door; a piece has one while it lies on the board. */
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

/** What may be held back or condemned. */
export interface Holdable {
  /** Holds that stand; absent when there are none. */
  holds?: Hold[];
  /** The entry that condemned it. */
  condemned?: string;
}

export interface Animal extends Holdable {
  id: string;
  code?: string;
  facts: Facts;
  marks: Mark[];
  /** What of it went into pools; absent when nothing did. */
  pooled?: Pooled[];
  /** What was done while it cooled and where it was taken, in the book's order; absent when nothing was said. */
  cooling?: Cooling[];
  /** The same of parts that lie by themselves. */
  apart?: Cooling[];
  /** How stiff it was felt to be. */
  felt?: Felt[];
  /** What other houses have asked for cutting it. */
  bills?: Sums;
}

/** Something done to a carcass while it cools. */
export interface Cooling {
  entry: string;
  at: number;
  what: CoolingEventKey;
  /** Of `moved`: where to. */
  to?: string;
  /** The part it was done to, where it was that alone. */
  item?: string;
}

/** A word of the stiffness log. */
export interface Felt {
  entry: string;
  at: number;
  how: StiffnessKey;
}

/**
 * Grams of an animal that went into a pool, as they were then. They count for its yield for ever, whatever becomes of the
 * pool.
 */
export interface Pooled {
  /** The item it came from. */
  item: string;
  pool: string;
  class: ClassKey;
  grams: Grams;
  cut?: string;
  boneShare?: number;
  trimmed?: true;
}

/** The recipe that a batch was made by, as it was then. */
export interface MadeBy {
  key: string;
  version: number;
  name: string;
  product: Product;
}

/** A temperature read while something is made. */
export interface Stop {
  what: 'meat' | 'mince' | 'mixed' | 'core';
  celsius: number;
  /** Said by a stand-in. */
  simulated?: true;
}

/** Slabs that jerky was cut to: how thick, mm, and how to the grain. */
export interface Slab {
  mm: number;
  grain: Grain;
}

export const POOL_KINDS = ['batch', 'store', 'equipment'] as const;

/** A subject that is no animal: a batch, a store lot, or what is left in a machine. Its items may hold grams of many origins. */
export interface Pool extends Holdable {
  id: string;
  kind: (typeof POOL_KINDS)[number];
  /** Mince, jerky, stock …; of a store lot fat, casings, salt …; of a machine its name. */
  what: string;
  /** Who agreed that animals of different owners are joined. */
  consent?: string;
  /** Of a batch: what it was made by, and how much nitrite went in, mg for each kg of meat and fat. */
  recipe?: MadeBy;
  nitrite?: number;
  /** What was read while it was made. */
  stops?: Stop[];
  /** Minutes that it took, and that the machine was cleaned before it. */
  minutes?: number;
  cleaned?: true;
  /** Of jerky: how thick its slabs were cut, mm, and how to the grain. */
  slab?: Slab;
  /** Of a store lot: what was paid for it, in the smallest units of its currency, who sold it, and their own lot. */
  price?: number;
  currency?: string;
  /** Of bought fat and meat: fat ÷ weight. Of a cure salt: sodium nitrite ÷ weight. */
  fat?: number;
  strength?: number;
  supplier?: string;
  supplierLot?: string;
  allergens?: string[];
}

export type Balance = Partial<Record<ClassKey, Grams>>;

/** Some subjects' worth of the book: what `applyEntry` needs to know, and what it changes. Plain data. */
export interface BookState {
  animals: Record<string, Animal>;
  pools: Record<string, Pool>;
  items: Record<string, Item>;
  /** Items and boundary items. Zeros are never kept. */
  balances: Record<string, Balance>;
  /** Of what belongs to pools: the same by origin. What belongs to an animal is all its own, and is not here. */
  origins: Record<string, Record<string, Balance>>;
}

/** A book in which nothing stands. */
export const emptyState = (): BookState => ({ animals: {}, pools: {}, items: {}, balances: {}, origins: {} });

/** An animal's tub for one kind of meat; stands from the animal's first intake. */
export const tubId = (tub: TubKey, animal: string): string => `tub:${tub}:${animal}`;
/** Where an animal comes from: the boundary item that is owed what it weighed. */
export const fieldId = (animal: string): string => `field:${animal}`;
/**
 * Where what is lost of an item goes, by its reason.
 * @example lossId('bloodshot', 'an-item') // 'loss:bloodshot:an-item'
 */
export const lossId = (reason: LossReason, owner: string): string => `loss:${reason}:${owner}`;

export interface LossRef {
  reason: LossReason;
  owner: string;
}
/** Takes `loss:<reason>:<owner>` apart; undefined for any other id. */
export function lossRef(id: string): LossRef | undefined {
  if (!id.startsWith('loss:')) return undefined;
  const match = /^loss:([A-Za-z]+):(.+)$/.exec(id);
  return match?.[1] && match[2] ? { reason: match[1] as LossReason, owner: match[2] } : undefined;
}

/**
 * What has left the house, under the name of who has it now and of the item it was: `given:<party>:<item>`; and what
 * somebody mixed in that was never the animal’s: `store:<party>:<item>`, below zero under the letter it came back with.
 */
export type OutKind = 'given' | 'with' | 'sample' | 'store' | 'eaten';
/** Where what leaves the house goes: to whom, and off which item. */
export const outId = (kind: OutKind, party: string, owner: string): string => `${kind}:${party}:${owner}`;
/** What of an item was eaten. */
export const eatenId = (owner: string): string => `eaten:${owner}`;
/** Takes such an id apart; undefined for any other. */
export function outRef(id: string): { kind: OutKind; party: string; owner: string } | undefined {
  if (id.startsWith('eaten:')) return { kind: 'eaten', party: '', owner: id.slice('eaten:'.length) };
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
  Object.values(state.items).find((item) => item.owner === animal && isBody(item));

/** Where a store lot comes from: below zero by what was bought. */
export const storeId = (lot: string): string => `store:${lot}`;
/** A machine that keeps what is left in it: its item and its subject. */
export const equipmentId = (name: string): string => `equipment:${name}`;
/** Water and ice: an origin that nobody is asked about. */
export const WATER = 'water';

/** The item that an account speaks of: the item itself, or whose loss, gift or meal it is. */
export const itemIn = (state: Pick<BookState, 'items'>, id: string): Item | undefined =>
  under(state.items, id) ?? under(state.items, lossRef(id)?.owner ?? outRef(id)?.owner ?? '');

/** The subject that an item or boundary item belongs to; undefined where the state does not know it. */
export function subjectOfAccount(state: Pick<BookState, 'items'>, id: string): string | undefined {
  const item = itemIn(state, id);
  if (item) return item.owner;
  return animalInId(id) ?? /^store:([^:]+)$/.exec(id)?.[1];
}

/** An animal or a pool by its id. */
export const subjectIn = (state: BookState, id: string): Animal | Pool | undefined =>
  under(state.animals, id) ?? under(state.pools, id);

/** Grams of one origin under one class. */
export interface Content {
  class: ClassKey;
  grams: number;
  /** Absent where it is the animal's own whose item it is. */
  origin?: string;
}

/** What an item or account holds, in the order of origins and classes; of an animal's, all is its own. */
export function mixOf(state: BookState, id: string): Content[] {
  const mixed = under(state.origins, id);
  if (mixed)
    return Object.keys(mixed)
      .sort()
      .flatMap((origin) =>
        classesOf(under(mixed, origin)).map(([key, grams]) => ({ class: key, grams, origin }))
      );
  const owner = subjectOfAccount(state, id);
  return classesOf(under(state.balances, id)).map(([key, grams]) => ({
    class: key,
    grams,
    ...(owner ? { origin: owner } : {})
  }));
}

/** Classes of a balance that hold something, with their grams. */
export const classesOf = (balance: Balance | undefined): [ClassKey, number][] =>
  (Object.entries(balance ?? {}) as [ClassKey, number][]).filter(([, value]) => value > 0);

/** Whose grams an item holds. */
export const originsIn = (state: BookState, id: string): string[] => [
  ...new Set(mixOf(state, id).flatMap(({ origin }) => origin ?? []))
];

const BOUNDARY = /^(field|store|loss|with|given|sample|eaten):/;
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
  for (const value of Object.values(under(state.balances, item) ?? {})) total += value;
  return grams(total);
}

/** The class that most of an item's mass carries; `-` for what is still on. */
export function classOf(state: BookState, item: string): ClassKey {
  let best: ClassKey = '-';
  let most = -Infinity;
  for (const [key, value] of Object.entries(under(state.balances, item) ?? {}) as [ClassKey, Grams][])
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
      item.owner === animal &&
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
      item.owner === animal &&
      (item.kind === 'carcass' || item.kind === 'part' || item.kind === 'lot') &&
      item.door !== 'closed'
  );
}

/** Whole tubs of an animal as items, for the moment it comes in. */
export const tubItems = (animal: string, bornIn: string): Item[] =>
  TUB_KEYS.map((tub) => ({ id: tubId(tub, animal), kind: 'tub' as const, owner: animal, tub, bornIn }));
