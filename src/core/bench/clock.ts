import {
  applyEntry,
  emptyState,
  rulesOf,
  voidedIn,
  stillOnItems,
  balanceOf,
  type BookedEntry,
  type BookState,
  type Facts,
  type Item
} from '$core/book';
import { cutOf, procedureFor, type Procedure, type Step } from '$core/reference';
import { trimmedMean } from '$core/statistics';
import { MINUTE, type Grams } from '$core/units';
import { birthWeights, type BenchChoices, type RowAct, type WorkRow } from './row';
import { minutesOf, sizeOf, type Minutes, type Size, type WorkKey } from './minutes';
import { PAUSE_MS } from './pause';
import { rowsOf } from './work';

/** Entries closer together than this were one press. Own choice. */
const SAME_PRESS_MS = 1_500;

/** Minutes spent on one step, as the book's own hours tell it. */
export interface Worked {
  key: WorkKey;
  hand: string;
  minutes: number;
}

/**
 * Minutes by step, from the hours of one animal's entries: a step lasts from the entry before it to its own, on the same
 * device and by the same hand. What was taken back, pauses, and the first entry of a sitting say nothing.
 * @param history  one animal's entries in the book's order
 */
export function workedOf(history: readonly BookedEntry[]): Worked[] {
  const gone = voidedIn(history);
  const last = new Map<string, number>();
  const out: Worked[] = [];
  for (const entry of history) {
    if (gone.has(entry.id)) continue;
    const seat = `${entry.hand}|${entry.device}`;
    const before = last.get(seat);
    const { within, minutes } = rulesOf(entry.intent);
    if (within) {
      if (before === undefined) last.set(seat, entry.at);
      continue;
    }
    last.set(seat, entry.at);
    const key = minutes?.(entry.intent);
    if (!key || before === undefined) continue;
    const spent = entry.at - before;
    if (spent < SAME_PRESS_MS || spent > PAUSE_MS) continue;
    out.push({ key, hand: entry.hand, minutes: spent / MINUTE });
  }
  return out;
}

/** Learns minutes by step from times spent. */
export function learnMinutes(worked: readonly Worked[]): Minutes {
  const by = new Map<WorkKey, number[]>();
  for (const { key, minutes } of worked) by.set(key, [...(by.get(key) ?? []), minutes]);
  return Object.fromEntries(
    [...by].map(([key, values]) => [key, { mean: trimmedMean(values) ?? 0, n: values.length }])
  );
}

export interface Clock {
  /** Minutes still to work on this animal. */
  left: number;
  /** Steps still to do, and how many of them own times stand behind. */
  steps: number;
  own: number;
  /** What has lain off the animal, out of the cold, longest. */
  warm?: { item: string; since: number };
}

/** Pieces that lie out: parts and pieces in a tub, not on a shelf. */
const liesOut = (item: Item): boolean =>
  (item.kind === 'part' && item.door !== 'closed' && !(item.place && 'at' in item.place)) ||
  (item.kind === 'piece' && item.place !== undefined && 'tub' in item.place);

/** When each entry was booked: of what it bore, when it came off. */
export const bornAt = (history: readonly BookedEntry[]): ReadonlyMap<string, number> =>
  new Map(history.map((e) => [e.id, e.at]));

/** The entries that stand: neither taken back nor taking back. */
export function standingIn(history: readonly BookedEntry[]): BookedEntry[] {
  const gone = voidedIn(history);
  return history.filter((e) => !gone.has(e.id));
}

/**
 * Since when an item would lie out, had it lain out in one piece: what it spent in the cold does not count.
 * @param born  when it came off
 */
export function outSince(item: string, born: number, history: readonly BookedEntry[]): number {
  let since = born;
  let cold: number | undefined;
  for (const { at, intent } of history) {
    if (intent.kind !== 'place' || intent.item !== item || !intent.place) continue;
    if ('at' in intent.place) cold ??= at;
    else if (cold !== undefined) {
      since += at - cold;
      cold = undefined;
    }
  }
  return since;
}

/** What a step will book once its item is there: enough to know how long it takes. */
export function actAhead(step: Step): RowAct {
  const [take] = step.takes;
  if (take) return { kind: 'take', cut: take.cut, born: take.kind, from: '', boneIn: false, tub: null };
  if (step.closes) return { kind: 'close', item: '' };
  if (step.weighs) return { kind: 'stage', item: '', stage: step.weighs };
  if (step.glands) return { kind: 'glands', item: '', keys: step.glands };
  return { kind: 'say', item: '', asks: 'do', answers: [] };
}

/** What the usual order of work of a part will ask for once it lies open. */
export const stepsAhead = (
  part: string,
  { group, hanging }: Size,
  orders: readonly Procedure[]
): Pick<WorkRow, 'act' | 'key'>[] => [
  { key: 'open', act: { kind: 'open', item: '' } },
  ...(procedureFor({ part, group, hanging, orders })?.steps ?? []).map((step) => ({
    key: step.key,
    act: actAhead(step)
  }))
];

