import { SPECIES, STIFFNESS_KEYS, boneShareOf, cutOf, type StiffnessKey } from '$core/reference';
import { grams, type Grams } from '$core/units';
import type { Facts } from './facts';
import { mergeFacts } from './merge';
import type { BookedEntry, Draft, Intent, IntentOf, Posting, Reading } from './schema';
import {
  emptyState,
  piecesIn,
  stillOnItems,
  tubId,
  tubItems,
  type Animal,
  type Balance,
  type BookState,
  type Cooling,
  type Felt,
  type Hold,
  type Item,
  type Mark
} from './state';

/** What an entry does beside its postings. Follows from the entry alone, never from balances. */
interface Effects {
  births: Item[];
  doors: [item: string, door: 'open' | 'closed'][];
  marks: Mark[];
  /** Animals that came into a lot or left it. */
  counts: [item: string, change: number][];
  hold?: Hold;
  /** Entry of a hold that ends. */
  lifts?: string;
  condemned?: true;
  cooling?: Cooling;
  felt?: Felt;
  bill?: number;
}

type EntryLike = Pick<Draft, 'id' | 'at' | 'intent'> & { code?: string | undefined };

function markOf(entry: EntryLike, item: string, reading: Reading, corrects?: string): Mark {
  return { entry: entry.id, item, reading, at: entry.at, ...(corrects ? { corrects } : {}) };
}

/** Items born, doors moved and marks made by an entry. */
export function effectsOf(entry: EntryLike, state: BookState): Effects {
  const effects: Effects = { births: [], doors: [], marks: [], counts: [] };
  const { intent, id: bornIn } = entry;
  const { animal } = intent;
  switch (intent.kind) {
    case 'intake': {
      if (!state.animals[animal]) effects.births.push(...tubItems(animal, bornIn));
      const { into } = intent;
      if (into.kind === 'carcass')
        effects.births.push({ id: into.id, kind: 'carcass', animal, bornIn, door: 'open' });
      if (into.kind === 'lot')
        effects.births.push({ id: into.id, kind: 'lot', animal, bornIn, door: 'open', count: into.count });
      if (into.kind === 'part')
        effects.births.push({
          id: into.id,
          kind: 'part',
          animal,
          bornIn,
          cut: into.cut,
          ...(into.side ? { side: into.side } : {})
        });
      effects.marks.push(
        markOf(entry, into.kind === 'tub' ? `tub:${into.tub}:${animal}` : into.id, intent.reading)
      );
      break;
    }
    case 'reweigh':
    case 'skin':
      effects.marks.push(markOf(entry, intent.item, intent.reading));
      break;
    case 'correct': {
      const corrected = Object.values(state.animals[animal]?.marks ?? []).find(
        (mark) => mark.entry === intent.entry
      );
      if (corrected) {
        const { stage } = corrected.reading;
        effects.marks.push(
          markOf(entry, corrected.item, stage ? { ...intent.reading, stage } : intent.reading, intent.entry)
        );
      }
      break;
    }
    case 'cut': {
      const { creates, from } = intent;
      const side = creates.side ? { side: creates.side } : {};
      if (creates.kind === 'part')
        effects.births.push({
          id: creates.id,
          kind: 'part',
          animal,
          bornIn,
          cut: creates.cut,
          from,
          ...side
        });
      else {
        const cut = cutOf(creates.cut);
        const boneIn = creates.boneIn ?? cut?.boneIn ?? false;
        const species = state.animals[animal]?.facts.species;
        const boneShare = boneIn && cut && species ? boneShareOf(cut, SPECIES[species].group) : 0;
        effects.births.push({
          id: creates.id,
          kind: 'piece',
          animal,
          bornIn,
          cut: creates.cut,
          from,
          place: creates.place,
          ...side,
          ...(creates.trimmed ? { trimmed: true as const } : {}),
          ...(boneShare > 0 ? { boneShare } : {})
        });
      }
      break;
    }
    case 'split': {
      const mother = state.items[intent.item];
      for (const child of intent.children)
        effects.births.push({
          id: child.id,
          kind: 'piece',
          animal,
          bornIn,
          from: intent.item,
          place: child.place,
          ...(mother?.trimmed ? { trimmed: true as const } : {}),
          ...(mother?.cut ? { cut: mother.cut } : {}),
          ...(mother?.side ? { side: mother.side } : {}),
          ...(mother?.boneShare ? { boneShare: mother.boneShare } : {})
        });
      break;
    }
    case 'discard':
      if (intent.count) effects.counts.push([intent.from, -intent.count]);
      break;
    case 'give':
    case 'send': {
      const whole = state.items[intent.item];
      const count = intent.count ?? (intent.reading ? 0 : (whole?.count ?? 0));
      if (count > 0) effects.counts.push([intent.item, -count]);
      if (whole?.door !== undefined || whole?.kind === 'part')
        if (!intent.reading) effects.doors.push([intent.item, 'closed']);
      break;
    }
    case 'return':
      if (intent.bill) effects.bill = intent.bill;
      for (const pack of intent.packs)
        effects.births.push({
          id: pack.id,
          kind: 'pack',
          animal,
          bornIn,
          from: intent.item,
          what: pack.what,
          place: pack.place ?? { shelf: 'freezer' }
        });
      break;
    case 'hold':
      effects.hold = {
        entry: entry.id,
        why: intent.why,
        at: entry.at,
        ...(intent.note ? { note: intent.note } : {})
      };
      break;
    case 'lift':
      effects.lifts = intent.hold;
      break;
    case 'condemn':
      for (const item of stillOnItems(state, animal)) effects.doors.push([item.id, 'closed']);
      for (const item of Object.values(state.items))
        if (item.animal === animal && item.count) effects.counts.push([item.id, -item.count]);
      effects.condemned = true;
      break;
    case 'chill':
      effects.cooling = {
        entry: entry.id,
        at: entry.at,
        what: intent.what,
        ...(intent.to ? { to: intent.to } : {})
      };
      break;
    case 'tick':
      if (intent.step === STIFFNESS_STEP && isStiffness(intent.answer))
        effects.felt = { entry: entry.id, at: entry.at, how: intent.answer };
      break;
    case 'open':
      effects.doors.push([intent.item, 'open']);
      break;
    case 'close':
      effects.doors.push([intent.item, 'closed']);
      break;
  }
  return effects;
}

