import { HOUR, MINUTE } from '$core/units';
import type { GroupKey } from './species';

/*
 * The one table of temperatures and times beside food. Every caution, card, step, label, page and document reads it here;
 * `heat.test.ts` finds any other figure. All are usual practice: the local code decides, and none of them makes meat safe.
 */

/** °C, or a span of them, as a sentence says it: `71 °C`, `60–65 °C`. `said` turns it into °F where that is chosen. */
export const inCelsius = (t: number | readonly [low: number, high: number]): string =>
  (typeof t === 'number' ? [t] : t).map((one) => String(one).replace('-', '−')).join('–') + ' °C';

/** Deep in the meat, as soon as it can be, °C. Source: EU 853/2004 annex III (wild game 7 and 4, offal 3). */
export const DEEP = { large: 7, small: 4, offal: 3 } as const;

/** Deep in an animal of a group, °C. */
export const deepIn = (group: GroupKey): number =>
  group === 'deer' || group === 'boar' ? DEEP.large : DEEP.small;

/** Air where meat is cut, °C; or minutes that a piece may lie out in warmer air. Usual practice. */
export const CUTTING = { air: 12, minutes: 30 } as const;

/** Mince no warmer, °C: where meat is sold or handed out (source: EU 853/2004), and at home (usual practice). */
export const MINCE = { sold: 2, home: 4 } as const;

/** What a fridge keeps in vacuum, and stock: no warmer, °C, and no longer, days. Usual practice; by local rule. */
export const FRIDGE = { celsius: 3, days: 10 } as const;

/** What a freezer is set to, °C, and what “best by” is said of. Usual practice. */
export const FREEZER = -18;

/** What was thawed, or came back, may be frozen again if it never was warmer, °C, nor longer thawed. Usual practice. */
export const THAWED = { celsius: 4, ms: 24 * HOUR } as const;

/** After a power cut: what was warmer, °C, for longer is thrown away. Usual practice after rules for households. */
export const POWER_CUT = { celsius: 4, ms: 2 * HOUR } as const;

/** A cooked dish comes from `hot` to `warm` °C within `toWarm`, and to `cold` within `toCold` more. Usual practice. */
export const COOLED = {
  hot: 63,
  warm: 20,
  cold: FRIDGE.celsius,
  toWarm: 2 * HOUR,
  toCold: 4 * HOUR
} as const;

/** Days on the bone that lengthen again what was boned or chilled too early, °C. Usual practice. */
export const LENGTHENS = [0, 4] as const;

/** How hot the middle has to be, °C, and how long it stays so. */
export interface Hot {
  celsius: number;
  /** ms at it; where a table says “reached”, ten seconds. */
  ms: number;
}

/** A table that says “71 °C” means that for this long. Source: published tables of time and temperature end with it. */
const REACHED = MINUTE / 6;

/**
 * How hot the middle has to be: deer’s own whole cuts with a rest; all that was cut small, tenderised, rolled or filled,
 * offal and boar; birds, hares and rabbits, what nobody has examined, and what is heated again. Usual practice after tables
 * for households.
 */
export const HOT = {
  whole: { celsius: 63, ms: 3 * MINUTE },
  through: { celsius: 71, ms: REACHED },
  most: { celsius: 74, ms: REACHED }
} as const satisfies Record<string, Hot>;

/** Where others stop with a deer’s whole cuts, at their own risk, °C. Usual practice. */
export const PINK = [50, 57] as const;

/** How meat is cooked: as it grew; with its outside turned in (cut small, tenderised, rolled, filled); or heated again. */
export type CookedAs = 'whole' | 'through' | 'again';

/** How hot the middle of something has to be, by what it is of and how it was cut. Of several kinds the hottest counts. */
export function hotFor(groups: readonly GroupKey[], as: CookedAs): Hot {
  if (as === 'again' || groups.some((g) => g !== 'deer' && g !== 'boar')) return HOT.most;
  return as === 'whole' && groups.every((g) => g === 'deer') ? HOT.whole : HOT.through;
}

/** °C at which slow meat has become tender, by what it was. Usual practice. */
export const TENDER = { braise: [88, 95], stew: [85, 95], pulled: [90, 95] } as const;

/** °C of the oven. Usual practice. */
export const OVEN = { roast: [120, 160], braise: [140, 160], low: [110, 130] } as const;

/** Sausage on its way, °C: hung over night, fat stirred in below, poached, in ice water until below. Usual practice. */
export const SAUSAGE = { night: [2, 4], stirred: 12, poached: [75, 78], iced: 10 } as const;

/** Fat is rendered below, °C. Usual practice. */
export const RENDERED = 120;

/** Water that loosens feather and bristle, °C; hotter sets them. Usual practice. */
export const SCALD = [60, 65] as const;
