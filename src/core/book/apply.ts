import { seasonOf, under } from '$core/units';
import { canonical } from './entry';
import { subjectOf } from './subject';
import { rulesOf, subjectsOf, takenBack, type Intent, type IntentOf, type Past } from './kinds';
import { samePostings, sumsByOrigin, type Posting } from './posting';
import { refuse, type Refusal, type Result } from './refusal';
import type { BookedEntry, Draft } from './schema';
import {
  balanceOf,
  emptyState,
  mayBeNegative,
  originsIn,
  subjectIn,
  subjectOfAccount,
  type BookState
} from './state';
import { addPostings, fold, ownState, playOnto, voidedIn } from './play';

/** What `applyEntry` may need beside the state. */
export interface BookContext {
  /**
   * Every entry so far of the subjects that are touched, in the book's order; of a `void` also of whatever those have
   * taken from or given to. Needed by `void` and `correct` only.
   */
  history?: readonly BookedEntry[];
  /** It stands in a book already: a void is taken as it was booked, whatever stands on what it took back. */
  asBooked?: boolean;
  /**
   * The state is the caller's own: its records become the next state in place, so that an entry in a large book costs what it
   * touches. Refused, it stays as it is.
   */
  own?: boolean;
  /** Whoever already carries a tag in the season, by the tag; asked for `intake` and `amend`. */
  tagHolder?: (tag: string, animal: string) => { animal: string; code: string } | undefined;
}

export type Applied = Result<{ postings: Posting[]; state: BookState }>;

/**
 * Books one entry on a state: what the postings are, and what the state becomes. Pure; the same function runs in the
 * browser, in the server's write transaction and when a book is imported.
 * @param state  at least what its subjects are and own, and the animals whose grams lie in that
 * @param draft  what somebody says has happened
 * @returns the derived postings, summing to zero, and the next state, or a refusal with its figures
 */
export function applyEntry(state: BookState, draft: Draft, context: BookContext = {}): Applied {
  const derived = derivedOf(state, draft, context);
  if (!derived.ok) return derived;
  const { postings } = derived;
  const { intent } = draft;
  if (intent.kind === 'void') {
    const { history = [] } = context;
    const entry = { ...draft, postings, seq: Number.MAX_SAFE_INTEGER };
    return { ok: true, postings, state: restore(state, [...history, entry], subjectsTaken(intent, history)) };
  }
  const next = context.own ? state : ownState(state);
  playOnto(next, { ...draft, postings });
  return { ok: true, postings, state: next };
}

/** What an entry would book, or why it is refused; the state is not touched. */
function derivedOf(state: BookState, draft: Draft, context: BookContext): Result<{ postings: Posting[] }> {
  const { intent } = draft;
  const { animal, pool } = intent;
  if (animal !== undefined && intent.kind !== 'intake' && !under(state.animals, animal))
    return refuse({ code: 'unknown-animal', animal });
  const bears = rulesOf(intent).bears?.(intent) ?? [];
  if (animal === undefined && !(pool !== undefined && (under(state.pools, pool) || bears.includes(pool))))
    return refuse({ code: 'unknown-pool', pool: pool ?? '' });
  if (animal !== undefined && pool !== undefined) return refuse({ code: 'other-animal', item: pool, animal });
  const facts = intent.kind === 'intake' || intent.kind === 'amend' ? intent.facts : undefined;
  const holder = facts?.tag ? context.tagHolder?.(facts.tag, animal ?? '') : undefined;
  if (facts?.tag && holder)
    return refuse({ code: 'tag-taken', tag: facts.tag, animal: holder.animal, holder: holder.code });

  const held = heldBack(state, intent);
  if (held) return refuse(held);
  const derived = rulesOf(intent).derive(state, intent, pastOf(context));
  if (!derived.ok) return derived;
  const postings = derived.postings.map((p) => ownUnsaid(p, animal));
  for (const [origin, sum] of sumsByOrigin(postings))
    if (sum !== 0) throw new Error(`postings of ${intent.kind} do not sum to zero for '${origin}'`);
  if (draft.postings && !samePostings(draft.postings, postings))
    return refuse({ code: 'stale', sent: draft.postings, derived: postings });

  const negative = intent.kind === 'void' ? undefined : firstNegative(state, postings);
  if (negative)
    return refuse({
      code: 'overdrawn',
      item: negative,
      wanted: -sumFor(postings, negative),
      left: balanceOf(state, negative)
    });
  return { ok: true, postings };
}

