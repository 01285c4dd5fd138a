import type { Procedure } from './step';
import { BREAST_OUT, CROWN, WHOLE_BIRD } from './birds';
import { BOAR } from './boar';
import { SAW_CUTS, SHOULDERS_FIRST, STRAPS_FIRST } from './deer';
import { FIELD_DRESS, QUARTER_FIELD } from './field';
import { FINISH_STRAP, FINISH_THIN } from './finish';
import { BONE_SHOULDER, HAUNCH, LEG_STEAKS, SEAM_HOOK, SEAM_LEG, SHOULDER_WHOLE, SMALL_LEG } from './joints';
import { GATE, ROOM } from './room';
import { QUARTERS_AND_SLABS, QUARTERS_AND_STRAPS, STEW_JOINTS } from './small';
import { DRAW_SMALL, HANG_SKIN, PLUCK, SKIN_BIRD, SKIN_CASED, SKIN_PARTED, SKIN_SQUIRREL } from './skin';

/** By their keys. */
const byKey = (list: readonly Procedure[]): Readonly<Record<string, Procedure>> =>
  Object.fromEntries(list.map((procedure) => [procedure.key, procedure]));

/** Orders of work by their key, the usual one of its kind first. */
export const PROCEDURES: Readonly<Record<string, Procedure>> = /* @__PURE__ */ byKey([
  ROOM,
  GATE,
  FIELD_DRESS,
  QUARTER_FIELD,
  SKIN_PARTED,
  SKIN_CASED,
  SKIN_SQUIRREL,
  DRAW_SMALL,
  HANG_SKIN,
  PLUCK,
  SKIN_BIRD,
  SHOULDERS_FIRST,
  STRAPS_FIRST,
  SAW_CUTS,
  BOAR,
  SEAM_LEG,
  SEAM_HOOK,
  SMALL_LEG,
  LEG_STEAKS,
  HAUNCH,
  BONE_SHOULDER,
  SHOULDER_WHOLE,
  FINISH_STRAP,
  FINISH_THIN,
  QUARTERS_AND_STRAPS,
  QUARTERS_AND_SLABS,
  STEW_JOINTS,
  BREAST_OUT,
  CROWN,
  WHOLE_BIRD
]);
