import { USE_YIELD, type PlanUse } from '$core/reference';
import { grams, shareOut, under, type Grams } from '$core/units';
import { freed } from './free';
import { answerFor, cookableByAny, demandsOf, pieceFor, type Demand } from './demands';
import { openFor, type Muscle, type Pins } from './muscle';
import { smallestOf, type OptionPart } from './options';
import type { Problem } from './problem';
import { neededFor, type Kitchen, type Wish } from './wish';
import type { Choice } from './weigh';

/** What becomes of a piece of a muscle. */
export interface PlanPart {
  use: PlanUse;
  /** Index of the demand of the problem that it serves; absent where nobody has asked. */
  demand?: number;
  /** g of the muscle that go to it; ends and trim are in it. */
  raw: Grams;
  /** g of what it becomes. */
  product: number;
  /** Whole pieces, and what each weighs, g. */
  pieces?: number;
  each?: number;
  /** Tied to the same muscle of the other side. */
  tied?: true;
}
export interface PlanOf {
  muscle: string;
  parts: PlanPart[];
}

/** Why a demand is short: no muscle is left that suits it, or others have it; it is no use this kitchen can cook. */
export type Shortage =
  | { why: 'kitchen'; needs: readonly Kitchen[] }
  | { why: 'suits'; most: number }
  | { why: 'others'; most: number; uses: { use: PlanUse; grams: number }[] };

/** What a row of the wish gets. */
export interface Served {
  /** Whose it is, by its place among the wishes, and its row there. */
  wish: number;
  row: number;
  use: PlanUse;
  /** g of what it becomes: asked, and got. */
  asked: number;
  got: number;
  /** Whole pieces of it. */
  pieces?: number;
  shortage?: Shortage;
}

export interface Plan {
  of: PlanOf[];
  served: Served[];
}

/** A roast that nobody has asked for weighs about this much, g. Own choice. */
const USUAL_ROAST = 1_200;
/** Pieces of what nobody has asked for: a plate’s worth each, roasts of the usual weight; nothing of what goes by weight. */
function usualPieces(use: PlanUse, product: number, portion: number): number | undefined {
  const sizes: Partial<Record<PlanUse, number>> = { steak: portion, cubed: portion, roast: USUAL_ROAST };
  const each = sizes[use];
  return each === undefined ? undefined : Math.max(1, Math.round(product / each));
}

/** Less than this is not short, g: an end more or less. Own choice. */
const NOT_SHORT = 20;

/** A choice as a plan in whole grams: kilograms freed, each muscle’s parts adding up to it, what is short with its reason. */
export function planOf(problem: Problem, wishes: readonly Wish[], choice: Choice): Plan {
  const parts = freed(problem, choice);
  const of = problem.muscles.map((muscle, m) => ({
    muscle: muscle.id,
    parts: wholeGrams(problem, wishes, muscle, parts[m] ?? [])
  }));
  return { of, served: servedBy(problem, wishes, of) };
}

function wholeGrams(
  problem: Problem,
  wishes: readonly Wish[],
  muscle: Muscle,
  parts: readonly OptionPart[]
): PlanPart[] {
  const answer = answerFor(wishes, muscle.cut);
  const portion = wishes[0]?.portion ?? USUAL_ROAST;
  const raws = shareOut(
    grams(Math.round(muscle.grams)),
    parts.map((p) => p.raw)
  );
  return parts.map((part, i) => {
    const raw = raws[i] ?? grams(0);
    const asked = problem.demands[part.demand];
    const piece = asked && pieceFor(asked, answer);
    const product = Math.round(raw * USE_YIELD[part.use]);
    const tied = part.pieces !== undefined && part.pieces < 1;
    const pieces = part.pieces ?? (asked ? undefined : usualPieces(part.use, product, portion));
    return {
      use: part.use,
      ...(part.demand >= 0 ? { demand: part.demand } : {}),
      raw,
      product,
      ...(pieces === undefined
        ? {}
        : { pieces, each: Math.round(Math.min(piece?.high ?? Infinity, product / pieces)) }),
      ...(tied ? { tied: true as const } : {})
    };
  });
}

const servedBy = (problem: Problem, wishes: readonly Wish[], of: readonly PlanOf[]): Served[] =>
  wishes.flatMap(({ rows }, wish) =>
    rows.map(({ use }, row): Served => {
      const demand = problem.demands.findIndex((d) => d.wish === wish && d.row === row);
      const own = problem.demands[demand];
      // What its kitchen cannot cook is no demand.
      if (!own)
        return { wish, row, use, asked: 0, got: 0, shortage: { why: 'kitchen', needs: neededFor(use) } };
      const parts = of.flatMap((o) => o.parts.filter((p) => p.demand === demand));
      const got = parts.reduce((sum, p) => sum + gotOf(own, p), 0);
      const pieces = parts.reduce((sum, p) => sum + (p.pieces ?? 0), 0);
      return {
        wish,
        row,
        use,
        asked: own.grams,
        got: Math.round(got),
        ...(own.piece ? { pieces } : {}),
        ...(own.grams - got > NOT_SHORT ? { shortage: shortageOf(problem, of, demand) } : {})
      };
    })
  );

