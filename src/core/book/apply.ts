import { seasonOf } from '$core/units';
import { canonical, contentsOf } from './entry';
import { rulesOf, type Intent, type IntentOf, type Past } from './kinds';
import { samePostings, sumOf, type Posting } from './posting';
import { refuse, type Refusal, type Result } from './refusal';
import type { BookedEntry, Draft } from './schema';
import { balanceOf, emptyState, lossRef, mayBeNegative, outRef, type BookState } from './state';
import { fold, step, voidedIn } from './step';

/** What `applyEntry` may need beside the state. */
export interface BookContext {
  /** Every entry of the animal so far, in the book's order. Needed by `void` and `correct` only. */
  history?: readonly BookedEntry[];
  /** It stands in a book already: a void is taken as it was booked, whatever stands on what it took back. */
  asBooked?: boolean;
  /** Whoever already carries a tag in the season, by the tag; asked for `intake` and `amend`. */
  tagHolder?: (tag: string, animal: string) => { animal: string; code: string } | undefined;
}

export type Applied = Result<{ postings: Posting[]; state: BookState }>;

/**
 * Books one entry on a state: what the postings are, and what the state becomes. Pure; the same function runs in the
 * browser, in the server's write transaction and when a book is imported.
 * @param state  at least the animal's worth of the book
 * @param draft  what somebody says has happened
 * @returns the derived postings, summing to zero, and the next state, or a refusal with its figures
 */
export function applyEntry(state: BookState, draft: Draft, context: BookContext = {}): Applied {
  const { intent } = draft;
  if (intent.kind !== 'intake' && !state.animals[intent.animal])
    return refuse({ code: 'unknown-animal', animal: intent.animal });
  const tag = intent.kind === 'intake' || intent.kind === 'amend' ? intent.facts?.tag : undefined;
  const holder = tag ? context.tagHolder?.(tag, intent.animal) : undefined;
  if (tag && holder) return refuse({ code: 'tag-taken', tag, animal: holder.animal, holder: holder.code });

  const held = heldBack(state, intent);
  if (held) return refuse(held);
  const derived = rulesOf(intent).derive(state, intent, pastOf(context));
  if (!derived.ok) return derived;
  const { postings } = derived;
  if (sumOf(postings) !== 0) throw new Error(`postings of ${intent.kind} do not sum to zero`);
  if (draft.postings && !samePostings(draft.postings, postings))
    return refuse({ code: 'stale', sent: draft.postings, derived: postings });

  if (intent.kind === 'void') {
    const entry = { ...draft, postings, seq: Number.MAX_SAFE_INTEGER };
    return { ok: true, postings, state: restore(state, [...(context.history ?? []), entry], intent.animal) };
  }
  const next = step(state, { ...draft, postings });
  const negative = firstNegative(next, postings);
  if (negative)
    return refuse({
      code: 'overdrawn',
      item: negative,
      wanted: -sumFor(postings, negative),
      left: balanceOf(state, negative)
    });
  return { ok: true, postings, state: next };
}

/** What a hold or a condemnation forbids, by name; undefined when nothing does. */
function heldBack(state: BookState, intent: Intent): Refusal | undefined {
  const animal = state.animals[intent.animal];
  if (!animal) return undefined;
  const { speaks, leaves, fills } = rulesOf(intent);
  if (animal.condemned && !speaks) return { code: 'condemned', animal: intent.animal };
  const why = animal.holds?.[0]?.why;
  if (!why) return undefined;
  const away = leaves || fills?.(intent).some((tub) => tub === 'stock' || tub === 'pets');
  return away ? { code: 'on-hold', animal: intent.animal, why } : undefined;
}

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
        animal: intent.animal,
        postings,
        voided: gone.has(id),
        route: route && newest ? { ...route, reading: newest.intent.reading } : route
      };
    },
    standingOn: (id) => dependants(history, id),
    newestFirst: (ids) => history.flatMap((e) => (ids.has(e.id) ? [e.id] : [])).reverse()
  };
}

const sumFor = (postings: readonly Posting[], item: string): number =>
  postings.reduce((sum, p) => (p.item === item ? sum + p.grams : sum), 0);

function firstNegative(state: BookState, postings: readonly Posting[]): string | undefined {
  for (const { item } of postings)
    if (!mayBeNegative(item) && Object.values(state.balances[item] ?? {}).some((value) => value < 0))
      return item;
  return undefined;
}

/** What an entry comes to when it is played on a state again: its own postings, others, or a refusal; as text. */
function outcomeOf(state: BookState, entry: BookedEntry, history: readonly BookedEntry[]): string {
  const { postings, ...draft } = entry;
  const applied = applyEntry(state, draft, { history });
  if (!applied.ok) return applied.refusal.code;
  return samePostings(applied.postings, postings) ? AS_BOOKED : canonical(applied.postings);
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
  let state = emptyState();
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
    state = step(state, entry);
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

/** The state with one animal folded anew from its history; the others stay. */
function restore(state: BookState, history: readonly BookedEntry[], animal: string): BookState {
  const rest: BookState = { animals: { ...state.animals }, items: {}, balances: {} };
  const code = state.animals[animal]?.code;
  delete rest.animals[animal];
  for (const [id, item] of Object.entries(state.items)) if (item.animal !== animal) rest.items[id] = item;
  const owned = ownedBy(state, animal);
  for (const [id, balance] of Object.entries(state.balances)) if (!owned(id)) rest.balances[id] = balance;
  const next = fold(history, rest);
  const found = next.animals[animal];
  return found && code ? { ...next, animals: { ...next.animals, [animal]: { ...found, code } } } : next;
}

/** Tells whether an item or boundary item speaks of an animal. */
export function ownedBy(state: BookState, animal: string): (id: string) => boolean {
  return (id) => {
    const item = state.items[id];
    if (item) return item.animal === animal;
    if (id.endsWith(animal)) return true;
    const owner = lossRef(id)?.owner ?? outRef(id)?.owner;
    return owner !== undefined && state.items[owner]?.animal === animal;
  };
}

/** Whether two drafts are the same entry said twice, or one id used for two different things. */
export const sameEntry = (a: Draft, b: Draft): boolean => contentsOf(a) === contentsOf(b);

/** The season an animal's first intake falls in; gives the two digits of its code. */
export const seasonOfIntake = (at: number, start: { month: number; day: number }, timeZone: string): number =>
  seasonOf(at, start, timeZone);
