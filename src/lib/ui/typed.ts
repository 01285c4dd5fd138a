import type { Limit } from '$lib/forms/limits';
import { GRAMS_PER_POUND, inDegrees, toCelsius, type DegreeUnit, type MassUnit } from '$core/units';

/** How a figure that is kept in one unit is shown and typed in another. */
interface Typed {
  /** What the control's arrows add. */
  step: number;
  show: (kept: number | null | undefined) => number | null | undefined;
  read: (typed: number | string | null | undefined) => number | null | undefined;
  limits: (limit: Limit | undefined) => Limit | undefined;
}

/** @param parts  of a unit that is shown: 10 tenths, 1 whole ones */
function typed(
  step: number,
  out: (kept: number) => number,
  back: (shown: number) => number,
  parts = 10
): Typed {
  const rounded = (value: number): number => Math.round(value * parts) / parts;
  const turn = (value: number | string | undefined) => (value === undefined ? undefined : out(Number(value)));
  return {
    step,
    show: (kept) => (typeof kept === 'number' ? rounded(out(kept)) : kept),
    read: (value) => (typeof value === 'number' ? back(value) : value === '' ? null : (value as null)),
    limits: (limit) =>
      limit && {
        ...limit,
        ...(limit.min === undefined ? {} : { min: Math.ceil(turn(limit.min) ?? 0) }),
        ...(limit.max === undefined ? {} : { max: Math.floor(turn(limit.max) ?? 0) })
      }
  };
}

const asKept: Typed = typed(
  0.5,
  (kept) => kept,
  (shown) => shown
);

/** A temperature kept in °C, in a field of the chosen unit. */
export const degreesTyped = (unit: DegreeUnit): Typed =>
  unit === 'C'
    ? asKept
    : typed(
        1,
        (celsius) => inDegrees(celsius, unit),
        (shown) => toCelsius(shown, unit)
      );

/** Kilograms kept as a number, in a field of the chosen unit. */
export const kilosTyped = (unit: MassUnit): Typed =>
  unit === 'kg'
    ? { ...asKept, step: 1 }
    : typed(
        1,
        (kg) => (kg * 1000) / GRAMS_PER_POUND,
        (lb) => (lb * GRAMS_PER_POUND) / 1000,
        1
      );
