import { lowMedian } from '$core/statistics';
import { HOUR, momentsAt, offsetAt, toCelsius, type ClockTime, type DegreeUnit } from '$core/units';
import { readingFault, type ProbeReading, type ReadingFault } from './reading';
import { namesMonth, parseClock, parseStamp, type DateOrder, type Stamp } from './stamp';
import { ELAPSED, elapsedOf, startAt, startIn, type Start } from './start';

export const COLUMN_ROLES = ['moment', 'date', 'clock', 'elapsed', 'air', 'core', 'rh', 'none'] as const;
/** What a column of a logger's file says. */
export type ColumnRole = (typeof COLUMN_ROLES)[number];

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
  /** Rows carry no time: the head says when the first was read. */
  start?: Start;
}

export type TableFault = 'empty' | 'noTime' | 'noDegrees';

const TIME_NAMES =
  /\b(time|date|datetime|timestamp|zeit|datum|uhrzeit|dato|tid|fecha|hora|heure|moment)\b|date\W?time|timestamp/i;
const CLOCK_ONLY = /^(time|uhrzeit|clock|hora|heure|tid)\b/i;
const HUMID = /hum|\brh\b|r\.h|feucht|fukt|%/i;
const CORE = /core|probe 2|meat|ham|kern|kjerne|internal|deep|extern/i;
const DEGREES = /temp|air|luft|°|deg|\bt\d?\b|celsius|fahrenheit|\[?[cf]\]?$/i;

/** Columns of a logger that are neither. */
const OTHER =
  /batt|serial|^#|^n[or]\.?$|index|count|row|record|sample|signal|volt|door|light|lux|dew|pressure/i;
/** A column that numbers its rows. */
const INDEX = /^#|^n[or]\.?$|index|record|sample|row/i;

const NUMBER = /^[+-]?\d+(?:[.,]\d+)?\s*(?:°?\s*[CF]|%)?$/i;
/** A cell as a number; undefined when it holds none. */
export function cellNumber(cell: string | undefined, comma: boolean): number | undefined {
  const text = (cell ?? '').trim().replace('−', '-');
  if (!NUMBER.test(text)) return undefined;
  const figure = text.replace(/[^\d.,+-]/g, '');
  const value = Number(comma ? figure.replace('.', '').replace(',', '.') : figure.replace(',', ''));
  return Number.isFinite(value) ? value : undefined;
}

const ORDERS: readonly DateOrder[] = ['ymd', 'dmy', 'mdy'];
const stampedBy =
  (orders: readonly DateOrder[]) =>
  (cell: string): boolean =>
    orders.some((order) => parseStamp(cell, order));
const anyStamp = stampedBy(ORDERS);

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
  const found = bodyOf(looked);
  if (!found) return { ok: false, fault: 'noTime' };
  const { skip, orders, start } = found;
  const isStamp = stampedBy(orders);
  const body = looked.slice(skip);
  const header = start
    ? looked[skip - 1]?.some((c) => cellNumber(c, true) !== undefined || startIn([[c]]) !== undefined)
      ? undefined
      : looked[skip - 1]
    : [...looked.slice(0, skip)]
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
  const all = columns.map((_, i) => i);
  const stamps = all.filter((i) => share(i, isStamp) > 0.7);
  const clocks = all.filter((i) => share(i, (c) => parseClock(c) !== undefined) > 0.7);
  const when = stamps.find((i) => TIME_NAMES.test(name(i))) ?? stamps[0];
  if (start) {
    const since = all.find(
      (i) => ELAPSED.test(name(i)) && share(i, (c) => elapsedOf(c, name(i)) !== undefined) > 0.7
    );
    if (since !== undefined) put(since, 'elapsed');
    else if (start.every === undefined) return { ok: false, fault: 'noTime' };
  } else {
    if (when === undefined) return { ok: false, fault: 'noTime' };
    const bare = orders[0] !== 'epoch' && share(when, (c) => !/\d{1,2}:\d{2}/.test(c)) > 0.7;
    put(when, bare ? 'date' : 'moment');
    if (bare) {
      const clock = clocks.find((i) => CLOCK_ONLY.test(name(i))) ?? clocks[0];
      if (clock === undefined) return { ok: false, fault: 'noTime' };
      put(clock, 'clock');
    }
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
  const times = start ? [start.text] : body.map((r) => r[when ?? -1] ?? '');
  const epoch =
    orders[0] === 'epoch' || (start !== undefined && parseStamp(start.text, 'epoch') !== undefined);
  const order = epoch ? { order: 'epoch' as const, orderAsked: false } : orderOf(times);
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
      zoned: when !== undefined && share(when, (c) => parseStamp(c, order.order)?.zone !== undefined) > 0.9,
      ...(start ? { start } : {})
    }
  };
}

/** Where the readings begin, and how their times are written: a date, seconds since 1970, or a start that the head names. */
function bodyOf(
  rows: readonly (readonly string[])[]
): { skip: number; orders: readonly DateOrder[]; start?: Start } | undefined {
  const ownTime = stampedBy([...ORDERS, 'epoch']);
  const figures = (r: readonly string[] | undefined) =>
    r !== undefined && r.some((c) => cellNumber(c, true) !== undefined) && !r.some(ownTime);
  // Rows of figures alone, one under another: where most of the file is so, no row carries its time.
  const plain = rows.findIndex((r, i) => figures(r) && (i === rows.length - 1 || figures(rows[i + 1])));
  const start = plain > 0 ? startIn(rows.slice(0, plain)) : undefined;
  if (start && rows.slice(plain).filter(figures).length > (rows.length - plain) / 2)
    return { skip: plain, orders: ORDERS, start };
  for (const orders of [ORDERS, ['epoch'] as const]) {
    const skip = firstReading(rows, stampedBy(orders));
    if (skip >= 0) return { skip, orders };
  }
  return undefined;
}

