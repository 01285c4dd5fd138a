import { TUBS, type ClassKey, type LossReason } from '$core/reference';
import { grams, type Grams } from '$core/units';
import { refuse, type Refusal, type Result } from './refusal';
import type { Posting } from './posting';
import {
  balanceOf,
  classOf,
  classOfPlace,
  lossId,
  type Balance,
  type BookState,
  type Item,
  type ItemKind
} from './state';

/** Postings derived from an intent, or why there are none. */
export type Derived = Result<{ postings: Posting[] }>;
export const booked = (...lists: Posting[][]): Derived => ({
  ok: true,
  postings: lists.flat().filter((p) => p.grams !== 0)
});

export const posting = (item: string, value: number, key: ClassKey): Posting => ({
  item,
  grams: grams(value),
  class: key
});
export const move = (
  from: string,
  fromClass: ClassKey,
  to: string,
  toClass: ClassKey,
  value: number
): Posting[] => [posting(from, -value, fromClass), posting(to, value, toClass)];
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

/** Kinds of items that something may be taken of, wherever it lies. */
export const BODIES = ['carcass', 'lot', 'part', 'piece', 'tub', 'pack'] as const;

export function itemOf(
  state: BookState,
  id: string,
  animal: string,
  ...kinds: ItemKind[]
): { item: Item } | { refusal: Refusal } {
  const item = state.items[id];
  if (!item) return { refusal: { code: 'unknown-item', item: id } };
  if (item.animal !== animal) return { refusal: { code: 'other-animal', item: id, animal: item.animal } };
  if (kinds.length > 0 && !kinds.includes(item.kind))
    return { refusal: { code: 'wrong-kind', item: id, kind: item.kind, wanted: kinds.join(', ') } };
  return { item };
}

/** An item that mass may leave: not one that is closed. */
export function sourceOf(
  state: BookState,
  id: string,
  animal: string,
  ...kinds: ItemKind[]
): { item: Item } | { refusal: Refusal } {
  const found = itemOf(state, id, animal, ...kinds);
  if ('item' in found && found.item.door === 'closed') return { refusal: { code: 'closed', item: id } };
  return found;
}

export const isNew = (state: BookState, id: string): Refusal | undefined =>
  state.items[id] ? { code: 'item-exists', item: id } : undefined;

/** The same postings with animals of a lot beside their grams, signed as these are. */
export const counted = (postings: readonly Posting[], count: number): Posting[] =>
  postings.map((p) => ({ ...p, count: p.grams < 0 ? -count : count }));

/** Why so many animals cannot leave a lot; undefined when they can. */
export function countFault(item: Item, count: number | undefined): Refusal | undefined {
  if (count === undefined) return undefined;
  const left = item.kind === 'lot' ? (item.count ?? 0) : 0;
  return count > left ? { code: 'too-many', item: item.id, wanted: count, left } : undefined;
}

/** Classes of a balance that hold something, with their grams. */
export const classesOf = (balance: Balance | undefined): [ClassKey, number][] =>
  (Object.entries(balance ?? {}) as [ClassKey, number][]).filter(([, value]) => value > 0);

/** Takes grams out of a balance, the largest class first. */
export function acrossClasses(
  balance: Balance | undefined,
  value: number,
  to: (key: ClassKey, part: number) => Posting[]
): Posting[] {
  let rest = value;
  const out: Posting[] = [];
  for (const [key, has] of classesOf(balance).sort((a, b) => b[1] - a[1])) {
    const part = Math.min(rest, has);
    if (part > 0) out.push(...to(key, part));
    rest -= part;
  }
  return out;
}

/** What is said of an item moves no mass; the item must be there, and the animal's own. */
export function saidOf(state: BookState, { item, animal }: { item: string; animal: string }): Derived {
  const found = itemOf(state, item, animal);
  return 'refusal' in found ? refuse(found.refusal) : booked();
}
