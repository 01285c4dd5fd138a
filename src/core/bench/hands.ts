import {
  isBody,
  rulesOf,
  stillOnItems,
  tubsOf,
  type BookedEntry,
  type BookState,
  type Item
} from '$core/book';
import { roundGrams, type Grams } from '$core/units';
import { bornAt, outSince, standingIn, stepsAhead } from './clock';
import { claimsOf, standingOf, type Seat } from './claims';
import { PAUSE_MS } from './pause';
import { minutesOf, sizeOf, type Minutes } from './minutes';
import { birthWeights, type BenchChoices } from './row';
import { focusOf, isAhead, rowsOf } from './work';

/** Tubs whose meat is packed; the rest goes its own way. */
const PACKED: readonly string[] = ['prime', 'slow', 'jerky', 'grind'];

/** Somebody at work on the animal, at one device. */
export interface Hand {
  hand: string;
  device: string;
  /** Milliseconds; of the newest entry of that device. */
  at: number;
  /** What is in hand there: the carcass for who breaks, a part for who seams, a piece for who has it on the board. */
  has: Item | undefined;
  /** Steps done, and of how many. */
  done: number;
  of: number;
}

/** A part that waits for somebody. */
export interface Waiting {
  item: string;
  /** Milliseconds since it lies out of the cold; undefined where it lies in it. */
  since: number | undefined;
  /** Minutes it takes. */
  minutes: number;
  /** Opened once, and in nobody's hands now. */
  begun: boolean;
}

/** Who is at it, what waits for whom. */
export interface Hands {
  at: Hand[];
  waiting: Waiting[];
  /** What comes off the carcass next as a part, and the minutes until then. */
  next: { title: string; minutes: number } | undefined;
  /** In the tubs, for whoever packs. */
  packs: Grams;
}

/** What is still to do, as work that one pair of hands does without a break. */
interface Jobs {
  /** Minutes on the carcass, and the parts that come off it then. */
  trunk: { title: string; minutes: number; frees: number | undefined }[];
  /** Minutes of each part and piece that is off already. */
  off: { item: string; minutes: number }[];
}

function jobsOf(
  state: BookState,
  animalId: string,
  history: readonly BookedEntry[],
  learned: Minutes,
  choices: BenchChoices
): Jobs {
  const size = sizeOf(state, animalId);
  const jobs: Jobs = { trunk: [], off: [] };
  if (!size) return jobs;
  const weights = birthWeights(history);
  const takes = (row: Parameters<typeof minutesOf>[0]) => minutesOf(row, size, learned).minutes;
  for (const item of stillOnItems(state, animalId)) {
    const ahead = rowsOf(state, item, weights, choices).rows.filter(isAhead);
    if (isBody(item))
      for (const row of ahead) {
        const frees =
          row.act.kind === 'take' && row.act.born === 'part'
            ? stepsAhead(row.act.cut, size, choices.orders ?? []).reduce((sum, step) => sum + takes(step), 0)
            : undefined;
        jobs.trunk.push({ title: row.title, minutes: takes(row), frees });
      }
    else
      jobs.off.push({
        item: item.id,
        minutes: ahead.reduce((sum, row) => sum + takes(row), 0)
      });
  }
  return jobs;
}

/**
 * Minutes to the end with one pair of hands, with two, and so on: one breaks the carcass, a step after the other; the rest, and the first
 * when nothing is left on it, take the longest of what lies off. Nobody is idle while something waits. More hands never
 * make it longer.
 * @param hands  the most, whole, from 1
 */
