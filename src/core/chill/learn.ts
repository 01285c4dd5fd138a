import { FILM_SD, HIDES, HIDE_SD, type HideKey } from '$core/reference';
import { HOUR, under } from '$core/units';
import { valueAt } from './air';
import { cool, type CoolInput } from './cool';

/*
 * What the larder's own probes say of its rooms' films and its animals' coats: one multiplier each, by Gauss–Newton from
 * the defaults, shrunk towards them.
 */

/** Words that a curve has: its points stand beside one another and are not independent. Working default. */
const WORDS = 4;
/** Sd of a read core around the model with the right film and coat, K: the probe's place, size, weight. Working default. */
const NOISE = 1.5;
/** A curve that misses by more than so many of them is left out, and told. Working default. */
const MISSES = 3;
/** Rounds of Gauss–Newton at most. Own choice. */
const ROUNDS = 6;
/** A multiplier is held within these. Working default. */
const HELD = { film: [0.5, 2], hide: [0.4, 2.5] } as const;
/** Step of the differences that a curve's slope by a multiplier's logarithm is taken from. Own choice. */
const STEP = 1e-3;
/** Shortest curve, and between which cores it must go, h and °C. Working default. */
export const CURVE_NEEDS = { hours: 8, above: 25, below: 15 } as const;

/** A probe's curve in an animal whose story is known. */
export interface ProbeCurve {
  /** Whose. */
  id: string;
  /** The model's question, without what was read and without factors. */
  input: CoolInput;
  coat: HideKey;
  /** Cores read, rising in time. */
  points: readonly { at: number; core: number }[];
}

/** One multiplier as it is known. */
export interface Learned {
  /** Times the table's value. */
  factor: number;
  /** Sd of its logarithm. */
  sd: number;
  /** Curves that spoke of it. */
  curves: number;
}

/** A curve that was left out, and by how much the worst quarter of it missed, K root mean square. */
export interface Missed {
  id: string;
  by: number;
}

export interface CoverFit {
  films: Readonly<Record<string, Learned>>;
  hides: Readonly<Partial<Record<HideKey, Learned>>>;
  /** Correlation of a room's film and a coat, by room and coat: in the hide one is seen only with the other. */
  together: Readonly<Record<string, Readonly<Partial<Record<HideKey, number>>>>>;
  missed: Missed[];
  used: number;
  /** Root mean square of what is left between curves and model, K, by the table and as learned. */
  before: number;
  after: number;
}

/** Why a curve cannot teach; undefined where it can. */
export function curveFault(points: ProbeCurve['points']): 'short' | 'cold' | 'warm' | undefined {
  const [first, last] = [points[0], points.at(-1)];
  if (!first || !last || last.at - first.at < CURVE_NEEDS.hours * HOUR) return 'short';
  if (!points.some((p) => p.core > CURVE_NEEDS.above)) return 'cold';
  return points.some((p) => p.core < CURVE_NEEDS.below) ? undefined : 'warm';
}

/** A multiplier's name: a room's film or a coat. */
type Key = `film:${string}` | `hide:${string}`;
const priorSd = (key: Key): number => (key.startsWith('film:') ? FILM_SD : HIDE_SD);
const heldIn = (key: Key, value: number): number => {
  const [low, high] = HELD[key.startsWith('film:') ? 'film' : 'hide'];
  return Math.min(Math.log(high), Math.max(Math.log(low), value));
};

/** The multipliers a curve speaks of: of the rooms it was in while it was read, and of its coat as long as that was on. */
function keysOf({ input, coat, points }: ProbeCurve): Key[] {
  const [from, to] = [points[0]?.at ?? 0, points.at(-1)?.at ?? 0];
  const keys = new Set<Key>();
  input.phases.forEach((phase, i) => {
    const end = input.phases[i + 1]?.from ?? Infinity;
    if (phase.from >= to || end <= from) return;
    if (phase.place !== 'field') keys.add(`film:${phase.place}`);
    if (phase.hide) keys.add(`hide:${coat}`);
  });
  return [...keys];
}

