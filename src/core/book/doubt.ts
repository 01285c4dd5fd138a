import {
  PARTS,
  SPECIES,
  cutOf,
  plausibleCut,
  plausibleLoss,
  plausiblePart,
  plausibleWeight,
  rawForPets,
  struckAt,
  stageToLive,
  type LossReason,
  type Side,
  type Stage
} from '$core/reference';
import { DAY, grams, roundGrams, under } from '$core/units';
import { subjectOf } from './subject';
import { firstWeight, standingMarks } from './marks';
import type { Facts } from './facts';
import type { Doubt, Doubted } from './doubted';
import type { Intent, IntentOf } from './kinds';
import type { Posting } from './posting';
import { net, type Reading } from './reading';
import type { BookedEntry, Draft } from './schema';
import { balanceOf, isBody, lossRef, tubWeight, type BookState, type Item } from './state';

/** From these on nothing is written off without a press: a share of the whole, or grams; never below what two readings may differ by. */
export const WRITE_OFF = { share: 0.02, grams: 100, scale: 10 } as const;

/** True where so many grams of a whole are asked about. */
export const asksToWriteOff = (value: number, whole: number): boolean =>
  Math.abs(value) > WRITE_OFF.scale &&
  (Math.abs(value) > WRITE_OFF.grams || Math.abs(value) > WRITE_OFF.share * whole);

/**
 * What should be asked before an entry is booked; nothing where all is usual, or where it was answered (`sure`). Asked of
 * new entries only: what stands in a book, or comes in one, is never asked about again.
 * @param state  the book before the entry
 * @param postings  what the book has derived from it
 * @param history  entries of the animal, where they are at hand: who booked the other of two and when
 */
export function doubtOf(
  state: BookState,
  draft: Pick<Draft, 'at' | 'intent'>,
  postings: readonly Posting[],
  history: readonly BookedEntry[] = []
): Doubt | undefined {
  const { intent } = draft;
  const sure = new Set<Doubted>(intent.sure);
  const asks: Record<Doubted, () => Doubt | undefined> = {
    anatomy: () => anatomyDoubt(state, intent),
    weight: () => weightDoubt(state, intent, history),
    heavy: () => heavyDoubt(state, intent),
    twice: () => twiceDoubt(state, intent, history),
    loss: () => lossDoubt(state, draft),
    pets: () => petsDoubt(state, intent, postings),
    writeOff: () => writeOffDoubt(state, intent, postings)
  };
  for (const [why, ask] of Object.entries(asks) as [Doubted, () => Doubt | undefined][]) {
    const doubt = sure.has(why) ? undefined : ask();
    if (doubt) return doubt;
  }
  return undefined;
}

/** A reading of a whole animal against the bounds of its species, sex and age; of a lot, of one of them. */
export function readingDoubt(
  facts: Pick<Facts, 'species' | 'sex' | 'ageClass'>,
  reading: Reading,
  count = 1
): Extract<Doubt, { why: 'weight' }> | undefined {
  const { stage } = reading;
  // What a table said of such animals is no weight that somebody mistook.
  return stage && reading.how !== 'model'
    ? outside(plausibleWeight(facts, stage), net(reading) / count, stage)
    : undefined;
}

function outside(
  bounds: readonly [number, number] | undefined,
  value: number,
  stage: Stage | 'part'
): Extract<Doubt, { why: 'weight' }> | undefined {
  if (!bounds || (value >= bounds[0] && value <= bounds[1])) return undefined;
  return {
    why: 'weight',
    stage,
    grams: roundGrams(value),
    low: roundGrams(bounds[0]),
    high: roundGrams(bounds[1])
  };
}

function intakeDoubt(facts: Facts, intent: IntentOf<'intake'>, reading: Reading): Doubt | undefined {
  const { into } = intent;
  if (into.kind === 'tub') return undefined;
  if (into.kind === 'part') return outside(plausiblePart(facts, into.cut, into.side), net(reading), 'part');
  return readingDoubt(facts, reading, into.kind === 'lot' ? into.count : 1);
}

