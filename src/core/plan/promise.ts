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
    if (!known || (of !== undefined && known.animal !== of)) return [];
    const answer = answerFor(wishes, known.cut);
    const [largest] = [...parts].sort((a, b) => b.raw - a.raw);
    return [
      {
        muscle: known,
        // What lies in a tub has gone where it goes.
        away: known.relativeSd > 0 && largest ? habit.get(largest.use) : undefined,
        parts: parts.map((part) => {
          const asked = part.demand === undefined ? undefined : demands[part.demand];
          return { part, asked, piece: asked && pieceFor(asked, answer) };
        })
      }
    ];
  });
  const all = rows.flatMap((r) => r.parts.map((p) => p.part));
  const uses = [...new Set(all.map((p) => p.use))];
  const named = muscles.map((m) => m.id).join(' ');
  const uniform = seeded(seedOf(named));
  // By itself: the animals are the same, whatever was done before.
  const chance = seeded(seedOf(`${named} elsewhere`));
  const draws = Array.from({ length: DRAWS }, () => {
    const animals = new Map<string, number>();
    const sums = new Map<PlanUse, { product: number; pieces: number }>();
    const add = (use: PlanUse, product: number, pieces: number) => {
      const sum = sums.get(use) ?? { product: 0, pieces: 0 };
      sums.set(use, { product: sum.product + product, pieces: sum.pieces + pieces });
    };
    for (const { muscle, away, parts } of rows) {
      let common = animals.get(muscle.animal);
      if (common === undefined) animals.set(muscle.animal, (common = normal(uniform)));
      const z = Math.sqrt(COMMON) * common + Math.sqrt(1 - COMMON) * normal(uniform);
      const factor = Math.max(LEAST, 1 + muscle.relativeSd * z);
      // A muscle goes elsewhere as a whole.
      const gone = away && chance() < away.share ? away.use(chance()) : undefined;
      for (const { part, asked, piece } of parts) {
        if (gone === 'lost') continue;
        if (gone) add(gone, part.raw * factor * USE_YIELD[gone], 0);
        // What nobody asked for is parted as it comes: a heavier muscle gives more.
        else
          add(
            part.use,
            part.product * factor,
            asked
              ? piecesAt(part, muscle.grams, factor, parts.length === 1, piece)
              : Math.round((part.pieces ?? 0) * factor)
          );
      }
    }
    return sums;
  });
  return uses
    .map((use): Promised => {
      const own = all.filter((p) => p.use === use);
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