/** The first row of readings: one with a time and a figure beside it, followed by another; a start time in the head is none. */
function firstReading(rows: readonly (readonly string[])[], isStamp: (cell: string) => boolean): number {
  const stamped = (r: readonly string[] | undefined) => r?.some(isStamp) === true;
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
  if (cells.some((c) => /^\d{4}/.test(c.trim()) || namesMonth(c))) return { order: 'ymd', orderAsked: false };
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

/** Why a row was left out. */
export type LeftOut = ReadingFault | 'unreadable' | 'twice';
/** Rows left out that are kept to be looked at. */
const LEFT_SHOWN = 60;

/** What was made of a file's rows. */
export interface TableRead {
  readings: ProbeReading[];
  /** Rows left out, by why. */
  left: Partial<Record<LeftOut, number>>;
  /** The first of these rows: their line among the rows of the file, from 1, and what stood there. */
  leftRows: { line: number; why: LeftOut; cells: readonly string[] }[];
  /** Rows that stood before an earlier one. */
  outOfOrder: number;
  /** Longer silences, from and to. */
  gaps: { from: number; to: number }[];
  /** Rows in an hour that the clock had twice, or left out. */
  clockChange: number;
}

/** What broken or waking sensors say, in °C or °F: 85 °C of a common chip on power-up, −127 °C of its missing bus. */
const BROKEN: readonly number[] = [85, 185, -127, -196.6];
/** Whether a figure is a sensor's own word, whatever the file's unit. */
export const saysBroken = (figure: number): boolean => BROKEN.includes(figure);

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
  const leftRows: TableRead['leftRows'] = [];
  const leave = (why: LeftOut, line: number, cells: readonly string[]) => {
    left[why] = (left[why] ?? 0) + 1;
    if (leftRows.length < LEFT_SHOWN) leftRows.push({ line, why, cells });
  };
  const degrees = (cell: string | undefined) => {
    const value = cellNumber(cell, shape.comma);
    return value === undefined || shape.unit === 'C' ? value : toCelsius(value, 'F');
  };
  const byTime = new Map<number, { reading: ProbeReading; line: number; cells: readonly string[] }>();
  let [outOfOrder, clockChange, last] = [0, 0, -Infinity];
  const since = sinceStart(shape, rows[shape.skip], timeZone);
  const lined = rows
    .map((cells, i) => ({ cells, line: i + 1 }))
    .slice(shape.skip)
    .filter(({ cells }) => cells.some((c) => c.trim() !== ''));
  const ordered = shape.start
    ? lined
    : inTime(lined, ({ cells }) => stampOf(cells, shape, moment, date, clock));
  for (const [i, { cells: row, line }] of ordered.entries()) {
    const stamp = since ? undefined : stampOf(row, shape, moment, date, clock);
    let at: number;
    const told = since?.(row, i);
    if (told !== undefined) at = told;
    else if (!stamp) {
      leave('unreadable', line, row);
      continue;
    } else if (stamp.zone !== undefined) at = utcOf(stamp.clock) - stamp.zone;
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
    const broken = [rawAir, rawCore].some((t) => t !== undefined && saysBroken(t));
    const fault = broken ? 'sensor' : readingFault(reading, now);
    if (fault) {
      leave(fault, line, row);
      continue;
    }
    // Of a moment that stands twice the later row counts: the earlier is left out.
    const earlier = byTime.get(at);
    if (earlier) leave('twice', earlier.line, earlier.cells);
    if (at < last) outOfOrder += 1;
    last = Math.max(last, at);
    byTime.set(at, { reading, line, cells: row });
  }
  const readings = [...byTime.values()].map((one) => one.reading).sort((a, b) => a.at - b.at);
  return { readings, left, leftRows, outOfOrder, gaps: silences(readings), clockChange };
}

/** When a row was read, by the start that the head names; undefined where rows carry their own time. */
function sinceStart(
  shape: TableShape,
  first: readonly string[] | undefined,
  timeZone: string
): ((row: readonly string[], i: number) => number | undefined) | undefined {
  const { start, columns } = shape;
  const begun = start && startAt(start, shape.order, timeZone);
  if (begun === undefined) return undefined;
  const elapsed = columns.findIndex((c) => c.role === 'elapsed');
  const number = columns.findIndex((c) => c.role === 'none' && INDEX.test(c.name));
  const numberOf = (row: readonly string[] | undefined) => cellNumber(row?.[number], shape.comma);
  const from = numberOf(first);
  return (row, i) => {
    if (elapsed >= 0) {
      const span = elapsedOf(row[elapsed] ?? '', columns[elapsed]?.name ?? '');
      return span === undefined ? undefined : begun + span;
    }
    // Where rows are numbered, one that is missing leaves its time free.
    const n = from === undefined ? undefined : numberOf(row);
    return begun + (n === undefined || from === undefined ? i : n - from) * (start?.every ?? 0);
  };
}

/** Rows of a file that is written newest first, turned round. */
function inTime<Row>(rows: readonly Row[], stamp: (row: Row) => Stamp | undefined): readonly Row[] {
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
