import { areaAt, gramsOfVolume, placeOf, volumeOfBone, volumeOfGrams, volumeTo, type Solid } from './solid';
import type { Piece } from './measured';

/** One slice: from where to where along the piece, mm; how thick, how heavy, and its larger face. */
export interface Slice {
  from: number;
  to: number;
  /** mm. */
  thickness: number;
  /** g, of the model; adds up to the piece with the ends. */
  grams: number;
  /** Larger of its two faces, mm²: slices taper. */
  face: number;
}

/** What becomes of an end that is too small to be a slice. */
export interface End {
  where: 'thick' | 'thin';
  from: number;
  to: number;
  grams: number;
  /** Too small a face, past the stop line, or what is over when the slices are of one size. */
  why: 'face' | 'stop' | 'over';
}

export interface Sliced {
  slices: Slice[];
  ends: End[];
}

/** Where slicing may begin and stop. */
export interface Limits {
  /** Faces below this are no slice, mm². */
  face?: number;
  /** From the thick end, mm: beyond it sinew thickens. */
  stop?: number;
}

/** Between which places a piece is sliced. */
export interface Stretch {
  from: number;
  to: number;
  /** Why it stops at its thin end. */
  why: 'face' | 'stop' | 'over';
}

/** How close a place is sought, mm. */
const CLOSE = 0.01;
/** How many places are looked at to find where a face becomes large enough. */
const LOOKS = 240;

/**
 * The longest stretch whose faces are large enough and that ends at the stop line.
 * @returns undefined where no face is large enough
 */
export function usable(solid: Solid, { face = 0, stop }: Limits = {}): Stretch | undefined {
  const end = stop === undefined ? solid.length : Math.min(Math.max(stop, 0), solid.length);
  const stopped = end < solid.length;
  if (face <= 0) return end > 0 ? { from: 0, to: end, why: stopped ? 'stop' : 'over' } : undefined;
  const large = (x: number) => areaAt(solid, x) >= face;
  let best: [number, number] | undefined;
  let begun: number | undefined;
  for (let i = 0; i <= LOOKS; i += 1) {
    const x = (i / LOOKS) * end;
    if (large(x)) begun ??= x;
    if (begun !== undefined && (!large(x) || i === LOOKS)) {
      const to = large(x) ? x : x - end / LOOKS;
      if (!best || to - begun > best[1] - best[0]) best = [begun, to];
      begun = undefined;
    }
  }
  if (!best || best[1] <= best[0]) return undefined;
  /** The very place between a face that is too small and one that is not. */
  const between = (small: number, big: number): number => {
    let [out, inside] = [small, big];
    while (Math.abs(inside - out) > CLOSE) {
      const middle = (out + inside) / 2;
      if (large(middle)) inside = middle;
      else out = middle;
    }
    return inside;
  };
  const step = end / LOOKS;
  const from = best[0] > 0 ? between(best[0] - step, best[0]) : 0;
  const to = best[1] < end ? between(Math.min(end, best[1] + step), best[1]) : end;
  return { from, to, why: to < end ? 'face' : stopped ? 'stop' : 'over' };
}

const slice = (solid: Solid, from: number, to: number): Slice => ({
  from,
  to,
  thickness: to - from,
  grams: gramsOfVolume(volumeTo(solid, to) - volumeTo(solid, from), solid.density),
  face: Math.max(areaAt(solid, from), areaAt(solid, to))
});

/** Slices between places, and what is left at both ends. */
function parted(solid: Solid, stretch: Stretch, places: readonly number[]): Sliced {
  const slices = places.slice(1).map((to, i) => slice(solid, places[i] ?? 0, to));
  const [first, last] = [places[0] ?? stretch.from, places.at(-1) ?? stretch.from];
  const end = (where: End['where'], from: number, to: number, why: End['why']): End[] =>
    to - from > CLOSE ? [{ where, from, to, grams: slice(solid, from, to).grams, why }] : [];
  return {
    slices,
    ends: [
      ...end('thick', 0, first, 'face'),
      ...end('thin', last, stretch.to, 'over'),
      ...end('thin', stretch.to, solid.length, stretch.why)
    ]
  };
}

/**
 * Slices of one thickness from the thick end on; their weights differ as the piece tapers.
 * @param thickness  mm
 */
export function byThickness(solid: Solid, thickness: number, limits: Limits = {}): Sliced {
  if (!(thickness > 0)) throw new RangeError('a slice has a thickness');
  const stretch = usable(solid, limits);
  if (!stretch) return nothing(solid);
  const count = Math.floor((stretch.to - stretch.from) / thickness + 1e-9);
  return parted(
    solid,
    stretch,
    Array.from({ length: count + 1 }, (_, i) => stretch.from + i * thickness)
  );
}

/**
 * Slices of one weight; each is as thick as its weight asks for where it lies.
 * @param each  g
 * @param most  no more slices than this
 */
