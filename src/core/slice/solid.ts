import { DENSITY } from '$core/wrap';

/** A section of a piece: where, mm from its thick end; how large, mm². */
export interface Section {
  at: number;
  area: number;
}

/**
 * A piece that tapers: its sections and, between them, an area that is a cubic of the way along. Its volume is a quartic, exact.
 */
export interface Solid {
  /** mm. */
  length: number;
  /** Ascending, the first at 0 and the last at `length`. */
  sections: readonly Section[];
  /** Slope of the area at each section, mm² a mm. */
  slopes: readonly number[];
  /** Volume up to each section, mm³. */
  before: readonly number[];
  /** g/cm³; that of lean meat where absent. */
  density?: number;
}

/** A deer’s long bone with its marrow, g/cm³. Working default. */
export const BONE_DENSITY = 1.35;
/** g/cm³ of meat with so much bone in it, a share of its mass: 1 ÷ ((1 − b) ÷ 1.06 + b ÷ 1.35). */
export const densityWith = (bone: number): number => 1 / ((1 - bone) / DENSITY + bone / BONE_DENSITY);

/** Share of the volume that bone takes up where it has so much of the mass. */
export const volumeOfBone = (bone: number): number => (bone / BONE_DENSITY) * densityWith(bone);

/** Area ÷ girth² of an oval so many times as wide as thick: 1 ÷ 4π when it is round. Girth by Ramanujan (1914). */
function shareOfGirth(oval: number): number {
  const h = ((oval - 1) / (oval + 1)) ** 2;
  const girth = (Math.PI / 2) * (oval + 1) * (1 + (3 * h) / (10 + Math.sqrt(4 - 3 * h)));
  return (Math.PI * oval) / 4 / (girth * girth);
}
/** Area of a piece by the tape round it, mm²: g² ÷ 4π of a round one. */
export const areaOfGirth = (girth: number, oval = 1): number => girth * girth * shareOfGirth(oval);
/** The tape round a piece of so much area, mm. */
export const girthOfArea = (area: number, oval = 1): number =>
  Math.sqrt(Math.max(0, area) / shareOfGirth(oval));
/** Area of an oval piece by width and thickness, mm²: π w h ÷ 4. */
export const areaOfOval = (width: number, thickness: number): number => (Math.PI * width * thickness) / 4;

/** Slope of the parabola through three points, at the point `x`. */
function parabolaSlope(a: Section, b: Section, c: Section, x: number): number {
  const ab = (b.area - a.area) / (b.at - a.at);
  const bc = (c.area - b.area) / (c.at - b.at);
  const bend = (bc - ab) / (c.at - a.at);
  return ab + bend * (2 * x - a.at - b.at);
}
/** Value of the parabola through three points, at `x`. */
export function parabolaAt(a: Section, b: Section, c: Section, x: number): number {
  const ab = (b.area - a.area) / (b.at - a.at);
  const bc = (c.area - b.area) / (c.at - b.at);
  const bend = (bc - ab) / (c.at - a.at);
  return a.area + (x - a.at) * (ab + bend * (x - b.at));
}

/** Lowest area of one stretch between two sections: the cubic is looked at where its slope is nought. */
function lowest(a: Section, b: Section, from: number, to: number): number {
  const h = b.at - a.at;
  // Hermite cubic of t in 0…1: p t³ + q t² + r t + s.
  const r = from * h;
  const p = 2 * (a.area - b.area) + (from + to) * h;
  const q = -3 * (a.area - b.area) - (2 * from + to) * h;
  const at = (t: number) => ((p * t + q) * t + r) * t + a.area;
  const under = q * q - 3 * p * r;
  // 3p t² + 2q t + r = 0, without taking nearly equal numbers from each other.
  const w = -(q + (q < 0 ? -1 : 1) * Math.sqrt(Math.max(0, under)));
  const turns = under < 0 ? [] : [w / (3 * p), r / w];
  return Math.min(a.area, b.area, ...turns.filter((t) => t > 0 && t < 1).map(at));
}

/**
 * A solid through sections. Slopes are those of the parabola through three neighbours, so that whatever has a quadratic area
 * (cone, frustum, ellipsoid, paraboloid) comes out exactly; between sections that rise or fall they are held to Fritsch and
 * Carlson's circle (1980), and where the area would dip below nought both ends go flat, as in PCHIP.
 * @param sections  two or more, in any order, no two at one place, none negative
 * @throws RangeError when they are none of that
 */
