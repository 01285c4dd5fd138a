import { addSums, grams, under } from '$core/units';
import type { Facts } from './facts';
import { rulesOf, subjectsOf, takenBack, type Effects, type EntryOf, type Intent } from './kinds';
import { mergeFacts } from './merge';
import { flowsOf, type Flow, type Posting } from './posting';
import type { BookedEntry } from './schema';
import {
  emptyState,
  itemIn,
  subjectOfAccount,
  type Animal,
  type Balance,
  type BookState,
  type Holdable,
  type Item,
  type Pooled
} from './state';

type EntryLike = EntryOf<Intent> & { code?: string | undefined };

/** Adds postings to balances; zeros are dropped. Returns a new record. */
export function addPostings(
  balances: Record<string, Balance>,
  postings: readonly Posting[]
): Record<string, Balance> {
  const next = { ...balances };
  addOnto(next, postings);
  return next;
}

/** The same in place; the balances themselves are replaced, never changed. */
function addOnto(balances: Record<string, Balance>, postings: readonly Posting[]): void {
  for (const { item, grams: change, class: key } of postings) {
    const balance: Balance = { ...under(balances, item) };
    const value = grams((balance[key] ?? 0) + change);
    if (value === 0) delete balance[key];
    else balance[key] = value;
    if (Object.keys(balance).length === 0) delete balances[item];
    else balances[item] = balance;
  }
}

/** The same of what belongs to pools, by origin, in place. */
function addOriginsOnto(state: BookState, postings: readonly Posting[]): void {
  const { origins } = state;
  for (const p of postings) {
    const owner = subjectOfAccount(state, p.item);
    if (owner === undefined || under(state.pools, owner) === undefined) continue;
    const own = addPostings({ ...under(origins, p.item) }, [{ ...p, item: p.origin ?? '' }]);
    if (Object.keys(own).length === 0) delete origins[p.item];
    else origins[p.item] = own;
  }
}

/** A state with records of its own, to be played on in place; what they hold is shared. */
export const ownState = ({ animals, pools, items, balances, origins }: BookState): BookState => ({
  animals: { ...animals },
  pools: { ...pools },
  items: { ...items },
  balances: { ...balances },
  origins: { ...origins }
});

/**
 * The state after an entry that stands in the book. Pure: the state handed in is not touched.
 * A void is not stepped over; see {@link fold}.
 */
export function play(state: BookState, entry: EntryLike): BookState {
  const next = ownState(state);
  playOnto(next, entry);
  return next;
}

/**
 * The same on a state that nobody else holds: its records are changed in place, so that an entry costs what it touches and
 * not what the larder holds.
 */
export function playOnto(state: BookState, entry: EntryLike): void {
  const { id, at, intent, postings } = entry;
  const { items, animals } = state;
  const effects = rulesOf(intent).effects?.({ id, at, intent, postings }, state) ?? {};
  const given = givenBy(state, entry);
  for (const item of effects.births ?? []) items[item.id] = item;
  for (const [item, change] of effects.changes ?? []) {
    const was = under(items, item);
    if (was) items[item] = change(was);
  }
  const { animal } = intent;
  const after =
    animal === undefined ? undefined : animalAfter(under(animals, animal), effects, { ...entry, animal });
  if (after) animals[after.id] = after;
  poolsOnto(state.pools, effects, entry);
  for (const [giver, more] of pooledBy(state, given)) {
    const was = under(animals, giver);
    if (was) animals[giver] = { ...was, pooled: [...(was.pooled ?? []), ...more] };
  }
  addOnto(state.balances, postings);
  addOriginsOnto(state, postings);
}

/** Holds and condemnation after an entry; what is none of it stays. */
function heldAfter<T extends Holdable>(before: T, { hold, lifts, condemned }: Effects, entry: string): T {
  const { holds, ...was } = before;
  const standing = [...(holds ?? []), ...(hold ? [hold] : [])].filter((h) => h.entry !== lifts);
  return {
    ...(was as T),
    ...(standing.length > 0 ? { holds: standing } : {}),
    ...(condemned ? { condemned: entry } : {})
  };
}

/** Pools after an entry, in place: those it brings into being, and the one it speaks of. */
function poolsOnto(pools: BookState['pools'], effects: Effects, { id, intent }: EntryLike): void {
  const { pools: born = [], hold, lifts, condemned } = effects;
  const spoken = intent.pool === undefined ? undefined : under(pools, intent.pool);
  if (spoken && (hold || lifts || condemned)) pools[spoken.id] = heldAfter(spoken, effects, id);
  for (const pool of born) pools[pool.id] = pool;
}

/** What animals give by an entry that touches others too, each item as it is before that. */
const givenBy = (state: BookState, { intent, postings }: EntryLike): (Flow & { source: Item })[] =>
  subjectsOf(intent).length === 1
    ? []
    : flowsOf(postings).flatMap((flow) => {
        const source = under(state.items, flow.from);
        return source && under(state.animals, source.owner) ? [{ ...flow, source }] : [];
      });

/** What of it went into pools, by who gave it. */
function pooledBy(state: BookState, flows: readonly (Flow & { source: Item })[]): Map<string, Pooled[]> {
  const given = new Map<string, Pooled[]>();
  for (const { from, to, class: key, grams, source } of flows) {
    const pool = itemIn(state, to)?.owner;
    if (!pool || pool === source.owner) continue;
    const { cut, boneShare, trimmed } = source;
    const rows = given.get(source.owner) ?? [];
    rows.push({
      item: from,
      pool,
      class: key,
      grams,
      ...(cut ? { cut } : {}),
      ...(boneShare ? { boneShare } : {}),
      ...(trimmed ? { trimmed } : {})
    });
    given.set(source.owner, rows);
  }
  return given;
}

/** The animal after an entry; undefined before its first intake. */
function animalAfter(
  before: Animal | undefined,
  effects: Effects,
  entry: EntryLike & { animal: string }
): Animal | undefined {
  const { marks = [], facts, cooling, felt, bill } = effects;
  if (!before && !(entry.intent.kind === 'intake' && facts)) return undefined;
  const was = before ?? {
    id: entry.animal,
    facts: {} as Facts,
    marks: [],
    ...(entry.code ? { code: entry.code } : {})
  };
  return heldAfter(
    {
      ...was,
      facts: facts ? mergeFacts(was.facts, facts) : was.facts,
      marks: marks.length > 0 ? [...was.marks, ...marks] : was.marks,
      ...(cooling && cooling.item === undefined
        ? { cooling: [...(was.cooling ?? []), cooling] }
        : cooling
          ? { apart: [...(was.apart ?? []), cooling] }
          : {}),
      ...(felt ? { felt: [...(was.felt ?? []), felt] } : {}),
      ...(bill ? { bills: addSums(was.bills ?? {}, { [bill.currency]: bill.amount }) } : {})
    },
    effects,
    entry.id
  );
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
  const state = ownState(from);
  for (const entry of history)
    if (entry.intent.kind !== 'void' && !gone.has(entry.id)) playOnto(state, entry);
  return state;
}
