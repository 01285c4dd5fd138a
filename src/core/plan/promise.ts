import { PLAN_USES, USE_YIELD, type PlanUse } from '$core/reference';
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
  /** What each draw comes to, by use. */
  const sums = Object.fromEntries(
    PLAN_USES.map((use) => [use, { product: new Float64Array(DRAWS), pieces: new Float64Array(DRAWS) }])
  ) as Record<PlanUse, { product: Float64Array; pieces: Float64Array }>;
  const add = (use: PlanUse, draw: number, product: number, pieces: number) => {
    const sum = sums[use];
    sum.product[draw] = (sum.product[draw] ?? 0) + product;
    sum.pieces[draw] = (sum.pieces[draw] ?? 0) + pieces;
  };
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
  const animals = [...new Set(rows.map((r) => r.muscle.animal))].map((animal) =>
    rows.filter((r) => r.muscle.animal === animal)
  );
  const named = muscles.map((m) => m.id).join(' ');
  const uniform = seeded(seedOf(named));
  // By itself: the animals are the same, whatever was done before.
  const chance = seeded(seedOf(`${named} elsewhere`));
  for (let draw = 0; draw < DRAWS; draw += 1)
    for (const own of animals) {
      const common = Math.sqrt(COMMON) * normal(uniform);
      for (const { muscle, away, parts } of own) {
        // What was weighed is as heavy in every draw.
        const z = muscle.relativeSd > 0 ? common + Math.sqrt(1 - COMMON) * normal(uniform) : 0;
        const factor = Math.max(LEAST, 1 + muscle.relativeSd * z);
        // A muscle goes elsewhere as a whole.
        const gone = away && chance() < away.share ? away.use(chance()) : undefined;
        if (gone === 'lost') continue;
        for (const { part, asked, piece } of parts) {
          if (gone) add(gone, draw, part.raw * factor * USE_YIELD[gone], 0);
          else
            add(
              part.use,
              draw,
              part.product * factor,
              // What nobody asked for is parted as it comes: a heavier muscle gives more.
              asked
                ? piecesAt(part, muscle.grams, factor, parts.length === 1, piece)
                : Math.round((part.pieces ?? 0) * factor)
            );
        }
      }
    }
  return [...new Set(all.map((p) => p.use))]
    .map((use): Promised => {
      const own = all.filter((p) => p.use === use);
      const product = rangeOf(
        own.reduce((sum, p) => sum + p.product, 0),
        sums[use].product
      );
      const counted = own.every((p) => p.pieces !== undefined);
      return {
        use,
        product,
        ...(counted
          ? {
              pieces: rangeOf(
                own.reduce((sum, p) => sum + (p.pieces ?? 0), 0),
                sums[use].pieces
              )
            }
          : {}),
        meals: { mean: product.mean / meal, low: product.low / meal, high: product.high / meal }
      };
    })
    .sort((a, b) => b.product.mean - a.product.mean);
}

function rangeOf(mean: number, draws: Float64Array): Range {
  const sorted = [...draws.sort()];
  return {
    mean,
    low: Math.min(mean, quantile(sorted, 0.1)),
    high: Math.max(mean, quantile(sorted, 0.9))
  };
}
