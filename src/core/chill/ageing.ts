import {
  AGEING,
  COLD_SHORTENING,
  FROZEN,
  HANG_LOSS,
  RIND_MM,
  SPECIES,
  ageingRate,
  type SpeciesKey
} from '$core/reference';
import { HOUR, DAY, roundGrams, type Grams } from '$core/units';
import type { Curves } from './cool';
import { degreeHours, q10, running } from './indices';

/** True where meat is frozen: nothing ages or dries there. */
export const isFrozen = (t: number): boolean => t < FROZEN.from;

/**
 * ∫k dt of a core at each point, k per day by species, 2.4-fold in ten degrees, nothing while frozen; the ageing index is
 * 1 − e to its minus. Counted from when the core has first come down to 12 °C, or to within 2 K of its air: body heat is
 * not ageing, and the rate is a chilled carcass's (decision 0013).
 */
export function ageingSum(species: SpeciesKey, curves: Pick<Curves, 'at' | 'core' | 'air'>): Float64Array {
  const rate = ageingRate(species, SPECIES[species].group);
  const { at, core } = curves;
  const cold = coldFrom(curves);
  return running(at, (i, ms) => {
    const [from, to] = [core[i - 1] as number, core[i] as number];
    if ((at[i - 1] as number) < cold || isFrozen((from + to) / 2)) return 0;
    return q10(rate, AGEING.q10, AGEING.at, ms / DAY, from, to);
  });
}

/** From when the core is down to 12 °C, or within 2 K of its air, for the first time, ms; +∞ where it never is. */
export function coldFrom({ at, core, air }: Pick<Curves, 'at' | 'core' | 'air'>): number {
  const i = core.findIndex((t, j) => t <= Math.max(AGEING.from, (air[j] as number) + AGEING.beside));
  return i < 0 ? Infinity : (at[i] as number);
}

/** Degree-days of the air above 0 °C at each point, from when the core is cold. */
export function degreeDaysOf(curves: Pick<Curves, 'at' | 'core' | 'air'>): Float64Array {
  const cold = coldFrom(curves);
  return running(curves.at, (i, ms) =>
    (curves.at[i - 1] as number) < cold
      ? 0
      : degreeHours([0, ms / DAY], [curves.air[i - 1] as number, curves.air[i] as number], 0)
  );
}

/** Ageing index of a sum of daily rates: 0 as it fell, towards 1. */
export const ageingIndex = (sum: number): number => 1 - Math.exp(-sum);
/**
 * The sum at which an index is reached. @throws RangeError outside 0 ≤ index < 1
 * @example ageingIndex(sumOfIndex(0.55)) // 0.55
 */
export function sumOfIndex(index: number): number {
  if (!(index >= 0 && index < 1)) throw new RangeError(`no such ageing index: ${index}`);
  return -Math.log(1 - index);
}

/** True where a light carcass was chilled so fast that it may have shortened. Noted, not judged. */
export function coldShortened(kg: number, curves: Pick<Curves, 'at' | 'core'>): boolean {
  if (kg >= COLD_SHORTENING.kg) return false;
  const { at, core } = curves;
  const until = (at[0] as number) + COLD_SHORTENING.hours * HOUR;
  for (let i = 0; i < at.length && (at[i] as number) <= until; i += 1)
    if ((core[i] as number) < COLD_SHORTENING.core) return true;
  return false;
}

/**
 * Share of the hanging weight lost to the air in a day: 0.9 %·(30/W)^⅓, first day double, ×0.3 under the hide,
 * × 0.7 … 1.3 from damp and still to dry and moving.
 */
export function hangLossPerDay(
  kg: number,
  how: { firstDay: boolean; hide: boolean; rh?: number | undefined; moving: boolean }
): number {
  const [least, most] = HANG_LOSS.air;
  const dry = how.rh === undefined ? 0.5 : Math.min(1, Math.max(0, (0.95 - how.rh) / 0.25));
  const air = least + (most - least) * Math.min(1, dry * 0.7 + (how.moving ? 0.3 : 0));
  return (
    HANG_LOSS.at30kg *
    Math.cbrt(30 / kg) *
    (how.firstDay ? HANG_LOSS.firstDay : 1) *
    (how.hide ? HANG_LOSS.hideOn : 1) *
    air
  );
}

/** Grams lost on the hook from a moment on, expected, at each point of the record; nothing while the skin is frozen. */
export function hangLoss(
  hanging: Grams,
  curves: Pick<Curves, 'at' | 'hide' | 'moving' | 'surface'>,
  rh: (i: number) => number | undefined,
  from: number
): Float64Array {
  const kg = Math.max(0.05, hanging / 1000);
  return running(curves.at, (i, ms) => {
    const at = curves.at[i] as number;
    if (at <= from || isFrozen(curves.surface[i] as number)) return 0;
    const firstDay = at - from <= DAY;
    const hide = curves.hide[i] === 1;
    const moving = curves.moving[i] === 1;
    return hanging * (ms / DAY) * hangLossPerDay(kg, { firstDay, hide, rh: rh(i), moving });
  });
}

/** Dry rind after days on the hook with the hide off, mm: 1.0·√(days/3), times the air's factor. */
export function rindMm(days: number, rh: number | undefined, moving: boolean): number {
  const [least, most] = HANG_LOSS.air;
  const dry = rh === undefined ? 0.5 : Math.min(1, Math.max(0, (0.95 - rh) / 0.25));
  const factor = least + (most - least) * Math.min(1, dry * 0.7 + (moving ? 0.3 : 0));
  return RIND_MM * Math.sqrt(Math.max(0, days) / 3) * factor;
}

/** Rind of the face that splitting the pelvis opens: `SPLIT_FACE_MM` deep over a strip as long as the hams are thick. */
export function splitRind(radiusM: number, depthMm: number): Grams {
  // Two faces, a third of the ham's section each: the bridge is short and the inside legs lie against it.
  const area = 2 * (Math.PI * radiusM ** 2) * (1 / 3);
  return roundGrams(area * (depthMm / 1000) * 1_060_000);
}
