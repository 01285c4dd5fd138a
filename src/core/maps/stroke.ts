import type { Point } from './drawing';

const round = (n: number): number => Math.round(n * 100) / 100;
export const at = ([x, y]: Point): string => `${round(x)} ${round(y)}`;
const near = (points: readonly Point[], i: number, closed: boolean): Point => {
  const n = points.length;
  return points[closed ? (i + n) % n : Math.min(n - 1, Math.max(0, i))] as Point;
};

/**
 * One curve of a Catmull–Rom spline as a cubic, from point i to the next: the control points lie a sixth of the chord of
 * the neighbours away, so that curves of neighbours meet without a corner.
 */
function curve(points: readonly Point[], i: number, closed: boolean): string {
  const [before, from, to, after] = [-1, 0, 1, 2].map((k) => near(points, i + k, closed)) as [
    Point,
    Point,
    Point,
    Point
  ];
  const a: Point = [from[0] + (to[0] - before[0]) / 6, from[1] + (to[1] - before[1]) / 6];
  const b: Point = [to[0] - (after[0] - from[0]) / 6, to[1] - (after[1] - from[1]) / 6];
  return `C${at(a)} ${at(b)} ${at(to)}`;
}

/** Curves along the outline from one of its points to another. */
export const along = (outline: readonly Point[], from: number, to: number): string => {
  const n = outline.length;
  const steps = (to - from + n) % n || n;
  return Array.from({ length: steps }, (_, k) => curve(outline, from + k, true)).join('');
};
/** Curves along an open line. */
export const open = (points: readonly Point[]): string =>
  points
    .slice(0, -1)
    .map((_, i) => curve(points, i, false))
    .join('');
/** An open line through points. */
export const line = (points: readonly Point[]): string => `M${at(points[0] as Point)}${open(points)}`;

/** A closed shape through points, without a corner. */
export const closed = (points: readonly Point[]): string =>
  `M${at(points[0] as Point)}${along(points, 0, 0)}Z`;

/** A closed shape as wide as said along a line: a windpipe, a gut. */
export function band(points: readonly Point[], width: number): string {
  const edge = (way: 1 | -1): Point[] =>
    points.map(([x, y], i) => {
      const [from, to] = [points[Math.max(0, i - 1)], points[Math.min(points.length - 1, i + 1)]] as [
        Point,
        Point
      ];
      const [dx, dy] = [to[0] - from[0], to[1] - from[1]];
      const long = Math.hypot(dx, dy) || 1;
      return [x - (way * dy * width) / (2 * long), y + (way * dx * width) / (2 * long)];
    });
  const [one, other] = [edge(1), edge(-1).reverse()];
  return `M${at(one[0] as Point)}${open(one)}L${at(other[0] as Point)}${open(other)}Z`;
}
