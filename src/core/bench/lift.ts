import type { Expected } from '$core/yield';
import type { WorkRow } from './row';

/** From these grams on two people or a hoist lift: at the waist, and overhead as from a hung carcass. Usual practice. */
export const LIFT_GRAMS = { waist: 25_000, overhead: 15_000 } as const;

/** What comes off next by its expected weight, when one person should not lift it; undefined when one may. */
export function heavyLift(row: Pick<WorkRow, 'act' | 'expected'> | undefined): Expected | undefined {
  if (row?.act.kind !== 'take' || !row.expected) return undefined;
  // A part comes off the hook, a piece off the table.
  const limit = row.act.born === 'part' ? LIFT_GRAMS.overhead : LIFT_GRAMS.waist;
  return row.expected.mean > limit ? row.expected : undefined;
}
