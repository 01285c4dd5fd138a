import { DAY, HOUR, clockAt, midnightBefore } from '$core/units';

export interface Tick {
  at: number;
  label: string;
  /** A local midnight. */
  day: boolean;
}

/** Local midnights of a span, the one before it first. */
export function midnights(from: number, to: number, timeZone: string): number[] {
  const days: number[] = [];
  // Noon of the next day is always within it, whatever the clock does at night.
  for (let day = midnightBefore(from, timeZone); day < to; day = midnightBefore(day + 36 * HOUR, timeZone))
    days.push(day);
  return days;
}

/** Marks of a time axis: midnights with their day, and hours between them as there is room. */
export function timeTicks(from: number, to: number, timeZone: string, most = 14): Tick[] {
  const dayName = new Intl.DateTimeFormat('en-GB', { timeZone, weekday: 'short', day: 'numeric' });
  const days = midnights(from, to, timeZone);
  const every = [3, 6, 12, 24].find((h) => (to - from) / (h * HOUR) <= most) ?? 24;
  const skip = Math.max(1, Math.ceil((to - from) / DAY / most));
  const ticks: Tick[] = [];
  days.forEach((day, i) => {
    if (day >= from && i % skip === 0) ticks.push({ at: day, label: dayName.format(day + HOUR), day: true });
    if (every < 24)
      for (let h = every; h < 24; h += every) {
        const at = day + h * HOUR;
        if (at >= from && at <= to)
          ticks.push({ at, label: `${String(clockAt(at, timeZone).hour).padStart(2, '0')}:00`, day: false });
      }
  });
  return ticks;
}

/** "31 h", "2 d 7 h", "never"; `fine` says tenths of an hour, where two spans lie close together. */
export function spanWords(hours: number, fine = false): string {
  if (!Number.isFinite(hours)) return 'never';
  if (hours < 1) return `${Math.max(0, Math.round(hours * 60))} min`;
  if (hours < 72) return `${hours < 10 || fine ? hours.toFixed(1) : Math.round(hours)} h`;
  const whole = Math.round(hours);
  return `${Math.floor(whole / 24)} d ${whole % 24} h`;
}
