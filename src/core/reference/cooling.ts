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

export const FILM_KEYS = ['still', 'breeze', 'fan', 'snow', 'ice'] as const;
export type FilmKey = (typeof FILM_KEYS)[number];
/** Film coefficient h in W/m²K. Working default. */
export const FILMS: Readonly<Record<FilmKey, number>> = { still: 8, breeze: 14, fan: 20, snow: 12, ice: 150 };
/** Relative spread (sd of the logarithm) of film, hide and size that the band is drawn from. Working default. */
export const FILM_SD = 0.25;
/** The same of the hide. Working default. */
export const HIDE_SD = 0.3;
/** Sd of a size around its cube root of the weight. Working default. */
export const SIZE_SD = 0.04;

/** Hide, fur or feather as a resistance in series, m²K/W. Working default. */
export const HIDES = {
  summerDeer: 0.1,
  winterDeer: 0.35,
  winterMoose: 0.5,
  boar: 0.2,
  fur: 0.2,
  feather: 0.25
} as const;
export type HideKey = keyof typeof HIDES;
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
  /** Radius of one leg, or of both once the pelvis is split, to that of the hams together. */
  splitRadius: 0.79,
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

/** Depth of target for a core, °C, by group: 7 large, 4 small game and birds. Many codes ask 4 for all. Working default. */
export const CORE_TARGET = { large: 7, small: 4 } as const;

/** Bone sour: hours with the deep ham above 20 °C, and degree-hours above 10 °C. Working default. */
export const BONE_SOUR = {
  hours: { above: 20, watch: 16, act: 30 },
  degreeHours: { above: 10, watch: 450, act: 800 }
} as const;

/** Growth on exposed surfaces, √μ = b·(T − Tmin), μ per hour, held at its value at `cap` above that. Working default. */
export const SPOILERS = { b: 0.033, min: -7, cap: 30, lag: 1 } as const;
/** Warm-growing pathogens on exposed surfaces; no lag is granted. Working default. */
export const WARM_GROWERS = { b: 0.04, min: 4, cap: 30, lag: 0 } as const;
/** Lines of the spoilage index, log₁₀. Working default. */
export const SPOILAGE_LINES = { hurry: 3, close: 4, stop: 5 } as const;
/** What a dry surface in moving air makes of growth, by relative humidity. Working default. */
export const DRYNESS = [
  { below: 0.75, factor: 0.2 },
  { below: 0.88, factor: 0.35 }
] as const;

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
 * Hours for which a stiff carcass is taken to stay so after somebody felt it, and those before anything is felt at all.
 * Own estimates: stiffness passes in one to two days at 2–6 °C, sooner in small game.
 */
export const STIFFNESS = { stiff: 12, loosening: 4, unfelt: { large: 24, small: 10 } } as const;
