import { MINUTE, toCelsius, type DegreeUnit } from '$core/units';
/** What was read of a place at a moment: a probe's word, a hand's, or a file's. Ratios and °C. */
export interface ProbeReading {
  /** Milliseconds since the epoch. */
  at: number;
  air?: number | undefined;
  core?: number | undefined;
  /** Relative humidity, 0 … 1. */
  rh?: number | undefined;
}

/** Why a reading is not taken. */
export type ReadingFault = 'future' | 'ancient' | 'sensor' | 'range' | 'humidity' | 'nothing';

/** What a broken or waking sensor says: 85 °C of a common chip on power-up, −127 °C of its missing bus. */
const SENSOR_WORDS = [85, -127];
/** Beyond these nobody hangs meat. °C. */
export const READABLE = { low: -40, high: 60 } as const;
const CLOCK_SLACK_MS = 5 * MINUTE;
const EARLIEST = Date.UTC(2000, 0, 1);

/** What is wrong with a reading; undefined when it may be taken. */
export function readingFault(reading: ProbeReading, now: number): ReadingFault | undefined {
  const { at, air, core, rh } = reading;
  if (at > now + CLOCK_SLACK_MS) return 'future';
  if (at < EARLIEST) return 'ancient';
  const degrees = [air, core].filter((t): t is number => t !== undefined);
  if (degrees.length === 0 && rh === undefined) return 'nothing';
  if (degrees.some((t) => SENSOR_WORDS.includes(t))) return 'sensor';
  if (degrees.some((t) => !(t >= READABLE.low && t <= READABLE.high))) return 'range';
  return rh !== undefined && !(rh >= 0 && rh <= 1) ? 'humidity' : undefined;
}

/**
 * A typed temperature: `3.4`, `3,4 °C`, `38 F`.
 * @param bare  unit of a figure without one
 * @returns °C; `asked` where a bare figure in °C can hardly be one
 * @example parseDegrees('3,4 °C') // { ok: true, celsius: 3.4 }
 * @example parseDegrees('41', 'F') // { ok: true, celsius: 5 }
 */
export function parseDegrees(
  text: string,
  bare: DegreeUnit = 'C'
): { ok: true; celsius: number; asked?: 'fahrenheit' } | { ok: false } {
  const match = /^\s*([+-]?\d{1,3}(?:[.,]\d+)?)\s*(?:°\s*)?([CF])?\s*$/i.exec(text.replace('−', '-'));
  if (!match) return { ok: false };
  const value = Number((match[1] ?? '').replace(',', '.'));
  if (!Number.isFinite(value)) return { ok: false };
  const said = match[2]?.toUpperCase();
  if ((said ?? bare) === 'F') return { ok: true, celsius: toCelsius(value, 'F') };
  // No larder stands at 32 °C; at 32 °F one may.
  return { ok: true, celsius: value, ...(!said && value >= 28 ? { asked: 'fahrenheit' as const } : {}) };
}
