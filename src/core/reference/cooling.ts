import type { AgeClass, GroupKey, SpeciesKey } from './species';

/*
 * Cooling and hanging: figures of the domain's own table unless a line says otherwise. All are working defaults; the
 * uncertainty of a film or a hide is part of the answer (see `FILM_SD`).
 */

/** Lean meat above freezing. SI: W/mK, kg/m³, J/kgK; starts at blood heat, °C. Working default. */
export const MEAT = { k: 0.48, rho: 1060, c: 3500, start: 39 } as const;
/** The same frozen: below −1 °C; latent heat J/kg, 70 % of it released by −4 °C and the rest by −20 °C. Working default. */
export const FROZEN = {
  k: 1.4,
  c: 2000,
  latent: 250_000,
  from: -1,
  most: -4,
  all: -20,
  mostShare: 0.7
} as const;

export const FILM_KEYS = ['still', 'breeze', 'fan', 'snow', 'ice', 'packed'] as const;
/** What moves heat off a face: air that stands, moves or is blown, snow, ice water, or next to nothing (stacked, bagged, shut in a boot). */
export type FilmKey = (typeof FILM_KEYS)[number];
/** Film coefficient h of a dry face in W/m²K: air and radiation. Working default. */
export const FILMS: Readonly<Record<FilmKey, number>> = {
  still: 8,
  breeze: 14,
  fan: 20,
  snow: 12,
  ice: 150,
  packed: 3
};
/**
 * A cool box on ice: its air, °C, and what moves heat in it. Meat lies in bags between ice that is drained; shut and filled
 * with warm meat it is warmer than the ice. Own estimate.
 */
export const COOL_BOX = { air: 2, film: 'still' } as const satisfies { air: number; film: FilmKey };

/**
 * Times the film for a bare face in air: one to two hundredths of the weight evaporate on the first day at 2.45 MJ/kg, a
 * quarter to two fifths of the heat that leaves. Working default.
 */
export const BARE_FACE = 1.4;
/** Films of air that a bare face dries in. */
export const DRYING_FILMS: readonly FilmKey[] = ['still', 'breeze', 'fan'];
/**
 * Out of doors by the forecast's wind at ten metres: the part of it felt among trees and walls, and W/m²K more for each
 * m/s felt. Own estimate: 5 m/s forecast are a breeze, 10 a fan.
 */
export const WIND_FILM = { felt: 1 / 3, slope: 3.8 } as const;
/** Relative spread (sd of the logarithm) of film, hide and size that the band is drawn from. Working default. */
export const FILM_SD = 0.25;
/** The same of the hide. Working default. */
export const HIDE_SD = 0.4;
/** Sd of a size around its cube root of the weight. Working default. */
export const SIZE_SD = 0.04;

/** Hide, fur or feather as a resistance in series, m²K/W: hair laid flat, part wet or soiled, as it hangs. Working default. */
export const HIDES = {
  summerDeer: 0.06,
  winterDeer: 0.2,
  winterMoose: 0.3,
  boar: 0.15,
  fur: 0.12,
  feather: 0.2
} as const;
/**
 * Thin-haired skin (groin, inner thigh, belly, under the wing): its resistance to the coat's, and its share of the skin
 * of a ham or a small animal, hung with legs apart and lying. Working default.
 */
export const THIN_SKIN = { of: 0.2, hung: 0.5, lying: 0.25 } as const;
/** Share of a bare face's film inside the open trunk, and where the hams meet over the open pelvic way. Own estimate, ± half. */
export const OPENED = { wall: 0.6, near: 0.2 } as const;
/**
 * Degree-hours of a core above 10 °C with the gut in, °C·h, by group; about three and a half and seven hours in large
 * game. Own estimate after the usual practice of "within the hour, three at most".
 */
export const GUT_LEFT = {
  above: 10,
  large: { watch: 100, act: 200 },
  small: { watch: 200, act: 300 }
} as const;
/** Hours from death by which large game counts as opened where nothing is said. Own choice. */
export const OPENED_BY_HOURS = 1;
export type HideKey = keyof typeof HIDES;
/** What a coat is called. */
export const HIDE_NAMES: Readonly<Record<HideKey, string>> = {
  summerDeer: 'deer, summer coat',
  winterDeer: 'deer, winter coat',
  winterMoose: 'moose and reindeer, winter coat',
  boar: 'boar',
  fur: 'fur of small game',
  feather: 'feathers'
};
/** Months whose deer wear the winter coat: October to April. Working default. */
const WINTER_MONTHS = [10, 11, 12, 1, 2, 3, 4];

/**
 * The coat an animal of a species wears in a month, 1–12.
 * @example hideOf('roe', 'deer', 11) // 'winterDeer'
 */
export function hideOf(species: SpeciesKey, group: GroupKey, month: number): HideKey {
  if (group === 'boar') return 'boar';
  if (group === 'rabbit') return 'fur';
  if (group !== 'deer') return 'feather';
  const winter = WINTER_MONTHS.includes(month);
  if (winter && (species === 'moose' || species === 'reindeer')) return 'winterMoose';
  return winter ? 'winterDeer' : 'summerDeer';
}

/** Millimetres per cube root of the hanging kilograms. Working default. */
export const GEOMETRY = {
  /** Both hams, pelvis whole: radius of a cylinder; its length in radii, one end insulated. */
  hams: 37,
  lengthInRadii: 2.2,
  /** Radius to that of the hams where the animal lies: hung with legs apart, and split or one leg (half the section). */
  hungRadius: 0.79,
  splitRadius: Math.SQRT1_2,
  /** Half-thicknesses of slabs. */
  shoulder: 18 * 0.6,
  wall: 4.5,
  /** Small game and birds: radius of one cylinder. */
  small: 40
} as const;

