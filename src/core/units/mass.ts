import { under } from './under';
import { grams, roundGrams, type Grams } from './brand';

/** How masses are shown and typed: kilograms and grams, or pounds and ounces. */
export type MassUnit = 'kg' | 'lb';

/** International avoirdupois pound, exact (1959 agreement). */
export const GRAMS_PER_POUND = 453.59237;
export const GRAMS_PER_OUNCE = GRAMS_PER_POUND / 16;

/** A price of a kilogram as a price of the unit that weights are shown in. */
export const perUnit = (perKg: number, unit: MassUnit): number =>
  unit === 'kg' ? perKg : (perKg * GRAMS_PER_POUND) / 1000;
/** A price of such a unit as a price of a kilogram, in whole smallest units. */
export const perKilo = (price: number, unit: MassUnit): number =>
  unit === 'kg' ? price : Math.round((price * 1000) / GRAMS_PER_POUND);

/** The heaviest single weighing the book takes: two tonnes. */
export const MAX_GRAMS = grams(2_000_000);

export type MassFault = 'empty' | 'notANumber' | 'negative' | 'tooHeavy' | 'unknownUnit' | 'twoWays';
export type MassResult = { ok: true; grams: Grams } | { ok: false; fault: MassFault };

const UNIT_GRAMS: Record<string, number> = {
  g: 1,
  gram: 1,
  grams: 1,
  kg: 1000,
  kilo: 1000,
  kilos: 1000,
  lb: GRAMS_PER_POUND,
  lbs: GRAMS_PER_POUND,
  '#': GRAMS_PER_POUND,
  oz: GRAMS_PER_OUNCE
};

const NUMBER = String.raw`[+-]?(?:\d{1,3}(?:[ \u00a0\u202f'.,]\d{3})+|\d*)(?:[.,]\d+)?`;
const TERM = new RegExp(`^(${NUMBER})\\s*([a-z#]*)\\s*`, 'i');

/**
 * A figure with its separators. Of two kinds of sign the last is the decimal one (`1.340,5`, `1,234.5`); of one kind that
 * stands more than once all part thousands. A single sign before three digits is a decimal one in kilograms, as a scale
 * shows them; in grams it parts thousands, for nobody weighs thousandths of a gram; in pounds it may be either.
 */
