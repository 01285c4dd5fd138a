import { seasonOf, type Grams } from '$core/units';
import { correctable, derivations, type Derived } from './derive';
import { refuse, type Refusal, type Result } from './refusal';
import { canonical, contentsOf, net } from './entry';
import type { BookedEntry, Draft, Intent, IntentOf, Place, Posting } from './schema';
import { fold, reversed, step, sumOf, voidedIn } from './step';
import {
  balanceOf,
  classOf,
  emptyState,
  isBoundary,
  lossId,
  lossRef,
  mayBeNegative,
  outRef,
  type BookState
} from './state';

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
  const derived = derivePostings(state, draft, context);
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

/** Kinds that only speak of a condemned animal, or take something back. */
const SPEAKS: readonly Intent['kind'][] = ['amend', 'lift', 'note', 'correct', 'void'];

/** What a hold or a condemnation forbids, by name; undefined when nothing does. */
function heldBack(state: BookState, intent: Intent): Refusal | undefined {
  const animal = state.animals[intent.animal];
  if (!animal) return undefined;
  if (animal.condemned && !SPEAKS.includes(intent.kind)) return { code: 'condemned', animal: intent.animal };
  const why = animal.holds?.[0]?.why;
  if (!why) return undefined;
  const leaves = intent.kind === 'give' || intent.kind === 'send';
  return leaves || tubsNamed(intent).some((tub) => tub === 'stock' || tub === 'pets')
    ? { code: 'on-hold', animal: intent.animal, why }
    : undefined;
}

/** Tubs that an intent would put something into. */
function tubsNamed(intent: Intent): string[] {
  const inPlace = (place: Place | undefined) => (place && 'tub' in place ? [place.tub] : []);
  switch (intent.kind) {
    case 'cut':
      return intent.creates.kind === 'piece' ? inPlace(intent.creates.place) : [];
    case 'split':
      return intent.children.flatMap((child) => inPlace(child.place));
    case 'trim':
      return intent.went.flatMap(({ to }) => ('tub' in to ? [to.tub] : []));
    case 'place':
      return inPlace(intent.place);
    case 'tub':
      return [intent.tub];
    case 'close':
      return intent.boneTo === 'stock' && intent.bone ? ['stock'] : [];
    default:
      return [];
  }
}

function derivePostings(state: BookState, draft: Draft, context: BookContext): Derived {
  const { intent } = draft;
  if (intent.kind === 'void') return voiding(intent, context);
  if (intent.kind === 'correct') return correcting(state, intent, context);
  return (derivations[intent.kind] as (s: BookState, i: typeof intent) => Derived)(state, intent);
}

const sumFor = (postings: readonly Posting[], item: string): number =>
  postings.reduce((sum, p) => (p.item === item ? sum + p.grams : sum), 0);

function firstNegative(state: BookState, postings: readonly Posting[]): string | undefined {
  for (const { item } of postings)
    if (!mayBeNegative(item) && Object.values(state.balances[item] ?? {}).some((value) => value < 0))
      return item;
  return undefined;
}

/** True when two posting lists book the same grams on the same items and classes, in whatever order. */
export function samePostings(a: readonly Posting[], b: readonly Posting[]): boolean {
  const rows = (list: readonly Posting[]) =>
    list
      .map((p) => `${p.item}|${p.class}|${p.grams}|${p.count ?? 0}`)
      .sort()
      .join('\n');
  return rows(a) === rows(b);
}

function correcting(state: BookState, intent: IntentOf<'correct'>, context: BookContext): Derived {
  const history = context.history ?? [];
  const target = history.find((e) => e.id === intent.entry);
  if (!target || target.intent.animal !== intent.animal)
    return refuse({ code: 'unknown-entry', entry: intent.entry });
  const gone = voidedIn(history);
  if (gone.has(target.id)) return refuse({ code: 'already-voided', entry: target.id });
  const route = correctable(target);
  if (!route) return refuse({ code: 'not-correctable', entry: target.id, kind: target.intent.kind });
  const earlier = history.filter(
    (e): e is BookedEntry & { intent: IntentOf<'correct'> } =>
      e.intent.kind === 'correct' && e.intent.entry === target.id && !gone.has(e.id)
  );
  const was: Grams = net(earlier.at(-1)?.intent.reading ?? route.reading);
  const change = net(intent.reading) - was;
  if (net(intent.reading) <= 0) return refuse({ code: 'nothing', field: 'reading' });
  if (change === 0) return refuse({ code: 'unchanged', item: route.to });
  const [giver, taker, value] = change > 0 ? [route.from, route.to, change] : [route.to, route.from, -change];
  const shut = [route.from, route.to].find((id) => state.items[id]?.door === 'closed');
  if (shut && !(isBoundary(route.from) && route.from.startsWith('field:')))
    return refuse({ code: 'closed', item: shut });
  // What came in is set right at any time: of what is closed already, in what nobody could account for.
  if (shut) {
    const lost = lossId('unaccounted', shut);
    return {
      ok: true,
      postings: [
        { item: route.from, grams: -change as Grams, class: '-' },
        { item: lost, grams: change as Grams, class: 'X' }
      ]
    };
  }
  const left = balanceOf(state, giver);
  if (!mayBeNegative(giver) && left < value)
    return refuse({ code: 'overdrawn', item: giver, wanted: value, left });
  const key = (id: string) => (isBoundary(id) ? (id.startsWith('field:') ? '-' : 'X') : classOf(state, id));
  const takerClass =
    balanceOf(state, taker) === 0
      ? (target.postings.find((p) => p.item === taker)?.class ?? key(taker))
      : key(taker);
  return {
    ok: true,
    postings: [
      { item: giver, grams: -value as Grams, class: key(giver) },
      { item: taker, grams: value as Grams, class: takerClass }
    ]
  };
}

function voiding(intent: IntentOf<'void'>, context: BookContext): Derived {
  const history = context.history ?? [];
  const target = history.find((e) => e.id === intent.entry);
  if (!target || target.intent.animal !== intent.animal)
    return refuse({ code: 'unknown-entry', entry: intent.entry });
  if (target.intent.kind === 'void') return refuse({ code: 'not-voidable', entry: target.id });
  if (voidedIn(history).has(target.id)) return refuse({ code: 'already-voided', entry: target.id });
  const sent = new Set(intent.chain);
  const chain = context.asBooked
    ? history
        .filter((e) => sent.has(e.id))
        .map((e) => e.id)
        .reverse()
    : dependants(history, target.id);
  if (chain.length !== sent.size || chain.some((id) => !sent.has(id)))
    return refuse({ code: 'stands-on', entry: target.id, chain });
  const postings = (id: string) => history.find((e) => e.id === id)?.postings ?? [];
  return { ok: true, postings: [...chain, target.id].flatMap((id) => reversed(postings(id))) };
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
