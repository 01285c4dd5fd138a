import { GRAMS_PER_POUND } from './mass';
import { degreeFigure, inDegrees, type DegreeUnit } from './temperature';

/** °C of a plain text: one figure, or two as `0 to 4 °C`, `60–65 °C`. */
const SAID = /(−?\d+(?:\.\d+)?)(?:( to |–)(−?\d+(?:\.\d+)?))? °C/g;
/** Kilograms of a plain text. */
const WEIGHED = /(\d+(?:\.\d+)?)(?:( to |–)(\d+(?:\.\d+)?))? kg\b/g;

/**
 * A sentence that speaks of °C and kg, in the chosen units; whole degrees, whole pounds. What it says is a rule of thumb or
 * a limit, so that nothing is lost by it.
 * @example inUnits('Held at 0 to 4 °C.', { degrees: 'F', units: 'kg' }) // 'Held at 32 to 39 °F.'
 */
export function inUnits(text: string, by: { degrees: DegreeUnit; units: 'kg' | 'lb' }): string {
  const each =
    (turn: (figure: number) => string, unit: string) =>
    (_: string, low: string, between: string | undefined, high: string | undefined) =>
      `${turn(Number(low.replace('−', '-')))}${between ? `${between}${turn(Number(high?.replace('−', '-')))}` : ''} ${unit}`;
  const degrees =
    by.degrees === 'C'
      ? text
      : text.replace(
          SAID,
          each((t) => degreeFigure(inDegrees(t, 'F'), 0), '°F')
        );
  return by.units === 'kg'
    ? degrees
    : degrees.replace(
        WEIGHED,
        each((kg) => String(Math.round((kg * 1000) / GRAMS_PER_POUND)), 'lb')
      );
}