/** g that a part counts for a demand. */
const gotOf = ({ piece }: Pick<Demand, 'piece'>, { pieces, product }: PlanPart): number =>
  piece?.counts !== undefined && pieces !== undefined ? pieces * piece.counts : product;

/** Why a demand is short, from all that might have served it. */
function shortageOf(problem: Problem, of: readonly PlanOf[], demand: number): Shortage {
  const asked = problem.demands[demand];
  let most = 0;
  const others = new Map<PlanUse, number>();
  problem.options.forEach((options, m) => {
    const own = Math.max(
      0,
      ...options.map((o) => o.gives.reduce((sum, g) => sum + (g.demand === demand ? g.grams : 0), 0))
    );
    most += own;
    if (own === 0) return;
    for (const part of of[m]?.parts ?? [])
      if (part.demand !== demand && part.raw >= smallestOf(asked?.use ?? 'grind'))
        others.set(part.use, (others.get(part.use) ?? 0) + part.raw);
  });
  const uses = [...others].map(([use, g]) => ({ use, grams: g })).sort((a, b) => b.grams - a.grams);
  return most < (asked?.grams ?? 0) || uses.length === 0
    ? { why: 'suits', most: Math.round(most) }
    : { why: 'others', most: Math.round(most), uses };
}

/** What is wrong with a plan: nothing, where it is one. */
export type PlanFault =
  | {
      muscle: string;
      fault: 'missing' | 'sum' | 'parts' | 'kitchen' | 'booked' | 'small' | 'pieces' | 'pinned';
    }
  | { wish: number; row: number; fault: 'got' };

/**
 * Reads a plan again from the muscles and the wish alone, without the model that made it: parts add up, no use that the
 * kitchen cannot cook or the book has closed, none below its smallest, pieces within their size, what is got as it is said.
 */
export function judge(
  muscles: readonly Muscle[],
  wishes: readonly Wish[],
  plan: Plan,
  pins: Pins = {}
): PlanFault[] {
  const can = cookableByAny(wishes);
  const faults: PlanFault[] = [];
  const got = new Map<number, number>();
  const demands = demandsOf(
    wishes,
    muscles.reduce((sum, m) => sum + m.grams, 0)
  );
  for (const muscle of muscles) {
    const own = plan.of.find((o) => o.muscle === muscle.id);
    const say = (fault: Exclude<PlanFault['fault'], 'got'>) => faults.push({ muscle: muscle.id, fault });
    if (!own || own.parts.length === 0) {
      say('missing');
      continue;
    }
    if (own.parts.length > 2) say('parts');
    if (own.parts.reduce((sum, p) => sum + p.raw, 0) !== Math.round(muscle.grams)) say('sum');
    const pinned = under(pins, muscle.id);
    if (pinned && !own.parts.every((p, i) => p.use === pinned[i])) say('pinned');
    const alone = own.parts.length === 1;
    const open = openFor(muscle, can);
    for (const { use, raw, product, pieces, each, demand, tied } of own.parts) {
      if (!can.includes(use)) say('kitchen');
      if (!open.includes(use) && !(open.length === 0 && use === 'whole')) say('booked');
      const small = tied ? smallestOf(use) / 2 : smallestOf(use);
      if (raw < small - 1 && !(alone && demand === undefined)) say('small');
      const asked = demand === undefined ? undefined : demands[demand];
      if (!asked || demand === undefined) continue;
      if (asked.use !== use) say('pieces');
      got.set(demand, (got.get(demand) ?? 0) + gotOf(asked, { use, raw, product, pieces } as PlanPart));
      if (product > raw * USE_YIELD[use] + 1) say('pieces');
      if (!asked.piece) continue;
      const { low, high } = pieceFor(asked, answerFor(wishes, muscle.cut)) ?? asked.piece;
      if (pieces === undefined || each === undefined) say('pieces');
      else if (!tied && (each < low - 1 || each > high + 1 || pieces * each > product + pieces))
        say('pieces');
    }
  }
  for (const { wish, row, got: said } of plan.served) {
    const demand = demands.findIndex((d) => d.wish === wish && d.row === row);
    if (Math.abs((got.get(demand) ?? 0) - said) > 1) faults.push({ wish, row, fault: 'got' });
  }
  return faults;
}
