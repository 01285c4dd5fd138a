import { MAX_GRAMS, grams, type Grams, under } from '$core/units';

/** What the scale says of itself with a reading. */
export type ScaleState = 'steady' | 'unsteady' | 'overload' | 'fault';

/** One line of a bench scale: the net weight on the plate and the tare it has taken off. */
export interface ScaleReading {
  state: ScaleState;
  /** Net grams; negative when the plate is lighter than the tare. Zero on overload and fault. */
  grams: Grams;
  tare: Grams;
}

export type LineFault = 'shape' | 'checksum' | 'range';
export type LineResult = { ok: true; reading: ScaleReading } | { ok: false; fault: LineFault };

const STATES: Record<string, ScaleState> = { S: 'steady', U: 'unsteady', O: 'overload', F: 'fault' };
const LETTERS: Record<ScaleState, string> = { steady: 'S', unsteady: 'U', overload: 'O', fault: 'F' };
const LINE = /^w([SUOF]) ([+-])(\d{7})g t(\d{6})g ~([0-9A-F]{2})$/;

/** Exclusive or of the character codes, as two hexadecimal digits. */
export function checksum(body: string): string {
  let sum = 0;
  for (let i = 0; i < body.length; i += 1) sum ^= body.charCodeAt(i) & 0xff;
  return sum.toString(16).toUpperCase().padStart(2, '0');
}

/**
 * Writes a line of our bench scale's own format: `wS +0001284g t000000g ~44`: state, sign, net grams, tare, checksum of
 * everything before the tilde and its blank.
 * @example parseScaleLine(formatScaleLine({ state: 'steady', grams: 1285, tare: 0 })).reading.grams // 1285
 */
export function formatScaleLine({ state, grams: value, tare }: ScaleReading): string {
  const body = `w${LETTERS[state]} ${value < 0 ? '-' : '+'}${String(Math.abs(value)).padStart(7, '0')}g t${String(tare).padStart(6, '0')}g`;
  return `${body} ~${checksum(body)}`;
}

/** Reads a line. Anything that is not whole and right to the checksum is a fault, never a weight. */
export function parseScaleLine(text: string): LineResult {
  const match = LINE.exec(text.trim());
  if (!match) return { ok: false, fault: 'shape' };
  const [whole, letter = '', sign, digits = '', tareDigits = '', sum] = match;
  if (checksum(whole.slice(0, whole.lastIndexOf(' ~'))) !== sum) return { ok: false, fault: 'checksum' };
  const state = under(STATES, letter) ?? 'fault';
  const value = Number(digits) * (sign === '-' ? -1 : 1);
  if (Math.abs(value) > MAX_GRAMS) return { ok: false, fault: 'range' };
  const weighs = state === 'steady' || state === 'unsteady';
  return { ok: true, reading: { state, grams: grams(weighs ? value : 0), tare: grams(Number(tareDigits)) } };
}

/** Longest run of characters without a line end that is kept; what is longer is noise. */
const MAX_LINE = 200;

/** Cuts a stream of characters into lines, for transports that hand over arbitrary pieces. */
export class LineCutter {
  #rest = '';
  feed(chunk: string): string[] {
    const lines = (this.#rest + chunk).split(/\r\n|\n|\r/);
    this.#rest = (lines.pop() ?? '').slice(-MAX_LINE);
    return lines.filter((line) => line.length > 0 && line.length <= MAX_LINE);
  }
}
