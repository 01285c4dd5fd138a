import { SUN_ADDS } from '$core/reference';
import { HOUR } from '$core/units';

/** A series over time, straight between its points and level beyond its ends. `at` rises, in ms since the epoch. */
export interface Series {
  at: readonly number[];
  value: readonly number[];
}

/** The same value at every time. */
export const level = (value: number): Series => ({ at: [0], value: [value] });

/** The index of the last point at or before a moment; −1 before the first. */
export function indexAt(at: ArrayLike<number>, moment: number): number {
  let [low, high] = [0, at.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((at[middle] as number) <= moment) low = middle + 1;
    else high = middle;
  }
  return low - 1;
}

/** Value at a moment, by a straight line between the neighbours. @throws RangeError for a series without points */
export function valueAt(series: { at: ArrayLike<number>; value: ArrayLike<number> }, moment: number): number {
  const { at, value } = series;
  if (at.length === 0) throw new RangeError('an empty series has no value');
  const i = indexAt(at, moment);
  if (i < 0) return value[0] as number;
  if (i >= at.length - 1) return value[at.length - 1] as number;
  const [t0, t1] = [at[i] as number, at[i + 1] as number];
  const share = t1 > t0 ? (moment - t0) / (t1 - t0) : 0;
  return (value[i] as number) + share * ((value[i + 1] as number) - (value[i] as number));
}

/** A reading of air, or what is forecast of it. Humidity is a ratio, 0 … 1; wind in m/s. */
export interface AirPoint {
  at: number;
  air: number;
  rh?: number | undefined;
  wind?: number | undefined;
  /** Forecast, not read. */
  forecast?: boolean | undefined;
}

/** Gaps up to here are bridged by a straight line; over longer ones the cautious value stands. Working default. */
export const BRIDGED_HOURS = 6;
/** What is added to the warmer neighbour of a long gap where growth is reckoned. Working default, °C. */
export const GAP_ADDS = 3;

export interface Gap {
  from: number;
  to: number;
}

/** Air as two series, alike but for long gaps: the warmer for growth and cooling, the colder for ageing. */
export interface AirRecord {
  warm: Series;
  cold: Series;
  /** Relative humidity, ratio; absent where nobody has measured it. */
  humidity?: Series;
  /** Wind out of doors, m/s; absent where nobody has said it. */
  wind?: Series;
  gaps: Gap[];
  /** From here on it is forecast, ms; absent where all was read. */
  forecastFrom?: number;
  /** Last point, read or forecast; beyond it the mean of the last day is held. */
  knownUntil: number;
}

/**
 * Air to reckon with, out of readings and what is forecast after them.
 * Gaps up to six hours are bridged. Over longer ones growth gets the warmer neighbour + 3 °C and ageing the colder.
 * Past the last point the mean of its last day is held.
 * @param points  any order; of two at one moment the later in the list counts
 * @returns undefined without a single point
 */
export function airRecord(points: readonly AirPoint[]): AirRecord | undefined {
  const byTime = new Map<number, AirPoint>();
  for (const point of points) byTime.set(point.at, point);
  const rows = [...byTime.values()].sort((a, b) => a.at - b.at);
  const last = rows.at(-1);
  if (!last) return undefined;
  const warm = { at: [] as number[], value: [] as number[] };
  const cold = { at: [] as number[], value: [] as number[] };
  const gaps: Gap[] = [];
  let before: AirPoint | undefined;
  for (const row of rows) {
    if (before && row.at - before.at > BRIDGED_HOURS * HOUR) {
      gaps.push({ from: before.at, to: row.at });
      const high = Math.max(before.air, row.air) + GAP_ADDS;
      const low = Math.min(before.air, row.air);
      for (const [series, value] of [
        [warm, high],
        [cold, low]
      ] as const) {
        series.at.push(before.at + 1, row.at - 1);
        series.value.push(value, value);
      }
    }
    for (const series of [warm, cold]) {
      series.at.push(row.at);
      series.value.push(row.air);
    }
    before = row;
  }
  const held = heldAfter(rows);
  for (const series of [warm, cold]) {
    series.at.push(last.at + 1);
    series.value.push(held.air);
  }
  const said = (of: 'rh' | 'wind'): Series | undefined => {
    const known = rows.filter((r) => r[of] !== undefined);
    return known.length > 0
      ? { at: known.map((r) => r.at), value: known.map((r) => r[of] as number) }
      : undefined;
  };
  const [humidity, wind] = [said('rh'), said('wind')];
  const forecast = rows.find((r) => r.forecast);
  return {
    warm,
    cold,
    gaps,
    knownUntil: last.at,
    ...(forecast ? { forecastFrom: forecast.at } : {}),
    ...(humidity ? { humidity } : {}),
    ...(wind ? { wind } : {})
  };
}

/** Mean of the last day of points, weighed by the time each stands for. */
function heldAfter(rows: readonly AirPoint[]): { air: number } {
  const last = rows.at(-1) as AirPoint;
  const day = rows.filter((r) => r.at >= last.at - 24 * HOUR);
  let [sum, time] = [0, 0];
  for (let i = 1; i < day.length; i += 1) {
    const [a, b] = [day[i - 1] as AirPoint, day[i] as AirPoint];
    sum += ((a.air + b.air) / 2) * (b.at - a.at);
    time += b.at - a.at;
  }
  return { air: time > 0 ? sum / time : last.air };
}

/** A day of a forecast that says no more than its lowest and highest. */
export interface DayForecast {
  /** Local midnight it begins at, ms. */
  from: number;
  low: number;
  high: number;
  rh?: number | undefined;
  wind?: number | undefined;
}

/** Share of the way from the day's low to its high by the hour: lowest at 5, highest at 15, a sine between. Usual practice. */
const dayShape = (hour: number): number => {
  if (hour >= 5 && hour <= 15) return (1 - Math.cos((Math.PI * (hour - 5)) / 10)) / 2;
  const after = hour > 15 ? hour - 15 : hour + 9;
  return (1 + Math.cos((Math.PI * after) / 14)) / 2;
};

/** Hours out of days of lows and highs; a daily mean alone would be wrong near the freezing end of growth. */
export function hourly(days: readonly DayForecast[]): AirPoint[] {
  const rows = [...days].sort((a, b) => a.from - b.from);
  return rows.flatMap((day, d) =>
    Array.from({ length: 24 }, (_, hour) => {
      const next = rows[d + 1];
      const before = rows[d - 1];
      // Evening falls towards the next morning's low, the small hours come from the evening before.
      const low = hour > 15 && next ? next.low : day.low;
      const high = hour < 5 && before ? before.high : day.high;
      return {
        at: day.from + hour * HOUR,
        air: low + (high - low) * dayShape(hour),
        forecast: true,
        ...(day.rh === undefined ? {} : { rh: day.rh }),
        ...(day.wind === undefined ? {} : { wind: day.wind })
      };
    })
  );
}

/** What the sun adds by the clock, °C: nothing before 9 and after 17, a half sine between. */
export function sunAt(localHour: number): number {
  return localHour > 9 && localHour < 17 ? SUN_ADDS * Math.sin((Math.PI * (localHour - 9)) / 8) : 0;
}
