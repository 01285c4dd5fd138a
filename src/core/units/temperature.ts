import { GRAMS_PER_POUND } from './mass';

/** How temperatures are shown and typed. The book, the API and all reckoning are in °C. */
export type DegreeUnit = 'C' | 'F';

/** °C as the chosen unit has it: °F = °C × 9 ÷ 5 + 32, exact. */
export const inDegrees = (celsius: number, unit: DegreeUnit): number =>
  unit === 'C' ? celsius : celsius * 1.8 + 32;

/** What was typed in the chosen unit, in °C. */
export const toCelsius = (degrees: number, unit: DegreeUnit): number =>
  unit === 'C' ? degrees : (degrees - 32) / 1.8;

/** A difference of so many kelvins, in degrees of the chosen unit: it has no zero to move. */
export const degreesWide = (kelvins: number, unit: DegreeUnit): number =>
  unit === 'C' ? kelvins : kelvins * 1.8;

/** A figure with a minus of its own; nothing below zero that rounds to it. */
export function degreeFigure(value: number, decimals: number): string {
  const text = Math.abs(value).toFixed(decimals);
  return value < 0 && Number(text) !== 0 ? `−${text}` : text;
}

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
