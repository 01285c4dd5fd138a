import type { GroupKey } from '../species';
import { BREAST_OUT, CROWN, WHOLE_BIRD } from './birds';
import { BOAR } from './boar';
import { SAW_CUTS, SHOULDERS_FIRST, STRAPS_FIRST } from './deer';
import { BONE_SHOULDER, HAUNCH, LEG_STEAKS, SEAM_LEG, SHOULDER_WHOLE, SMALL_LEG } from './joints';
import { QUARTERS_AND_SLABS, QUARTERS_AND_STRAPS, STEW_JOINTS } from './small';
import type { Procedure } from './step';

export type { Procedure, Step, TakeOff } from './step';

/** Orders of work by their key, the usual one of its kind first. */
export const PROCEDURES: Readonly<Record<string, Procedure>> = Object.fromEntries(
  [
    SHOULDERS_FIRST,
    STRAPS_FIRST,
    SAW_CUTS,
    BOAR,
    SEAM_LEG,
    SMALL_LEG,
    LEG_STEAKS,
    HAUNCH,
    BONE_SHOULDER,
    SHOULDER_WHOLE,
    QUARTERS_AND_STRAPS,
    QUARTERS_AND_SLABS,
    STEW_JOINTS,
    BREAST_OUT,
    CROWN,
    WHOLE_BIRD
  ].map((procedure) => [procedure.key, procedure])
);

/** The ways to go on with a carcass or lot of a group, or with a part of one that lies open; the usual one first. */
export const schoolsOf = (part: string | undefined, group: GroupKey): Procedure[] =>
  Object.values(PROCEDURES).filter((p) => p.part === part && p.groups.includes(group));

/**
 * The order of work for a carcass, a lot or a part on the table; none for parts that have no list yet.
 * @param school  key of the procedure somebody chose; the usual one where it does not fit
 */
export function procedureFor(
  part: string | undefined,
  group: GroupKey,
  school?: string
): Procedure | undefined {
  const schools = schoolsOf(part, group);
  return schools.find((p) => p.key === school) ?? schools[0];
}
