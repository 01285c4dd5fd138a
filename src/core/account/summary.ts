import {
  awayOf,
  balanceOf,
  beamOf,
  bestMark,
  bodyOf,
  isBody,
  net,
  stillOnItems,
  trimFigures,
  workState,
  yieldOf,
  type Animal,
  type BeamView,
  type BookState,
  type WorkState,
  type YieldView
} from '$core/book';
import { SPECIES, cutOf, frameBoneIn, partsOf, type Side } from '$core/reference';
import {
  expectAnimal,
  expectFromPart,
  expectPart,
  expected,
  likeWithLike,
  rescaled,
  softSd,
  stagesFrom,
  type Expectation,
  type Expected,
  type Learned,
  type LikeWithLike,
  type YieldFacts
} from '$core/yield';
import { roundGrams, type Grams, under } from '$core/units';
import { yieldFacts } from './yield-facts';

/** A weight at a stage: a reading, an estimate, or worked out from another stage (then hollow, with its interval). */
export interface StageFigure {
  grams: Grams;
  how: 'scale' | 'typed' | 'estimated' | 'modelled';
  low: Grams;
  high: Grams;
  relativeSd: number;
}

export type StageFigures = Partial<Record<'live' | 'dressed' | 'hanging', StageFigure>>;

/** Sd of a weight that somebody guessed, ÷ weight. Working default. */
const ESTIMATE_SD = 0.08;

function figure(grams: number, how: StageFigure['how'], relativeSd: number): StageFigure {
  const e = expected(grams, relativeSd);
  return { grams: roundGrams(grams), how, low: roundGrams(e.low), high: roundGrams(e.high), relativeSd };
}

/**
 * Live, dressed and hanging weight of an animal: readings where there are any, else modelled from the nearest one. From
 * parts alone nothing is modelled until all quarters are said to be here; then hanging = Σ parts ÷ (1 − frame share).
 */
export function stageFigures(state: BookState, animal: Animal): StageFigures {
  const facts = yieldFacts(animal.facts);
  const figures: StageFigures = {};
  const carcass = bodyOf(state, animal.id);
  // What a table said of such animals gives way to the first word of a scale or a hand, at whatever stage.
  const read = animal.marks.some((m) => m.reading.stage && m.reading.how !== 'model');
  for (const stage of ['hanging', 'dressed', 'live'] as const) {
    const mark = bestMark(animal, stage, carcass?.id);
    if (!mark || (read && mark.reading.how === 'model')) continue;
    const how = mark.reading.how === 'model' ? 'modelled' : mark.reading.how;
    figures[stage] = figure(
      net(mark.reading),
      how,
      how === 'estimated' || how === 'modelled' ? ESTIMATE_SD : 0
    );
  }
  if (!figures.hanging && animal.facts.allQuartersHere && !carcass) {
    const frameShare = expectAnimal(facts).frame.mean;
    const parts = animal.marks.filter(
      (m) => under(state.items, m.item)?.kind === 'part' && under(state.items, m.item)?.bornIn === m.entry
    );
    const sum = parts.reduce((total, m) => total + net(m.reading), 0);
    if (sum > 0) figures.hanging = figure(sum / (1 - frameShare), 'modelled', 0.03);
  }
  const from = (['hanging', 'dressed', 'live'] as const).find((stage) => figures[stage]);
  const source = from
    ? { stage: from, figure: figures[from] as StageFigure }
    : besideStages(animal, carcass?.id);
  if (!source) return figures;
  const modelled = stagesFrom(facts, source.stage, source.figure.grams);
  for (const stage of ['live', 'dressed', 'hanging'] as const)
    figures[stage] ??= figure(
      modelled[stage].grams,
      'modelled',
      Math.hypot(modelled[stage].relativeSd, source.figure.relativeSd)
    );
  return figures;
}

/** What was weighed beside the three stages: drawn in fur or feather, or aged where nobody took the hanging weight. */
function besideStages(
  animal: Animal,
  body: string | undefined
): { stage: 'drawn' | 'hanging'; figure: StageFigure } | undefined {
  const drawn = bestMark(animal, 'drawn', body);
  if (drawn) {
    const guessed = drawn.reading.how === 'estimated' || drawn.reading.how === 'model';
    return { stage: 'drawn', figure: figure(net(drawn.reading), 'modelled', guessed ? ESTIMATE_SD : 0) };
  }
  const aged = bestMark(animal, 'aged', body);
  return aged && { stage: 'hanging', figure: figure(net(aged.reading), 'modelled', 0.03) };
}

/** Hanging grams less what left the house uncut: what the cuts still to come are shares of. */
export function hangingKept(state: BookState, animal: Animal): number | undefined {
  const { hanging } = stageFigures(state, animal);
  return hanging ? Math.max(0, hanging.grams - awayOf(state, animal.id)) : undefined;
}

/** What the book and the model say of one animal, without the parts' story: what lists and the bench ask of it. */
export interface Summary {
  work: WorkState;
  beam: BeamView;
  yield: YieldView;
  expectation: Expectation;
  /** Expected boneless in grams; absent when neither carcass nor part can give one. */
  expectedBoneless?: Expected;
  stages: StageFigures;
  /** Boneless and pets' meat as it was weighed, and what such meat should weigh in the same state. */
  weighed?: LikeWithLike;
}

