import { HOUR, MINUTE, momentsAt } from '$core/units';
import { parseStamp, type DateOrder } from './stamp';

/** When the first row was read, and how long after it each of the others: of a file whose rows carry no time. */
export interface Start {
  /** As it stands in the head: which of day and month comes first may have to be asked. */
  text: string;
  /** Milliseconds between rows; undefined where a column says how long after the start each was read. */
  every?: number;
}

const ORDERS: readonly DateOrder[] = ['ymd', 'dmy', 'mdy', 'epoch'];
const START = /start|begin|began|first|from\b|von\b|ab\b|d[ée]but|inicio/i;
const EVERY = /interval|every|rate|period|sampl|abtast|takt/i;
const UNITS: readonly [RegExp, number][] = [
  [/^(ms|milli)/i, 1],
  [/^(s|sec|second|sek)/i, 1_000],
  [/^(m|min|minute)/i, MINUTE],
  [/^(h|hr|hour|std)/i, HOUR]
];
const unitMs = (word: string): number | undefined => UNITS.find(([name]) => name.test(word))?.[1];

/** `10 min`, `600s`, `00:10:00`, or `10` beside a name that says the unit, milliseconds. */
function spanOf(text: string, name: string): number | undefined {
  const clock = /(\d{1,3}):(\d{2})(?::(\d{2}))?/.exec(text);
  if (clock) {
    const [, a, b, c] = clock;
    return (
      (c === undefined ? Number(a) * 60 + Number(b) : Number(a) * 3600 + Number(b) * 60 + Number(c)) * 1_000
    );
  }
  const said = /(\d+(?:[.,]\d+)?)\s*([a-z]*)/i.exec(text);
  const figure = Number((said?.[1] ?? '').replace(',', '.'));
  if (figure === 0) return 0;
  const unit = unitMs(said?.[2] || (/[([]\s*([a-z]+)\s*[)\]]/i.exec(name)?.[1] ?? ''));
  return said && unit ? figure * unit : undefined;
}

/** What stands after the name in a row of a head, whether in a cell of its own or after a colon. */
function saidIn(row: readonly string[]): { name: string; value: string } {
  const text = row
    .map((cell) => cell.trim())
    .filter(Boolean)
    .join(' ');
  const at = /^[^:=\d]+(?:[:=]|(?=\s\d)|(?=\d))/.exec(text)?.[0] ?? '';
  return { name: at.replace(/[:=]\s*$/, ''), value: text.slice(at.length).trim() };
}

/**
 * The start that the head of a file names, for rows without a time of their own.
 * @param head  its rows before the readings
 */
export function startIn(head: readonly (readonly string[])[]): Start | undefined {
  let text: string | undefined;
  let every: number | undefined;
  for (const row of head) {
    const { name, value } = saidIn(row);
    if (START.test(name) && ORDERS.some((order) => parseStamp(value, order))) text ??= value;
    if (EVERY.test(name)) every ??= spanOf(value, name) || undefined;
  }
  return text === undefined ? undefined : { text, ...(every === undefined ? {} : { every }) };
}

/** The moment of a start in its zone, by the order of its date; of two the first. */
export const startAt = ({ text }: Start, order: DateOrder, timeZone: string): number | undefined => {
  const stamp = parseStamp(text, order);
  if (!stamp) return undefined;
  const { year, month, day, hour, minute, second } = stamp.clock;
  return stamp.zone === undefined
    ? momentsAt(stamp.clock, timeZone)[0]
    : Date.UTC(year, month - 1, day, hour, minute, second) - stamp.zone;
};

/** A column that says how long after the start: its name. */
export const ELAPSED = /elapsed|since|dauer|laufzeit|\b(time|t)\b\s*[([]\s*(ms|s|sec|min|h|hr)/i;

/** How long after the start a cell says, milliseconds. */
export const elapsedOf = (cell: string, name: string): number | undefined => {
  const text = cell.trim();
  return /^\d{1,3}:\d{2}(:\d{2})?$/.test(text) || /^\d+([.,]\d+)?\s*[a-z]*$/i.test(text)
    ? spanOf(text, name)
    : undefined;
};
