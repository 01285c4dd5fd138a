import {
  awayOf,
  beamOf,
  bestMark,
  net,
  spotsOf,
  trimFigures,
  stillOnItems,
  workState,
  yieldOf,
  balanceOf,
  bodyOf,
  isBody,
  type Animal,
  type BeamView,
  type BookedEntry,
  type BookState,
  type SpotFigure,
  type TrimFigures,
  type WorkState,
  type YieldView
} from '$core/book';
import { PART_NAMES, SPECIES, cutOf, frameBoneIn, partsOf, type Side, type TrimSaid } from '$core/reference';
import {
  compareSides,
  expectAnimal,
  expectFromPart,
  expectPart,
  rescaled,
  expected,
  judge,
  likeWithLike,
  softSd,
  stagesFrom,
  type Expectation,
  type Expected,
  type Judgement,
  type Learned,
  type LikeWithLike,
  type SideComparison,
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

export interface PartRow {
  part: string;
  side?: Side;
  name: string;
  /** As taken off the carcass. */
  taken?: Grams;
  expectedTaken?: Expected;
  boneless?: Grams;
  expectedBoneless?: Expected;
  verdict?: Judgement;
  discards: Record<string, Grams>;
  settled: boolean;
  /** Some of it was taken at what was expected of it, not weighed. */
  supposed?: true;
}

/** A ratio of boneless to a stage; an interval where the stage is modelled. */
export interface Ratio {
  value: number;
  low: number;
  high: number;
  modelled: boolean;
}

export interface Account {
  work: WorkState;
  beam: BeamView;
  yield: YieldView;
  expectation: Expectation;
  /** Expected boneless in grams; absent when neither carcass nor part can give one. */
  expectedBoneless?: Expected;
  stages: StageFigures;
  ratios: Partial<Record<'hanging' | 'dressed' | 'live', Ratio>>;
  takeHomeRatio?: Ratio;
  /** Boneless and pets' meat as it was weighed, and what such meat should weigh in the same state. */
  weighed?: LikeWithLike;
  /** The two held against each other; it stands once everything is closed. */
  verdict?: Judgement;
  parts: PartRow[];
  sides: { part: string; name: string; left: Grams; right: Grams; comparison: SideComparison }[];
  frame?: { expected: Expected; weighed?: Grams; how?: string };
}

/** The figures that lists ask of every animal: all of its account that needs no history. */
export type Summary = Pick<
  Account,
  'work' | 'beam' | 'yield' | 'expectation' | 'expectedBoneless' | 'stages' | 'weighed'
>;

/** What the book and the model say of one animal, without the parts' story. */
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

/** Everything the book and the model say of one animal. */
export function accountOf(
  state: BookState,
  animalId: string,
  history: readonly BookedEntry[],
  learned?: Learned
): Account | undefined {
  const summary = summaryOf(state, animalId, learned);
  if (!summary) return undefined;
  const { work, yield: gave, expectation, stages } = summary;
  const { hanging } = stages;
  const { away } = summary.beam;
  const kept = hanging && hanging.grams > 0 ? 1 - away / hanging.grams : 1;
  const ratios: Account['ratios'] = {};
  for (const stage of ['hanging', 'dressed', 'live'] as const) {
    const weight = stages[stage];
    if (weight && weight.grams > 0 && kept > 0) ratios[stage] = ratio(gave.boneless, weight, 1 - kept);
  }
  const animal = under(state.animals, animalId);
  const parts = partRows(
    state,
    animalId,
    history,
    expectation,
    animal ? hangingKept(state, animal) : undefined,
    animal?.condemned === undefined
  );
  const frame = animal ? frameOf(history, state, animal, learned) : undefined;
  return {
    ...summary,
    ratios,
    ...(hanging && hanging.grams > away
      ? { takeHomeRatio: ratio(gave.takeHome, hanging, away / hanging.grams) }
      : {}),
    ...(summary.weighed && work === 'done' ? { verdict: judge(summary.weighed) } : {}),
    parts,
    sides: sidesOf(parts),
    ...(frame ? { frame } : {})
  };
}

/** @param away  share of the animal that left the house uncut */
function ratio(value: number, weight: StageFigure, away: number): Ratio {
  const kept = 1 - away;
  return {
    value: value / (weight.grams * kept),
    low: value / (weight.high * kept),
    high: value / Math.max(1, weight.low * kept),
    modelled: weight.how === 'modelled' || weight.how === 'estimated'
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

function partRows(
  state: BookState,
  animal: string,
  history: readonly BookedEntry[],
  expectation: Expectation,
  hanging: number | undefined,
  judged: boolean
): PartRow[] {
  const facts = under(state.animals, animal)?.facts;
  if (!facts) return [];
  const spots = spotsOf(state, animal, history);
  const rows: PartRow[] = [];
  for (const part of expectation.parts) {
    if (part.key === 'frame' || part.key === 'fat') continue;
    const own = spots.filter((s) => s.part === part.key);
    const sided = part.paired && own.every((s) => s.side === 'left' || s.side === 'right');
    const sides: (Side | undefined)[] =
      sided && (own.length > 0 || hanging !== undefined) ? ['left', 'right'] : [undefined];
    for (const side of sides) {
      const found = side ? own.filter((s) => s.side === side) : own;
      if (hanging === undefined && found.length === 0) continue;
      const row = partRow(part, side, found, hanging, expectation, facts.meatTrimmed ?? undefined);
      if (!judged) delete row.verdict;
      rows.push(row);
    }
  }
  return rows;
}

function partRow(
  part: Expectation['parts'][number],
  side: Side | undefined,
  found: SpotFigure[],
  hanging: number | undefined,
  expectation: Expectation,
  said: TrimSaid | undefined
): PartRow {
  const sum = (pick: (s: SpotFigure) => number) => roundGrams(found.reduce((total, s) => total + pick(s), 0));
  const scale = (e: Expected | undefined) =>
    e && hanging !== undefined ? rescaled(e, e.mean * hanging) : undefined;
  const expectedTaken = scale(side ? part.side : part.taken);
  const trimmedBoneless = scale(
    side === 'left' || side === 'right' ? part.bonelessSides?.[side] : part.boneless
  );
  // What was weighed as it came off is held against what such meat weighs.
  const trim = (key: keyof TrimFigures) => found.reduce((total, s) => total + s.trim[key], 0);
  const like =
    trimmedBoneless && found.length > 0
      ? likeWithLike(
          {
            untrimmed: trim('untrimmed'),
            finished: trim('finished'),
            trimmed: trim('trimmed'),
            off: trim('off')
          },
          expectation,
          trimmedBoneless,
          trimmedBoneless.relativeSd,
          said
        )
      : undefined;
  const expectedBoneless = like?.expected ?? trimmedBoneless;
  const discards: Record<string, Grams> = {};
  for (const spot of found)
    for (const [reason, value] of Object.entries(spot.discards))
      discards[reason] = roundGrams((under(discards, reason) ?? 0) + value);
  const settled = found.length > 0 && found.every((s) => s.settled);
  const boneless = found.length > 0 ? sum((s) => s.boneless) : undefined;
  return {
    part: part.key,
    name: `${under(PART_NAMES, part.key) ?? part.key}${side ? `, ${side}` : ''}`,
    ...(side ? { side } : {}),
    ...(found.length > 0 ? { taken: sum((s) => s.taken) } : {}),
    ...(expectedTaken ? { expectedTaken } : {}),
    ...(boneless !== undefined ? { boneless } : {}),
    ...(expectedBoneless ? { expectedBoneless } : {}),
    ...(settled && like ? { verdict: judge(like) } : {}),
    discards,
    settled,
    ...(found.some((s) => s.supposed) ? { supposed: true as const } : {})
  };
}

function sidesOf(parts: readonly PartRow[]): Account['sides'] {
  const pairs = parts
    .filter((l) => l.side === 'left')
    .flatMap((left) => {
      const right = parts.find((r) => r.part === left.part && r.side === 'right');
      // What was supposed is as heavy on both sides, and says nothing of either.
      const value = (row: PartRow | undefined) => (row?.settled && !row.supposed ? row.boneless : undefined);
      const [l, r] = [value(left), value(right)];
      return l && r ? [{ part: left.part, left: l, right: r }] : [];
    });
  return pairs.flatMap(({ part, left, right }) => {
    const comparison = compareSides(left, right, pairs.length);
    return comparison ? [{ part, name: under(PART_NAMES, part) ?? part, left, right, comparison }] : [];
  });
}

function frameOf(
  history: readonly BookedEntry[],
  state: BookState,
  animal: Animal,
  learned: Learned | undefined
): Account['frame'] {
  const whole = expectedFrame(state, animal, learned);
  if (!whole) return undefined;
  const last = history
    .filter(
      (e) =>
        e.intent.kind === 'close' &&
        isBody(under(state.items, e.intent.item)) &&
        under(state.items, e.intent.item)?.door === 'closed'
    )
    .at(-1);
  const bone = last?.intent.kind === 'close' ? last.intent.bone : undefined;
  return { expected: whole, ...(bone ? { weighed: net(bone), how: bone.how } : {}) };
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
