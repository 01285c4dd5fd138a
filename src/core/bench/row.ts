import {
  balanceOf,
  isBody,
  net,
  outRef,
  tubId,
  type Animal,
  type BookedEntry,
  type BookState,
  type Item,
  rulesOf
} from '$core/book';
import {
  partsOf,
  SPECIES,
  ALL_GLANDS,
  cutOf,
  glandTick,
  usualTub,
  type Answer,
  type Asks,
  type DiscardReason,
  type KitKey,
  type Procedure,
  type Side,
  type Step,
  type TakeOff,
  type TakingKey,
  type Vocabulary
} from '$core/reference';
import {
  expectAnimal,
  expectCut,
  expectPart,
  expected,
  keptByTrim,
  rescaled,
  type Expected,
  type Learned,
  type YieldFacts
} from '$core/yield';
import { roundGrams, type Grams, under } from '$core/units';
import type { Claim, Seat } from './claims';
import { expectedFrame, hangingKept, stageFigures, yieldFacts } from '$core/account';

/** What one press books. */
export type RowAct =
  | {
      kind: 'take';
      cut: string;
      side?: Side;
      born: 'part' | 'piece';
      from: string;
      boneIn: boolean;
      tub: string | null;
    }
  | { kind: 'close'; item: string }
  /** Nothing to weigh: somebody says that they are out, or stay in. */
  | { kind: 'glands'; item: string; keys: readonly string[]; side?: Side }
  /** Attention, not a weight: said to be done, or what was found. */
  | { kind: 'say'; item: string; asks: Asks; answers: readonly Answer[] }
  /** The whole animal's weight at a stage. */
  | { kind: 'stage'; item: string; stage: 'dressed' | 'hanging' }
  /** Weighed into a tub beside the hanging weight. */
  | { kind: 'beside'; item: string; tub: 'offal' | 'hide' }
  /** Taken off or out of a piece on the board, weighed by itself. */
  | { kind: 'off'; item: string; what: TakingKey }
  /** A little meat for a test, weighed. */
  | { kind: 'sample'; item: string; what: string }
  | { kind: 'open'; item: string };

/**
 * True where a step asks what was found, or whether glands are out: nobody answers that with a press meant for a weight.
 */
export const isQuestion = ({ act }: Pick<WorkRow, 'act'>): boolean =>
  act.kind === 'glands' || (act.kind === 'say' && act.answers.length > 1);

/** A row in the order of work: a step with where the animal stands on it. */
export interface WorkRow {
  key: string;
  title: string;
  doing: string;
  look?: string;
  feel?: string;
  wrong?: string;
  why?: string;
  holds?: readonly string[];
  drops?: string;
  cautions: string[];
  kit?: readonly KitKey[];
  bones?: readonly string[];
  /** What is weighed off at it, each by its reason. */
  away?: readonly DiscardReason[];
  act: RowAct;
  done: boolean;
  /** Passed over, knowingly; it may still be done. */
  skipped?: boolean;
  /** What was found, where the step asks. */
  said?: string;
  /** Grams on the scale when it was done. */
  weight?: Grams;
  expected?: Expected;
  /** Somebody else has it in hand. */
  held?: Claim;
}

/** What whoever stands at the bench has chosen; the book does not depend on it. */
export interface BenchChoices {
  vocabulary?: Vocabulary;
  /** Procedure by carcass or part, over what the book says; the usual one where nothing was chosen. */
  procedures?: ReadonlyMap<string, string>;
  /** The orders of work there are, the larder's own among them; without them nothing is proposed but closing. */
  orders?: readonly Procedure[];
  /** What own animals say of the species. */
  learned?: Learned | undefined;
  /** Cuts that somebody adds to the order of work of an item, for this once, by its id. */
  added?: ReadonlyMap<string, readonly TakeOff[]>;
  /** Pieces are weighed trimmed, not as they come off. */
  trimmed?: boolean;
  /** Whether somebody wants a cut that may be either on its bone; the usual where nobody has said so. */
  onBone?: (cut: string) => boolean | undefined;
  /** Where somebody stands; without it whatever lies open is as good as in hand. */
  seat?: Seat | undefined;
}

/** How differently two pieces are trimmed (coefficient of variation). Own estimate. */
const TRIM_CV = 0.05;

/** How differently two butchers part a piece (coefficient of variation). Own estimate. */
export const PARTED_CV = 0.15;

/** Everything that making a row asks for. */
export interface Table {
  state: BookState;
  animal: Animal;
  history: ReadonlyMap<string, Grams>;
  vocabulary: Vocabulary;
  hanging: number | undefined;
  learned: Learned | undefined;
  trimmed: boolean;
  onBone: BenchChoices['onBone'];
}

export const sameSide = (a: Side | undefined, b: Side | undefined): boolean =>
  a === b || a === 'both' || b === 'both' || a === undefined;

