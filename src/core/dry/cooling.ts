import { COOLED } from '$core/reference';

/** A middle read by a probe: ms, °C. */
export interface Core {
  at: number;
  celsius: number;
}

/** One leg of the way down: by when, and when it was there. */
export interface Leg {
  by: number;
  at?: number;
  /** There too late, or not there although it is late. */
  late: boolean;
}

export interface CoolingLog {
  /** Never read at 63 °C or more, still hot, on its way down, or at most 3 °C. */
  state: 'unread' | 'hot' | 'cooling' | 'cold';
  /** When it went below 63 °C for the last time, ms. */
  from?: number;
  warm?: Leg;
  cold?: Leg;
}

/** When readings went down through a temperature, between two of them in a straight line; the last time, after a moment. */
function passed(cores: readonly Core[], celsius: number, after: number): number | undefined {
  for (let i = cores.length - 1; i > 0; i -= 1) {
    const [a, b] = [cores[i - 1], cores[i]];
    if (!a || !b || b.at <= after) continue;
    if (a.celsius > celsius && b.celsius <= celsius)
      return a.at + ((a.celsius - celsius) / (a.celsius - b.celsius)) * (b.at - a.at);
  }
  return undefined;
}

/**
 * How a dish cools, held against the usual rule. What was never read hot says nothing.
 * @param cores  readings of its middle, in any order
 * @param now  ms
 */
export function coolingLog(cores: readonly Core[], now: number): CoolingLog {
  const rows = [...cores].sort((a, b) => a.at - b.at);
  if (!rows.some((r) => r.celsius >= COOLED.hot)) return { state: 'unread' };
  const from = passed(rows, COOLED.hot - 1e-9, -Infinity);
  const last = rows.at(-1)?.celsius ?? COOLED.hot;
  if (from === undefined || last >= COOLED.hot) return { state: 'hot' };
  const leg = (celsius: number, by: number): Leg => {
    const at = passed(rows, celsius, from);
    return { by, ...(at === undefined ? {} : { at }), late: (at ?? now) > by };
  };
  return {
    state: last <= COOLED.cold ? 'cold' : 'cooling',
    from,
    warm: leg(COOLED.warm, from + COOLED.toWarm),
    cold: leg(COOLED.cold, from + COOLED.toWarm + COOLED.toCold)
  };
}
