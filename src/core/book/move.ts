import { TUBS, type ClassKey, type LossReason } from '$core/reference';
import { grams, shareOut, type Grams, under } from '$core/units';
import type { Destination } from './fields';
import { refuse, type Refusal, type Result } from './refusal';
import type { Posting } from './posting';
import {
  balanceOf,
  classOf,
  classOfPlace,
  classesOf,
  mixOf,
  lossId,
  tubId,
  type BookState,
  type Content,
  type Item,
  type ItemKind
} from './state';

/** Postings derived from an intent, or why there are none. */
export type Derived = Result<{ postings: Posting[] }>;
/** Postings that stand, those of no grams left out. */
export const booked = (...lists: Posting[][]): Derived => ({
  ok: true,
  postings: lists.flat().filter((p) => p.grams !== 0)
});

/** A posting of whole grams; `origin` only where it is not the animal spoken of. @throws RangeError on a fraction */
export const posting = (item: string, value: number, key: ClassKey, origin?: string): Posting => ({
  item,
  grams: grams(value),
  class: key,
  ...(origin === undefined ? {} : { origin })
});
/** Grams out of one item and into another: two postings that sum to zero. */
export const move = (
  from: string,
  fromClass: ClassKey,
  to: string,
  toClass: ClassKey,
  value: number
): Posting[] => [posting(from, -value, fromClass), posting(to, value, toClass)];
/** Grams out of an item and away, for a reason. */
export const lose = (reason: LossReason, owner: string, ownerClass: ClassKey, value: number): Posting[] =>
  move(owner, ownerClass, lossId(reason, owner), 'X', value);

/** Mass out of an item into something else; grows the item from `unaccounted` first when that was acknowledged. */
export function takeOut(
  state: BookState,
  from: Item,
  value: Grams,
  acknowledged: boolean | undefined,
  to: (key: ClassKey) => Posting[]
): Derived {
  const left = balanceOf(state, from.id);
  const key = from.kind === 'piece' || from.kind === 'tub' ? classOf(state, from.id) : '-';
  if (value <= 0) return refuse({ code: 'nothing', field: 'reading' });
  if (value <= left) return booked(to(key));
  if (!acknowledged) return refuse({ code: 'overdrawn', item: from.id, wanted: value, left });
  const own: ClassKey =
    from.kind === 'tub' && from.tub ? TUBS[from.tub].letter : (classOfPlace(from.place) ?? key);
  return booked(move(lossId('unaccounted', from.id), 'X', from.id, own, value - left), to(own));
}

/** Grams out of an item to where they are said to go: a tub's loose mass, or away for a reason. */
export const towards = (
  to: Destination,
  item: Item,
  animal: string,
  key: ClassKey,
  value: number
): Posting[] =>
  'tub' in to
    ? move(item.id, key, tubId(to.tub, animal), TUBS[to.tub].letter, value)
    : lose(to.reason, item.id, key, value);

/** Grams of some origins and classes from one item to another; they keep their class unless another is said. */
export const carry = (from: string, to: string, contents: readonly Content[], key?: ClassKey): Posting[] =>
  contents.flatMap((c) => [
    posting(from, -c.grams, c.class, c.origin),
    posting(to, c.grams, key ?? c.class, c.origin)
  ]);

/** True of what belongs to a pool: its grams may be of many origins. */
export const isPooled = (state: Pick<BookState, 'pools'>, item: Item): boolean =>
  under(state.pools, item.owner) !== undefined;

/** True of what was packed or pooled: whatever is lost of it keeps its letter, so that it lowers no yield. */
export const keepsLetter = (state: Pick<BookState, 'pools'>, item: Item): boolean =>
  item.kind === 'pack' || isPooled(state, item);

/**
 * Draws on what an item or account holds, one taking after another. Out of a mixture every origin and class gives in
 * proportion, in whole grams that add up exactly: the largest remainders first, then by the order of origins. Out of what
 * is an animal's own the largest class gives first.
 * @returns takes so many grams, at most what is left
 */
export function drawOn(state: BookState, id: string): (value: number) => Content[] {
  const mixed = under(state.origins, id) !== undefined;
  const left = mixed
    ? mixOf(state, id)
    : classesOf(under(state.balances, id))
        .sort((a, b) => b[1] - a[1])
        .map(([key, value]): Content => ({ class: key, grams: value }));
  return (value) => {
    let rest = value;
    const shares = mixed ? dealt(value, left) : undefined;
    return left.flatMap((row, i) => {
      const part = shares ? (shares[i] ?? 0) : Math.min(rest, row.grams);
      rest -= part;
      row.grams -= part;
      return part > 0 ? [{ ...row, grams: part }] : [];
    });
  };
}

/** Whole grams in proportion to what each row holds; never more than that. */
const dealt = (value: number, rows: readonly Content[]): number[] =>
  shareOut(
    grams(value),
    rows.map((row) => row.grams)
  );

/** Kinds of items that something may be taken of, wherever it lies. */
export const BODIES = ['carcass', 'lot', 'part', 'piece', 'tub', 'pack', 'batch', 'store'] as const;

/** An item of a subject, of one of some kinds; or why not. */
export function itemOf(
  state: BookState,
  id: string,
  subject: string,
  ...kinds: ItemKind[]
): { item: Item } | { refusal: Refusal } {
  const item = under(state.items, id);
  if (!item) return { refusal: { code: 'unknown-item', item: id } };
  if (item.owner !== subject) return { refusal: { code: 'other-animal', item: id, animal: item.owner } };
  if (kinds.length > 0 && !kinds.includes(item.kind))
    return { refusal: { code: 'wrong-kind', item: id, kind: item.kind, wanted: kinds.join(', ') } };
  return { item };
}

/** An item that mass may leave: not one that is closed. */
export function sourceOf(
  state: BookState,
  id: string,
  subject: string,
  ...kinds: ItemKind[]
): { item: Item } | { refusal: Refusal } {
  const found = itemOf(state, id, subject, ...kinds);
  if ('item' in found && found.item.door === 'closed') return { refusal: { code: 'closed', item: id } };
  return found;
}

/** The refusal where an id is taken already. */
export const isNew = (state: BookState, id: string): Refusal | undefined =>
  under(state.items, id) ? { code: 'item-exists', item: id } : undefined;

/** The same postings with animals of a lot beside their grams, signed as these are. */
export const counted = (postings: readonly Posting[], count: number): Posting[] =>
  postings.map((p) => ({ ...p, count: p.grams < 0 ? -count : count }));

/** Why so many animals cannot leave a lot; undefined when they can. */
export function countFault(item: Item, count: number | undefined): Refusal | undefined {
  if (count === undefined) return undefined;
  const left = item.kind === 'lot' ? (item.count ?? 0) : 0;
  return count > left ? { code: 'too-many', item: item.id, wanted: count, left } : undefined;
}

/** What is said of an item moves no mass; the item must be there, and the subject's own. */
export function saidOf(state: BookState, item: string, subject: string): Derived {
  const found = itemOf(state, item, subject);
  return 'refusal' in found ? refuse(found.refusal) : booked();
}
