import { under } from '$core/units';

/** What a column of an old list of animals may say. */
export const PAST_FIELDS = [
  'date',
  'species',
  'sex',
  'age',
  'tag',
  'count',
  'owner',
  'takenBy',
  'place',
  'live',
  'dressed',
  'hanging',
  'boneless',
  'note'
] as const;
export type PastField = (typeof PAST_FIELDS)[number];

/** How days are written: year first, day first, month first, or as days since 1900 that a spreadsheet counts. */
export const DAY_ORDERS = ['ymd', 'dmy', 'mdy', 'serial'] as const;
export type DayOrder = (typeof DAY_ORDERS)[number];

export const PAST_UNITS = ['kg', 'g', 'lb'] as const;
export type PastUnit = (typeof PAST_UNITS)[number];

/** How a list is to be read; null where nobody has said so yet and the list does not say it itself. */
export interface PastReading {
  /** The first row names the columns. */
  heading: boolean;
  /** What each column says, by its place; null for one that is left out. */
  columns: readonly (PastField | null)[];
  unit: PastUnit | null;
  days: DayOrder | null;
}

/** Words in a heading, by what they say; the first that fits counts. */
const HEADINGS: readonly (readonly [PastField, RegExp])[] = [
  ['boneless', /bone[- ]?less|boned|meat|yield|deboned/],
  ['hanging', /hang|carcass|cold weight|skinned|larder weight/],
  ['dressed', /dressed|gralloch|gutted|field weight|eviscerated/],
  ['live', /\blive\b|whole weight|on the hoof/],
  ['date', /date|day|when|shot on|killed/],
  ['species', /species|animal|game|kind/],
  ['sex', /\bsex\b|gender/],
  ['age', /\bage\b|age class/],
  ['tag', /tag|\bno\.?\b|number|#/],
  ['count', /count|how many|pieces|head\b/],
  ['takenBy', /hunter|shooter|taken by|shot by|stalker|rifle/],
  ['owner', /owner|for whom|household|whose/],
  ['place', /place|where|ground|area|beat|location/],
  ['note', /note|remark|comment/],
  ['hanging', /weight/]
];

const UNITS: readonly (readonly [PastUnit, RegExp])[] = [
  ['kg', /\bkgs?\b|kilo/],
  ['lb', /\blbs?\b|pound/],
  ['g', /\bg\b|gram/]
];

const plain = (text: string): string => text.trim().toLowerCase();
const isFigure = (text: string): boolean => /^[\d.,\s]+$/.test(text.trim());

/**
 * How a list seems to be read: what its headings say and what its days allow. All of it may be said otherwise; what it does
 * not say is left open.
 * @param rows  as text, the heading first where there is one
 * @example guessReading([['Date', 'Species', 'Hanging (kg)'], ['2021-10-03', 'roe', '14.2']]).columns // ['date', 'species', 'hanging']
 */
export function guessReading(rows: readonly (readonly string[])[]): PastReading {
  const [first = [], ...rest] = rows;
  const heading = first.length > 0 && !first.some((cell) => isFigure(cell) || dayOf(cell) !== undefined);
  const taken = new Set<PastField>();
  const width = Math.max(0, ...rows.map((row) => row.length));
  const columns = Array.from({ length: width }, (_, i) => {
    const name = heading ? plain(first[i] ?? '') : '';
    const field = HEADINGS.find(([key, words]) => !taken.has(key) && words.test(name))?.[0] ?? null;
    if (field) taken.add(field);
    return field;
  });
  const body = heading ? rest : rows;
  const days = body.map((row) => row[columns.indexOf('date')] ?? '');
  const names = first.filter((_, i) => isWeight(columns[i] ?? null)).map(plain);
  const unit = heading ? UNITS.find(([, word]) => names.some((name) => word.test(name)))?.[0] : undefined;
  return { heading, columns, unit: unit ?? null, days: orderOf(days) };
}

export const isWeight = (field: PastField | null): boolean =>
  field === 'live' || field === 'dressed' || field === 'hanging' || field === 'boneless';

const YMD = /^(\d{4})[-./](\d{1,2})[-./](\d{1,2})(?:[T ].*)?$/;
const SHORT = /^(\d{1,2})[-./ ](\d{1,2})[-./ ](\d{4}|\d{2})(?:[T ].*)?$/;
const SERIAL = /^\d{5}(?:\.\d+)?$/;
/** Days from the first of a spreadsheet’s calendar, 30 December 1899, to that of ours. */
const SERIAL_OFFSET = 25_569;

/** Which of a day's ways to be written it could be. */
function dayOf(text: string): readonly DayOrder[] | undefined {
  const cell = text.trim();
  if (YMD.test(cell)) return ['ymd'];
  if (SERIAL.test(cell)) return ['serial'];
  const short = SHORT.exec(cell);
  if (!short) return undefined;
  const [one, two] = [Number(short[1]), Number(short[2])];
  return [
    ...(two <= 12 && one <= 31 ? (['dmy'] as const) : []),
    ...(one <= 12 && two <= 31 ? (['mdy'] as const) : [])
  ];
}

/**
 * The one way in which all days of a list can be read; null where there are none or two. What is no day at all says nothing
 * of the others. Where points stand between its figures the day comes first.
 */
function orderOf(cells: readonly string[]): DayOrder | null {
  const days = cells.filter((cell) => dayOf(cell) !== undefined);
  if (days.length === 0) return null;
  const left = DAY_ORDERS.filter((order) => days.every((day) => dayOf(day)?.includes(order)));
  if (left.length > 1 && days.every((day) => /^\d{1,2}\.\d{1,2}\./.test(day.trim()))) return 'dmy';
  return left.length === 1 ? (left[0] ?? null) : null;
}

/**
 * A day of the calendar as a list writes it.
 * @returns year, month 1–12 and day; undefined where it is none
 */
export function readDay(
  text: string,
  order: DayOrder
): { year: number; month: number; day: number } | undefined {
  const cell = text.trim();
  if (order === 'serial') {
    if (!SERIAL.test(cell)) return undefined;
    const at = new Date((Math.floor(Number(cell)) - SERIAL_OFFSET) * 86_400_000);
    return { year: at.getUTCFullYear(), month: at.getUTCMonth() + 1, day: at.getUTCDate() };
  }
  const found = order === 'ymd' ? YMD.exec(cell) : SHORT.exec(cell);
  if (!found) return undefined;
  const figures = found.slice(1, 4).map(Number);
  const at = { ymd: [0, 1, 2], dmy: [2, 1, 0], mdy: [2, 0, 1] }[order];
  const [year = 0, month = 0, day = 0] = at.map((i) => figures[i]);
  const full = year < 100 ? 2000 + year : year;
  const real = new Date(Date.UTC(full, month - 1, day));
  return real.getUTCMonth() === month - 1 && real.getUTCDate() === day
    ? { year: full, month, day }
    : undefined;
}

/** What a cell says by a list of words; undefined where none is it. */
export const wordIn = <T>(words: Readonly<Record<string, T>>, text: string): T | undefined =>
  under(words, plain(text).replace(/\s+/g, ' '));