function weightDoubt(state: BookState, intent: Intent, history: readonly BookedEntry[]): Doubt | undefined {
  const facts = under(state.animals, subjectOf(intent))?.facts;
  if (intent.kind === 'intake') {
    const known = facts ?? (intent.facts as Facts | undefined);
    return known ? intakeDoubt(known, intent, intent.reading) : undefined;
  }
  if (!facts) return undefined;
  if (intent.kind === 'skin')
    return readingDoubt(facts, intent.reading, under(state.items, intent.item)?.count);
  // A weight set right is looked at like the one it takes the place of.
  const target = intent.kind === 'correct' ? history.find((e) => e.id === intent.entry)?.intent : undefined;
  if (intent.kind === 'correct' && target?.kind === 'intake')
    return intakeDoubt(facts, target, { ...intent.reading, stage: target.reading.stage });
  if (intent.kind === 'correct' && target?.kind === 'skin')
    return readingDoubt(facts, { ...intent.reading, stage: target.reading.stage });
  return undefined;
}

/** A piece against what such a cut can weigh on this animal, where somebody has weighed it. */
function heavyDoubt(state: BookState, intent: Intent): Doubt | undefined {
  const facts = under(state.animals, subjectOf(intent))?.facts;
  if (!facts || (intent.kind !== 'cut' && intent.kind !== 'divide')) return undefined;
  const taken =
    intent.kind === 'cut' ? [intent] : intent.children.filter((child) => child.reading !== undefined);
  // Where only parts came in, the heaviest carcass there is stands for theirs.
  const body = Object.values(state.items).some((item) => item.owner === intent.animal && isBody(item));
  const carcass = body ? firstWeight(state, intent.animal) : plausibleWeight(facts, 'hanging')[1];
  for (const { creates, reading } of taken) {
    if (creates.kind !== 'piece' || !reading || reading.how === 'model') continue;
    const high = plausibleCut(facts.species, creates.cut, carcass, creates.side, creates.boneIn === true);
    if (high !== undefined && net(reading) > high)
      return { why: 'heavy', cut: creates.cut, grams: net(reading), high: roundGrams(high) };
  }
  return undefined;
}

const overlap = (a: Side | undefined, b: Side | undefined): boolean =>
  a === b || a === 'both' || b === 'both';

/** Cuts that an intent takes off something, with what they come off. */
function takenOff(intent: Intent): { from: string; birth: IntentOf<'cut'>['creates'] }[] {
  if (intent.kind === 'cut') return [{ from: intent.from, birth: intent.creates }];
  if (intent.kind === 'divide')
    return intent.children.map(({ creates }) => ({ from: intent.item, birth: creates }));
  return [];
}

function twiceDoubt(state: BookState, intent: Intent, history: readonly BookedEntry[]): Doubt | undefined {
  for (const { from, birth } of takenOff(intent)) {
    const other = Object.values(state.items).find(
      (item) =>
        item.owner === intent.animal &&
        item.from === from &&
        item.kind === birth.kind &&
        item.cut === birth.cut &&
        overlap(item.side, birth.side)
    );
    if (!other) continue;
    const born = history.find((e) => e.id === other.bornIn);
    const seen = born?.intent.kind === 'cut' ? net(born.intent.reading) : balanceOf(state, other.id);
    return {
      why: 'twice',
      item: other.id,
      entry: other.bornIn,
      grams: seen,
      ...(born ? { at: born.at, hand: born.hand, device: born.device } : {})
    };
  }
  return undefined;
}

function lossDoubt(state: BookState, { at, intent }: Pick<Draft, 'at' | 'intent'>): Doubt | undefined {
  if (intent.kind !== 'reweigh' && intent.kind !== 'skin') return undefined;
  const item = under(state.items, intent.item);
  const animal = under(state.animals, subjectOf(intent));
  const was = balanceOf(state, intent.item);
  if (!item || !animal || was <= 0) return undefined;
  const gone = was - net(intent.reading);
  if (gone <= 0) return undefined;
  const last = standingMarks(animal)
    .filter((m) => m.item === item.id)
    .at(-1);
  let most: number;
  if (intent.kind === 'skin') {
    const from = last?.reading.stage;
    if (!from || !intent.reading.stage) return undefined;
    const ratio =
      stageToLive(animal.facts.species, intent.reading.stage) / stageToLive(animal.facts.species, from);
    // A quarter under the usual ratio of the two stages: no dressing takes that much.
    most = was * (1 - ratio * 0.75);
  } else {
    // Of a piece nobody keeps when it was laid down: three days.
    const days = last ? Math.max(0, at - last.at) / DAY : 3;
    most = was * plausibleLoss(was / 1000 / (item.count ?? 1), days);
  }
  return gone > most && gone > WRITE_OFF.scale
    ? { why: 'loss', item: item.id, grams: grams(gone), plausible: roundGrams(most), was }
    : undefined;
}

/** Parts of the trunk, where it is taken as one. */
const LEGS = ['hindLeg', 'shoulder', 'foreLeg', 'leg', 'wing'];

