import { under } from '$core/units';
import type { Caution, GroupKey } from '$core/reference';

/** The mark of a caution on a step's card. */
export interface CautionMark extends Caution {
  /** It is marked always, and nobody has folded it today: it stands out. */
  fresh: boolean;
}

/**
 * What a step's card says of danger: a mark with its word for every caution, those marked always first. Folding one for
 * the day takes nothing away: its mark only stands out no more. The sentences are one press away.
 * @param cautions  all there are, by key
 * @param group     of the animal: what is said of others only is left out
 */
export function cautionMarks(
  keys: readonly string[],
  folded: (key: string) => boolean,
  cautions: Readonly<Record<string, Caution>>,
  group?: GroupKey
): CautionMark[] {
  const known = [...new Set(keys)]
    .flatMap((key) => under(cautions, key) ?? [])
    .filter((c) => !group || !c.groups || c.groups.includes(group))
    .map(({ of, ...c }) => ({
      ...c,
      text: (group && of?.[group]) ?? c.text,
      fresh: c.always === true && !folded(c.key)
    }));
  return [...known.filter((c) => c.always), ...known.filter((c) => !c.always)];
}