/** Cores of the model at a curve's points, °C, by the table or as a fit has film and coat. */
export function coresOf(curve: ProbeCurve, fit?: CoverFit): Float64Array {
  const theta = new Map<Key, number>();
  for (const [room, of] of Object.entries(fit?.films ?? {})) theta.set(`film:${room}`, Math.log(of.factor));
  for (const [coat, of] of Object.entries(fit?.hides ?? {})) theta.set(`hide:${coat}`, Math.log(of.factor));
  return modelled(curve, theta);
}

/** Cores of the model at a curve's points, °C, with the logarithms of the multipliers. */
function modelled(curve: ProbeCurve, theta: ReadonlyMap<Key, number>): Float64Array {
  const filmOf: Record<string, number> = {};
  for (const [key, value] of theta)
    if (key.startsWith('film:')) filmOf[key.slice('film:'.length)] = Math.exp(value);
  const { input, points, coat } = curve;
  const curves = cool({
    ...input,
    readings: [],
    filmOf,
    hideFactor: Math.exp(theta.get(`hide:${coat}`) ?? 0),
    until: (points.at(-1) as { at: number }).at
  });
  return Float64Array.from(points, (p) => valueAt({ at: curves.at, value: curves.core }, p.at));
}

/** What is left between a curve and the model, K root mean square: over all of it, and over the worst of its words. */
function missOf(curve: ProbeCurve, theta: ReadonlyMap<Key, number>): { all: number; worst: number } {
  const model = modelled(curve, theta);
  const squares = curve.points.map((p, i) => (p.core - (model[i] as number)) ** 2);
  const rms = (of: readonly number[]) => Math.sqrt(of.reduce((a, b) => a + b, 0) / Math.max(1, of.length));
  const each = Math.ceil(squares.length / WORDS);
  const words = Array.from({ length: WORDS }, (_, w) => rms(squares.slice(w * each, (w + 1) * each)));
  return { all: rms(squares), worst: Math.max(...words) };
}

/** Solves a small symmetric positive system, and gives the inverse of its matrix (Gauss–Jordan). */
function inverted(matrix: readonly Float64Array[]): Float64Array[] {
  const n = matrix.length;
  const rows = matrix.map((row, i) => {
    const wide = new Float64Array(2 * n);
    wide.set(row);
    wide[n + i] = 1;
    return wide;
  });
  for (let c = 0; c < n; c += 1) {
    const pivot = rows[c] as Float64Array;
    const by = pivot[c] as number;
    for (let j = 0; j < 2 * n; j += 1) pivot[j] = (pivot[j] as number) / by;
    rows.forEach((row, r) => {
      const times = row[c] as number;
      if (r === c || times === 0) return;
      for (let j = 0; j < 2 * n; j += 1) row[j] = (row[j] as number) - times * (pivot[j] as number);
    });
  }
  return rows.map((row) => row.slice(n));
}

interface Solved {
  theta: Map<Key, number>;
  inverse: Float64Array[];
  keys: Key[];
}

function* solving(curves: readonly ProbeCurve[]): Generator<void, Solved> {
  const keys = [...new Set(curves.flatMap(keysOf))].sort();
  const index = new Map(keys.map((key, i) => [key, i]));
  const theta = new Map(keys.map((key) => [key, 0]));
  let inverse: Float64Array[] = [];
  for (let round = 0; round < ROUNDS && keys.length > 0; round += 1) {
    const g = Float64Array.from(keys, (key) => -(theta.get(key) as number) / priorSd(key) ** 2);
    const h = keys.map((key, i) => {
      const row = new Float64Array(keys.length);
      row[i] = 1 / priorSd(key) ** 2;
      return row;
    });
    for (const curve of curves) {
      yield;
      const own = keysOf(curve);
      const base = modelled(curve, theta);
      const slopes = own.map((key) => {
        const moved = new Map(theta).set(key, (theta.get(key) as number) + STEP);
        return modelled(curve, moved).map((t, k) => (t - (base[k] as number)) / STEP);
      });
      const weight = WORDS / curve.points.length / NOISE ** 2;
      curve.points.forEach((p, k) => {
        const left = p.core - (base[k] as number);
        own.forEach((a, i) => {
          const slope = (slopes[i] as Float64Array)[k] as number;
          const at = index.get(a) as number;
          g[at] = (g[at] as number) + weight * slope * left;
          own.forEach((b, j) => {
            const row = h[at] as Float64Array;
            const to = index.get(b) as number;
            row[to] = (row[to] as number) + weight * slope * ((slopes[j] as Float64Array)[k] as number);
          });
        });
      });
    }
    inverse = inverted(h);
    let moved = 0;
    keys.forEach((key, i) => {
      const step = (inverse[i] as Float64Array).reduce((s, x, j) => s + x * (g[j] as number), 0);
      const was = theta.get(key) as number;
      const is = heldIn(key, was + step);
      moved = Math.max(moved, Math.abs(is - was));
      theta.set(key, is);
    });
    if (moved < 1e-3) break;
  }
  return { theta, inverse, keys };
}

