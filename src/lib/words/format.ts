import { cutOf } from '$core/reference';
import {
  formatMass,
  formatMassRange,
  formatMoment,
  formatMoney,
  formatSmall,
  massFigure,
  percent,
  percentRange
} from '$core/units';
import type { Settings } from '$core/settings';
import type { Expected } from '$core/yield';

export type PlainChoices = Pick<Settings, 'units' | 'currency' | 'vocabulary' | 'timeZone'>;

/** Figures as this larder shows them: its unit, currency, words and zone; without temperatures, of which the bench has none. */
export function plainFormatter({ units: unit, currency, vocabulary, timeZone }: PlainChoices) {
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
    percentRange,
    money: (amount: number, short = false) => formatMoney(amount, currency, short),
    moment: (at: number) => formatMoment(at, timeZone),
    day: (at: number) => formatMoment(at, timeZone, false),
    time: (at: number) =>
      new Intl.DateTimeFormat('en-GB', { timeZone, hour: '2-digit', minute: '2-digit' }).format(at),
    cut: (key: string | undefined) => (key ? (cutOf(key)?.names[vocabulary] ?? key) : '')
  };
}
export type PlainFormatter = ReturnType<typeof plainFormatter>;

export const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