export function byWeight(solid: Solid, each: number, limits: Limits = {}, most = Infinity): Sliced {
  if (!(each > 0)) throw new RangeError('a slice has a weight');
  const stretch = usable(solid, limits);
  if (!stretch) return nothing(solid);
  const before = volumeTo(solid, stretch.from);
  const all = gramsOfVolume(volumeTo(solid, stretch.to) - before, solid.density);
  const count = Math.min(most, Math.floor(all / each + 1e-9));
  return parted(solid, stretch, cutsAt(solid, stretch, count, each));
}

/** So many slices of one weight, from what there is. */
export function byCount(solid: Solid, count: number, limits: Limits = {}): Sliced {
  if (!(Number.isInteger(count) && count >= 1)) throw new RangeError('one slice or more');
  const stretch = usable(solid, limits);
  if (!stretch) return nothing(solid);
  const all = gramsOfVolume(volumeTo(solid, stretch.to) - volumeTo(solid, stretch.from), solid.density);
  return parted(solid, stretch, cutsAt(solid, stretch, count, all / count));
}

function cutsAt(solid: Solid, { from, to }: Stretch, count: number, each: number): number[] {
  const before = volumeTo(solid, from);
  return Array.from({ length: count + 1 }, (_, i) =>
    i === 0 ? from : Math.min(to, placeOf(solid, before + volumeOfGrams(each * i, solid.density)))
  );
}

const nothing = (solid: Solid): Sliced => ({
  slices: [],
  ends: [
    { where: 'thin', from: 0, to: solid.length, grams: slice(solid, 0, solid.length).grams, why: 'face' }
  ]
});

/** Spread of weights: their standard deviation ÷ their mean; 0 of fewer than two. */
export function evenness(weights: readonly number[]): number {
  if (weights.length < 2) return 0;
  const mean = weights.reduce((a, b) => a + b, 0) / weights.length;
  if (mean <= 0) return 0;
  const square = weights.reduce((sum, w) => sum + (w - mean) ** 2, 0) / (weights.length - 1);
  return Math.sqrt(square) / mean;
}
/** Weights that spread no more than this are even. Usual practice. */
export const EVEN = 0.1;

/** A face as it lies on the board, mm: an oval of that area. */
export function faceOf({ oval }: Pick<Piece, 'oval'>, area: number): { width: number; thickness: number } {
  const thickness = Math.sqrt((4 * area) / (Math.PI * oval));
  return { width: thickness * oval, thickness };
}

/** Radius of the bone in a face, mm: round, of the share of the area that it has of the volume. */
export const boneRadius = (
  { bone }: Pick<Piece, 'bone'>,
  { width, thickness }: { width: number; thickness: number }
): number => Math.sqrt((width * thickness * volumeOfBone(bone)) / 4);

/** Blade beyond the face that one drawn stroke asks for, as a ratio. Usual practice. */
const STROKE = 0.9;
/**
 * Whether one stroke of a blade takes a face, or the muscle is better parted along its seam first: the face must be shorter
 * than nine tenths of the blade.
 * @param face  width of the largest face, mm
 * @param blade  mm
 */
export const seamOrSlice = (face: number, blade: number): 'slice' | 'seam' =>
  face <= blade * STROKE ? 'slice' : 'seam';

/** Grams of a jerky strip raw ÷ dried, and how it is cut. */
export interface Strips {
  /** Slabs off the piece, along or across its grain. */
  slabs: number;
  strips: number;
  /** Length of the longest strip, mm. */
  length: number;
  raw: number;
  /** Dried to 40 and to 50 %. */
  dry: readonly [number, number];
}
/**
 * Jerky strips of a piece: with the grain slabs lie along it and strips are as long as it; across it they are slices, cut
 * into strips as long as the face is wide.
 * @param thickness  of a slab, mm
 * @param width  of a strip, mm
 */
export function strips(
  piece: Piece,
  grain: 'with' | 'across',
  thickness: number,
  width: number,
  { from, to }: Pick<Stretch, 'from' | 'to'>
): Strips {
  if (!(thickness > 0) || !(width > 0)) throw new RangeError('a strip has a thickness and a width');
  const { solid } = piece;
  const raw = slice(solid, from, to).grams;
  const middle = faceOf(piece, areaAt(solid, (from + to) / 2));
  const largest = faceOf(
    piece,
    Math.max(...Array.from({ length: 21 }, (_, i) => areaAt(solid, from + ((to - from) * i) / 20)))
  );
  const [slabs, wide, length] =
    grain === 'with'
      ? [middle.thickness / thickness, middle.width, to - from]
      : [(to - from) / thickness, middle.thickness, largest.width];
  const count = Math.max(1, Math.floor(slabs));
  return {
    slabs: count,
    strips: count * Math.max(1, Math.floor(wide / width)),
    length,
    raw,
    dry: [raw * 0.4, raw * 0.5]
  };
}
