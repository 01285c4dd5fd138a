import { HOUR } from './time';
/** Clock time in a zone as numbers. */
export interface ClockTime {
  year: number;
  month: number;
  day: number;
  hour: number;
  minute: number;
  second: number;
}

const formats = new Map<string, Intl.DateTimeFormat>();
function formatOf(timeZone: string): Intl.DateTimeFormat {
  let format = formats.get(timeZone);
  if (!format) {
    format = new Intl.DateTimeFormat('en-GB', {
      timeZone,
      hourCycle: 'h23',
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
      hour: '2-digit',
      minute: '2-digit',
      second: '2-digit'
    });
    formats.set(timeZone, format);
  }
  return format;
}

/** As the engine's own calendar has it: right at every moment, and slow. */
function clockByCalendar(atMs: number, timeZone: string): ClockTime {
  const parts: Record<string, number> = {};
  for (const { type, value } of formatOf(timeZone).formatToParts(atMs)) parts[type] = Number(value);
  return {
    year: parts.year ?? 1970,
    month: parts.month ?? 1,
    day: parts.day ?? 1,
    hour: (parts.hour ?? 0) % 24,
    minute: parts.minute ?? 0,
    second: parts.second ?? 0
  };
}

/** A zone's offset is asked for at the ends of such spans, ms: where both agree it stands still between them. */
const SPAN_MS = 3 * HOUR;
/** Spans whose offsets are kept at most, of all zones: a few seasons of hours. */
const MOST_SPANS = 20_000;
const offsets = new Map<string, number>();

/** Milliseconds that a zone's clock is ahead of UTC at the beginning of a span. */
function offsetFrom(span: number, timeZone: string): number {
  const key = `${timeZone} ${span}`;
  let offset = offsets.get(key);
  if (offset === undefined) {
    const at = span * SPAN_MS;
    offset = asUtc(clockByCalendar(at, timeZone)) - at;
    if (offsets.size >= MOST_SPANS) offsets.clear();
    offsets.set(key, offset);
  }
  return offset;
}

/** What a clock in a zone shows at a moment. */
export function clockAt(atMs: number, timeZone: string): ClockTime {
  const span = Math.floor(atMs / SPAN_MS);
  const offset = offsetFrom(span, timeZone);
  if (offset !== offsetFrom(span + 1, timeZone)) return clockByCalendar(atMs, timeZone);
  const shown = new Date(atMs + offset);
  return {
    year: shown.getUTCFullYear(),
    month: shown.getUTCMonth() + 1,
    day: shown.getUTCDate(),
    hour: shown.getUTCHours(),
    minute: shown.getUTCMinutes(),
    second: shown.getUTCSeconds()
  };
}

const asUtc = (c: ClockTime): number => Date.UTC(c.year, c.month - 1, c.day, c.hour, c.minute, c.second);

/** Milliseconds that a zone's clock is ahead of UTC at a moment. */
export function offsetAt(atMs: number, timeZone: string): number {
  const whole = Math.floor(atMs / 1000) * 1000;
  return asUtc(clockAt(whole, timeZone)) - whole;
}

/**
 * The moments at which a zone's clock shows a time: one as a rule, two in the hour that autumn has twice (earlier
 * first), none in the hour that spring leaves out.
 */
export function momentsAt(clock: ClockTime, timeZone: string): number[] {
  const wall = asUtc(clock);
  const guesses = new Set([-26, 0, 26].map((h) => wall - offsetAt(wall + h * HOUR, timeZone)));
  return [...guesses].filter((at) => at + offsetAt(at, timeZone) === wall).sort((a, b) => a - b);
}

/** Hours by a zone's clock, with a fraction: 14.5 at half past two. */
export function hourAt(atMs: number, timeZone: string): number {
  const { hour, minute, second } = clockAt(atMs, timeZone);
  return hour + minute / 60 + second / 3600;
}

/** The moment of a zone's midnight at or before a moment. */
export function midnightBefore(atMs: number, timeZone: string): number {
  const { year, month, day } = clockAt(atMs, timeZone);
  const midnight = { year, month, day, hour: 0, minute: 0, second: 0 };
  // Where the clocks go forward at midnight, the day begins an hour later.
  return momentsAt(midnight, timeZone)[0] ?? (momentsAt({ ...midnight, hour: 1 }, timeZone)[0] as number);
}