/** A line without its origin where that is the animal's own that the entry speaks of. */
function ownUnsaid(p: Posting, animal: string | undefined): Posting {
  if (p.origin === undefined || p.origin !== animal) return p;
  const { origin: _, ...own } = p;
  return own;
}

/** Subjects that a void touches: those of every entry it takes back. */
export function subjectsTaken(
  intent: IntentOf<'void'>,
  history: readonly Pick<BookedEntry, 'id' | 'intent'>[]
): string[] {
  const gone = new Set(takenBack(intent));
  const taken = history.filter((e) => gone.has(e.id)).flatMap((e) => subjectsOf(e.intent));
  return [...new Set([subjectOf(intent), ...taken])];
}

/**
 * What a hold or a condemnation forbids, by name; undefined when nothing does. It holds whatever has a gram of what is held,
 * whichever came first; of several the strictest is named.
 */
function heldBack(state: BookState, intent: Intent): Refusal | undefined {
  const { speaks, leaves, fills, joins, refers } = rulesOf(intent);
  const subject = subjectOf(intent);
  const animal = under(state.animals, subject);
  if (animal?.condemned && !speaks) return { code: 'condemned', animal: subject };
  const mixes = joins?.(intent);
  const away = leaves || mixes || fills?.(intent).some((tub) => tub === 'stock' || tub === 'pets');
  if (!away) return undefined;
  const items = refers(intent).flatMap((id) => (id !== undefined && under(state.items, id) ? [id] : []));
  const concerned = [
    ...new Set([
      subject,
      ...items.flatMap((id) => [under(state.items, id)?.owner ?? '', ...originsIn(state, id)])
    ])
  ].sort();
  const condemned = concerned.find((id) => subjectIn(state, id)?.condemned);
  if (condemned) return { code: 'condemned', animal: condemned };
  for (const id of [subject, ...concerned]) {
    const why = subjectIn(state, id)?.holds?.[0]?.why;
    // The hold of an animal or a lot goes with its grams, and may be joined knowingly. That of a batch itself could not be
    // read off what is made of it: it is lifted first.
    if (why && !(mixes?.knowing && isOrigin(state, id))) return { code: 'on-hold', animal: id, why };
  }
  return undefined;
}

/** Whether grams can be of it: of an animal, or of what was bought. */
const isOrigin = (state: BookState, id: string): boolean =>
  under(state.animals, id) !== undefined || under(state.pools, id)?.kind === 'store';

/** The book so far, as a kind that looks back asks it. */
function pastOf({ history = [], asBooked = false }: BookContext): Past {
  let voided: Set<string> | undefined;
  return {
    asBooked,
    entry: (id) => {
      const target = history.find((e) => e.id === id);
      if (!target) return undefined;
      const { intent, postings } = target;
      const gone = (voided ??= voidedIn(history));
      const route = rulesOf(intent).corrects?.(intent);
      const newest = history.findLast(
        (e): e is BookedEntry & { intent: IntentOf<'correct'> } =>
          e.intent.kind === 'correct' && e.intent.entry === id && !gone.has(e.id)
      );
      return {
        kind: intent.kind,
        subjects: subjectsOf(intent),
        postings: postings.map((p) => ({ ...p, ...originSaid(p, intent.animal) })),
        voided: gone.has(id),
        route: route && newest ? { ...route, reading: newest.intent.reading } : route
      };
    },
    standingOn: (id) => dependants(history, id),
    newestFirst: (ids) => history.flatMap((e) => (ids.has(e.id) ? [e.id] : [])).reverse()
  };
}

/** The origin of a line, said. */
const originSaid = (p: Posting, animal: string | undefined): { origin?: string } => {
  const origin = p.origin ?? animal;
  return origin === undefined ? {} : { origin };
};

const sumFor = (postings: readonly Posting[], item: string): number =>
  postings.reduce((sum, p) => (p.item === item ? sum + p.grams : sum), 0);

/** The first item that postings would bring below zero. */
function firstNegative({ balances }: BookState, postings: readonly Posting[]): string | undefined {
  const touched = postings.flatMap(({ item }) => {
    const balance = under(balances, item);
    return balance ? [[item, balance] as const] : [];
  });
  const after = addPostings(Object.fromEntries(touched), postings);
  return postings.find(
    ({ item }) => !mayBeNegative(item) && Object.values(under(after, item) ?? {}).some((value) => value < 0)
  )?.item;
}