/** The step whose answer is the stiffness log: Q0, ready to bone. */
export const STIFFNESS_STEP = 'ready';
const isStiffness = (text: string | undefined): text is StiffnessKey =>
  (STIFFNESS_KEYS as readonly (string | undefined)[]).includes(text);

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

/** The postings with their signs turned, newest first: what a void books. */
export const reversed = (postings: readonly Posting[]): Posting[] =>
  [...postings]
    .reverse()
    .map((p) => ({ ...p, grams: grams(-p.grams), ...(p.count === undefined ? {} : { count: -p.count }) }));

/**
 * The state after an entry that stands in the book. Pure: the state handed in is not touched.
 * A void is not stepped over; see {@link fold}.
 */
export function step(state: BookState, entry: EntryLike & { postings: readonly Posting[] }): BookState {
  const { intent } = entry;
  const effects = effectsOf(entry, state);
  const items = { ...state.items };
  for (const item of effects.births) items[item.id] = item;
  for (const [id, door] of effects.doors) {
    const item = items[id];
    if (item) items[id] = { ...item, door };
  }
  for (const [id, change] of effects.counts) {
    const item = items[id];
    if (item) items[id] = { ...item, count: (item.count ?? 0) + change };
  }
  if (intent.kind === 'place') {
    const item = items[intent.item];
    if (item)
      items[intent.item] = {
        ...item,
        ...(intent.place ? { place: intent.place } : {}),
        ...(intent.side ? { side: intent.side } : {})
      };
  }
  for (const id of trimmedBy(state, intent)) {
    const item = items[id];
    if (item) items[id] = { ...item, trimmed: true };
  }
  if (intent.kind === 'tick' || intent.kind === 'school') {
    const item = items[intent.item];
    if (item) items[intent.item] = said(item, intent);
  }
  const animals = { ...state.animals };
  const before = animals[intent.animal];
  if (!before && intent.kind === 'intake' && intent.facts)
    animals[intent.animal] = {
      id: intent.animal,
      facts: mergeFacts({} as Facts, intent.facts),
      marks: effects.marks,
      ...(entry.code ? { code: entry.code } : {})
    };
  else if (before) {
    const facts = intent.kind === 'amend' ? mergeFacts(before.facts, intent.facts) : before.facts;
    const marks = effects.marks.length > 0 ? [...before.marks, ...effects.marks] : before.marks;
    animals[intent.animal] = standing({ ...before, facts, marks }, effects, entry.id);
  }
  return { animals, items, balances: addPostings(state.balances, entry.postings) };
}

/** Items that are trimmed from an entry on: the piece itself, or a tub with all that lies in it. */
function trimmedBy(state: BookState, intent: Intent): string[] {
  if (intent.kind === 'trim') return [intent.item];
  if (intent.kind !== 'tub' || intent.lost !== 'silver') return [];
  return [
    tubId(intent.tub, intent.animal),
    ...piecesIn(state, intent.tub, intent.animal).map((piece) => piece.id)
  ];
}

/** An item with what was said of its order of work. */
function said(item: Item, intent: IntentOf<'tick'> | IntentOf<'school'>): Item {
  if (intent.kind === 'school') return { ...item, school: intent.by };
  const { step: key, how, answer } = intent;
  return { ...item, ticks: { ...item.ticks, [key]: { how, ...(answer ? { answer } : {}) } } };
}

/** The animal with the holds that stand after an entry; none is said where there is none. */
function standing(animal: Animal, effects: Effects, entry: string): Animal {
  const { holds, ...rest } = animal;
  const now = [...(holds ?? []), ...(effects.hold ? [effects.hold] : [])].filter(
    (h) => h.entry !== effects.lifts
  );
  return {
    ...rest,
    ...(now.length > 0 ? { holds: now } : {}),
    ...(effects.cooling ? { cooling: [...(animal.cooling ?? []), effects.cooling] } : {}),
    ...(effects.felt ? { felt: [...(animal.felt ?? []), effects.felt] } : {}),
    ...(effects.bill ? { bill: (animal.bill ?? 0) + effects.bill } : {}),
    ...(effects.condemned ? { condemned: entry } : {})
  };
}

/** Entries that a void takes back: the one it names, and what stands on it. */
export const takenBack = ({ entry, chain }: IntentOf<'void'>): string[] => [...(chain ?? []), entry];

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

/** Total of a posting list by class, to prove that an entry sums to zero. */
export const sumOf = (postings: readonly Posting[]): Grams =>
  grams(postings.reduce((sum, p) => sum + p.grams, 0));
