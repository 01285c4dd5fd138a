import { addSums, grams, under } from '$core/units';
import type { Facts } from './facts';
import { rulesOf, subjectsOf, takenBack, type Effects, type EntryOf, type Intent } from './kinds';
import { mergeFacts } from './merge';
import { flowsOf, type Posting } from './posting';
import type { BookedEntry } from './schema';
import {
  emptyState,
  itemIn,
  subjectOfAccount,
  type Animal,
  type Balance,
  type BookState,
  type Holdable,
  type Pooled
} from './state';

type EntryLike = EntryOf<Intent> & { code?: string | undefined };

/** Adds postings to balances; zeros are dropped. Returns a new record. */
export function addPostings(
  balances: Record<string, Balance>,
  postings: readonly Posting[]
): Record<string, Balance> {
  const next = { ...balances };
  for (const { item, grams: change, class: key } of postings) {
    const balance: Balance = { ...under(next, item) };
    const value = grams((balance[key] ?? 0) + change);
    if (value === 0) delete balance[key];
    else balance[key] = value;
    if (Object.keys(balance).length === 0) delete next[item];
    else next[item] = balance;
  }
  return next;
}

/** The same of what belongs to pools, by origin. Returns a new record. */
function addOrigins(state: BookState, postings: readonly Posting[]): BookState['origins'] {
  const own = postings.filter((p) => {
    const owner = subjectOfAccount(state, p.item);
    return owner !== undefined && under(state.pools, owner) !== undefined;
  });
  if (own.length === 0) return state.origins;
  const next = { ...state.origins };
  for (const p of own) {
    const origins = addPostings({ ...under(next, p.item) }, [{ ...p, item: p.origin ?? '' }]);
    if (Object.keys(origins).length === 0) delete next[p.item];
    else next[p.item] = origins;
  }
  return next;
}

/**
 * The state after an entry that stands in the book. Pure: the state handed in is not touched.
 * A void is not stepped over; see {@link fold}.
 */
export function play(state: BookState, entry: EntryLike): BookState {
  const { id, at, intent, postings } = entry;
  const effects = rulesOf(intent).effects?.({ id, at, intent, postings }, state) ?? {};
  const items = { ...state.items };
  for (const item of effects.births ?? []) items[item.id] = item;
  for (const [item, change] of effects.changes ?? []) {
    const was = under(items, item);
    if (was) items[item] = change(was);
  }
  const animals = { ...state.animals };
  const { animal } = intent;
  const after =
    animal === undefined ? undefined : animalAfter(under(animals, animal), effects, { ...entry, animal });
  if (after) animals[after.id] = after;
  const pools = poolsAfter(state.pools, effects, entry);
  for (const [giver, more] of pooledBy(state, items, entry)) {
    const was = under(animals, giver);
    if (was) animals[giver] = { ...was, pooled: [...(was.pooled ?? []), ...more] };
  }
  const next = { animals, pools, items, balances: addPostings(state.balances, postings) };
  return { ...next, origins: addOrigins({ ...next, origins: state.origins }, postings) };
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

/** Pools after an entry: those it brings into being, and the one it speaks of. */
function poolsAfter(
  before: BookState['pools'],
  effects: Effects,
  { id, intent }: EntryLike
): BookState['pools'] {
  const { pools: born = [], hold, lifts, condemned } = effects;
  const spoken = intent.pool === undefined ? undefined : under(before, intent.pool);
  if (born.length === 0 && !(spoken && (hold || lifts || condemned))) return before;
  const next = { ...before };
  if (spoken) next[spoken.id] = heldAfter(spoken, effects, id);
  for (const pool of born) next[pool.id] = pool;
  return next;
}

/** What animals gave into pools by an entry, each under what it was then. */
function pooledBy(
  state: BookState,
  after: BookState['items'],
  { intent, postings }: EntryLike
): Map<string, Pooled[]> {
  const given = new Map<string, Pooled[]>();
  if (subjectsOf(intent).length === 1) return given;
  for (const { from, to, class: key, grams } of flowsOf(postings)) {
    const source = under(state.items, from);
    const pool = itemIn({ items: after }, to)?.owner;
    if (!source || !pool || pool === source.owner || !under(state.animals, source.owner)) continue;
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
  let state = from;
  for (const entry of history)
    if (entry.intent.kind !== 'void' && !gone.has(entry.id)) state = play(state, entry);
  return state;
}
