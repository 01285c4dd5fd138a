import type { ClassKey } from '$core/reference';
import { HOUR } from '$core/units';

/** A pack that may be thawed. */
export interface PullPack {
  id: string;
  grams: number;
  class: ClassKey;
  /** Best eaten by, ms. */
  eatBy: number;
  /** Hours that it takes to thaw in a fridge. */
  thaws: number;
}

/** A meal that is wanted: when, ms, and raw grams for all who eat. */
export interface Wanted {
  at: number;
  grams: number;
}

export interface PullMeal {
  /** When it is eaten, ms. */
  at: number;
  packs: string[];
  grams: number;
  /** When the first of it is taken out of the freezer, ms. */
  out: number;
  /** It is the rest of what was taken out for a day before. */
  rest?: true;
}

/** Taken out a little earlier than it must, h. Own choice. */
const MARGIN = 4;
/**
 * When a meal has thawed if it is taken out at a moment, ms: by its own hour out, less the margin.
 */
export const softAt = ({ at, out }: Pick<PullMeal, 'at' | 'out'>, taken: number): number =>
  taken + (at - out) - MARGIN * HOUR;

/** So many of the oldest are looked through for another kind than yesterday's. Own choice. */
const LOOK = 12;
/** A meal is enough from this share of what the household eats. Own choice. */
const ENOUGH = 0.85;
/** From so many meals on a pack is eaten on several days. Own choice. */
const SEVERAL = 1.6;

/**
 * What to thaw for the meals of some days: the oldest first, no kind two days running where there is another, enough for all
 * who eat; a piece that is too large for one meal is eaten on the days after it.
 *
 * @param packs  frozen and free to be eaten
 * @param meals  what is wanted, in order of time
 * @throws RangeError where a meal is for nobody
 */
export function pullPlan(packs: readonly PullPack[], meals: readonly Wanted[]): PullMeal[] {
  if (!meals.every((m) => m.grams > 0)) throw new RangeError('somebody eats');
  const left = [...packs].sort((a, b) => a.eatBy - b.eatBy || (a.id < b.id ? -1 : 1));
  const plan: PullMeal[] = [];
  let before: ClassKey | undefined;
  let open: { pack: PullPack; grams: number } | undefined;
  for (const { at, grams: meal } of meals) {
    if (open) {
      const grams = Math.min(open.grams, meal);
      plan.push({
        at,
        packs: [open.pack.id],
        grams: Math.round(grams),
        out: plan.at(-1)?.out ?? at,
        rest: true
      });
      open = open.grams - meal > meal * 0.4 ? { pack: open.pack, grams: open.grams - meal } : undefined;
      continue;
    }
    const first: PullPack | undefined = left.slice(0, LOOK).find((p) => p.class !== before) ?? left[0];
    if (!first) break;
    const chosen = [first];
    left.splice(left.indexOf(first), 1);
    let sum = first.grams;
    while (sum < meal * ENOUGH) {
      const more = left.find((p) => p.class === first.class && sum + p.grams < meal * SEVERAL);
      if (!more) break;
      chosen.push(more);
      left.splice(left.indexOf(more), 1);
      sum += more.grams;
    }
    const thaws = Math.max(...chosen.map((p) => p.thaws));
    const several = chosen.length === 1 && first.grams > meal * SEVERAL;
    plan.push({
      at,
      packs: chosen.map((p) => p.id),
      grams: Math.round(several ? meal : sum),
      out: at - (thaws + MARGIN) * HOUR
    });
    if (several) open = { pack: first, grams: first.grams - meal };
    before = first.class;
  }
  return plan;
}
