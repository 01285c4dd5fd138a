import { degreeFigure, degreesWide, formatMoney, inDegrees, perUnit } from '$core/units';
import type { Settings } from '$core/settings';
import { plainFormatter, type PlainChoices } from './format';

export type Choices = PlainChoices & Pick<Settings, 'degrees'>;

/** Figures as this larder shows them, temperatures and prices a unit too. */
export function formatter(choices: Choices) {
  const { units: unit, degrees, currency } = choices;
  return {
    ...plainFormatter(choices),
    /** The word for a kilogram or a pound of something: `€16.50 a kilo`. */
    unitWord: unit === 'kg' ? 'kilo' : 'pound',
    /** A price of a kilogram, as a price of the unit weights are shown in. */
    rate: (perKg: number, of = currency) => formatMoney(perUnit(perKg, unit), of),
    /** What a bare temperature is typed in. */
    degreesIn: degrees,
    /** `°C` or `°F`. */
    degreeUnit: `°${degrees}`,
    /** The figure of a temperature without its unit; nothing below zero that rounds to it. °C. */
    figureOfDegrees: (celsius: number, decimals = 1) => degreeFigure(inDegrees(celsius, degrees), decimals),
    /** `−3.5 °C`, or `25.7 °F`. */
    degrees: (celsius: number, decimals = 1) =>
      `${degreeFigure(inDegrees(celsius, degrees), decimals)} °${degrees}`,
    /** `60–65 °C`; one figure where both are the same. */
    degreeSpan: ([low, high]: readonly [number, number]) => {
      const [from, to] = [low, high].map((t) => degreeFigure(inDegrees(t, degrees), 0));
      return `${from === to ? from : `${from}–${to}`} °${degrees}`;
    },
    /** A difference, or a sum over hours: `1.2 °C`, `2.2 °F`. */
    degreesWide: (kelvins: number, decimals = 1, per = '') =>
      `${degreeFigure(degreesWide(kelvins, degrees), decimals)} °${degrees}${per}`,
    /** Degree-hours: whole, of the degrees that are shown. */
    degreeHours: (sum: number) => degreeFigure(degreesWide(sum, degrees), 0),
    /** Sums in other currencies, each as it was booked. */
    otherMoney: (sums: readonly { currency: string; amount: number }[]) =>
      sums.map((sum) => formatMoney(sum.amount, sum.currency)).join(' and ')
  };
}
export type Formatter = ReturnType<typeof formatter>;