function anatomyDoubt(state: BookState, intent: Intent): Doubt | undefined {
  const facts =
    under(state.animals, subjectOf(intent))?.facts ??
    (intent.kind === 'intake' ? (intent.facts as Facts | undefined) : undefined);
  if (!facts) return undefined;
  const births: { cut: string; kind: 'part' | 'piece'; from?: string }[] = [
    ...takenOff(intent).map(({ from, birth }) => ({ cut: birth.cut, kind: birth.kind, from })),
    ...(intent.kind === 'intake' && intent.into.kind === 'part'
      ? [{ cut: intent.into.cut, kind: 'part' as const }]
      : [])
  ];
  const wrong = births.find((birth) => !growsThere(state, facts, birth));
  return wrong ? { why: 'anatomy', cut: wrong.cut, from: wrong.from ?? '' } : undefined;
}

/** True of a cut that the species has, on the part it comes off. */
function growsThere(
  state: BookState,
  facts: Pick<Facts, 'species'>,
  birth: { cut: string; kind: 'part' | 'piece'; from?: string }
): boolean {
  const { group } = SPECIES[facts.species];
  const parts = PARTS[group];
  const mother = under(state.items, birth.from ?? '');
  if (birth.kind === 'part')
    return (
      parts.some((p) => p.key === birth.cut) || (birth.cut === 'trunk' && parts.some((p) => p.key === 'ribs'))
    );
  const cut = cutOf(birth.cut);
  if (!cut) return true;
  if (!cut.groups.includes(group)) return false;
  if (mother?.kind !== 'part' || !mother.cut) return true;
  const of = new Set([cut.of, ...(cut.whole ?? []).flatMap((piece) => cutOf(piece)?.of ?? [])]);
  return mother.cut === 'trunk' ? ![...of].some((key) => LEGS.includes(key)) : of.has(mother.cut);
}

/** Meat that becomes food for animals: asked each time of kinds that are cooked for them, and of a part that was hit. */
function petsDoubt(state: BookState, intent: Intent, postings: readonly Posting[]): Doubt | undefined {
  const facts = under(state.animals, subjectOf(intent))?.facts;
  if (!facts || intent.kind === 'void' || intent.kind === 'correct') return undefined;
  const more = postings.reduce((sum, p) => sum + (p.class === 'D' ? p.grams : 0), 0);
  if (more <= 0) return undefined;
  const { group } = SPECIES[facts.species];
  if (!rawForPets(group)) return { why: 'pets', grams: roundGrams(more), because: group };
  const moved = [
    ...postings.flatMap((p) => (p.grams < 0 ? (under(state.items, p.item) ?? []) : [])),
    ...takenOff(intent).map(({ birth }) => birth)
  ];
  const hit = moved.some(({ kind, cut, side }) => {
    const part = kind === 'part' ? cut : cutOf(cut)?.of;
    return part !== undefined && struckAt(facts, part, side);
  });
  return hit ? { why: 'pets', grams: roundGrams(more), because: 'hit' } : undefined;
}

/** Losses that nobody has weighed: what is over when something is closed, read lighter, or does not come back. */
const UNSEEN: readonly LossReason[] = ['unaccounted', 'drip', 'evaporation', 'notReturned'];

function writeOffDoubt(state: BookState, intent: Intent, postings: readonly Posting[]): Doubt | undefined {
  if (intent.kind !== 'close' && intent.kind !== 'tub' && intent.kind !== 'return') return undefined;
  const item = intent.kind === 'tub' ? `tub:${intent.tub}:${intent.animal}` : intent.item;
  let value = 0;
  let reason: LossReason = 'unaccounted';
  for (const p of postings) {
    const loss = lossRef(p.item);
    if (!loss || !UNSEEN.includes(loss.reason)) continue;
    value += p.grams;
    reason = loss.reason;
  }
  const whole =
    intent.kind === 'tub' ? tubWeight(state, intent.tub, intent.animal) : wholeOf(state, intent.item);
  return asksToWriteOff(value, whole) ? { why: 'writeOff', item, grams: grams(value), reason } : undefined;
}

/** What an item weighed with all that has come off it and still lies somewhere. */
function wholeOf(state: BookState, id: string): number {
  const item: Item | undefined = under(state.items, id);
  if (isBody(item) && item) return firstWeight(state, item.owner);
  const off = Object.values(state.items).reduce(
    (sum, child) => (child.from === id ? sum + wholeOf(state, child.id) : sum),
    0
  );
  return balanceOf(state, id) + off;
}
