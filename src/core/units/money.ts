import { minorUnits, type MinorUnits } from './brand';
import { under } from './under';

/** Decimal places of a currency by ISO 4217, as the platform's own tables have them: EUR 2, JPY 0, KWD 3. */
export function currencyDecimals(currency: string): number {
  return (
    new Intl.NumberFormat('en', { style: 'currency', currency }).resolvedOptions().maximumFractionDigits ?? 2
  );
}

/** Sums by the currency they were booked in; '' holds what was booked before a currency was named. */
export type Sums = Readonly<Record<string, number>>;

/** Adds sums up, each in its own currency; those that come to nothing are left out. */
export function addSums(a: Sums, b: Sums, sign: 1 | -1 = 1): Sums {
  const all = { ...a };
  for (const [currency, amount] of Object.entries(b)) {
    const sum = (under(all, currency) ?? 0) + sign * amount;
    if (sum === 0) delete all[currency];
    else all[currency] = sum;
  }
  return all;
}

/**
 * What of the sums is in one currency, and what is not: that is never added to it.
 * @param first  the larder's currency before it was first changed; what names none was booked in it
 */
export function sumIn(
  sums: Sums,
  { currency, firstCurrency }: { currency: string; firstCurrency: string | null }
): { own: number; others: { currency: string; amount: number }[] } {
  const named = addSums(
    Object.fromEntries(Object.entries(sums).filter(([key]) => key !== '')),
    sums[''] ? { [firstCurrency ?? currency]: sums[''] } : {}
  );
  return {
    own: under(named, currency) ?? 0,
    others: Object.entries(named)
      .filter(([key]) => key !== currency)
      .map(([key, amount]) => ({ currency: key, amount }))
  };
}

/** True for a three-letter code that the platform knows as a currency. */
export function isCurrency(code: string): boolean {
  return /^[A-Z]{3}$/.test(code) && Intl.supportedValuesOf('currency').includes(code);
}

/**
 * `€176.40`; whole amounts drop the decimals when asked to be short.
 * @example formatMoney(1650, 'EUR') // '€16.50'
 */
export function formatMoney(amount: MinorUnits | number, currency: string, short = false): string {
  const decimals = currencyDecimals(currency);
  return new Intl.NumberFormat('en-IE', {
    style: 'currency',
    currency,
    maximumFractionDigits: short ? 0 : decimals,
    minimumFractionDigits: short ? 0 : decimals
  }).format(amount / 10 ** decimals);
}

export type MoneyResult =
  { ok: true; amount: MinorUnits } | { ok: false; fault: 'notANumber' | 'negative' | 'tooMuch' };

/**
 * Reads an amount as typed in major units (`38`, `38,50`, `12.5`); at most a million of them, never negative.
 * @example parseMoney('16,50', 'EUR') // { ok: true, amount: 1650 }
 */
export function parseMoney(text: string, currency: string): MoneyResult {
  const clean = text
    .trim()
    .replace(/[ \u00a0\u202f']/g, '')
    .replace(',', '.');
  if (!/^[+-]?\d+(\.\d+)?$/.test(clean)) return { ok: false, fault: 'notANumber' };
  const value = Number(clean);
  if (value < 0) return { ok: false, fault: 'negative' };
  if (value > 1_000_000) return { ok: false, fault: 'tooMuch' };
  return { ok: true, amount: minorUnits(value * 10 ** currencyDecimals(currency)) };
}
