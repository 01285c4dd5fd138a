import { grams } from '$core/units';
import type { Facts } from './facts';
import { rulesOf, takenBack, type Effects, type EntryOf, type Intent } from './kinds';
import { mergeFacts } from './merge';
import type { Posting } from './posting';
import type { BookedEntry } from './schema';
import { emptyState, type Animal, type Balance, type BookState } from './state';

type EntryLike = EntryOf<Intent> & { code?: string | undefined };

/** Adds postings to balances; zeros are dropped. Returns a new record. */
export function addPostings(
  balances: Record<string, Balance>,
  postings: readonly Posting[]
): Record<string, Balance> {
  const next = { ...balances };
  for (const { item, grams: change, class: key } of postings) {
    const balance: Balance = { ...next[item] };
    const value = grams((balance[key] ?? 0) + change);
    if (value === 0) delete balance[key];
    else balance[key] = value;
    if (Object.keys(balance).length === 0) delete next[item];
    else next[item] = balance;
  }
  return next;
}

/**
 * The state after an entry that stands in the book. Pure: the state handed in is not touched.
 * A void is not stepped over; see {@link fold}.
 */
export function step(state: BookState, entry: EntryLike & { postings: readonly Posting[] }): BookState {
  const { id, at, intent } = entry;
  const effects = rulesOf(intent).effects?.({ id, at, intent }, state) ?? {};
  const items = { ...state.items };
  for (const item of effects.births ?? []) items[item.id] = item;
  for (const [item, change] of effects.changes ?? []) {
    const was = items[item];
    if (was) items[item] = change(was);
  }
  const animals = { ...state.animals };
  const after = animalAfter(animals[intent.animal], effects, entry);
  if (after) animals[intent.animal] = after;
  return { animals, items, balances: addPostings(state.balances, entry.postings) };
}

/** The animal after an entry; undefined before its first intake. */
function animalAfter(before: Animal | undefined, effects: Effects, entry: EntryLike): Animal | undefined {
  const { marks = [], facts, hold, lifts, cooling, felt, bill, condemned } = effects;
  if (!before && !(entry.intent.kind === 'intake' && facts)) return undefined;
  const { holds, ...was } = before ?? {
    id: entry.intent.animal,
    facts: {} as Facts,
    marks: [],
    ...(entry.code ? { code: entry.code } : {})
  };
  const standing = [...(holds ?? []), ...(hold ? [hold] : [])].filter((h) => h.entry !== lifts);
  return {
    ...was,
    facts: facts ? mergeFacts(was.facts, facts) : was.facts,
    marks: marks.length > 0 ? [...was.marks, ...marks] : was.marks,
    ...(standing.length > 0 ? { holds: standing } : {}),
    ...(cooling ? { cooling: [...(was.cooling ?? []), cooling] } : {}),
    ...(felt ? { felt: [...(was.felt ?? []), felt] } : {}),
    ...(bill ? { bill: (was.bill ?? 0) + bill } : {}),
    ...(condemned ? { condemned: entry.id } : {})
  };
}

/** Entries that voids have taken back. */
export function voidedIn(history: readonly Pick<BookedEntry, 'intent'>[]): Set<string> {
  const ids = new Set<string>();
  for (const { intent } of history)
    if (intent.kind === 'void') for (const id of takenBack(intent)) ids.add(id);
  return ids;
}

/** The state that a history leads to: every entry in order, but for voids and what they took back. */
export function fold(history: readonly BookedEntry[], from: BookState = emptyState()): BookState {
  const gone = voidedIn(history);
  let state = from;
  for (const entry of history)
    if (entry.intent.kind !== 'void' && !gone.has(entry.id)) state = step(state, entry);
  return state;
}