export function minutesByHands(
  state: BookState,
  animalId: string,
  history: readonly BookedEntry[],
  hands: number,
  learned: Minutes = {},
  choices: BenchChoices = {}
): number[] {
  const { trunk, off } = jobsOf(state, animalId, history, learned, choices);
  const waits = off.map(({ minutes }) => ({ from: 0, minutes }));
  let broken = 0;
  for (const { minutes, frees } of trunk) {
    broken += minutes;
    if (frees !== undefined) waits.push({ from: broken, minutes: frees });
  }
  const by = (count: number): number => {
    const free = [broken, ...Array.from({ length: count - 1 }, () => 0)];
    const left = waits.filter((w) => w.minutes > 0);
    while (left.length > 0) {
      const who = free.indexOf(Math.min(...free));
      const now = Math.max(free[who] ?? 0, Math.min(...left.map((w) => w.from)));
      const there = left.filter((w) => w.from <= now);
      const job = there.reduce((a, b) => (b.minutes > a.minutes ? b : a));
      left.splice(left.indexOf(job), 1);
      free[who] = now + job.minutes;
    }
    return Math.max(...free);
  };
  const ends: number[] = [];
  for (let count = 1; count <= Math.max(1, hands); count += 1)
    ends.push(Math.min(by(count), ends.at(-1) ?? Infinity));
  return ends;
}

/** Work at the bench: what minutes are learned of, and a part that was taken over. */
const isWork = ({ intent }: BookedEntry): boolean =>
  intent.kind === 'claim' || rulesOf(intent).minutes?.(intent) !== undefined;

/** Who else is at an animal: devices that were heard of since the last pause, the newest first. */
export function othersAt(
  history: readonly BookedEntry[],
  seat: Seat
): Pick<Hand, 'hand' | 'device' | 'at'>[] {
  const newest = new Map<string, Pick<Hand, 'hand' | 'device' | 'at'>>();
  for (const entry of standingIn(history))
    if (isWork(entry)) newest.set(entry.device, { hand: entry.hand, device: entry.device, at: entry.at });
  newest.delete(seat.device);
  return [...newest.values()].filter((e) => seat.now - e.at <= PAUSE_MS).sort((a, b) => b.at - a.at);
}

/**
 * Who is at an animal and what waits for whom.
 * @param seat  whoever asks, first in the list
 */
export function handsOf(
  state: BookState,
  animalId: string,
  history: readonly BookedEntry[],
  seat: Seat & { hand: string },
  learned: Minutes = {},
  choices: BenchChoices = {}
): Hands {
  const claims = claimsOf(history);
  const weights = birthWeights(history);
  const standing = standingIn(history);
  const me = { hand: seat.hand, device: seat.device, at: seat.now };
  const at = [me, ...othersAt(history, seat)].map((who): Hand => {
    const has = focusOf(state, animalId, claims, { device: who.device, now: seat.now });
    const rows = has ? rowsOf(state, has, weights, choices).rows : [];
    return { ...who, has, done: rows.filter((r) => r.done).length, of: rows.length };
  });
  const { trunk, off } = jobsOf(state, animalId, history, learned, choices);
  const minutes = new Map(off.map((job) => [job.item, job.minutes]));
  const born = bornAt(history);
  const waiting = stillOnItems(state, animalId).flatMap((item): Waiting[] => {
    const isOpen = item.door === 'open';
    const isHeld = isOpen && /^(mine|elsewhere)$/.test(standingOf(item, claims, seat));
    if (item.kind !== 'part' || isHeld || at.some(({ has }) => has?.id === item.id)) return [];
    const cold = item.place !== undefined && 'at' in item.place;
    const since = born.get(item.bornIn);
    return [
      {
        item: item.id,
        since: cold || since === undefined ? undefined : outSince(item.id, since, standing),
        minutes: minutes.get(item.id) ?? 0,
        begun: isOpen
      }
    ];
  });
  const first = trunk.findIndex((step) => step.frees !== undefined);
  const next = trunk[first];
  return {
    at,
    waiting: waiting.sort((a, b) => (a.since ?? Infinity) - (b.since ?? Infinity)),
    next: next && {
      title: next.title,
      minutes: trunk.slice(0, first + 1).reduce((sum, step) => sum + step.minutes, 0)
    },
    packs: roundGrams(
      tubsOf(state, animalId)
        .filter(({ tub }) => PACKED.includes(tub))
        .reduce((sum, tub) => sum + tub.grams, 0)
    )
  };
}