/** Items that a take-off step would have made. */
function takenFor(
  state: BookState,
  from: Item,
  cut: string,
  side: Side | undefined,
  kind: 'part' | 'piece'
): Item[] {
  const off = Object.values(state.items).filter(
    (i) =>
      i.owner === from.owner &&
      i.from === from.id &&
      i.kind === kind &&
      (!isBody(from) || sameSide(i.side, side))
  );
  const itself = off.filter((i) => i.cut === cut || (cutOf(i.cut)?.whole ?? []).includes(cut));
  if (itself.length > 0) return itself;
  // What is taken whole here may have come off muscle by muscle; only when none is left of it is the step done.
  const muscles = cutOf(cut)?.whole ?? [];
  const each = muscles.map((muscle) => off.find((i) => i.cut === muscle));
  return each.length > 0 && each.every((i) => i !== undefined) ? (each as Item[]) : [];
}

export function rowOf(table: Table, focus: Item, step: Step): WorkRow {
  const { state, animal } = table;
  const tick = under(focus.ticks, step.key);
  const base = {
    key: step.key,
    title: step.title,
    doing: step.doing,
    ...(step.look ? { look: step.look } : {}),
    ...(step.feel ? { feel: step.feel } : {}),
    ...(step.wrong ? { wrong: step.wrong } : {}),
    ...(step.why ? { why: step.why } : {}),
    ...(step.holds ? { holds: step.holds } : {}),
    ...(step.drops ? { drops: step.drops } : {}),
    ...(step.kit ? { kit: step.kit } : {}),
    ...(step.bones ? { bones: step.bones } : {}),
    ...(step.away ? { away: step.away } : {}),
    cautions: step.cautions,
    done: false,
    ...(tick?.how === 'skipped' ? { skipped: true } : {}),
    ...(tick?.answer ? { said: step.answers?.find((a) => a.key === tick.answer)?.name ?? tick.answer } : {})
  };
  const ticked = tick !== undefined && tick.how !== 'skipped';
  if (step.glands) {
    // Entries of before each had its own tick speak of all.
    const spoken = (key: string) => {
      const said = under(focus.ticks, glandTick(key, step.side)) ?? under(focus.ticks, ALL_GLANDS);
      return said !== undefined && said.how !== 'skipped';
    };
    return {
      ...base,
      act: {
        kind: 'glands',
        item: focus.id,
        keys: step.glands,
        ...(step.side ? { side: step.side } : {})
      },
      done: step.glands.every(spoken)
    };
  }
  if (step.asks)
    return {
      ...base,
      act: { kind: 'say', item: focus.id, asks: step.asks, answers: step.answers ?? [] },
      done: ticked
    };
  if (step.weighs) {
    const mark = animal.marks.findLast((m) => m.item === focus.id && m.reading.stage === step.weighs);
    return {
      ...base,
      act: { kind: 'stage', item: focus.id, stage: step.weighs },
      done: mark !== undefined,
      ...(mark ? { weight: net(mark.reading) } : stageExpected(state, animal, step.weighs))
    };
  }
  if (step.beside) {
    const grams = balanceOf(state, tubId(step.beside, animal.id));
    return {
      ...base,
      act: { kind: 'beside', item: focus.id, tub: step.beside },
      done: grams > 0,
      ...(grams > 0 ? { weight: grams } : {})
    };
  }
  if (step.sample) {
    const grams = sampledFrom(state, animal.id);
    return {
      ...base,
      act: { kind: 'sample', item: focus.id, what: step.sample },
      done: grams > 0,
      ...(grams > 0 ? { weight: roundGrams(grams) } : {})
    };
  }
  if (step.off) return { ...base, act: { kind: 'off', item: focus.id, what: step.off }, done: ticked };
  const take = step.takes[0];
  if (!take || step.closes)
    return {
      ...base,
      act: { kind: 'close', item: focus.id },
      done: focus.kind === 'piece' ? focus.door !== 'open' : focus.door === 'closed',
      ...closing(table, focus)
    };
  return { ...base, ...takeRow(table, focus, step, take) };
}