/** The same of one animal. It needs no history. */
export function summaryOf(state: BookState, animalId: string, learned?: Learned): Summary | undefined {
  const animal = under(state.animals, animalId);
  if (!animal) return undefined;
  const facts = yieldFacts(animal.facts);
  const expectation = expectAnimal(facts, learned);
  const stages = stageFigures(state, animal);
  const { hanging } = stages;
  const ownParts = Object.values(state.items).filter(
    (i) => i.owner === animalId && i.kind === 'part' && i.from === undefined
  );
  const beam = beamOf(state, animalId);
  // Of an animal of an old list nobody knows in which state its meat was weighed.
  // What was condemned is judged by nothing.
  const unjudged = animal.facts.fromList ?? animal.condemned;
  const expectedBoneless = unjudged
    ? undefined
    : hanging
      ? rescaled(
          expectation.boneless,
          expectation.boneless.mean * Math.max(0, hanging.grams - beam.away),
          Math.hypot(expectation.boneless.relativeSd, hanging.relativeSd)
        )
      : fromParts(
          facts,
          ownParts.map((i) => ({ cut: i.cut ?? '', side: i.side, grams: cameInAt(animal, i.id) })),
          learned
        );
  return {
    work: workState(state, animalId),
    beam,
    yield: yieldOf(state, animalId),
    expectation,
    ...(expectedBoneless
      ? {
          expectedBoneless,
          weighed: likeWithLike(
            trimFigures(state, animalId),
            expectation,
            expectedBoneless,
            Math.hypot(softSd(facts), expectation.shotSd, hanging?.relativeSd ?? 0),
            animal.facts.meatTrimmed ?? undefined
          )
        }
      : {}),
    stages
  };
}

const cameInAt = (animal: Animal, item: string): number =>
  animal.marks
    .filter((m) => m.item === item && (!m.reading.stage || m.reading.stage !== 'aged'))
    .reduce((_, m) => net(m.reading), 0);

function fromParts(
  facts: YieldFacts,
  parts: { cut: string; side: Side | undefined; grams: number }[],
  learned: Learned | undefined
): Expected | undefined {
  const rows = parts.flatMap((p) => expectFromPart(facts, p.cut, p.grams, p.side, learned) ?? []);
  if (rows.length === 0) return undefined;
  const mean = rows.reduce((sum, e) => sum + e.mean, 0);
  return expected(mean, rows.reduce((sum, e) => sum + e.mean * e.relativeSd, 0) / mean);
}

/** Bone of the frame that has left with bone-in cuts off the carcass: a keel under a crown, the spine in a saddle. */
function frameBoneGone(state: BookState, animal: Animal): number {
  const { group } = SPECIES[animal.facts.species];
  let gone = 0;
  for (const item of Object.values(state.items)) {
    const cut = item.owner === animal.id && item.kind === 'piece' ? cutOf(item.cut) : undefined;
    if (cut && item.boneShare && isBody(under(state.items, item.from ?? '')))
      gone += balanceOf(state, item.id) * frameBoneIn(cut, group);
  }
  return gone;
}

/** The bare frame of what hangs here: its share of the hanging weight, less the bone that left in bone-in cuts. CV 8 %. */
export function expectedFrame(state: BookState, animal: Animal, learned?: Learned): Expected | undefined {
  const hanging = hangingKept(state, animal);
  const frame =
    hanging === undefined
      ? undefined
      : expectPart(yieldFacts(animal.facts), 'frame', hanging, undefined, learned);
  if (!frame) return undefined;
  return rescaled(frame, Math.max(0, frame.mean - frameBoneGone(state, animal)));
}

/** Bone that the model expects in what is still on the table. */
export function boneStillOn(state: BookState, animalId: string): Grams {
  const animal = under(state.animals, animalId);
  if (!animal) return roundGrams(0);
  const { hanging } = stageFigures(state, animal);
  const parts = partsOf(animal.facts.species);
  let bone = 0;
  for (const item of stillOnItems(state, animalId)) {
    const left = balanceOf(state, item.id);
    if (isBody(item)) {
      const onCarcass = parts.filter(
        (p) =>
          p.key !== 'frame' &&
          p.bone > 0 &&
          !Object.values(state.items).some(
            (i) => i.owner === animalId && i.from === item.id && i.cut === p.key && i.side !== 'right'
          )
      );
      const share =
        (parts.find((p) => p.key === 'frame')?.share ?? 0) +
        onCarcass.reduce((sum, p) => sum + p.share * p.bone, 0);
      bone += Math.min(left, Math.max(0, share * (hanging?.grams ?? left) - frameBoneGone(state, animal)));
    } else {
      const whole = item.cut ? parts.find((p) => p.key === item.cut) : undefined;
      const born =
        animal.marks
          .filter((m) => m.item === item.id)
          .map((m) => net(m.reading))
          .at(-1) ?? left;
      bone += Math.min(left, (whole?.bone ?? 0) * Math.max(born, left));
    }
  }
  return roundGrams(bone);
}
