import type { TubKey } from '$core/reference';
import type { FactsPatch } from '../facts';
import type { Place } from '../fields';
import type { OfEither } from '../subject';
import type { Derived } from '../move';
import type { Posting } from '../posting';
import type { Reading } from '../reading';
import type { BookState, Cooling, Felt, Hold, Item, Mark, Pool } from '../state';

/** An entry as a kind sees it: its number, its own time, what was meant, and what came of it. */
export interface EntryOf<I> {
  id: string;
  at: number;
  intent: I;
  postings: readonly Posting[];
}

/** What an entry does beside its postings. */
export interface Effects {
  /** Items that come into being. */
  births?: Item[];
  /** Batches, store lots and machines that come into being. */
  pools?: Pool[];
  /** Items that change: their door, place, count, or what was said of them. In this order. */
  changes?: [item: string, change: (item: Item) => Item][];
  marks?: Mark[];
  facts?: FactsPatch;
  hold?: Hold;
  /** Entry of a hold that ends. */
  lifts?: string;
  condemned?: true;
  cooling?: Cooling;
  felt?: Felt;
  /** What another house asked, in the smallest units of its currency; '' where none was named. */
  bill?: { amount: number; currency: string };
}

/** The way grams went by a reading that may be set right: from → to. */
export interface Route {
  reading: Reading;
  from: string;
  to: string;
}

/** An entry that another one names. */
export interface Named {
  kind: string;
  /** Subjects that it speaks of. */
  subjects: readonly string[];
  /** Each with its origin. */
  postings: readonly Posting[];
  /** It has been taken back. */
  voided: boolean;
  /** The way its grams went, by its newest reading; undefined where that cannot be set right. */
  route?: Route | undefined;
}

/** What a kind that looks back may ask of the book so far. */
export interface Past {
  entry(id: string): Named | undefined;
  /** Entries that stand on one, newest first. */
  standingOn(id: string): string[];
  /** Those of some ids that are entries of the history, newest first. */
  newestFirst(ids: ReadonlySet<string>): string[];
  /** The entry stands in a book already: a void is taken as it was booked. */
  asBooked: boolean;
}

/** Everything the book knows of one kind of entry, beside its schema. */
export interface KindRules<I extends OfEither> {
  /** Subjects that it takes from, beside the one it speaks of. */
  subjects?(intent: I): string[];
  /** Items and entries that it names: it cannot be booked without them. */
  refers(intent: I): (string | undefined)[];
  /** Items that it brings into being. */
  bears?(intent: I): string[];
  /** Its postings, summing to zero, or why there are none. */
  derive(state: BookState, intent: I, past: Past): Derived;
  /** What it does beside them. Follows from the entry and the items as they stand, never from balances. */
  effects?(entry: EntryOf<I>, state: BookState): Effects;
  /** The way its grams went, where a `correct` may set its reading right. */
  corrects?(intent: I): Route | undefined;
  /** Tubs that it would put something into. */
  fills?(intent: I): TubKey[];
  /** Something leaves the house or is eaten: forbidden while a hold stands on it, or on any origin of it. */
  leaves?: true;
  /** Something is put into a mixture: forbidden likewise, unless it is said to be known. */
  joins?(intent: I): { knowing: boolean };
  /** It may be said of a condemned animal. */
  speaks?: true;
  /** What its minutes are learned as; undefined where they say nothing. */
  minutes?(intent: I): string | undefined;
  /** It is booked in the midst of a step, and its minutes belong to the entry that ends that. */
  within?: true;
}

/** Tubs that a place names: one, or none. */
export const tubsIn = (place: Place | undefined): TubKey[] => (place && 'tub' in place ? [place.tub] : []);

/** A weight stage on an item. */
export const markOf = (
  { id, at }: EntryOf<unknown>,
  item: string,
  reading: Reading,
  corrects?: string
): Mark => ({ entry: id, item, reading, at, ...(corrects ? { corrects } : {}) });

/** Opens or closes an item. */
export const toDoor = (item: string, door: 'open' | 'closed'): [string, (item: Item) => Item] => [
  item,
  (was) => ({ ...was, door })
];

/** So many animals come into a lot or leave it. */
export const toCount = (item: string, change: number): [string, (item: Item) => Item] => [
  item,
  (was) => ({ ...was, count: (was.count ?? 0) + change })
];
