import type { Cooling } from '$core/book';
import { grams, type Grams } from '$core/units';
import type { Hung } from './hanging';

/** A part that came off, or came in alone. */
export interface Lone {
  item: string;
  grams: Grams;
  /** When it came off, ms. */
  offAt: number;
  /** The entry it came off with. */
  offBy: string;
  /** What was done to it alone, any order. */
  said: readonly Cooling[];
}

/**
 * A part as the model is asked of it: quartered when it came off, and as thick as its own weight makes it, for of two pieces
 * the one of half the weight is as thick as the leg of an animal of half the weight. It goes where its animal goes until
 * something is said of it alone; from then on its own word counts.
 * @param leg  grams of one hind leg of this animal, which the model's ham is
 */
export function partHung(hung: Hung, part: Lone, leg: number): Hung {
  const own = [...part.said].sort((a, b) => a.at - b.at);
  const from = own[0]?.at ?? Infinity;
  const off: Cooling = { entry: part.offBy, at: part.offAt, what: 'quartered' };
  const before = (hung.cooling ?? []).filter((e) => e.at < from && e.what !== 'quartered');
  const whole = (hung.cooling ?? []).filter((e) => e.what === 'quartered' && e.at <= part.offAt);
  return {
    ...hung,
    id: part.item,
    hanging: grams(Math.max(50, Math.round((hung.hanging * part.grams) / Math.max(1, leg)))),
    cooling: [...before, ...(whole.length > 0 ? whole : [off]), ...own].sort((a, b) => a.at - b.at)
  };
}
