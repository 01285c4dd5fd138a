import { HOUR, MINUTE, momentsAt } from '$core/units';
import { parseStamp, type DateOrder, type Stamp } from './stamp';

/** When the first row was read, and how long after it each of the others: of a file whose rows carry no time. */
export interface Start {
  stamp: Stamp;
  /** Milliseconds between rows; undefined where a column says how long after the start each was read. */
  every?: number;
}

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
  const unit = unitMs(said?.[2] || (/[([]\s*([a-z]+)\s*[)\]]/i.exec(name)?.[1] ?? ''));
  return said && figure > 0 && unit ? figure * unit : undefined;
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
  let stamp: Stamp | undefined;
  let every: number | undefined;
  for (const row of head) {
    const { name, value } = saidIn(row);
    if (START.test(name)) stamp ??= stampIn(value);
    if (EVERY.test(name)) every ??= spanOf(value, name);
  }
  return stamp && { stamp, ...(every === undefined ? {} : { every }) };
}

const ORDERS: readonly DateOrder[] = ['dmy', 'mdy', 'ymd', 'epoch'];
/** A date that may be read two ways is read with its day first. */
const stampIn = (text: string): Stamp | undefined => {
  for (const order of ORDERS) {
    const found = parseStamp(text, order);
    if (found) return found;
  }
  return undefined;
};

/** The moment of a start in its zone; of two the first. */
export const startAt = ({ stamp }: Start, timeZone: string): number | undefined => {
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
  if (/^0+([.,]0+)?$/.test(text)) return 0;
  return /^\d{1,3}:\d{2}(:\d{2})?$/.test(text) || /^\d+([.,]\d+)?\s*[a-z]*$/i.test(text)
    ? (spanOf(text, name) ?? (/^[\d:]*$/.test(text) && /^0+(:0+)+$/.test(text) ? 0 : undefined))
    : undefined;
};