/** Degrees that the sun adds to the air round a carcass by day, 9 to 17 by the clock. Own estimate for an autumn sky. */
export const SUN_ADDS = 6;
/** Air beside ice in the cavity, °C. Source: ice melts at 0 °C. */
export const ICE_AT = 0;

/** A core read this far from what the model has, K, is asked about before it is kept. Working default. */
export const PROBE_ASKS = 8;

/** Bone sour: hours with the deep ham above 20 °C, and degree-hours above 10 °C. Working default. */
export const BONE_SOUR = {
  hours: { above: 20, watch: 18, act: 30 },
  degreeHours: { above: 10, watch: 450, act: 800 }
} as const;

/** Growth on exposed faces: √μ = b·(T − min)·(1 − e^(c·(T − max))), μ per hour, none outside min … max. */
export interface GrowthLaw {
  b: number;
  min: number;
  c: number;
  max: number;
}
/** Spoilers of the cold, fastest at 25 °C. Working default. */
export const SPOILERS: GrowthLaw = { b: 0.033, min: -7, c: 0.2, max: 35 };
/** Warm-growing pathogens, fastest at 39 °C. They do not speak for those that grow in the cold. Working default. */
export const WARM_GROWERS: GrowthLaw = { b: 0.04, min: 4, c: 0.3, max: 47 };
/** Log₁₀ of rise before growth shows: five generations, less what a gut left in has used up. Working default. */
export const LAG = 1.5;
/** Lines of the spoilage index, log₁₀. Working default. */
export const SPOILAGE_LINES = { hurry: 3, close: 4, stop: 5 } as const;
/** Lines of the warm growers' index, log₁₀; the second closes the window. Working default. */
export const WARM_LINES = { watch: 1.5, act: 2.5 } as const;
/**
 * What a dry surface in moving air makes of growth, by relative humidity, straight between; still air takes back `still`
 * of the rest. Humidity nobody measured counts as `unknown`. A face is wet until `wetHours` after it was laid open and dry
 * at `dryHours`. Working default.
 */
export const DRYNESS = {
  at: [
    { rh: 0.75, factor: 0.2 },
    { rh: 0.85, factor: 0.3 },
    { rh: 0.92, factor: 0.6 },
    { rh: 0.97, factor: 1 }
  ],
  unknown: 0.85,
  still: 0.3,
  wetHours: 3,
  dryHours: 18
} as const;

/** Ageing per day at 2 °C core; grows 2.4-fold in ten degrees. Counted once the core is down to `from`, or `beside` its air. Working default. */
export const AGEING = { at: 2, q10: 2.4, from: 12, beside: 2 } as const;
/** Ageing a day at 2 °C core. Working default. */
export function ageingRate(species: SpeciesKey, group: GroupKey): number {
  if (species === 'elk' || species === 'moose') return 0.17;
  return group === 'deer' ? 0.2 : 0.35;
}

/** Ageing index at which a window opens. */
export function ageingGoal(group: GroupKey, age: AgeClass): number {
  if (group !== 'deer' && group !== 'boar') return 0.3;
  return { young: 0.35, yearling: 0.45, adult: 0.55, old: 0.7 }[age];
}

/**
 * Ordinary days on the hook at 0–4 °C, first and last.
 * @example ordinaryDays('moose', 'deer', { sex: 'female', ageClass: 'adult' }) // [6, 14]
 */
export function ordinaryDays(
  species: SpeciesKey,
  group: GroupKey,
  facts: { sex: string; ageClass: AgeClass; rut?: boolean | null | undefined }
): [first: number, last: number] {
  if (group === 'rabbit') return species === 'hare' ? [2, 6] : [0, 3];
  if (group === 'gamebird') return [2, 6];
  if (group === 'pigeonlike' || group === 'waterfowl') return [1, 3];
  if (group === 'boar') return [2, 6];
  if (species === 'moose' || species === 'elk') return [6, 14];
  if (facts.ageClass === 'young') return [2, 6];
  return facts.ageClass === 'old' || (facts.rut && facts.sex === 'male') ? [7, 14] : [4, 10];
}

/** Cold-shortening is noted for a carcass under `kg` whose core falls below `core` °C within `hours` of death. Working default. */
export const COLD_SHORTENING = { kg: 40, core: 10, hours: 10 } as const;

/** Weight lost a day on the hook, hide off: share at 30 kg, first day double, ×0.3 with the hide on. Working default. */
export const HANG_LOSS = { at30kg: 0.009, firstDay: 2, hideOn: 0.3, air: [0.7, 1.3] } as const;
/** Dry rind, mm after three days. Working default. */
export const RIND_MM = 1;
/** Rind of the face opened by splitting the pelvis, mm. Working default. */
export const SPLIT_FACE_MM = 3;

/**
 * Hours for which a large carcass is taken to be stiff yet after somebody felt it so, and from death where nobody did;
 * half as many in small game. Limp before `limp` hours and never felt stiff, it has not begun. Working default: stiff by
 * twelve hours, loose from thirty-six at 0–10 °C.
 */
export const STIFFNESS = {
  notYet: 30,
  stiffening: 24,
  stiff: 12,
  loosening: 4,
  unfelt: 36,
  limp: 12,
  small: 0.5
} as const;