/** What an entry comes to when it is played on a state again: its own postings, others, or a refusal; as text. */
function outcomeOf(state: BookState, entry: BookedEntry, history: readonly BookedEntry[]): string {
  const { postings, ...draft } = entry;
  const derived = derivedOf(state, draft, { history });
  if (!derived.ok) return derived.refusal.code;
  return samePostings(derived.postings, postings) ? AS_BOOKED : canonical(derived.postings);
}
const AS_BOOKED = 'as booked';

/** Plays a history on, leaving some entries out; gives what does not follow any more, oldest first, with its outcome. */
function playedOn(
  history: readonly BookedEntry[],
  without?: string,
  /** What does not follow even with nothing left out, by entry. */
  before: ReadonlyMap<string, string> = new Map()
): Map<string, string> {
  const gone = voidedIn(history);
  const broken = new Map<string, string>();
  const standing: BookedEntry[] = [];
  const state = emptyState();
  let begun = without === undefined;
  for (const entry of history) {
    if (entry.intent.kind === 'void' || gone.has(entry.id)) continue;
    if (entry.id === without) {
      begun = true;
      continue;
    }
    const outcome = begun ? outcomeOf(state, entry, standing) : AS_BOOKED;
    // What did not follow before is left as it stands, unless it comes to something else again now.
    if (outcome !== AS_BOOKED && (without === undefined || before.get(entry.id) !== outcome)) {
      broken.set(entry.id, outcome);
      if (without !== undefined) continue;
    }
    playOnto(state, entry);
    standing.push(entry);
  }
  return broken;
}

/**
 * Entries whose postings do not follow from their intents when all that stands is played again, oldest first. In a book
 * kept by {@link applyEntry} there are none; books from before the whole chain was taken back may hold some.
 * @param history  the animal's entries in the book's order
 */
export const unfollowed = (history: readonly BookedEntry[]): string[] => [...playedOn(history).keys()];

/**
 * The entries that stand on one, newest first: played on without it, they are refused or derive other postings. They are
 * taken back together with it, in one entry.
 * @param history  the animal's entries in the book's order
 */
export function dependants(history: readonly BookedEntry[], id: string): string[] {
  const chain = playedOn(history, id);
  if (chain.size === 0) return [];
  const before = playedOn(history);
  return [...(before.size > 0 ? playedOn(history, id, before) : chain).keys()].reverse();
}

/** One part of the book: what some subjects are and own. */
export function sliceOf(state: BookState, subjects: readonly string[]): BookState {
  const wanted = new Set(subjects);
  return partOf(state, (id) => wanted.has(id));
}

/** Several parts of the book as one. */
export const joined = (...parts: readonly BookState[]): BookState =>
  parts.length === 1 && parts[0]
    ? parts[0]
    : {
        animals: Object.assign({}, ...parts.map((p) => p.animals)) as BookState['animals'],
        pools: Object.assign({}, ...parts.map((p) => p.pools)) as BookState['pools'],
        items: Object.assign({}, ...parts.map((p) => p.items)) as BookState['items'],
        balances: Object.assign({}, ...parts.map((p) => p.balances)) as BookState['balances'],
        origins: Object.assign({}, ...parts.map((p) => p.origins)) as BookState['origins']
      };

/** What belongs to the subjects that are asked for. */
function partOf(state: BookState, wanted: (subject: string) => boolean): BookState {
  const part = emptyState();
  for (const [id, animal] of Object.entries(state.animals)) if (wanted(id)) part.animals[id] = animal;
  for (const [id, pool] of Object.entries(state.pools)) if (wanted(id)) part.pools[id] = pool;
  for (const [id, item] of Object.entries(state.items)) if (wanted(item.owner)) part.items[id] = item;
  for (const [id, balance] of Object.entries(state.balances)) {
    if (!wanted(subjectOfAccount(state, id) ?? '')) continue;
    part.balances[id] = balance;
    const origins = under(state.origins, id);
    if (origins) part.origins[id] = origins;
  }
  return part;
}

/** The state with some subjects folded anew from the history; the others stay. */
function restore(state: BookState, history: readonly BookedEntry[], subjects: readonly string[]): BookState {
  const anew = sliceOf(fold(history), subjects);
  for (const [id, animal] of Object.entries(anew.animals)) {
    const code = under(state.animals, id)?.code;
    if (code) anew.animals[id] = { ...animal, code };
  }
  const gone = new Set(subjects);
  return joined(
    partOf(state, (id) => !gone.has(id)),
    anew
  );
}

/** The season an animal's first intake falls in; gives the two digits of its code. */
export const seasonOfIntake = (at: number, start: { month: number; day: number }, timeZone: string): number =>
  seasonOf(at, start, timeZone);
