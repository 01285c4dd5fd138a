import type { Drawing, Point } from './drawing';

/** Moves a point of a drawing. */
type Move = (point: Point) => Point;

const hundredth = (n: number): number => Math.round(n * 100) / 100;

/** Every point of a path moved, control points too; seams that two regions share stay shared. */
const moved = (d: string, move: Move): string =>
  d.replace(/(-?\d*\.?\d+(?:e-?\d+)?)[ ,]+(-?\d*\.?\d+(?:e-?\d+)?)/g, (_, x: string, y: string) =>
    move([Number(x), Number(y)])
      .map(hundredth)
      .join(' ')
  );

/** A drawing with every point moved: outline, regions, bones, marks, labels. */
function movedAll(drawing: Drawing, viewBox: string, move: Move): Drawing {
  const path = <T extends { d: string }>(one: T): T => ({ ...one, d: moved(one.d, move) });
  return {
    ...drawing,
    viewBox,
    outline: moved(drawing.outline, move),
    regions: drawing.regions.map((r) => ({ ...path(r), label: move(r.label) })),
    bones: drawing.bones.map((b) => ({ ...path(b), ...(b.feel ? { feel: move(b.feel) } : {}) })),
    marks: drawing.marks.map((m) => ({
      ...m,
      ...(m.at ? { at: move(m.at) } : {}),
      ...(m.d ? { d: moved(m.d, move) } : {})
    })),
    dashed: drawing.dashed.map(path),
    ...(drawing.grain ? { grain: drawing.grain.map(path) } : {})
  };
}

const sides = ({ viewBox }: Drawing): [x: number, y: number, width: number, height: number] => {
  const [x = 0, y = 0, width = 1, height = 1] = viewBox.split(' ').map(Number);
  return [x, y, width, height];
};

/** A drawing turned a quarter to the left: what lay with its head to the left hangs head down, its back to the left. */
export function turnedLeft(drawing: Drawing): Drawing {
  const [x0, y0, width, height] = sides(drawing);
  return movedAll(drawing, `0 0 ${height} ${width}`, ([x, y]) => [y - y0, x0 + width - x]);
}

/** A drawing turned a quarter to the right: what hung head down lies with its head to the left. */
export function turnedRight(drawing: Drawing): Drawing {
  const [x0, y0, width, height] = sides(drawing);
  return movedAll(drawing, `0 0 ${height} ${width}`, ([x, y]) => [y0 + height - y, x - x0]);
}

/** A place in shares of a drawing’s width and height, from how it hangs to how it lies. */
export const shareLying = ([x, y]: Point): Point => [1 - y, x];
/** The same back. */
export const shareHung = ([x, y]: Point): Point => [y, 1 - x];

/** Knots of a smooth curve: at which place, which value. Places rise. */
export type Knots = readonly (readonly [at: number, value: number])[];

/** A value between knots, without a corner: level at each of them. */
function smooth(knots: Knots, at: number): number {
  const next = knots.findIndex(([k]) => k > at);
  const [first, last] = [knots[0], knots.at(-1)];
  if (next === 0 || !first || !last) return first?.[1] ?? 1;
  if (next < 0) return last[1];
  const [[a, from], [b, to]] = [knots[next - 1], knots[next]] as [
    readonly [number, number],
    readonly [number, number]
  ];
  const t = (at - a) / (b - a);
  return from + (to - from) * t * t * (3 - 2 * t);
}

/** How one kind’s outline becomes another’s: how long and how deep it is along the body. */
export interface Shape {
  /** Which way the body runs. */
  along: 'x' | 'y';
  /** The line that depth is measured from, across the body: a back, or a middle. */
  line: number;
  /** Length ÷ what it was, by place along the body. */
  length: Knots;
  /** Depth ÷ what it was, by place along the body. */
  depth: Knots;
}

/** Steps that the length along a body is added up in. */
const STEPS = 400;

/**
 * A drawing given other proportions: stretched along the body and across it, smoothly, so that seams, bones and glands
 * follow. No two places change their order, so what tiled goes on tiling.
 */
export function warped(drawing: Drawing, key: string, title: string, shape: Shape): Drawing {
  const [x0, y0, width, height] = sides(drawing);
  const [start, span] = shape.along === 'x' ? [x0, width] : [y0, height];
  const sums = [0];
  for (let i = 0; i < STEPS; i += 1)
    sums.push((sums[i] ?? 0) + (smooth(shape.length, start + (span * (i + 0.5)) / STEPS) * span) / STEPS);
  const total = sums.at(-1) ?? span;
  const place = (at: number): number => {
    const steps = Math.min(STEPS - 1e-9, Math.max(0, ((at - start) / span) * STEPS));
    const i = Math.floor(steps);
    const [from, to] = [sums[i] ?? 0, sums[i + 1] ?? total];
    return from + (to - from) * (steps - i);
  };
  const deepest = Math.max(...shape.depth.map(([, value]) => value), 1);
  const across = shape.along === 'x' ? height : width;
  const zero = (shape.line - (shape.along === 'x' ? y0 : x0)) * deepest;
  const move: Move = ([x, y]) => {
    const [at, off] = shape.along === 'x' ? [x, y] : [y, x];
    const far = zero + (off - shape.line) * smooth(shape.depth, at);
    return shape.along === 'x' ? [place(at), far] : [far, place(at)];
  };
  const box = shape.along === 'x' ? [total, across * deepest] : [across * deepest, total];
  return { ...movedAll(drawing, `0 0 ${box.map(Math.ceil).join(' ')}`, move), key, title };
}
