import type { Keeps } from './keep';

/** A pack that is to be frozen. */
export interface LoadPack {
  id: string;
  /** Grams. */
  grams: number;
  keeps: Keeps;
}

/** A freezer tonight. */
export interface LoadFreezer {
  key: string;
  /** Grams that it still freezes tonight, over what went in already. */
  tonight: number;
  /** Grams that it freezes in any other day. */
  perDay: number;
  /** Grams that still find room in it. */
  room: number;
}

export interface LoadNight {
  /** 0 tonight, 1 tomorrow … */
  night: number;
  puts: { freezer: string; packs: string[]; grams: number }[];
}
export interface LoadPlan {
  nights: LoadNight[];
  /** Packs that no freezer has room for. */
  without: string[];
}

/** What spoils first goes in first: how much more a gram of it counts. Own choice. */
const URGENT: Readonly<Partial<Record<Keeps, number>>> = {
  offal: 1,
  leanMince: 0.8,
  fatMince: 0.8,
  sausage: 0.6,
  bird: 0.4,
  waterfowl: 0.4,
  dice: 0.3,
  boar: 0.3,
  cooked: 0.3
};
const worthOf = ({ grams, keeps }: LoadPack): number => grams * (1 + (URGENT[keeps] ?? 0));

/** Grain of the reckoning, g: packs are rounded up to it, so that no freezer is given more than it takes. Own choice. */
const GRAIN = 20;
/** Nights that are planned; what finds no place by then has none. Own choice. */
const NIGHTS = 7;

/**
 * What goes into which freezer tonight and in the nights after, a single layer at a time: each night and freezer takes what
 * weighs most among what it can freeze and hold, what spoils first counting more.
 *
 * Each freezer's night is solved exactly (0–1 knapsack by dynamic programming, Kellerer et al. 2004, ch. 2); several
 * freezers are filled one after another, the one that freezes most first.
 */
export function loadPlan(packs: readonly LoadPack[], freezers: readonly LoadFreezer[]): LoadPlan {
  let waiting = [...packs];
  const room = new Map(freezers.map((f) => [f.key, f.room]));
  const nights: LoadNight[] = [];
  const ordered = [...freezers].sort((a, b) => b.perDay - a.perDay || (a.key < b.key ? -1 : 1));
  for (let night = 0; night < NIGHTS && waiting.length > 0; night += 1) {
    const puts: LoadNight['puts'] = [];
    for (const f of ordered) {
      const most = Math.min(night === 0 ? f.tonight : f.perDay, room.get(f.key) ?? 0);
      const chosen = fill(waiting, most);
      if (chosen.length === 0) continue;
      const grams = chosen.reduce((sum, p) => sum + p.grams, 0);
      room.set(f.key, (room.get(f.key) ?? 0) - grams);
      puts.push({ freezer: f.key, packs: chosen.map((p) => p.id), grams });
      const gone = new Set(chosen);
      waiting = waiting.filter((p) => !gone.has(p));
    }
    nights.push({ night, puts });
  }
  return { nights: nights.filter((n) => n.puts.length > 0), without: waiting.map((p) => p.id) };
}

/** The packs of most worth that weigh no more than this. */
function fill(packs: readonly LoadPack[], most: number): LoadPack[] {
  const units = Math.floor(Math.max(0, most) / GRAIN);
  const best = new Float64Array(units + 1);
  const taken: Uint8Array[] = [];
  for (const pack of packs) {
    const size = Math.ceil(pack.grams / GRAIN);
    const worth = worthOf(pack);
    const row = new Uint8Array(units + 1);
    for (let u = units; u >= size; u -= 1) {
      const withIt = (best[u - size] ?? 0) + worth;
      if (withIt > (best[u] ?? 0)) {
        best[u] = withIt;
        row[u] = 1;
      }
    }
    taken.push(row);
  }
  const chosen: LoadPack[] = [];
  let left = units;
  for (let i = packs.length - 1; i >= 0; i -= 1) {
    const pack = packs[i];
    if (!pack || taken[i]?.[left] !== 1) continue;
    chosen.unshift(pack);
    left -= Math.ceil(pack.grams / GRAIN);
  }
  return chosen;
}