/** Every row that is still to do on an animal, those of parts that are not open yet too. */
function* rowsAhead(
  state: BookState,
  animalId: string,
  history: readonly BookedEntry[],
  size: Size,
  choices: BenchChoices
): Generator<Pick<WorkRow, 'act' | 'key'>> {
  const weights = birthWeights(history);
  for (const item of stillOnItems(state, animalId))
    for (const row of rowsOf(state, item, weights, choices).rows) {
      if (row.done || row.skipped) continue;
      yield row;
      // A part still on the carcass has its own muscles to come.
      if (row.act.kind === 'take' && row.act.born === 'part')
        yield* stepsAhead(row.act.cut, size, choices.orders ?? []);
    }
}

/** Pieces of one cut that are still to be taken off, with the minutes that they take together. */
export interface TakeAhead {
  cut: string;
  count: number;
  minutes: number;
  /** Minutes are this hand's own, not the usual ones. */
  own: boolean;
}
/** What is still to be taken off an animal as pieces, cut by cut, in the order of work. */
export function takesAhead(
  state: BookState,
  animalId: string,
  history: readonly BookedEntry[],
  learned: Minutes = {},
  choices: BenchChoices = {}
): TakeAhead[] {
  const size = sizeOf(state, animalId);
  const takes = new Map<string, TakeAhead>();
  if (!size) return [];
  for (const row of rowsAhead(state, animalId, history, size, choices)) {
    if (row.act.kind !== 'take' || row.act.born === 'part') continue;
    const { cut } = row.act;
    const { minutes, n } = minutesOf(row, size, learned);
    const was = takes.get(cut) ?? { cut, count: 0, minutes: 0, own: true };
    takes.set(cut, { cut, count: was.count + 1, minutes: was.minutes + minutes, own: was.own && n > 0 });
  }
  return [...takes.values()];
}

/** What is still to do on an animal in minutes, and what has lain out longest. */
export function clockOf(
  state: BookState,
  animalId: string,
  history: readonly BookedEntry[],
  learned: Minutes = {},
  choices: BenchChoices = {}
): Clock {
  const size = sizeOf(state, animalId);
  const clock: Clock = { left: 0, steps: 0, own: 0 };
  if (!size) return clock;
  for (const row of rowsAhead(state, animalId, history, size, choices)) {
    const { minutes, n } = minutesOf(row, size, learned);
    clock.left += minutes;
    clock.steps += 1;
    clock.own += n > 0 ? 1 : 0;
  }
  const standing = standingIn(history);
  const born = bornAt(history);
  for (const item of Object.values(state.items)) {
    if (item.owner !== animalId || !liesOut(item) || balanceOf(state, item.id) <= 0) continue;
    const cut = born.get(item.bornIn);
    const since = cut === undefined ? undefined : outSince(item.id, cut, standing);
    if (since !== undefined && (clock.warm === undefined || since < clock.warm.since))
      clock.warm = { item: item.id, since };
  }
  return clock;
}

/**
 * Minutes that an animal nobody has begun is likely to take at the bench, by the order of work it would be given.
 * @param hanging  grams, of the whole lot where there are several
 * @param orders  the orders of work there are
 */
export function minutesAhead(
  facts: Pick<Facts, 'species' | 'sex' | 'ageClass'>,
  hanging: Grams,
  count: number | undefined,
  learned: Minutes,
  orders: readonly Procedure[]
): number {
  const [animal, body] = ['01890000-0000-7000-8000-000000000001', '01890000-0000-7000-8000-000000000002'];
  const booked = applyEntry(emptyState(), {
    id: '01890000-0000-7000-8000-000000000003',
    at: 0,
    hand: '',
    device: '',
    intent: {
      kind: 'intake',
      animal,
      facts: { species: facts.species, sex: facts.sex, ageClass: facts.ageClass },
      into: count ? { kind: 'lot', id: body, count } : { kind: 'carcass', id: body },
      reading: { grams: hanging, how: 'model', stage: 'hanging' }
    }
  });
  return booked.ok ? clockOf(booked.state, animal, [], learned, { orders }).left : 0;
}

/** Whether meat of a cut is thin enough that one asks if it is worth the knife. */
const ASKED = [
  'ribMeat',
  'flankWhole',
  'flankSteak',
  'flankFlap',
  'belly',
  'neckRoast',
  'flatIron',
  'slab',
  'rabbitFlank',
  'legTrim',
  'shoulderTrim'
];
/** Whether a cut is small enough to ask what it is worth before the knife is taken to it. */
export const asksWorth = (cut: string): boolean => ASKED.includes(cut) && cutOf(cut) !== undefined;
