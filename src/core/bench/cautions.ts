import { under } from '$core/units';
import type { Caution, GroupKey } from '$core/reference';

/** Cautions of a step as its card shows them. */
export interface ShownCautions {
  /** A mark for each, in the step's order, those marked always first: none is ever left out. */
  marks: Caution[];
  /** The one whose sentence stands open: the first that is marked always and nobody has folded today. */
  open?: Caution;
}

/**
 * What a step's card says of danger: a mark with its word for every caution, whatever was folded, those marked always
 * first; and the sentence of the first of these that nobody has folded today.
 * @param cautions  all there are, by key
 * @param group     of the animal: what is said of others only is left out
 */
export function shownCautions(
  keys: readonly string[],
  folded: (key: string) => boolean,
  cautions: Readonly<Record<string, Caution>>,
  group?: GroupKey
): ShownCautions {
  const known = [...new Set(keys)]
    .flatMap((key) => under(cautions, key) ?? [])
    .filter((c) => !group || !c.groups || c.groups.includes(group));
  const marks = [...known.filter((c) => c.always), ...known.filter((c) => !c.always)];
  const open = marks.find((c) => c.always && !folded(c.key));
  return { marks, ...(open ? { open } : {}) };
}
