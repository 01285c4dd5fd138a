import { USE_SMALLEST, USE_YIELD, type PlanUse } from '$core/reference';
import { cookable, mealsWanted, type CutWish, type Priority, type Wish, type WishRow } from './wish';

/** A row of the wish as the plan serves it. */
export interface Demand {
  /** Whose it is, by its place among the wishes, and its row there. */
  wish: number;
  row: number;
  use: PlanUse;
  priority: Priority;
  /** g of what it becomes. */
  grams: number;
  /** Pieces between two weights, g; where they are for a plate each, what one counts. */
  piece?: { low: number; high: number; counts?: number };
}

/** A piece for a plate may be a tenth lighter or heavier than was asked. Own choice. */
const PLATE = 0.1;

/** g of product that a row of a wish asks for; shares are of what falls to this wish. */
function demandOf({ use, amount }: WishRow, all: number): number {
  if (amount.by === 'portions') return amount.count * amount.each;
  if (amount.by === 'weight') return amount.grams;
  return amount.share * all * USE_YIELD[use];
}

/** What falls to each wish of what is there, a share: by who eats, how much and how often. */
export function sharesOfWishes(wishes: readonly Wish[]): number[] {
  const eaten = wishes.map((w) => w.people * w.portion * mealsWanted(w));
  const all = eaten.reduce((a, b) => a + b, 0);
  return eaten.map((g) => g / all);
}

/** The pieces of a row: steaks for a plate, roasts between two weights; nothing where it goes by weight. */
function pieceOf({ use, amount, size }: WishRow, portion: number): Demand['piece'] {
  if (size?.by === 'weight') return { low: size.low, high: size.high };
  if (use === 'steak' || use === 'cubed') {
    const each = amount.by === 'portions' ? amount.each : portion;
    return { low: each * (1 - PLATE), high: each * (1 + PLATE), counts: each };
  }
  if (use === 'roast') return { low: USE_SMALLEST.roast, high: 3 * USE_SMALLEST.roast };
  return undefined;
}

/** The demands of wishes on so much meat; rows that their kitchen cannot cook are none. */
export function demandsOf(wishes: readonly Wish[], all: number): Demand[] {
  const falls = sharesOfWishes(wishes);
  return wishes.flatMap(({ rows, kitchen, portion }, wish) => {
    const can = cookable(kitchen);
    return rows.flatMap((asked, row) => {
      if (!can.includes(asked.use)) return [];
      const piece = pieceOf(asked, portion);
      return [
        {
          wish,
          row,
          use: asked.use,
          priority: asked.priority,
          grams: Math.round(demandOf(asked, all * (falls[wish] ?? 0))),
          ...(piece ? { piece } : {})
        }
      ];
    });
  });
}

/** What somebody has answered for a cut, and who: the first that says so. */
export function answerFor(
  wishes: readonly Pick<Wish, 'cuts' | 'name'>[],
  cut: string
): (CutWish & { name: string }) | undefined {
  for (const { cuts, name } of wishes) {
    const found = cuts.find((c) => c.cut === cut);
    if (found) return { ...found, name };
  }
  return undefined;
}

/** An answer says that the cut becomes this. */
export const isAnswered = (answer: Pick<CutWish, 'first' | 'second'> | undefined, use: PlanUse): boolean =>
  answer?.first === use || answer?.second === use;

/** The pieces of a demand as an answer for the cut has them: its own weights, but for what is for a plate each. */
export const pieceFor = (
  { use, piece }: Pick<Demand, 'use' | 'piece'>,
  answer: CutWish | undefined
): Demand['piece'] =>
  piece && piece.counts === undefined && answer?.size?.by === 'weight' && isAnswered(answer, use)
    ? { low: answer.size.low, high: answer.size.high }
    : piece;

/** What all those can cook who wish for something, together. */
export const cookableByAny = (wishes: readonly Pick<Wish, 'kitchen'>[]): PlanUse[] =>
  cookable([...new Set(wishes.flatMap((w) => w.kitchen))]);
