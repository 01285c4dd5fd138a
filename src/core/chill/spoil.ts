import { DRYNESS, GUT_LEFT, LAG, SPOILERS, type GrowthLaw } from '$core/reference';
import { HOUR } from '$core/units';
import type { Curves } from './cool';
import { growth, running } from './indices';

/** How air stands to a face: moving, still, or kept from it. */
export type AirOnFace = 'moving' | 'still' | 'none';

/**
 * What dryness makes of growth on a face, 0.2 … 1: by humidity, straight between the table's lines; still air takes back
 * three tenths of the rest, and where no air gets at it nothing is granted. Humidity nobody measured counts as 85 %.
 * @param rh  relative humidity, ratio
 * @param hours  since the face was laid open; it is wet at first
 */
export function drynessFactor(rh: number | undefined, air: AirOnFace, hours = Infinity): number {
  if (air === 'none') return 1;
  const wet = Math.min(1, Math.max(0, (hours - DRYNESS.wetHours) / (DRYNESS.dryHours - DRYNESS.wetHours)));
  const moving = byHumidity(rh ?? DRYNESS.unknown);
  const dry = air === 'moving' ? moving : moving + DRYNESS.still * (1 - moving);
  return 1 + wet * (dry - 1);
}

function byHumidity(rh: number): number {
  const rows = DRYNESS.at;
  const above = rows.findIndex((row) => rh <= row.rh);
  if (above < 0) return 1;
  const b = rows[above] as (typeof rows)[number];
  const a = rows[above - 1];
  return a ? a.factor + ((rh - a.rh) / (b.rh - a.rh)) * (b.factor - a.factor) : b.factor;
}

/** A face of a carcass that lies open: the trunk's inner wall, the ham's skin, a quarter's cut end, a ham's fresh face, a cavity. */
export type FaceKey = 'wall' | 'surface' | 'end' | 'fresh' | 'cavity';
export interface OpenFace {
  face: FaceKey;
  /** When it was laid open, ms. */
  from: number;
  /** °C of it at the points of the record. */
  t: Float64Array;
}

/**
 * The faces that lie open at the record's end, each from when it was bare: the inner wall from opening, the ham's skin
 * from hide off, a quarter's end from quartering; a closed face under its hide is none. A gut left in past its first line
 * counts as an open wall at blood heat; a small animal's cavity lies open from death, feathers are a hide.
 */
export function openFaces(curves: Curves): OpenFace[] {
  const first = (is: (i: number) => boolean): number | undefined => {
    for (let i = 0; i < curves.at.length; i += 1) if (is(i)) return curves.at[i];
    return undefined;
  };
  const gutLine = GUT_LEFT[curves.kind].watch;
  const wall =
    curves.kind === 'small'
      ? curves.at[0]
      : first((i) => curves.opened[i] === 1 || (curves.gut[i] as number) >= gutLine);
  const faces: [FaceKey, number | undefined, Float64Array][] = [
    [curves.kind === 'small' ? 'cavity' : 'wall', wall, curves.wall],
    ['surface', first((i) => curves.hide[i] === 0), curves.surface],
    ['end', curves.kind === 'small' ? undefined : first((i) => curves.quartered[i] === 1), curves.end],
    ['fresh', curves.kind === 'small' ? undefined : first((i) => curves.hamOpened[i] === 1), curves.fresh]
  ];
  return faces.flatMap(([face, from, t]) => (from === undefined ? [] : [{ face, from, t }]));
}

/** How growth is reckoned. */
export interface GrowthAsked {
  law?: GrowthLaw;
  /** Relative humidity at each point, ratio; undefined where it is not known. */
  rh?: (i: number) => number | undefined;
  /** False for what waits outside in the wet: nothing is granted for dryness. */
  dries?: boolean;
}

/** Log₁₀ rise on one face by each point, before the lag. */
function riseOn(
  { from, t }: OpenFace,
  curves: Curves,
  { law = SPOILERS, rh, dries = true }: GrowthAsked
): Float64Array {
  const { at, moving, packed } = curves;
  return running(at, (i, ms) => {
    if ((at[i - 1] as number) < from) return 0;
    const air: AirOnFace = packed[i - 1] || !dries ? 'none' : moving[i - 1] ? 'moving' : 'still';
    const hours = (((at[i - 1] as number) + (at[i] as number)) / 2 - from) / HOUR;
    const factor = drynessFactor(rh?.(i), air, hours);
    return (factor * growth(law, ms / HOUR, t[i - 1] as number, t[i] as number)) / Math.LN10;
  });
}

/** Growth on one open face: log₁₀ rise by each point of a record, after the lag. */
export interface FaceGrowth {
  face: FaceKey;
  index: Float64Array;
}

/**
 * Growth on each of the open faces; a gut left in uses up the lag.
 * By the record only: nose, eye and inspector come first. Never reckoned for a core.
 */
export function faceGrowth(curves: Curves, asked: GrowthAsked = {}): FaceGrowth[] {
  const gutLine = GUT_LEFT[curves.kind].watch;
  return openFaces(curves).map((open) => ({
    face: open.face,
    index: riseOn(open, curves, asked).map((rise, i) =>
      Math.max(0, rise - LAG * Math.max(0, 1 - (curves.gut[i] as number) / gutLine))
    )
  }));
}

/** The worst of the faces at each point. */
export const worstOf = (faces: readonly FaceGrowth[], points: number): Float64Array =>
  Float64Array.from({ length: points }, (_, i) => Math.max(0, ...faces.map((f) => f.index[i] as number)));

/** Log₁₀ rise on the worst of the open faces by each point of a record; see {@link faceGrowth}. */
export const surfaceGrowth = (curves: Curves, asked: GrowthAsked = {}): Float64Array =>
  worstOf(faceGrowth(curves, asked), curves.at.length);
