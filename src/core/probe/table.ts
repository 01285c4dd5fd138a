import { lowMedian } from '$core/statistics';
import { MINUTE, HOUR, momentsAt, offsetAt, toCelsius, type ClockTime, type DegreeUnit } from '$core/units';
import { readingFault, type ProbeReading, type ReadingFault } from './reading';

export const COLUMN_ROLES = ['moment', 'date', 'clock', 'air', 'core', 'rh', 'none'] as const;
/** What a column of a logger's file says. */
export type ColumnRole = (typeof COLUMN_ROLES)[number];
export type DateOrder = 'ymd' | 'dmy' | 'mdy';

/** What a file seems to be: which column is what, in which unit, how dates are written. */
export interface TableShape {
  /** Rows before the first of readings. */
  skip: number;
  columns: { name: string; role: ColumnRole }[];
  unit: DegreeUnit;
  /** The unit is guessed from the figures, not named by the file: ask. */
  unitAsked: boolean;
  order: DateOrder;
  /** Dates may be read either way round: ask. */
  orderAsked: boolean;
  /** No column says that it is a temperature: ask which one is. */
  rolesAsked: boolean;
  comma: boolean;
  /** Times carry their own zone. */
  zoned: boolean;
}

export type TableFault = 'empty' | 'noTime' | 'noDegrees';

const TIME_NAMES =
  /\b(time|date|datetime|timestamp|zeit|datum|uhrzeit|dato|tid|fecha|hora|heure|moment)\b|date\W?time|timestamp/i;
const CLOCK_ONLY = /^(time|uhrzeit|clock|hora|heure|tid)\b/i;
const HUMID = /hum|\brh\b|r\.h|feucht|fukt|%/i;
const CORE = /core|probe 2|meat|ham|kern|kjerne|internal|deep|extern/i;
const DEGREES = /temp|air|luft|°|deg|\bt\d?\b|celsius|fahrenheit|\[?[cf]\]?$/i;

/** Columns of a logger that are neither. */
const OTHER = /batt|serial|^#|^no\.?$|index|count|row|signal|volt|door|light|lux|dew|pressure/i;

const NUMBER = /^[+-]?\d+(?:[.,]\d+)?\s*(?:°?\s*[CF]|%)?$/i;
/** A cell as a number; undefined when it holds none. */
export function cellNumber(cell: string | undefined, comma: boolean): number | undefined {
  const text = (cell ?? '').trim().replace('−', '-');
  if (!NUMBER.test(text)) return undefined;
  const figure = text.replace(/[^\d.,+-]/g, '');
  const value = Number(comma ? figure.replace('.', '').replace(',', '.') : figure.replace(',', ''));
  return Number.isFinite(value) ? value : undefined;
}

const ISO =
  /^(\d{4})-(\d{1,2})-(\d{1,2})(?:[T ](\d{1,2}):(\d{2})(?::(\d{2})(?:[.,]\d+)?)?)?\s*(Z|UTC|[+-]\d{2}:?\d{2})?$/i;
const PLAIN =
  /^(\d{1,4})[./-](\d{1,2})[./-](\d{1,4})(?:[ T,]+(\d{1,2}):(\d{2})(?::(\d{2})(?:[.,]\d+)?)?\s*([AP]\.?M\.?)?)?$/i;
const CLOCK = /^(\d{1,2}):(\d{2})(?::(\d{2})(?:[.,]\d+)?)?\s*([AP]\.?M\.?)?$/i;

