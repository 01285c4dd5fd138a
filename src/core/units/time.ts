/** Milliseconds. */
export const MINUTE = 60_000;
export const HOUR = 60 * MINUTE;
/** Of 24 hours; a day of the calendar may have one more or less. */
export const DAY = 24 * HOUR;

/**
 * The season a moment belongs to, counted from its first day.
 * @param atMs  milliseconds since the epoch
 * @param start  month 1–12 and day 1–31 on which a season begins
 * @param timeZone  IANA name of the larder's own zone
 * @returns the calendar year in which the season began
 * @example seasonOf(Date.UTC(2027, 1, 1), { month: 7, day: 1 }, 'UTC') // 2026
 */
export function seasonOf(atMs: number, start: { month: number; day: number }, timeZone: string): number {
  const { year, month, day } = localDate(atMs, timeZone);
  return month > start.month || (month === start.month && day >= start.day) ? year : year - 1;
}

/** Calendar date of a moment in a zone. */
export function localDate(atMs: number, timeZone: string): { year: number; month: number; day: number } {
  let format = formats.get(timeZone);
  if (!format) {
    format = new Intl.DateTimeFormat('en-CA', {
      timeZone,
      year: 'numeric',
      month: '2-digit',
      day: '2-digit'
    });
    formats.set(timeZone, format);
  }
  const [year, month, day] = format.format(atMs).split('-').map(Number);
  return { year: year ?? 1970, month: month ?? 1, day: day ?? 1 };
}
const formats = new Map<string, Intl.DateTimeFormat>();

/** Hour of the clock in a zone, 0–23. */
export const localHour = (atMs: number, timeZone: string): number =>
  Number(new Intl.DateTimeFormat('en-GB', { timeZone, hour: '2-digit', hourCycle: 'h23' }).format(atMs));

/** How far a zone is from UTC at a moment: `+01:00`. */
export function zoneOffset(atMs: number, timeZone: string): string {
  let format = offsets.get(timeZone);
  // Made once: that takes a hundred times as long as to use it.
  if (!format)
    offsets.set(timeZone, (format = new Intl.DateTimeFormat('en', { timeZone, timeZoneName: 'longOffset' })));
  const parts = format.formatToParts(atMs);
  const name = parts.find((p) => p.type === 'timeZoneName')?.value.replace('GMT', '') ?? '';
  return name === '' ? '+00:00' : name;
}

const offsets = new Map<string, Intl.DateTimeFormat>();

/** True for a zone the platform knows. */
export function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return name !== '';
  } catch {
    return false;
  }
}

/**
 * The code of an animal: season's two digits and its number in it, `26-031`; past 999 the number grows.
 * @example animalCode(2026, 31) // '26-031'
 */
export function animalCode(season: number, number: number): string {
  return `${String(season % 100).padStart(2, '0')}-${String(number).padStart(3, '0')}`;
}

/** The number in an animal's code: `26-031` → 31; 0 for what is no code. */
export const codeNumber = (code: string): number => Number(/^\d\d-(\d{3,})$/.exec(code)?.[1] ?? 0);

/**
 * The season that a code was given in: its two digits name a year of each century, the nearest to a moment is meant.
 * @example seasonOfCode('26-031', Date.UTC(2027, 1, 3)) // 2026
 */
export function seasonOfCode(code: string, atMs: number): number {
  const year = new Date(atMs).getUTCFullYear();
  const earliest = year - 50;
  return earliest + ((((Number(code.slice(0, 2)) - earliest) % 100) + 100) % 100);
}

/** `12 November, 19:42` in the larder's zone. */
export function formatMoment(atMs: number, timeZone: string, withTime = true): string {
  return new Intl.DateTimeFormat('en-GB', {
    timeZone,
    day: 'numeric',
    month: withTime ? 'short' : 'long',
    ...(withTime ? { hour: '2-digit', minute: '2-digit' } : { year: 'numeric' })
  }).format(atMs);
}
