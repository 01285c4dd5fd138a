import { under } from '$core/units';
import type { Caution } from '$core/reference';

/** Cautions of a step as its card shows them. */
export interface ShownCautions {
  /** Those that are marked always: all of them, whatever was waved away. */
  always: Caution[];
  /** One more that nobody has waved away today; the first. */
  other?: Caution;
}

/**
 * What a step's card says of danger: every caution that is marked always, in the step's order, and the first of the others
 * that nobody has waved away. Nothing takes the place of one that is marked always.
 * @param cautions  all there are, by key
 */
export function shownCautions(
  keys: readonly string[],
  dismissed: (key: string) => boolean,
  cautions: Readonly<Record<string, Caution>>
): ShownCautions {
  const known = keys.flatMap((key) => under(cautions, key) ?? []);
  const other = known.find((c) => !c.always && !dismissed(c.key));
  return { always: known.filter((c) => c.always), ...(other ? { other } : {}) };
}
