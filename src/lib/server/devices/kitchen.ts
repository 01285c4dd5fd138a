import { driedAt } from '$core/dry';
import { normal, seedOf, seeded } from '$core/statistics';
import { HOUR, MINUTE, grams, type Grams } from '$core/units';

/* A stab probe and a dryer that are none. What they say at a minute depends on the minute and the batch alone. */

/** What a stab probe may be put into. */
export const PROBED = ['meat', 'mince', 'mixed', 'core'] as const;
export type Probed = (typeof PROBED)[number];

/** °C as meat comes from the cold, and what a machine and a warm room add in an hour. Invented. */
const COLD = { meat: 0.2, mince: 1.4, mixed: 2.2 } as const;
const WARMS = 1.5;
/** A dish: from the cold to its pot’s heat, then off the stove into shallow trays. Hours and °C. Invented. */
const POT = { from: 5, to: 93, heats: 1.1, hours: 4, cools: 1.05, room: 2 } as const;

const noise = (seed: string, at: number, spread: number) =>
  spread * normal(seeded(seedOf(`${seed} ${Math.floor(at / MINUTE)}`)));
const tenth = (t: number) => Math.round(t * 10) / 10;

/**
 * What the stand-in for a probe reads, °C.
 * @param since  when the batch was begun, ms
 */
export function probeReads(what: Probed, seed: string, since: number, now: number): number {
  const hours = Math.max(0, now - since) / HOUR;
  if (what !== 'core') return tenth(COLD[what] + WARMS * Math.min(hours, 2) + noise(seed, now, 0.2));
  const hot = (h: number) => POT.to + (POT.from - POT.to) * Math.exp(-h / POT.heats);
  const t =
    hours <= POT.hours
      ? hot(hours)
      : POT.room + (hot(POT.hours) - POT.room) * Math.exp(-(hours - POT.hours) / POT.cools);
  return tenth(t + noise(seed, now, 0.15));
}

/** Share of the free water that slabs of 5 mm lose in an hour in the stand-in, and how that falls with thickness. Invented. */
const DRYER = { perHour: 0.2, mm: 5, power: 1.3 } as const;
/** The stand-in weighs its tray so often, and so long. Own choice. */
const EVERY = 30 * MINUTE;
const LONGEST = 16 * HOUR;

/**
 * What a dryer that weighs its own trays has logged: every half hour since it was begun.
 * @param raw  what was put in, at its moment
 * @param mm  how thick the slabs are
 */
export function dryerLog(
  seed: string,
  raw: { at: number; grams: number },
  now: number,
  mm: number = DRYER.mm
): { at: number; grams: Grams }[] {
  const perHour = 1 - (1 - DRYER.perHour) ** ((DRYER.mm / mm) ** DRYER.power);
  const until = Math.min(now, raw.at + LONGEST);
  const rows: { at: number; grams: Grams }[] = [];
  for (let at = raw.at + EVERY; at <= until; at += EVERY) {
    const share = driedAt((at - raw.at) / HOUR, perHour);
    const last = rows.at(-1)?.grams ?? raw.grams;
    // Nothing gets heavier as it dries.
    const weighed = Math.min(last, raw.grams * share * (1 + noise(seed, at, 0.003)));
    rows.push({ at, grams: grams(Math.max(1, Math.round(weighed))) });
  }
  return rows;
}
