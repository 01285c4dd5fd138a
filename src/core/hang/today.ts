import type { HangingWindow } from '$core/chill';
import { MINUTE, DAY, HOUR } from '$core/units';

/** One animal on the rail, as the day's plan sees it. */
export interface OnRail {
  code: string;
  /** Window; absent where its air is not known. */
  window?: Pick<
    HangingWindow,
    'opens' | 'closes' | 'never' | 'state' | 'closedBy' | 'openedBy' | 'waits' | 'ready'
  >;
  /** It may not be cut for giving out, but it may be cut. */
  held: boolean;
  /** Minutes the bench is likely to need. */
  minutes: number;
  room: string;
}

/** How soon: `first` must be cooled or loosen before anything is cut, then be cut without waiting. */
export type Urgency = 'now' | 'first' | 'today' | 'tomorrow' | 'later' | 'ages' | 'unknown';

/** Hours of tomorrow morning in which nobody has cut anything yet: what closes in them is cut today. Own choice. */
const MORNING = 10;

/**
 * How soon an animal must be cut: now where its window has closed or never opens (but cooled first while it is warm or
 * stiff), today where it closes before tomorrow's work.
 */
export function urgencyOf(on: Pick<OnRail, 'window'>, now: number, midnight: number): Urgency {
  const w = on.window;
  if (!w) return 'unknown';
  // Frozen through it waits for nothing but to be thawed.
  if (w.state === 'frozen') return 'ages';
  if (w.never || w.closes <= now) return w.waits ? 'first' : 'now';
  if (w.closes < midnight + DAY + MORNING * HOUR) return 'today';
  if (w.closes < midnight + 2 * DAY + MORNING * HOUR) return 'tomorrow';
  return w.opens <= now ? 'later' : 'ages';
}

/** A day of the plan. */
export interface PlannedDay {
  /** Its midnight, ms. */
  from: number;
  codes: string[];
  minutes: number;
  /** More minutes than the day has. */
  over: boolean;
}

/**
 * Which day each animal is cut, so that none is cut before it opens or after it closes where that can be kept:
 * the window that closes first goes first, into the earliest of its own days with room (earliest deadline first, which is
 * optimal for one bench). What fits nowhere goes on its last day, and the day shows as overbooked.
 * @param days  midnights, rising; the first is today's
 */
export function planDays(
  rail: readonly OnRail[],
  now: number,
  days: readonly number[],
  dayMinutes: number
): PlannedDay[] {
  const plan = days.map((from): PlannedDay => ({ from, codes: [], minutes: 0, over: false }));
  const dayOf = (moment: number) =>
    Math.max(
      0,
      days.findLastIndex((d) => d <= moment)
    );
  const order = rail
    .filter((on) => on.window)
    .map((on) => ({ on, window: on.window as NonNullable<OnRail['window']> }))
    .sort((a, b) => due(a.window, now) - due(b.window, now) || a.on.code.localeCompare(b.on.code));
  for (const { on, window } of order) {
    const late = window.never || window.closes <= now;
    // What is late is cut as soon as it is cool and loose; when nobody can see that, on the first day.
    const ready = Number.isFinite(window.ready) ? dayOf(Math.max(now, window.ready)) : 0;
    const first = late ? ready : dayOf(Math.max(now, window.opens));
    // Cut before the hour it closes: a day that begins after it is no day of its own.
    const last = late ? first : Math.max(first, dayOf(window.closes - 1));
    if (!late && window.opens >= (days.at(-1) ?? 0) + DAY) continue;
    const own = plan.slice(first, last + 1);
    const day = own.find((d) => d.minutes + on.minutes <= dayMinutes) ?? own.at(-1);
    if (!day) continue;
    day.codes.push(on.code);
    day.minutes += on.minutes;
  }
  for (const day of plan) day.over = day.minutes > dayMinutes;
  return plan;
}

const due = (w: Pick<HangingWindow, 'closes' | 'never'>, now: number): number => (w.never ? now : w.closes);

/** What a room's alarm says. */
export type Alarm =
  | { kind: 'warm'; room: string; celsius: number; above: number; since: number }
  | { kind: 'silent'; room: string; since: number; minutes: number }
  | { kind: 'long'; code: string; days: number };

export interface RoomAir {
  key: string;
  warm: number;
  /** The newest readings, rising. */
  points: readonly { at: number; air: number }[];
  /** It has ever been read by a probe. */
  watched: boolean;
}

/** A room is told as too warm when its newest reading is, and has been for a quarter of an hour: a door is not an alarm. Own choice. */
const DOOR_MS = 15 * MINUTE;

/**
 * Alarms of the rooms and of what hangs too long.
 * @param silentMinutes  silence of a probe that is told
 */
export function alarmsOf(
  rooms: readonly RoomAir[],
  hung: readonly { code: string; since: number }[],
  now: number,
  { silentMinutes, longDays }: { silentMinutes: number; longDays: number }
): Alarm[] {
  const alarms: Alarm[] = [];
  for (const { key, warm, points, watched } of rooms) {
    const last = points.at(-1);
    if (!last) continue;
    if (watched && now - last.at > silentMinutes * MINUTE)
      alarms.push({
        kind: 'silent',
        room: key,
        since: last.at,
        minutes: Math.round((now - last.at) / MINUTE)
      });
    const cool = points.findLastIndex((p) => p.air <= warm);
    const since = points[cool + 1];
    if (since && last.at - since.at >= DOOR_MS)
      alarms.push({ kind: 'warm', room: key, celsius: last.air, above: warm, since: since.at });
  }
  for (const { code, since } of hung) {
    const days = Math.floor((now - since) / DAY);
    if (days >= longDays) alarms.push({ kind: 'long', code, days });
  }
  return alarms;
}

/** Hooks an animal takes on the rail: one, two from 60 kg, four as quarters of a large one; birds and small game ten to a hook. */
export function hooksOf(kg: number, whole: boolean, count: number | null | undefined): number {
  if (count) return Math.ceil(count / 10);
  if (!whole) return kg > 60 ? 4 : 2;
  return kg > 60 ? 2 : 1;
}
