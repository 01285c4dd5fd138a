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
