import type { Procedure } from './step';
import { withNotes } from './notes';
import { BREAST_FEATHER, BREAST_OUT, CROWN, WHOLE_BIRD } from './birds';
import { BOARD_CARDS } from './board';
import { BOAR, BOAR_SKIN_ON, BOAR_STRAPS } from './boar';
import {
  HIND_LEGS_SECOND,
  HUNG_BY_NECK,
  ON_TABLE,
  SAW_CUTS,
  SAW_HALF,
  SHOULDERS_FIRST,
  STRAPS_FIRST
} from './deer';
import { DRAWN } from './drawn';
import { DRESS_BOAR, FIELD_DRESS, QUARTER_BOAR, QUARTER_FIELD } from './field';
import {
  BONE_FIRST,
  HAUNCH,
  LEG_MINCE,
  LEG_STEAKS,
  OPENED_FLAT,
  OUTSIDE_FIRST,
  ROUNDS,
  SEAM_CLEAN_AFTER,
  SEAM_HIP_BONE,
  SEAM_HOOK,
  SEAM_LEG,
  SMALL_LEG
} from './leg';
import { GATE, ROOM } from './room';
import {
  BONE_SHOULDER,
  SHOULDER_MINCE,
  SHOULDER_ONE,
  SHOULDER_SAWN,
  SHOULDER_THREE,
  SHOULDER_WHOLE
} from './shoulder';
import { QUARTERS_AND_SIDES, QUARTERS_AND_STRAPS, STEW_JOINTS, UNOPENED } from './small';
import {
  DRAWN_SMALL,
  DRAW_SMALL,
  SKIN_CASED,
  SKIN_CLAMP,
  SKIN_PARTED,
  SKIN_SQUIRREL,
  SKIN_WAIST
} from './skin-small';
import { HANG_SKIN } from './hang';
import { DRAWN_BIRD, PLUCK, SCALD_PLUCK, SKIN_BIRD, WAX_PLUCK } from './feather';
import { CAPE, SKULL } from './trophy';

/** By their keys, each with what is known of its steps. */
const byKey = (list: readonly Procedure[]): Readonly<Record<string, Procedure>> =>
  Object.fromEntries(list.map((procedure) => [procedure.key, withNotes(procedure)]));

/** Orders of work by their key, the usual one of its kind first. */
export const PROCEDURES: Readonly<Record<string, Procedure>> = /* @__PURE__ */ byKey([
  ROOM,
  GATE,
  FIELD_DRESS,
  DRESS_BOAR,
  QUARTER_FIELD,
  QUARTER_BOAR,
  // What came in drawn has its own way first.
  DRAWN_SMALL,
  DRAWN_BIRD,
  SKIN_PARTED,
  SKIN_CASED,
  SKIN_WAIST,
  SKIN_SQUIRREL,
  SKIN_CLAMP,
  DRAW_SMALL,
  UNOPENED,
  HANG_SKIN,
  BOAR_SKIN_ON,
  PLUCK,
  SCALD_PLUCK,
  WAX_PLUCK,
  SKIN_BIRD,
  BREAST_FEATHER,
  SHOULDERS_FIRST,
  HUNG_BY_NECK,
  ON_TABLE,
  STRAPS_FIRST,
  HIND_LEGS_SECOND,
  SAW_CUTS,
  SAW_HALF,
  BOAR,
  BOAR_STRAPS,
  SEAM_LEG,
  SEAM_CLEAN_AFTER,
  SEAM_HOOK,
  BONE_FIRST,
  OUTSIDE_FIRST,
  OPENED_FLAT,
  SEAM_HIP_BONE,
  ROUNDS,
  SMALL_LEG,
  LEG_STEAKS,
  HAUNCH,
  LEG_MINCE,
  BONE_SHOULDER,
  SHOULDER_WHOLE,
  SHOULDER_THREE,
  SHOULDER_ONE,
  SHOULDER_SAWN,
  SHOULDER_MINCE,
  ...BOARD_CARDS,
  QUARTERS_AND_STRAPS,
  QUARTERS_AND_SIDES,
  STEW_JOINTS,
  BREAST_OUT,
  CROWN,
  WHOLE_BIRD,
  DRAWN,
  CAPE,
  SKULL
]);