/**
 * Multipliers of the rooms' films and of the coats from a larder's probe curves. One curve moves little, ten move all of
 * it; in the hide both are seen in series only, and what parts them are curves of skinned animals. A curve that misses the
 * model by more than three of its errors is left out, one at a time, and named.
 */
export function learnCover(curves: readonly ProbeCurve[]): CoverFit {
  const work = learning(curves);
  for (;;) {
    const step = work.next();
    if (step.done) return step.value;
  }
}

/** The same as a work of many short steps, so that a server may breathe between two of them. */
export function* learning(curves: readonly ProbeCurve[]): Generator<void, CoverFit> {
  let used = [...curves];
  const missed: Missed[] = [];
  let fit = yield* solving(used);
  for (;;) {
    const worst = used
      .map((curve) => ({ curve, by: missOf(curve, fit.theta).worst }))
      .reduce<{ curve: ProbeCurve; by: number } | undefined>(
        (a, b) => (a && a.by >= b.by ? a : b),
        undefined
      );
    if (!worst || worst.by <= MISSES * NOISE) break;
    missed.push({ id: worst.curve.id, by: worst.by });
    used = used.filter((curve) => curve !== worst.curve);
    fit = yield* solving(used);
  }
  const films: Record<string, Learned> = {};
  const hides: Partial<Record<HideKey, Learned>> = {};
  fit.keys.forEach((key, i) => {
    const learned: Learned = {
      factor: Math.exp(fit.theta.get(key) as number),
      sd: Math.sqrt((fit.inverse[i] as Float64Array)[i] as number),
      curves: used.filter((curve) => keysOf(curve).includes(key)).length
    };
    const name = key.slice('film:'.length);
    if (key.startsWith('film:')) films[name] = learned;
    else if (name in HIDES) hides[name as HideKey] = learned;
  });
  const together: Record<string, Partial<Record<HideKey, number>>> = {};
  fit.keys.forEach((room, i) =>
    fit.keys.forEach((coat, j) => {
      if (!room.startsWith('film:') || !coat.startsWith('hide:')) return;
      const at = (a: number, b: number) => (fit.inverse[a] as Float64Array)[b] as number;
      (together[room.slice('film:'.length)] ??= {})[coat.slice('hide:'.length) as HideKey] =
        at(i, j) / Math.sqrt(at(i, i) * at(j, j));
    })
  );
  const rms = (theta: ReadonlyMap<Key, number>) =>
    used.length === 0
      ? 0
      : Math.sqrt(used.reduce((s, curve) => s + missOf(curve, theta).all ** 2, 0) / used.length);
  return { films, hides, together, missed, used: used.length, before: rms(new Map()), after: rms(fit.theta) };
}

/** What is known of the covers an animal cools under: factors for the model, and how sure they are. */
export interface CoverKnown {
  filmOf: Record<string, number>;
  hideFactor: number;
  /** Sd of the logarithms that a band is drawn from. */
  filmSd: number;
  hideSd: number;
  coverCorr: number;
}

/** A fit as the model takes it, for an animal of a coat that is at a place. */
export function coverOf(fit: CoverFit | undefined, coat: HideKey, place: string): CoverKnown {
  const hide = fit?.hides[coat];
  return {
    filmOf: Object.fromEntries(Object.entries(fit?.films ?? {}).map(([key, of]) => [key, of.factor])),
    hideFactor: hide?.factor ?? 1,
    filmSd: under(fit?.films ?? {}, place)?.sd ?? FILM_SD,
    hideSd: hide?.sd ?? HIDE_SD,
    coverCorr: under(fit?.together ?? {}, place)?.[coat] ?? 0
  };
}
