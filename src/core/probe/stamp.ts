import { MINUTE, type ClockTime } from '$core/units';

/** Which comes first in a date; `epoch` where a time is seconds or milliseconds since 1970. */
export type DateOrder = 'ymd' | 'dmy' | 'mdy' | 'epoch';

const ISO =
  /^(\d{4})-(\d{1,2})-(\d{1,2})(?:[T ](\d{1,2}):(\d{2})(?::(\d{2})(?:[.,]\d+)?)?)?\s*(Z|UTC|[+-]\d{2}:?\d{2})?$/i;
const PLAIN =
  /^(\d{1,4})[./-](\d{1,2})[./-](\d{1,4})(?:[ T,]+(\d{1,2}):(\d{2})(?::(\d{2})(?:[.,]\d+)?)?\s*([AP]\.?M\.?)?)?$/i;
const CLOCK = /^(\d{1,2}):(\d{2})(?::(\d{2})(?:[.,]\d+)?)?\s*([AP]\.?M\.?)?$/i;

/** A time as a file writes it. */
export interface Stamp {
  clock: ClockTime;
  /** Milliseconds the stamp's own zone is ahead of UTC, where it says. */
  zone?: number;
}

const hour12 = (hour: number, half: string | undefined): number =>
  half === undefined ? hour : (hour % 12) + (/^p/i.test(half) ? 12 : 0);
const fullYear = (year: number): number => (year < 100 ? 2000 + year : year);
const isDay = (c: ClockTime): boolean => {
  const at = new Date(Date.UTC(c.year, c.month - 1, c.day));
  return (
    at.getUTCMonth() === c.month - 1 &&
    at.getUTCDate() === c.day &&
    c.hour < 24 &&
    c.minute < 60 &&
    c.second < 61
  );
};

/** Months as loggers write them, in four languages. */
const MONTHS = [
  'jan',
  'feb',
  'm[aä]r|mrz',
  'apr',
  'ma[iy]',
  'jun',
  'jul',
  'aug',
  'sep',
  'o[ck]t',
  'nov',
  'de[czs]'
];
const MONTH_NAMES = MONTHS.map((name) => new RegExp(`^(?:${name})`, 'i'));
const NAMED =
  /^(?:[a-z]{2,9}\.?,?\s+)?(?:(\d{1,2})[ .-]*([a-zä]{3,9})|([a-zä]{3,9})\.?\s+(\d{1,2}))[ .,-]+(\d{4})(?:[ T,]+(.*))?$/i;

/** `26 Nov 2026 14:00`, `Nov 26, 2026`, `Thu 26-nov-2026 2:00 PM` with its month as a figure, year first. */
function monthsAsFigures(text: string): string {
  const named = NAMED.exec(text);
  if (!named) return text;
  const [, dayBefore, before = '', after = '', dayAfter, year = '', rest = ''] = named;
  const month = MONTH_NAMES.findIndex((name) => name.test(before || after));
  return month < 0 ? text : `${year}-${month + 1}-${dayBefore ?? dayAfter ?? ''} ${rest}`.trim();
}

/** Whether a time names its month: then it can be read one way alone. */
export const namesMonth = (text: string): boolean => monthsAsFigures(text.trim()) !== text.trim();

/** Seconds or milliseconds since 1970, of this century. */
function epochStamp(text: string): Stamp | undefined {
  const digits = /^(\d{10})(?:\.\d+)?$|^(\d{13})$/.exec(text);
  if (!digits) return undefined;
  const at = new Date(digits[1] ? Number(digits[1]) * 1000 : Number(digits[2]));
  const year = at.getUTCFullYear();
  if (year < 2000 || year > 2099) return undefined;
  const clock = {
    year,
    month: at.getUTCMonth() + 1,
    day: at.getUTCDate(),
    hour: at.getUTCHours(),
    minute: at.getUTCMinutes(),
    second: at.getUTCSeconds()
  };
  return { clock, zone: 0 };
}

/** A time as a file writes it; undefined when it is none. */
export function parseStamp(text: string, order: DateOrder): Stamp | undefined {
  const clean = text.trim();
  const iso = ISO.exec(clean);
  if (iso) {
    const [, y, mo, d, h = '0', mi = '0', s = '0', z] = iso;
    const clock = {
      year: Number(y),
      month: Number(mo),
      day: Number(d),
      hour: Number(h),
      minute: Number(mi),
      second: Number(s)
    };
    if (!isDay(clock)) return undefined;
    if (!z) return { clock };
    const sign = z.startsWith('-') ? -1 : 1;
    const digits = z.replace(/\D/g, '');
    const zone = digits ? sign * (Number(digits.slice(0, 2)) * 60 + Number(digits.slice(2, 4))) * MINUTE : 0;
    return { clock, zone };
  }
  if (order === 'epoch') return epochStamp(clean);
  const plain = PLAIN.exec(monthsAsFigures(clean));
  if (!plain) return undefined;
  const [, a = '', b = '', c = '', h = '0', mi = '0', s = '0', half] = plain;
  const [year, month, day] =
    a.length === 4 || order === 'ymd' ? [a, b, c] : order === 'dmy' ? [c, b, a] : [c, a, b];
  const clock = {
    year: fullYear(Number(year)),
    month: Number(month),
    day: Number(day),
    hour: hour12(Number(h), half),
    minute: Number(mi),
    second: Number(s)
  };
  return isDay(clock) ? { clock } : undefined;
}

/** An hour without its day. */
export function parseClock(text: string): Pick<ClockTime, 'hour' | 'minute' | 'second'> | undefined {
  const match = CLOCK.exec(text.trim());
  if (!match) return undefined;
  const [, h = '', mi = '', s = '0', half] = match;
  const clock = { hour: hour12(Number(h), half), minute: Number(mi), second: Number(s) };
  return clock.hour < 24 && clock.minute < 60 && clock.second < 61 ? clock : undefined;
}
