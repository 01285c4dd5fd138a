import { cutOf } from '$core/reference';
import {
  GRAMS_PER_POUND,
  degreeFigure,
  degreesWide,
  formatMass,
  formatMassRange,
  formatMoment,
  formatMoney,
  formatSmall,
  inDegrees,
  inUnits,
  massFigure,
  percent
} from '$core/units';
import type { Settings } from '$core/settings';
import type { Expected } from '$core/yield';

export type Choices = Pick<Settings, 'units' | 'degrees' | 'currency' | 'vocabulary' | 'timeZone'>;

/** Figures as this larder shows them: its unit, currency, words and zone. */
export function formatter({ units: unit, degrees, currency, vocabulary, timeZone }: Choices) {
  return {
    unit,
    /** `1.28 kg`, or `85 g`. */
    mass: (grams: number, decimals = 2) => formatMass(grams, { unit, decimals }),
    /** Grams or ounces, however many: portions, crusts, what is lost. */
    small: (grams: number) => formatSmall(grams, unit),
    /** The figure without its unit, for columns headed with it. */
    figure: (grams: number, decimals = 2) => massFigure(grams, { unit, decimals }),
    /** `1.15–1.42 kg`. */
    range: (e: Pick<Expected, 'low' | 'high'>, decimals = 2) =>
      formatMassRange(e.low, e.high, { unit, decimals: Math.max(decimals, e.high < 1000 ? 2 : 0) }),
    percent,
    money: (amount: number, short = false) => formatMoney(amount, currency, short),
    /** Sums in other currencies, each as it was booked. */
    otherMoney: (sums: readonly { currency: string; amount: number }[]) =>
      sums.map((sum) => formatMoney(sum.amount, sum.currency)).join(' and '),
    moment: (at: number) => formatMoment(at, timeZone),
    day: (at: number) => formatMoment(at, timeZone, false),
    time: (at: number) =>
      new Intl.DateTimeFormat('en-GB', { timeZone, hour: '2-digit', minute: '2-digit' }).format(at),
    /** The word for a kilogram or a pound of something: `€16.50 a kilo`. */
    unitWord: unit === 'kg' ? 'kilo' : 'pound',
    /** A price of a kilogram, as a price of the unit weights are shown in. */
    rate: (perKg: number, of = currency) =>
      formatMoney(unit === 'kg' ? perKg : (perKg * GRAMS_PER_POUND) / 1000, of),
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
    /** A sentence of the reference, in the units chosen. */
    said: (text: string) => inUnits(text, { degrees, units: unit }),
    cut: (key: string | undefined) => (key ? (cutOf(key)?.names[vocabulary] ?? key) : '')
  };
}
export type Formatter = ReturnType<typeof formatter>;
