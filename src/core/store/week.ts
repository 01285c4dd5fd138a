import { DAY, HOUR, localDate, localHour } from '$core/units';

/** The hour the household eats. Own choice. */
const EATS = 18;
/** Days of a week. Exact. */
const WEEK = 7;

/** When the household eats on the seven days from now on, ms: the zone's own hour, whatever its clock does. */
export function eatingTimes(now: number, timeZone: string): number[] {
  return Array.from({ length: WEEK }, (_, i) => {
    const { year, month, day } = localDate(now + i * DAY, timeZone);
    const near = Date.UTC(year, month - 1, day, EATS);
    const off = localHour(near, timeZone) - EATS;
    // A zone may be so far ahead that its own date is the next: of the hours that fit, the one of this day.
    const fits = [off, off + 24, off - 24].map((hours) => near - hours * HOUR);
    return fits.find((at) => localDate(at, timeZone).day === day) ?? near - off * HOUR;
  });
}

/** So many days of a week, evenly apart, the first of them tomorrow. */
export const usualDays = (count: number): number[] => {
  const days = Math.min(WEEK, Math.max(0, count));
  return [
    ...new Set(
      Array.from({ length: days }, (_, i) =>
        Math.min(WEEK - 1, 1 + Math.floor((i * (WEEK - 1)) / Math.max(1, days)))
      )
    )
  ];
};

/**
 * Who eats on the seven days from now on.
 * @param byWeekday  people at the table from Monday to Sunday; undefined where it is the same every day
 * @param people  at the table where nobody has said more
 */
export function eatersOf(
  times: readonly number[],
  timeZone: string,
  people: number,
  byWeekday?: readonly number[] | null
): number[] {
  return times.map((at) => {
    const { year, month, day } = localDate(at, timeZone);
    const weekday = (new Date(Date.UTC(year, month - 1, day)).getUTCDay() + 6) % WEEK;
    return byWeekday?.[weekday] ?? people;
  });
}
