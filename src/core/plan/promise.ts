import { USE_YIELD, type PlanUse } from '$core/reference';
import { normal, quantile, seedOf, seeded } from '$core/statistics';
import { answerFor, demandsOf, pieceFor, type Demand } from './demands';
import { elsewhereOf, type KeptUse } from './kept';
import type { Muscle } from './muscle';
import type { Plan, PlanPart } from './plan';
import { tableOf, type Wish } from './wish';

/** A figure with the range that holds 8 of 10. */
export interface Range {
  mean: number;
  low: number;
  high: number;
}

/** What a plan promises of one use. */
export interface Promised {
  use: PlanUse;
  /** g of what it becomes. */
  product: Range;
  /** Whole pieces, where it goes by the piece. */
  pieces?: Range;
  meals: Range;
}

/** So many animals are drawn for the ranges. */
const DRAWS = 300;
/** Half of what is not known of a muscle is not known of its whole animal, by variance. Own estimate. */
const COMMON = 0.5;
/** No muscle is drawn lighter than this share of what is expected. */
const LEAST = 0.2;

/** Pieces that come out of a muscle that weighs this much more or less than was planned. */
function piecesAt(
  { pieces, raw, use }: PlanPart,
  whole: number,
  factor: number,
  alone: boolean,
  piece: NonNullable<Demand['piece']> | undefined
): number {
  const low = piece?.low ?? 1;
  // A tied roast is half of one, however heavy.
  if (pieces === undefined || pieces < 1) return pieces ?? 0;
  const fit = Math.floor(((alone ? raw : whole) * factor * USE_YIELD[use]) / low + 1e-9);
  return alone && piece?.counts !== undefined ? fit : Math.min(pieces, fit);
}

/**
 * What a plan promises by use: mass, pieces and meals, with the range that holds 8 of 10 drawn animals. What was weighed
 * does not vary; what is still on may go elsewhere, as often as it did in plans before.
 * @param wishes  that it was made for
 * @param before  what plans before kept, by use
 * @param of      one animal’s alone
 */
export function promiseOf(
  plan: Pick<Plan, 'of'>,
  muscles: readonly Muscle[],
  wishes: readonly Wish[],
  before: readonly KeptUse[] = [],
  of?: string
): Promised[] {
  const byId = new Map(muscles.map((m) => [m.id, m]));
  const { meal } = tableOf(wishes);
  const demands = demandsOf(
    wishes,
    muscles.reduce((sum, m) => sum + m.grams, 0)
  );
  const habit = new Map(before.map((row) => [row.use, elsewhereOf(row)]));
  const rows = plan.of.flatMap(({ muscle, parts }) => {
    const known = byId.get(muscle);
    return known && (of === undefined || known.animal === of)
      ? parts.map((part) => ({ part, muscle: known, alone: parts.length === 1 }))
      : [];
  });
  const uses = [...new Set(rows.map((r) => r.part.use))];
  const named = muscles.map((m) => m.id).join(' ');
  const uniform = seeded(seedOf(named));
  // By itself: the animals are the same, whatever was done before.
  const chance = seeded(seedOf(`${named} elsewhere`));
  const draws = Array.from({ length: DRAWS }, () => {
    const animals = new Map<string, number>();
    const factors = new Map<string, number>();
    const sums = new Map<PlanUse, { product: number; pieces: number }>();
    for (const { part, muscle, alone } of rows) {
      let common = animals.get(muscle.animal);
      if (common === undefined) animals.set(muscle.animal, (common = normal(uniform)));
      let factor = factors.get(muscle.id);
      if (factor === undefined) {
        const z = Math.sqrt(COMMON) * common + Math.sqrt(1 - COMMON) * normal(uniform);
        factors.set(muscle.id, (factor = Math.max(LEAST, 1 + muscle.relativeSd * z)));
      }
      const away = habit.get(part.use);
      // What lies in a tub has gone where it goes.
      const gone = away && muscle.relativeSd > 0 && chance() < away.share ? away.use(chance()) : undefined;
      if (gone === 'lost') continue;
      const use = gone ?? part.use;
      const sum = sums.get(use) ?? { product: 0, pieces: 0 };
      sum.product += gone ? part.raw * factor * USE_YIELD[gone] : part.product * factor;
      const asked = gone || part.demand === undefined ? undefined : demands[part.demand];
      // What nobody asked for is parted as it comes: a heavier muscle gives more.
      if (!gone && !asked) sum.pieces += Math.round((part.pieces ?? 0) * factor);
      if (asked)
        sum.pieces += piecesAt(
          part,
          muscle.grams,
          factor,
          alone,
          pieceFor(asked, answerFor(wishes, muscle.cut))
        );
      sums.set(use, sum);
    }
    return sums;
  });
  return uses
    .map((use): Promised => {
      const own = rows.filter((r) => r.part.use === use).map((r) => r.part);
      const product = rangeOf(
        own.reduce((sum, p) => sum + p.product, 0),
        draws.map((d) => d.get(use)?.product ?? 0)
      );
      const counted = own.every((p) => p.pieces !== undefined);
      return {
        use,
        product,
        ...(counted
          ? {
              pieces: rangeOf(
                own.reduce((sum, p) => sum + (p.pieces ?? 0), 0),
                draws.map((d) => d.get(use)?.pieces ?? 0)
              )
            }
          : {}),
        meals: { mean: product.mean / meal, low: product.low / meal, high: product.high / meal }
      };
    })
    .sort((a, b) => b.product.mean - a.product.mean);
}

function rangeOf(mean: number, draws: readonly number[]): Range {
  const sorted = [...draws].sort((a, b) => a - b);
  return {
    mean,
    low: Math.min(mean, quantile(sorted, 0.1)),
    high: Math.max(mean, quantile(sorted, 0.9))
  };
}