export function solidOf(sections: readonly Section[]): Solid {
  const own = [...sections].sort((a, b) => a.at - b.at);
  const [first] = own;
  const last = own.at(-1);
  if (!first || !last || own.length < 2) throw new RangeError('a piece has two sections or more');
  if (own.some((s, i) => !(s.area >= 0) || (i > 0 && !(s.at > (own[i - 1]?.at ?? 0)))))
    throw new RangeError('sections lie apart and have an area');
  if (first.at !== 0) throw new RangeError('the first section is at 0');
  const slopes = own.map((s, i) => {
    const middle = Math.min(Math.max(i, 1), own.length - 2);
    const [a, b, c] = [own[middle - 1], own[middle], own[middle + 1]];
    if (a && b && c) return parabolaSlope(a, b, c, s.at);
    return (last.area - first.area) / (last.at - first.at);
  });
  const each = (then: (a: Section, b: Section, i: number, secant: number) => void) =>
    own.slice(1).forEach((b, i) => {
      const a = own[i];
      if (a) then(a, b, i, (b.area - a.area) / (b.at - a.at));
    });
  each((_, __, i, secant) => {
    const [from, to] = [slopes[i] ?? 0, slopes[i + 1] ?? 0];
    const size = secant === 0 ? 0 : Math.hypot(from, to) / Math.abs(secant);
    // Both ends go the way of the secant, and one of them too steeply: the area would overshoot.
    if (from * secant >= 0 && to * secant >= 0 && size > 3) {
      slopes[i] = (3 * from) / size;
      slopes[i + 1] = (3 * to) / size;
    }
  });
  // Slopes that point inwards keep a stretch above its lower end; a section between two such stretches ends flat, so that
  // three rounds settle all of them.
  const nought = -1e-9 * Math.max(...own.map((s) => s.area));
  for (let round = 0; round < 3; round += 1)
    each((a, b, i, secant) => {
      const [from, to] = [slopes[i] ?? 0, slopes[i + 1] ?? 0];
      if (lowest(a, b, from, to) >= nought) return;
      slopes[i] = Math.min(Math.max(0, from), 3 * Math.max(0, secant));
      slopes[i + 1] = Math.max(Math.min(0, to), 3 * Math.min(0, secant));
    });
  const solid = { length: last.at, sections: own, slopes, before: [] as number[] };
  let volume = 0;
  for (let i = 0; i < own.length; i += 1) {
    solid.before.push(volume);
    const [a, b] = [own[i], own[i + 1]];
    if (a && b) volume += stretch(a, b, slopes[i] ?? 0, slopes[i + 1] ?? 0, 1);
  }
  return solid;
}

/** Volume of the stretch between two sections up to its share t, mm³. */
function stretch(a: Section, b: Section, from: number, to: number, t: number): number {
  const h = b.at - a.at;
  const p = 2 * (a.area - b.area) + (from + to) * h;
  const q = -3 * (a.area - b.area) - (2 * from + to) * h;
  const r = from * h;
  return h * t * (a.area + t * (r / 2 + t * (q / 3 + (t * p) / 4)));
}

/** The stretch that a place lies in: its index. */
function stretchAt({ sections }: Solid, at: number): number {
  let i = 0;
  while (i + 2 < sections.length && (sections[i + 1]?.at ?? Infinity) <= at) i += 1;
  return i;
}
const within = ({ length }: Solid, at: number) => Math.min(Math.max(at, 0), length);

/** Area of the section at a place, mm². */
export function areaAt(solid: Solid, at: number): number {
  const x = within(solid, at);
  const i = stretchAt(solid, x);
  const [a, b] = [solid.sections[i], solid.sections[i + 1]];
  if (!a || !b) return 0;
  const h = b.at - a.at;
  const t = (x - a.at) / h;
  const [from, to] = [solid.slopes[i] ?? 0, solid.slopes[i + 1] ?? 0];
  const p = 2 * (a.area - b.area) + (from + to) * h;
  const q = -3 * (a.area - b.area) - (2 * from + to) * h;
  return Math.max(0, ((p * t + q) * t + from * h) * t + a.area);
}

/** Volume from the thick end up to a place, mm³. */
export function volumeTo(solid: Solid, at: number): number {
  const x = within(solid, at);
  const i = stretchAt(solid, x);
  const [a, b] = [solid.sections[i], solid.sections[i + 1]];
  if (!a || !b) return 0;
  return (
    (solid.before[i] ?? 0) +
    stretch(a, b, solid.slopes[i] ?? 0, solid.slopes[i + 1] ?? 0, (x - a.at) / (b.at - a.at))
  );
}

/**
 * The place up to which a volume reaches, mm: Newton's steps, each kept inside the bracket by halving it.
 * @param volume  mm³; what is more than all there is reaches to the end
 */
export function placeOf(solid: Solid, volume: number): number {
  const all = volumeTo(solid, solid.length);
  if (!(volume > 0)) return 0;
  if (volume >= all) return solid.length;
  let [low, high] = [0, solid.length];
  let x = (volume / all) * solid.length;
  for (let step = 0; step < 100; step += 1) {
    const miss = volumeTo(solid, x) - volume;
    if (Math.abs(miss) <= all * 1e-12) break;
    if (miss > 0) high = x;
    else low = x;
    const area = areaAt(solid, x);
    const next = area > 0 ? x - miss / area : Number.NaN;
    x = next > low && next < high ? next : (low + high) / 2;
  }
  return x;
}

/** Grams of so many mm³, of lean meat where no density is said. */
export const gramsOfVolume = (volume: number, density: number = DENSITY): number => (volume / 1000) * density;
/** mm³ of so many grams, of lean meat where no density is said. */
export const volumeOfGrams = (grams: number, density: number = DENSITY): number => (grams / density) * 1000;

/** The same piece with every area so many times as large. */
export function scaled(solid: Solid, by: number): Solid {
  return {
    ...solid,
    sections: solid.sections.map(({ at, area }) => ({ at, area: area * by })),
    slopes: solid.slopes.map((s) => s * by),
    before: solid.before.map((v) => v * by)
  };
}
