import { seeded } from '$core/statistics';

/** Something to carry. */
export interface HaulPiece {
  key: string;
  name: string;
  kg: number;
}

export interface Carrier {
  name: string;
  /** Kilograms on the back. */
  carries: number;
  /** Own weight, kg. */
  body: number;
}

/** What goes on whose back, once: one person, or two with a piece that is too heavy for one. */
export interface Load {
  who: number[];
  pieces: HaulPiece[];
  kg: number;
}

export type Packed =
  { ok: true; trips: Load[][]; bound: number } | { ok: false; tooHeavy: HaulPiece[]; most: number };

/** Perturbed orders that are tried after the first. Own choice. */
const RESTARTS = 200;

/**
 * Trips that no packing can do without: the weights against all backs together, and, for pieces over half the strongest
 * back, how many there are against how many a trip has room for, one to a back or to two people.
 */
export function tripsBound(pieces: readonly HaulPiece[], people: readonly Carrier[]): number {
  if (pieces.length === 0) return 0;
  const all = people.reduce((sum, p) => sum + p.carries, 0);
  const most = Math.max(...people.map((p) => p.carries));
  let bound = Math.ceil(pieces.reduce((sum, p) => sum + p.kg, 0) / all - 1e-9);
  for (const { kg } of pieces) {
    if (kg <= most / 2) continue;
    // No back takes two of these, and two people under one piece take no other.
    const such = pieces.filter((p) => p.kg >= kg).length;
    const alone = people.filter((p) => p.carries >= kg).length;
    const slots = alone + Math.floor((people.length - alone) / 2);
    if (slots > 0) bound = Math.max(bound, Math.ceil(such / slots));
  }
  return Math.max(1, bound);
}

/**
 * Puts pieces on backs in as few trips as best fit finds: heaviest first, each into the tightest load it still fits, then
 * the same with the order shaken up; few pieces make it exact as a rule, and the bound says how far off it can be.
 * @returns the pieces that even two people cannot carry, or the trips, at most `trips.length − bound` over the least
 */
export function packTrips(pieces: readonly HaulPiece[], people: readonly Carrier[]): Packed {
  const strongest = people.map((p, i) => ({ ...p, i })).sort((a, b) => b.carries - a.carries);
  const most = strongest[0]?.carries ?? 0;
  const two = most + (strongest[1]?.carries ?? 0);
  const tooHeavy = pieces.filter((p) => p.kg > (people.length > 1 ? two : most));
  if (people.length === 0 || tooHeavy.length > 0) return { ok: false, tooHeavy: [...tooHeavy], most: two };
  const bound = tripsBound(pieces, people);
  const sorted = [...pieces].sort((a, b) => b.kg - a.kg || a.key.localeCompare(b.key));
  let best = fit(sorted, people);
  const uniform = seeded(600);
  for (let i = 0; i < RESTARTS && best.length > bound; i += 1) {
    const order = [...sorted].sort(
      (a, b) => b.kg * (0.75 + 0.5 * uniform()) - a.kg * (0.75 + 0.5 * uniform())
    );
    const next = fit(order, people);
    if (next.length < best.length) best = next;
  }
  return { ok: true, trips: best, bound };
}

/** One pass: the tightest load that is there, else a fresh back in a trip that has one, else a new trip. */
function fit(order: readonly HaulPiece[], people: readonly Carrier[]): Load[][] {
  const trips: Load[][] = [];
  const free = (trip: readonly Load[]) =>
    people.map((_, i) => i).filter((i) => !trip.some((load) => load.who.includes(i)));
  const limit = (load: Load) => load.who.reduce((sum, i) => sum + (people[i] as Carrier).carries, 0);
  /** The weakest that can: one, or two together. */
  const backFor = (trip: readonly Load[], kg: number): number[] | undefined => {
    const rested = free(trip).sort((a, b) => (people[a] as Carrier).carries - (people[b] as Carrier).carries);
    const one = rested.find((i) => (people[i] as Carrier).carries >= kg);
    if (one !== undefined) return [one];
    for (const [n, a] of rested.entries())
      for (const b of rested.slice(n + 1))
        if ((people[a] as Carrier).carries + (people[b] as Carrier).carries >= kg) return [a, b];
    return undefined;
  };
  for (const piece of order) {
    let tightest: Load | undefined;
    let room = Infinity;
    for (const trip of trips)
      for (const load of trip) {
        const left = limit(load) - load.kg;
        // A pair under one piece carries no other.
        if (load.who.length === 1 && left >= piece.kg && left < room) [tightest, room] = [load, left];
      }
    if (tightest) {
      tightest.pieces.push(piece);
      tightest.kg += piece.kg;
      continue;
    }
    let into = trips.find((trip) => backFor(trip, piece.kg));
    if (!into) trips.push((into = []));
    const who = backFor(into, piece.kg);
    if (who) into.push({ who: who.sort((a, b) => a - b), pieces: [piece], kg: piece.kg });
  }
  return trips;
}