function figureOf(text: string, gramsIn: number): number | 'twoWays' | undefined {
  const plain = text.replace(/[ \u00a0\u202f']/g, '');
  const signs = plain.match(/[.,]/g) ?? [];
  const last = signs.at(-1);
  if (last === undefined) return Number(plain);
  const mixed = signs.some((s) => s !== last);
  if (mixed && signs.filter((s) => s === last).length > 1) return undefined;
  if (mixed) return Number(plain.replaceAll(last === '.' ? ',' : '.', '').replace(',', '.'));
  const thousands = /^[+-]?\d{1,3}(?:[.,]\d{3})+$/.test(plain) && !/^[+-]?0/.test(plain);
  if (signs.length > 1) return thousands ? Number(plain.replace(/[.,]/g, '')) : undefined;
  if (thousands && gramsIn === 1) return Number(plain.replace(/[.,]/, ''));
  if (thousands && last === ',' && gramsIn < 1000) return 'twoWays';
  return Number(plain.replace(',', '.'));
}

/**
 * Reads a mass as people type it: `46.2`, `46,2 kg`, `4 lb 3 oz`, `850 g`, `1 250 g`, `1,250 g`, `1.340,5`.
 * A bare number is in the unit given. What may be read two ways (`1,250 lb`) is not guessed.
 * @param text  what was typed
 * @param unit  what a bare number means; kilograms, pounds or grams
 * @returns whole grams in 0…{@link MAX_GRAMS}, or what is wrong with the text
 * @example parseMass('46,2', 'kg') // { ok: true, grams: 46200 }
 * @example parseMass('3 lb 2 oz', 'kg') // { ok: true, grams: 1417 }
 */
export function parseMass(text: string, unit: MassUnit | 'g'): MassResult {
  let rest = text.trim().replace(/^[−–]/, '-');
  if (rest === '') return { ok: false, fault: 'empty' };
  if (/^-/.test(rest)) return { ok: false, fault: /\d/.test(rest) ? 'negative' : 'notANumber' };
  let total = 0;
  let terms = 0;
  while (rest !== '') {
    const match = TERM.exec(rest);
    const figure = match?.[1] ?? '';
    if (!match || !/\d/.test(figure)) return { ok: false, fault: 'notANumber' };
    const word = (match[2] ?? '').toLowerCase();
    if (word === '' && (terms > 0 || rest.length > match[0].length))
      return { ok: false, fault: 'notANumber' };
    const factor = under(UNIT_GRAMS, word === '' ? unit : word);
    if (factor === undefined) return { ok: false, fault: 'unknownUnit' };
    const value = figureOf(figure, factor);
    if (value === 'twoWays') return { ok: false, fault: 'twoWays' };
    if (value === undefined || !Number.isFinite(value)) return { ok: false, fault: 'notANumber' };
    if (value < 0) return { ok: false, fault: 'negative' };
    total += value * factor;
    terms += 1;
    rest = rest.slice(match[0].length);
  }
  if (total > MAX_GRAMS) return { ok: false, fault: 'tooHeavy' };
  return { ok: true, grams: roundGrams(total) };
}

export interface MassFormat {
  unit: MassUnit;
  /** Decimals of kilograms or pounds: 2 in lists, 3 on the scale, 1 for carcasses and totals. */
  decimals?: number;
}

/** The figure alone, without its unit, for columns and the large reading: `1.284`, `−0.310`. */
export function massFigure(value: Grams | number, { unit, decimals = 2 }: MassFormat): string {
  const scaled = value / (unit === 'kg' ? 1000 : GRAMS_PER_POUND);
  const text = Math.abs(scaled).toFixed(decimals);
  return scaled < 0 && Number(text) !== 0 ? `−${text}` : text;
}

/**
 * A mass with its unit: `1.28 kg`, `2.83 lb`; under 100 g (or a quarter pound) as `85 g`, `3.0 oz`.
 * @example formatMass(1284, { unit: 'kg' }) // '1.28 kg'
 */
export function formatMass(value: Grams | number, format: MassFormat): string {
  const size = Math.abs(value);
  if (format.unit === 'kg' && size < 100) return `${value < 0 ? '−' : ''}${Math.round(size)} g`;
  if (format.unit === 'lb' && size < GRAMS_PER_POUND / 4)
    return `${value < 0 ? '−' : ''}${(size / GRAMS_PER_OUNCE).toFixed(1)} oz`;
  return `${massFigure(value, format)} ${format.unit}`;
}

/**
 * Grams or ounces, however many they are.
 * @example formatSmall(180, 'lb') // '6.3 oz'
 */
export const formatSmall = (value: Grams | number, unit: MassUnit): string =>
  unit === 'kg' ? `${Math.round(value)} g` : `${(value / GRAMS_PER_OUNCE).toFixed(1)} oz`;

/** `1.15–1.42`; one figure where both ends are shown alike. */
const between = (low: string, high: string): string => (low === high ? low : `${low}–${high}`);

/** An interval with one unit: `1.15–1.42 kg`. */
export function formatMassRange(low: number, high: number, format: MassFormat): string {
  return `${between(massFigure(low, format), massFigure(high, format))} ${format.unit}`;
}

/**
 * An interval of ratios as per cent.
 * @example percentRange(0.612, 0.614, 0) // '61 %'
 */
export const percentRange = (low: number, high: number, decimals = 1): string =>
  `${between((low * 100).toFixed(decimals), (high * 100).toFixed(decimals))} %`;

/**
 * A ratio as per cent: 0.5368 → `53.7 %`.
 * @example percent(0.415) // '41.5 %'
 */
export function percent(ratio: number, decimals = 1): string {
  return `${(ratio * 100).toFixed(decimals)} %`;
}