interface Stamp {
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
  const plain = PLAIN.exec(clean);
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

function parseClock(text: string): Pick<ClockTime, 'hour' | 'minute' | 'second'> | undefined {
  const match = CLOCK.exec(text.trim());
  if (!match) return undefined;
  const [, h = '', mi = '', s = '0', half] = match;
  const clock = { hour: hour12(Number(h), half), minute: Number(mi), second: Number(s) };
  return clock.hour < 24 && clock.minute < 60 && clock.second < 61 ? clock : undefined;
}

const ORDERS: readonly DateOrder[] = ['ymd', 'dmy', 'mdy'];
const anyStamp = (cell: string): boolean => ORDERS.some((order) => parseStamp(cell, order));

/** Rows that are looked at to tell what a file is. */
const LOOKED_AT = 200;
/** A median above this, nowhere named °C, is more likely °F: a larder at 35 °F is one, at 35 °C none. */
const LIKELY_F = { median: 25, most: 110 } as const;

/**
 * Tells from the rows of a file which column is time, air, core and humidity, in which unit and date order.
 * What cannot be told for certain is guessed and marked as asked.
 * @param rows  cells as text, the header among them
 */
export function recognise(
  rows: readonly (readonly string[])[]
): { ok: true; shape: TableShape } | { ok: false; fault: TableFault } {
  const looked = rows.slice(0, LOOKED_AT);
  const width = Math.max(0, ...looked.map((r) => r.length));
  if (width === 0 || looked.every((r) => r.every((c) => c.trim() === '')))
    return { ok: false, fault: 'empty' };
  const skip = firstReading(looked);
  if (skip < 0) return { ok: false, fault: 'noTime' };
  const body = looked.slice(skip);
  const header = [...looked.slice(0, skip)]
    .reverse()
    .find((r) => r.filter((c) => c.trim() !== '').length > 1 && !r.some(anyStamp));
  const name = (i: number) => header?.[i]?.trim() ?? '';
  const comma = isComma(body);
  const share = (i: number, test: (cell: string) => boolean) => {
    const cells = body.map((r) => r[i]?.trim() ?? '').filter((c) => c !== '');
    return cells.length === 0 ? 0 : cells.filter(test).length / cells.length;
  };
  const columns = Array.from({ length: width }, (_, i): TableShape['columns'][number] => ({
    name: name(i),
    role: 'none'
  }));
  const put = (i: number, role: ColumnRole) => {
    const column = columns[i];
    if (column) column.role = role;
  };
  const stamps = columns.map((_, i) => i).filter((i) => share(i, anyStamp) > 0.7);
  const clocks = columns.map((_, i) => i).filter((i) => share(i, (c) => parseClock(c) !== undefined) > 0.7);
  const when = stamps.find((i) => TIME_NAMES.test(name(i))) ?? stamps[0];
  if (when === undefined) return { ok: false, fault: 'noTime' };
  const bare = share(when, (c) => !/\d{1,2}:\d{2}/.test(c)) > 0.7;
  put(when, bare ? 'date' : 'moment');
  if (bare) {
    const clock = clocks.find((i) => CLOCK_ONLY.test(name(i))) ?? clocks[0];
    if (clock === undefined) return { ok: false, fault: 'noTime' };
    put(clock, 'clock');
  }
  const figures = columns
    .map((_, i) => i)
    .filter(
      (i) =>
        columns[i]?.role === 'none' &&
        // A column that is named may be full of error codes; one that is not must be figures.
        share(i, (c) => cellNumber(c, comma) !== undefined) > (name(i) === '' ? 0.5 : 0.1)
    );
  if (figures.length === 0) return { ok: false, fault: 'noDegrees' };
  const named = rolesOf(figures, name, put);
  // One figure alone that nobody has named is likely the temperature; it is put so, and asked.
  const unnamed = figures.filter((i) => columns[i]?.role === 'none' && !OTHER.test(name(i)));
  const lone = named.length === 0 && unnamed.length === 1 ? unnamed : [];
  for (const i of lone) put(i, 'air');
  const degrees = [...named, ...lone];
  const unit = unitOf(
    degrees.map(name),
    degrees.flatMap((i) => body.flatMap((r) => cellNumber(r[i], comma) ?? [])),
    body.flatMap((r) => degrees.map((i) => r[i] ?? ''))
  );
  const order = orderOf(body.map((r) => r[when] ?? ''));
  return {
    ok: true,
    shape: {
      skip,
      columns,
      ...unit,
      ...order,
      // A lone figure that has a name is the temperature; without one somebody must say so.
      rolesAsked: named.length === 0 && !lone.some((i) => name(i) !== ''),
      comma,
      zoned: share(when, (c) => parseStamp(c, order.order)?.zone !== undefined) > 0.9
    }
  };
}

/** The first row of readings: one with a time and a figure beside it, followed by another; a start time in the head is none. */
function firstReading(rows: readonly (readonly string[])[]): number {
  const stamped = (r: readonly string[] | undefined) => r?.some(anyStamp) === true;
  const reads = (r: readonly string[]) =>
    stamped(r) && r.some((c) => cellNumber(c, true) !== undefined || cellNumber(c, false) !== undefined);
  const first = rows.findIndex((r, i) => reads(r) && (i === rows.length - 1 || stamped(rows[i + 1])));
  return first >= 0 ? first : rows.findIndex(stamped);
}

/** Roles by the columns' names. What nobody has named gets none: a light or a battery is no temperature. */
function rolesOf(
  figures: readonly number[],
  name: (i: number) => string,
  put: (i: number, role: ColumnRole) => void
): number[] {
  const degrees: number[] = [];
  let [air, core, rh] = [false, false, false];
  for (const i of figures) {
    const text = name(i);
    if (OTHER.test(text) && !/temp|°/i.test(text)) continue;
    if (!rh && HUMID.test(text) && !/temp|°/i.test(text)) {
      put(i, 'rh');
      rh = true;
    } else if (!core && CORE.test(text)) {
      put(i, 'core');
      core = true;
      degrees.push(i);
    } else if (!air && DEGREES.test(text)) {
      put(i, 'air');
      air = true;
      degrees.push(i);
    }
  }
  return degrees;
}

/** Roles as somebody has set them; of a role given twice the first counts. */
export function withRoles(shape: TableShape, roles: readonly ColumnRole[]): TableShape {
  const taken = new Set<ColumnRole>();
  const columns = shape.columns.map((column, i) => {
    const role = roles[i] ?? column.role;
    if (role === 'none' || taken.has(role)) return { ...column, role: 'none' as const };
    taken.add(role);
    return { ...column, role };
  });
  return { ...shape, columns, rolesAsked: false };
}

function isComma(body: readonly (readonly string[])[]): boolean {
  let [commas, points] = [0, 0];
  for (const row of body)
    for (const cell of row) {
      if (/^[+−-]?\d+,\d+\s*\D{0,3}$/.test(cell.trim())) commas += 1;
      if (/^[+−-]?\d+\.\d+\s*\D{0,3}$/.test(cell.trim())) points += 1;
    }
  return commas > points;
}

function unitOf(
  names: readonly string[],
  values: readonly number[],
  cells: readonly string[]
): Pick<TableShape, 'unit' | 'unitAsked'> {
  const said = [...names, ...cells.slice(0, 20)].join(' ');
  if (/°\s*F|fahrenheit|\bF\b|_f\b/i.test(said)) return { unit: 'F', unitAsked: false };
  if (/°\s*C|celsius|\bC\b|_c\b/i.test(said)) return { unit: 'C', unitAsked: false };
  const middle = lowMedian(values);
  const likely = middle > LIKELY_F.median && middle < LIKELY_F.most;
  return { unit: likely ? 'F' : 'C', unitAsked: likely };
}

function orderOf(cells: readonly string[]): Pick<TableShape, 'order' | 'orderAsked'> {
  const fits = ORDERS.filter((order) => cells.every((c) => c.trim() === '' || parseStamp(c, order)));
  const [first = 'dmy'] = fits;
  if (cells.some((c) => /^\d{4}/.test(c.trim()))) return { order: 'ymd', orderAsked: false };
  const either = fits.filter((o) => o !== 'ymd');
  if (either.length < 2) return { order: either[0] ?? first, orderAsked: false };
  // Days of one file follow each other: the order in which it spans the fewest is the likelier.
  const span = (order: DateOrder) => {
    const times = cells.flatMap((c) => {
      const s = parseStamp(c, order);
      return s ? [Date.UTC(s.clock.year, s.clock.month - 1, s.clock.day)] : [];
    });
    return Math.max(...times) - Math.min(...times);
  };
  return { order: span('mdy') < span('dmy') ? 'mdy' : 'dmy', orderAsked: true };
}

/** What was made of a file's rows. */
export interface TableRead {
  readings: ProbeReading[];
  /** Rows left out, by why. */
  left: Partial<Record<ReadingFault | 'unreadable' | 'twice', number>>;
  /** Rows that stood before an earlier one. */
  outOfOrder: number;
  /** Longer silences, from and to. */
  gaps: { from: number; to: number }[];
  /** Rows in an hour that the clock had twice, or left out. */
  clockChange: number;
}

/** A silence is a gap past this many times the usual interval, and never under an hour. */
const GAP_TIMES = 3;

/**
 * Reads the rows of a file. Bad rows are left out and counted, never guessed at; the rest is in order of time.
 * @param timeZone  zone of the logger's clock, where stamps carry none
 * @param now  readings past it are left out
 */
export function readTable(
  rows: readonly (readonly string[])[],
  shape: TableShape,
  timeZone: string,
  now: number
): TableRead {
  const role = (r: ColumnRole) => shape.columns.findIndex((c) => c.role === r);
  const [moment, date, clock] = [role('moment'), role('date'), role('clock')];
  const [airAt, coreAt, rhAt] = [role('air'), role('core'), role('rh')];
  const left: TableRead['left'] = {};
  const leave = (why: keyof TableRead['left']) => (left[why] = (left[why] ?? 0) + 1);
  const degrees = (cell: string | undefined) => {
    const value = cellNumber(cell, shape.comma);
    return value === undefined || shape.unit === 'C' ? value : toCelsius(value, 'F');
  };
  const byTime = new Map<number, ProbeReading>();
  let [outOfOrder, clockChange, last] = [0, 0, -Infinity];
  for (const row of inTime(rows.slice(shape.skip), (row) => stampOf(row, shape, moment, date, clock))) {
    if (row.every((c) => c.trim() === '')) continue;
    const stamp = stampOf(row, shape, moment, date, clock);
    if (!stamp) {
      leave('unreadable');
      continue;
    }
    let at: number;
    if (stamp.zone !== undefined) at = utcOf(stamp.clock) - stamp.zone;
    else {
      const moments = momentsAt(stamp.clock, timeZone);
      if (moments.length !== 1) clockChange += 1;
      // Of two, the one that goes on from the row before; of none, the clock had not been put forward.
      at =
        moments.find((m) => m > last) ??
        moments.at(-1) ??
        utcOf(stamp.clock) - offsetBefore(stamp.clock, timeZone);
    }
    const rawAir = airAt < 0 ? undefined : cellNumber(row[airAt], shape.comma);
    const rawCore = coreAt < 0 ? undefined : cellNumber(row[coreAt], shape.comma);
    const rh = rhAt < 0 ? undefined : cellNumber(row[rhAt], shape.comma);
    const reading: ProbeReading = {
      at,
      ...(rawAir === undefined ? {} : { air: degrees(row[airAt]) }),
      ...(rawCore === undefined ? {} : { core: degrees(row[coreAt]) }),
      ...(rh === undefined ? {} : { rh: rh / 100 })
    };
    // A sensor's own word is said in its own figures, whatever the unit.
    const broken = [rawAir, rawCore].some((t) => t === 85 || t === 185 || t === -127 || t === -196.6);
    const fault = broken ? 'sensor' : readingFault(reading, now);
    if (fault) {
      leave(fault);
      continue;
    }
    if (byTime.has(at)) leave('twice');
    if (at < last) outOfOrder += 1;
    last = Math.max(last, at);
    byTime.set(at, reading);
  }
  const readings = [...byTime.values()].sort((a, b) => a.at - b.at);
  return { readings, left, outOfOrder, gaps: silences(readings), clockChange };
}

/** Rows of a file that is written newest first, turned round. */
function inTime(
  rows: readonly (readonly string[])[],
  stamp: (row: readonly string[]) => Stamp | undefined
): readonly (readonly string[])[] {
  const walls = rows.slice(0, LOOKED_AT).flatMap((row) => {
    const found = stamp(row);
    return found ? [utcOf(found.clock) - (found.zone ?? 0)] : [];
  });
  const steps = walls.slice(1).map((at, i) => at - (walls[i] as number));
  const back = steps.filter((s) => s < 0).length;
  return back > steps.length / 2 ? [...rows].reverse() : rows;
}

const utcOf = (c: ClockTime): number => Date.UTC(c.year, c.month - 1, c.day, c.hour, c.minute, c.second);
const offsetBefore = (c: ClockTime, zone: string): number => offsetAt(utcOf(c) - 26 * HOUR, zone);

function stampOf(
  row: readonly string[],
  shape: TableShape,
  moment: number,
  date: number,
  clock: number
): Stamp | undefined {
  if (moment >= 0) return parseStamp(row[moment] ?? '', shape.order);
  const day = parseStamp(row[date] ?? '', shape.order);
  const time = parseClock(row[clock] ?? '');
  return day && time ? { ...day, clock: { ...day.clock, ...time } } : undefined;
}

function silences(readings: readonly ProbeReading[]): { from: number; to: number }[] {
  const steps = readings.slice(1).map((r, i) => r.at - (readings[i] as ProbeReading).at);
  const usual = lowMedian(steps);
  return readings.slice(1).flatMap((r, i) => {
    const from = (readings[i] as ProbeReading).at;
    return r.at - from > Math.max(HOUR, GAP_TIMES * usual) ? [{ from, to: r.at }] : [];
  });
}
