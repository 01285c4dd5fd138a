import type { Carrier, HaulPiece, Load } from './pack';
import { packTrips } from './pack';
import { HOUR } from '$core/units';

export const GROUNDS = ['path', 'rough', 'snow'] as const;
export type Ground = (typeof GROUNDS)[number];
/** Factor on the time: path, rough ground, snow or bog. Own estimate. */
export const GROUND_FACTOR: Readonly<Record<Ground, number>> = { path: 1, rough: 1.5, snow: 2 };
export const GROUND_NAMES: Readonly<Record<Ground, string>> = {
  path: 'a path',
  rough: 'rough ground',
  snow: 'snow or bog'
};
/** km/h on the flat and metres of climb in an hour, the old rule of walkers; a load slows by 1.1 × its share of the body. Source: Naismith 1892; the load is an own estimate. */
export const PACE = { kmh: 5, climb: 600, load: 1.1 } as const;
/** Own estimates: minutes to load up at the carcass, and what the dark makes of a way. */
export const LOADING_MIN = 10;
/** Time in the dark ÷ time by day. Own estimate. */
export const DARK_FACTOR = 1.25;
/** A dragged carcass weighs on the arms as this share of itself, and slows the walk by half again. Own estimates. */
export const DRAG = { share: 0.6, slow: 1.5 } as const;
/** Two people above this at waist height, kg. Usual practice. */
export const TWO_PEOPLE_KG = 25;

/** What a person may be asked to carry, own weight, and how far the plan reaches: kg, km, m, h. Working defaults. */
export const HAUL_LIMITS = {
  carries: { min: 5, max: 80 },
  body: { min: 30, max: 200 },
  km: { min: 0.1, max: 60 },
  up: { min: 0, max: 4000 },
  hours: { min: 0, max: 48 }
} as const;

/**
 * Whether carriers and way lie within {@link HAUL_LIMITS}; a figure that is none does not.
 * @example haulFits([{ carries: 30, body: 80 }], { km: 61, up: 0, upBack: 0 }) // false
 */
export function haulFits(
  people: readonly Pick<Carrier, 'carries' | 'body'>[],
  { km, up, upBack }: Pick<Way, 'km' | 'up' | 'upBack'>
): boolean {
  const fits = (of: keyof typeof HAUL_LIMITS, value: number) =>
    value >= HAUL_LIMITS[of].min && value <= HAUL_LIMITS[of].max;
  return (
    people.every(({ carries, body }) => fits('carries', carries) && fits('body', body)) &&
    fits('km', km) &&
    fits('up', up) &&
    fits('up', upBack)
  );
}

export interface Way {
  km: number;
  /** Metres up on the way out, loaded, and on the way back to the carcass. */
  up: number;
  upBack: number;
  ground: Ground;
  /** Last daylight, ms. */
  darkFrom?: number | undefined;
}

/**
 * Hours along the way with a load on the back.
 * @example hoursAlong({ km: 5, ground: 'path', climb: 600 }, 0, 80) // 2
 */
export function hoursAlong(
  way: Pick<Way, 'km' | 'ground'> & { climb: number },
  load: number,
  body: number
): number {
  return (
    (way.km / PACE.kmh + way.climb / PACE.climb) *
    GROUND_FACTOR[way.ground] *
    (1 + (PACE.load * load) / Math.max(30, body))
  );
}

export interface Trip {
  loads: (Load & { two: boolean })[];
  leaves: number;
  arrives: number;
  /** Back at the carcass; absent after the last. */
  back?: number;
  dark: boolean;
}

export interface HaulPlan {
  trips: Trip[];
  /** Trips below which nobody can do it. */
  bound: number;
  /** Hours until the last load is at the road. */
  hours: number;
  /** When each piece is at the road. */
  arrives: Readonly<Record<string, number>>;
  /** Left at the carcass after each trip, by key. */
  waits: string[][];
  kg: number;
}

export type Hauled = { ok: true; plan: HaulPlan } | { ok: false; tooHeavy: HaulPiece[]; most: number };

/**
 * Loads, trips and hours of carrying pieces out. Everybody walks at the pace of the slowest loaded and comes back unloaded.
 * The trip with the piece that cools slowest goes first, then the heaviest, in daylight and with fresh legs.
 * @param first  keys that must go first, in order of need
 */
export function planHaul(
  pieces: readonly HaulPiece[],
  people: readonly Carrier[],
  way: Way,
  start: number,
  first: readonly string[] = []
): Hauled {
  const packed = packTrips(pieces, people);
  if (!packed.ok) return packed;
  const need = (loads: readonly Load[]) =>
    Math.min(
      first.length,
      ...loads
        .flatMap((l) => l.pieces)
        .map((p) => (first.includes(p.key) ? first.indexOf(p.key) : first.length))
    );
  const weight = (loads: readonly Load[]) => loads.reduce((sum, l) => sum + l.kg, 0);
  const ordered = [...packed.trips].sort((a, b) => need(a) - need(b) || weight(b) - weight(a));
  const dark = (at: number) => way.darkFrom !== undefined && at >= way.darkFrom;
  const arrives: Record<string, number> = {};
  let at = start;
  const trips = ordered.map((loads, i): Trip => {
    const leaves = at + (LOADING_MIN * HOUR) / 60;
    const slowest = Math.max(
      ...loads.flatMap((load) =>
        load.who.map((w) =>
          hoursAlong({ ...way, climb: way.up }, load.kg / load.who.length, (people[w] as Carrier).body)
        )
      )
    );
    const out = leaves + slowest * HOUR * (dark(leaves + slowest * HOUR) ? DARK_FACTOR : 1);
    for (const piece of loads.flatMap((l) => l.pieces)) arrives[piece.key] = out;
    const last = i === ordered.length - 1;
    const empty = hoursAlong({ ...way, climb: way.upBack }, 0, 75) * HOUR;
    const back = out + empty * (dark(out + empty) ? DARK_FACTOR : 1);
    at = back;
    return {
      loads: loads.map((l) => ({
        ...l,
        two: l.who.length > 1 || l.pieces.some((p) => p.kg > TWO_PEOPLE_KG)
      })),
      leaves,
      arrives: out,
      ...(last ? {} : { back }),
      dark: dark(out)
    };
  });
  const end = trips.at(-1)?.arrives ?? start;
  return {
    ok: true,
    plan: {
      trips,
      bound: packed.bound,
      hours: (end - start) / HOUR,
      arrives,
      waits: trips.map((_, i) =>
        trips.slice(i + 1).flatMap((t) => t.loads.flatMap((l) => l.pieces.map((p) => p.key)))
      ),
      kg: pieces.reduce((sum, p) => sum + p.kg, 0)
    }
  };
}

/** Hours of dragging a carcass out whole, everybody at it. */
export function dragHours(kg: number, people: readonly Carrier[], way: Way): number {
  const body = people.reduce((sum, p) => sum + p.body, 0);
  return hoursAlong({ ...way, climb: way.up }, DRAG.share * kg, body) * DRAG.slow + LOADING_MIN / 60;
}
