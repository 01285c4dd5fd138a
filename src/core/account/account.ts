import {
  isBody,
  net,
  spotsOf,
  type Animal,
  type BookedEntry,
  type BookState,
  type SpotFigure,
  type TrimFigures
} from '$core/book';
import { PART_NAMES, type Side, type TrimSaid } from '$core/reference';
import {
  byChance,
  compareSides,
  judge,
  likeWithLike,
  rescaled,
  type Expectation,
  type Expected,
  type Judgement,
  type Learned,
  type SideComparison
} from '$core/yield';
import { roundGrams, type Grams, under } from '$core/units';
import { expectedFrame, hangingKept, summaryOf, type StageFigure, type Summary } from './summary';

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

export interface Account extends Summary {
  ratios: Partial<Record<'hanging' | 'dressed' | 'live', Ratio>>;
  takeHomeRatio?: Ratio;
  /** What was weighed against what was expected of it; it stands once everything is closed. */
  verdict?: Judgement;
  /** How often an average animal lies as far out, 0 … 0.5. */
  byChance?: number;
  parts: PartRow[];
  sides: { part: string; name: string; left: Grams; right: Grams; comparison: SideComparison }[];
  frame?: { expected: Expected; weighed?: Grams; how?: string };
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
    ...(summary.weighed && work === 'done'
      ? { verdict: judge(summary.weighed), byChance: byChance(summary.weighed) }
      : {}),
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
