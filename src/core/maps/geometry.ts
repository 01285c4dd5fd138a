import type { Drawing, Point } from './drawing';

/** Straight pieces for one curve. */
const PIECES = 14;

/**
 * A path as polygons: curves cut into straight pieces.
 * @param d  absolute M, L, C and Z only
 * @throws RangeError on any other command or a broken number: drawings are our own, a bad one is a bug
 */
export function flatten(d: string): { points: Point[]; closed: boolean }[] {
  const tokens = d.match(/[A-Za-z]|-?\d*\.?\d+(?:e-?\d+)?/g) ?? [];
  const paths: { points: Point[]; closed: boolean }[] = [];
  let at = 0;
  let command = '';
  let pen: Point = [0, 0];
  const point = (): Point => {
    const [x, y] = [Number(tokens[at]), Number(tokens[at + 1])];
    at += 2;
    if (!Number.isFinite(x) || !Number.isFinite(y)) throw new RangeError(`bad point before ${at} in ${d}`);
    return [x, y];
  };
  while (at < tokens.length) {
    if (/[A-Za-z]/.test(tokens[at] ?? '')) command = tokens[at++] ?? '';
    const path = paths.at(-1);
    if (command === 'M') {
      pen = point();
      paths.push({ points: [pen], closed: false });
      command = 'L';
    } else if (command === 'L' && path) {
      pen = point();
      path.points.push(pen);
    } else if (command === 'C' && path) {
      const [from, a, b, to] = [pen, point(), point(), point()];
      for (let k = 1; k <= PIECES; k += 1) path.points.push(bezier(from, a, b, to, k / PIECES));
      pen = to;
    } else if (/^[Zz]$/.test(command) && path) {
      path.closed = true;
      pen = path.points[0] ?? pen;
      command = '';
    } else throw new RangeError(`“${command}” has no place in a drawing`);
  }
  return paths;
}

function bezier(p: Point, a: Point, b: Point, q: Point, t: number): Point {
  const u = 1 - t;
  const along = (i: 0 | 1) =>
    u * u * u * p[i] + 3 * u * u * t * a[i] + 3 * u * t * t * b[i] + t * t * t * q[i];
  return [along(0), along(1)];
}

interface Bounds {
  left: number;
  right: number;
  top: number;
  bottom: number;
}
const bounds = new WeakMap<readonly Point[], Bounds>();

/** The box round a polygon, measured once: the points of a drawing never change. */
function boundsOf(points: readonly Point[]): Bounds {
  const known = bounds.get(points);
  if (known) return known;
  const box = { left: Infinity, right: -Infinity, top: Infinity, bottom: -Infinity };
  for (const [x, y] of points) {
    if (x < box.left) box.left = x;
    if (x > box.right) box.right = x;
    if (y < box.top) box.top = y;
    if (y > box.bottom) box.bottom = y;
  }
  bounds.set(points, box);
  return box;
}

/** Whether a point lies inside a path, by the even-odd rule; a point outside the box of a polygon is outside of it. */
export function contains(paths: readonly { points: readonly Point[] }[], [x, y]: Point): boolean {
  return paths.some(({ points }) => {
    const { left, right, top, bottom } = boundsOf(points);
    if (x < left || x > right || y < top || y > bottom) return false;
    // By index: taken apart by pattern, a point costs more than the edge it is looked at for.
    let inside = false;
    let before = points[points.length - 1] as Point;
    for (const at of points) {
      const yi = at[1];
      const yj = before[1];
      if (yi > y !== yj > y && x < ((before[0] - at[0]) * (y - yi)) / (yj - yi) + at[0]) inside = !inside;
      before = at;
    }
    return inside;
  });
}

/** Drawings never change: what was measured of a path once holds. */
function remembered<T>(measure: (d: string) => T): (d: string) => T {
  const known = new Map<string, T>();
  return (d) => {
    let value = known.get(d);
    if (value === undefined) known.set(d, (value = measure(d)));
    return value;
  };
}

const pathsOf = remembered(flatten);

/** Area of a path, in square units of its drawing (the shoelace rule). */
export const areaOf = remembered((d: string): number =>
  pathsOf(d).reduce((sum, { points }) => {
    let twice = 0;
    for (let i = 0, j = points.length - 1; i < points.length; j = i, i += 1) {
      const [xi, yi] = points[i] as Point;
      const [xj, yj] = points[j] as Point;
      twice += xj * yi - xi * yj;
    }
    return sum + Math.abs(twice) / 2;
  }, 0)
);

/**
 * How much room there is around a point inside a path: the lengths of the level and the upright line through it, up to
 * the nearest edges. Zero for a point outside.
 */
export function roomAt(d: string, [x, y]: Point): { width: number; height: number } {
  const paths = pathsOf(d);
  if (!contains(paths, [x, y])) return { width: 0, height: 0 };
  /** Where edges cross the line on which coordinate `along` is free and the other is fixed. */
  const span = (along: 0 | 1, fixed: number, from: number): number => {
    const across = along === 0 ? 1 : 0;
    let [before, after] = [-Infinity, Infinity];
    for (const { points } of paths)
      for (let i = 0, j = points.length - 1; i < points.length; j = i, i += 1) {
        const [p, q] = [points[i] as Point, points[j] as Point];
        if (p[across] > fixed === q[across] > fixed) continue;
        const at = p[along] + ((fixed - p[across]) / (q[across] - p[across])) * (q[along] - p[along]);
        if (at <= from) before = Math.max(before, at);
        else after = Math.min(after, at);
      }
    return after - before;
  };
  return { width: span(0, y, x), height: span(1, x, y) };
}

/** The part of the sheet that is drawn on: the outline's box with a narrow margin. */
export function drawnBox(
  drawing: Pick<Drawing, 'outline'>,
  margin = 8
): { x: number; y: number; width: number; height: number } {
  const points = flatten(drawing.outline).flatMap((path) => path.points);
  const [xs, ys] = [points.map((p) => p[0]), points.map((p) => p[1])];
  const [x, y] = [Math.min(...xs) - margin, Math.min(...ys) - margin];
  return { x, y, width: Math.max(...xs) + margin - x, height: Math.max(...ys) + margin - y };
}
