import { DAY, momentsAt, toCelsius, under, type DegreeUnit } from '$core/units';
import { parseStamp } from './stamp';
import { cellNumber } from './table';

/** What a line may say beside its degrees: humidity as a ratio, wind in m/s. */
interface Beside {
  rh?: number;
  wind?: number;
}
/** A line of a forecast as typed or pasted: an hour, or a day with its low and high, °C. */
export type ForecastLine =
  | ({ kind: 'hour'; at: number; air: number } & Beside)
  | ({ kind: 'day'; from: number; low: number; high: number } & Beside);

/** Most wind a forecast may say, m/s. */
const MOST_WIND = 60;

/** Words that people write for days. */
const RELATIVE: Record<string, number> = { today: 0, tonight: 0, tomorrow: 1 };
const WEEKDAYS = ['sun', 'mon', 'tue', 'wed', 'thu', 'fri', 'sat'];

/**
 * Reads a forecast: one line an hour (`2026-11-26 14:00  4.5  82`) or one line a day (`Thu  1 / 6`, `26.11. 1 6`,
 * `tomorrow -2 to 4 F`); after the degrees the humidity in per cent, and then, or as
 * `3 m/s`, the wind. A trailing F makes it Fahrenheit. Lines that say nothing of the kind are given back.
 * @param today  local date that words are counted from
 * @param unit  of degrees that are not marked
 */
export function parseForecast(
  text: string,
  timeZone: string,
  today: { year: number; month: number; day: number },
  unit: DegreeUnit = 'C',
  comma = /\d,\d/.test(text) && !/\d\.\d/.test(text.replace(/\d{1,2}\.\d{1,2}\./g, ''))
): { lines: ForecastLine[]; unread: { line: number; text: string }[] } {
  const lines: ForecastLine[] = [];
  const unread: { line: number; text: string }[] = [];
  text.split(/\r?\n/).forEach((raw, i) => {
    const line = raw.trim();
    if (line === '') return;
    const read = hourLine(line, timeZone, comma, unit) ?? dayLine(line, timeZone, today, comma, unit);
    if (read) lines.push(read);
    else unread.push({ line: i + 1, text: line.slice(0, 60) });
  });
  return { lines, unread };
}

/** °C of a figure, in the unit that its line marks, else in the one that counts. */
const toC = (value: number, line: string, unit: DegreeUnit): number =>
  toCelsius(value, (/\d\s*°?\s*([CF])\b/i.exec(line)?.[1]?.toUpperCase() as DegreeUnit | undefined) ?? unit);
const plausible = (t: number): boolean => t > -60 && t < 60;

/** Figures of a line, left to right. */
function figuresOf(text: string, comma: boolean): number[] {
  const clean = text.replace(/−/g, '-').replace(/°|\bto\b|[CF%]\b|\//gi, ' ');
  return clean.split(/[\s;|\t]+/).flatMap((cell) => {
    const value = cellNumber(cell.replace(/,$/, ''), comma);
    return value === undefined ? [] : [value];
  });
}

/** Humidity and wind of a line, from the figures after its degrees and from what is marked m/s. */
function besideOf(figures: readonly number[], marked: number | undefined): Beside {
  const [rh, after] = figures;
  const wind = marked ?? after;
  return {
    ...(rh !== undefined && rh >= 0 && rh <= 100 ? { rh: rh / 100 } : {}),
    ...(wind !== undefined && wind >= 0 && wind <= MOST_WIND ? { wind } : {})
  };
}

/** A line without its `3 m/s`, and that wind. */
function windOf(text: string, comma: boolean): { rest: string; wind: number | undefined } {
  const match = /([\d.,]+)\s*m\/s/i.exec(text);
  if (!match) return { rest: text, wind: undefined };
  return { rest: text.replace(match[0], ' '), wind: cellNumber(match[1] ?? '', comma) };
}

function hourLine(
  line: string,
  timeZone: string,
  comma: boolean,
  unit: DegreeUnit
): ForecastLine | undefined {
  const match = /^(\S+?[T ]\s*\d{1,2}:\d{2}(?::\d{2})?(?:Z|[+-]\d{2}:?\d{2})?)[\s;,|]+(.*)$/i.exec(line);
  if (!match) return undefined;
  const stamp = parseStamp((match[1] ?? '').replace(/\s+/, ' '), 'dmy');
  const { rest, wind } = windOf(match[2] ?? '', comma);
  const [air, ...beside] = figuresOf(rest, comma);
  if (!stamp || air === undefined) return undefined;
  const at =
    stamp.zone !== undefined
      ? Date.UTC(
          stamp.clock.year,
          stamp.clock.month - 1,
          stamp.clock.day,
          stamp.clock.hour,
          stamp.clock.minute
        ) - stamp.zone
      : momentsAt(stamp.clock, timeZone)[0];
  const celsius = toC(air, match[2] ?? '', unit);
  if (at === undefined || !plausible(celsius)) return undefined;
  return {
    kind: 'hour',
    at,
    air: celsius,
    ...besideOf(beside, wind)
  };
}

function dayLine(
  line: string,
  timeZone: string,
  today: { year: number; month: number; day: number },
  comma: boolean,
  unit: DegreeUnit
): ForecastLine | undefined {
  const [head = ''] = line.split(/[\s;,|:]+/);
  const { rest, wind } = windOf(line.slice(head.length), comma);
  const day = dayOf(head, today);
  const [a, b, ...beside] = figuresOf(rest.replace(/^[:;,|]/, ' '), comma);
  if (!day || a === undefined || b === undefined) return undefined;
  const from = momentsAt({ ...day, hour: 0, minute: 0, second: 0 }, timeZone)[0];
  const [low, high] = [Math.min(a, b), Math.max(a, b)].map((t) => toC(t, rest, unit)) as [number, number];
  if (from === undefined || !plausible(low) || !plausible(high)) return undefined;
  return {
    kind: 'day',
    from,
    low,
    high,
    ...besideOf(beside, wind)
  };
}

function dayOf(
  word: string,
  today: { year: number; month: number; day: number }
): { year: number; month: number; day: number } | undefined {
  const from = Date.UTC(today.year, today.month - 1, today.day);
  const after = (days: number) => {
    const at = new Date(from + days * DAY);
    return { year: at.getUTCFullYear(), month: at.getUTCMonth() + 1, day: at.getUTCDate() };
  };
  const lower = word.toLowerCase();
  if (lower in RELATIVE) return after(under(RELATIVE, lower) as number);
  const weekday = WEEKDAYS.indexOf(lower.slice(0, 3));
  if (weekday >= 0 && /^[a-z]+$/.test(lower)) return after((weekday - new Date(from).getUTCDay() + 7) % 7);
  const stamp = parseStamp(word, 'dmy');
  if (stamp) return stamp.clock;
  const short = /^(\d{1,2})[./](\d{1,2})\.?$/.exec(word);
  if (!short) return undefined;
  const full = parseStamp(`${short[1]}.${short[2]}.${today.year}`, 'dmy');
  if (!full) return undefined;
  // A date without a year is the nearest one ahead.
  const at = Date.UTC(full.clock.year, full.clock.month - 1, full.clock.day);
  return at < from - 60 * DAY ? { ...full.clock, year: full.clock.year + 1 } : full.clock;
}
