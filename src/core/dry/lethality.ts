import type { Hot } from '$core/reference';
import { MINUTE } from '$core/units';
import type { Core } from './cooling';

/** Degrees by which a tenth of the time does as much, K. Source: published tables of time and temperature, 10 °F. */
const TENFOLD = 5.56;
/** Below this nothing is counted, °C. Source: the same tables begin at 130 °F. */
const COUNTED_FROM = 54.4;
/** Between readings further apart than this, the cooler of the two counts for all of the time, ms. Own choice. */
const FAR = 15 * MINUTE;

/** How a middle was heated, held against what is asked of it. */
export interface Heated {
  /** The hottest reading, °C. */
  hottest: number;
  /** When a reading first had the asked temperature, ms; whatever rest is asked beside it is not in it. */
  reached?: number;
  /** Heat over time ÷ that of the asked temperature for the asked time; from 1 on it did as much. */
  share: number;
  /** When it had done as much, ms. */
  enough?: number;
}

const rate = (celsius: number, asked: number): number =>
  celsius < COUNTED_FROM ? 0 : 10 ** ((celsius - asked) / TENFOLD);

/** ∫ of the rate over a straight line from one temperature to another, ms; above where counting begins. */
function over(from: number, to: number, ms: number, asked: number): number {
  if (Math.abs(to - from) < 1e-6) return rate(from, asked) * ms;
  const [low, high] = from < to ? [from, to] : [to, from];
  if (high <= COUNTED_FROM) return 0;
  const begun = Math.max(low, COUNTED_FROM);
  const per = ms / (high - low);
  return ((per * TENFOLD) / Math.LN10) * (rate(high, asked) - 10 ** ((begun - asked) / TENFOLD));
}

/**
 * What the middle's heat has done: the integral of 10^((T − asked) ÷ 5.56 K) over time, T straight between readings, ÷ the
 * time asked. It speaks for the place of the probe alone, and of what heat kills at such a pace; never of safety.
 * @param cores  readings of the middle, in any order, °C
 * @returns undefined where nothing was read
 */
export function heatedBy(cores: readonly Core[], asked: Hot): Heated | undefined {
  const rows = [...cores].sort((a, b) => a.at - b.at);
  if (rows.length === 0) return undefined;
  const reached = rows.find((r) => r.celsius >= asked.celsius)?.at;
  let sum = 0;
  let enough: number | undefined;
  for (const [i, b] of rows.entries()) {
    const a = rows[i - 1];
    if (!a) continue;
    const ms = b.at - a.at;
    const least = Math.min(a.celsius, b.celsius);
    const own = ms > FAR ? rate(least, asked.celsius) * ms : over(a.celsius, b.celsius, ms, asked.celsius);
    if (enough === undefined && sum + own >= asked.ms) enough = b.at;
    sum += own;
  }
  return {
    hottest: Math.max(...rows.map((r) => r.celsius)),
    ...(reached === undefined ? {} : { reached }),
    share: sum / asked.ms,
    ...(enough === undefined ? {} : { enough })
  };
}