function takeRow(
  { state, animal, history, vocabulary, hanging, learned, trimmed, onBone }: Table,
  focus: Item,
  step: Step,
  take: TakeOff
): Pick<WorkRow, 'title' | 'act' | 'done' | 'weight' | 'expected'> {
  const facts = yieldFacts(animal.facts);
  const cut = cutOf(take.cut);
  const side = take.side ?? focus.side;
  const taken = takenFor(state, focus, take.cut, take.side, take.kind);
  const partGrams = focus.kind === 'part' ? history.get(focus.id) : undefined;
  const mother = focus.kind === 'piece' ? cutOf(focus.cut) : undefined;
  const whole = history.get(focus.id);
  const weight = taken.reduce((sum, item) => sum + (history.get(item.id) ?? 0), 0);
  const usual = cut?.boneIn ?? false;
  const boneIn = take.boned ? false : cut && cut.bone > 0 ? (onBone?.(take.cut) ?? usual) : usual;
  const expect = mother
    ? cut && whole !== undefined && mother.share > 0
      ? expected((whole * cut.share) / mother.share, PARTED_CV)
      : undefined
    : take.kind === 'part'
      ? hanging === undefined
        ? undefined
        : expectPart(facts, take.cut, hanging, take.side, learned)
      : asWeighed(
          facts,
          expectCut(facts, take.cut, {
            side: take.side,
            hanging,
            partGrams,
            learned,
            ...(boneIn === usual ? {} : { boneIn })
          }),
          trimmed,
          learned
        );
  return {
    title: take.kind === 'piece' && cut && !isBody(focus) ? cut.names[vocabulary] : step.title,
    act: {
      kind: 'take',
      cut: take.cut,
      born: take.kind,
      from: focus.id,
      boneIn,
      tub:
        take.kind === 'piece'
          ? (take.tub ?? (cut ? usualTub(cut, SPECIES[facts.species].group) : 'grind'))
          : null,
      ...(side ? { side } : {})
    },
    done: taken.length > 0,
    ...(taken.length > 0 ? { weight: roundGrams(weight) } : {}),
    ...(expect ? { expected: expect } : {})
  };
}

/** A piece as it will be weighed: as it comes off, or with its silver, fat and scraps off already. */
function asWeighed(
  facts: YieldFacts,
  piece: Expected | undefined,
  trimmed: boolean,
  learned: Learned | undefined
): Expected | undefined {
  if (!piece || !trimmed) return piece;
  const kept = keptByTrim(expectAnimal(facts, learned));
  return rescaled(piece, piece.mean * kept, Math.hypot(piece.relativeSd, TRIM_CV));
}

/** What the model says of a stage that has not been weighed. */
function stageExpected(
  state: BookState,
  animal: Animal,
  stage: 'dressed' | 'hanging'
): { expected?: Expected } {
  const figure = stageFigures(state, animal)[stage];
  return figure && figure.relativeSd > 0 ? { expected: expected(figure.grams, figure.relativeSd) } : {};
}

/** Grams of an animal that went to a laboratory. */
function sampledFrom(state: BookState, animal: string): number {
  return Object.keys(state.balances).reduce((sum, id) => {
    const out = outRef(id);
    return out?.kind === 'sample' && under(state.items, out.owner)?.owner === animal
      ? sum + balanceOf(state, id)
      : sum;
  }, 0);
}

/** How heavy a bare frame or the bones of a part should be. */
function closing({ state, animal, learned }: Table, focus: Item): { expected?: Expected } {
  if (focus.kind === 'piece') return {};
  if (isBody(focus)) {
    const e = expectedFrame(state, animal, learned);
    return e ? { expected: e } : {};
  }
  const bone = expectedBone(state, animal, focus);
  return bone ? { expected: bone } : {};
}

/** Bare bone of a part on the table: its bone share of the part as taken, less the bone that left in bone-in cuts. CV 8 %. */
export function expectedBone(state: BookState, animal: Animal, part: Item): Expected | undefined {
  const share = partBone(animal, part.cut);
  if (share === undefined) return undefined;
  const left = balanceOf(state, part.id);
  let went = 0;
  let boneWent = 0;
  for (const item of Object.values(state.items)) {
    if (item.from !== part.id) continue;
    const value = balanceOf(state, item.id);
    went += value;
    boneWent += value * (item.boneShare ?? 0);
  }
  return expected(Math.max(0, (left + went) * share - boneWent), 0.08);
}

/** Bone ÷ part by the reference; undefined for what is no part of the table. */
function partBone(animal: Animal, cut: string | undefined): number | undefined {
  return partsOf(animal.facts.species).find((p) => p.key === cut)?.bone;
}

/** First weights of items by id, from the entries: what the scale said when each was born. */
export function birthWeights(history: readonly BookedEntry[]): Map<string, Grams> {
  const weights = new Map<string, Grams>();
  for (const { intent, postings } of history) {
    for (const id of rulesOf(intent).bears?.(intent) ?? []) {
      const born = postings.filter((p) => p.item === id);
      if (born.length > 0) weights.set(id, roundGrams(born.reduce((sum, p) => sum + p.grams, 0)));
    }
    if (intent.kind === 'correct')
      for (const p of postings)
        if (weights.has(p.item)) weights.set(p.item, roundGrams((weights.get(p.item) ?? 0) + p.grams));
  }
  return weights;
}

export const tableOf = (
  state: BookState,
  animal: Animal,
  history: ReadonlyMap<string, Grams>,
  { vocabulary = 'plain', learned, trimmed = false, onBone }: BenchChoices
): Table => ({
  state,
  animal,
  history,
  vocabulary,
  hanging: hangingKept(state, animal),
  learned,
  trimmed,
  onBone
});
