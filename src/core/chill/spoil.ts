import { DRYNESS, SPOILERS, type WARM_GROWERS } from '$core/reference';
import type { Curves } from './cool';
import { growth, running } from './indices';
import { HOUR } from '$core/units';

/** What dryness makes of growth on a surface: 1 where the air is still, damp, or its humidity not known. */
export function drynessFactor(rh: number | undefined, moving: boolean): number {
  if (rh === undefined || !moving) return 1;
  return DRYNESS.find((d) => rh < d.below)?.factor ?? 1;
}

/** The face that lies open: the wall's inner side under a hide, else the warmer of that and the ham's skin. */
export function exposed(curves: Curves, i: number): number {
  const wall = curves.wall[i] as number;
  return curves.hide[i] ? wall : Math.max(wall, curves.surface[i] as number);
}

/**
 * Log₁₀ rise on the exposed surface by each point of a record, after the lag (one log for spoilers, none for warm growers).
 * By the record only: nose, eye and inspector come first. Never reckoned for a core.
 * @param rh  relative humidity at each point, ratio; undefined where it is not known
 */
export function surfaceGrowth(
  curves: Curves,
  rh: (i: number) => number | undefined,
  law: typeof SPOILERS | typeof WARM_GROWERS = SPOILERS
): Float64Array {
  const sum = running(curves.at, (i, ms) => {
    const factor = drynessFactor(rh(i), curves.moving[i] === 1);
    return (factor * growth(law, ms / HOUR, exposed(curves, i - 1), exposed(curves, i))) / Math.LN10;
  });
  return sum.map((s) => Math.max(0, s - law.lag));
}
