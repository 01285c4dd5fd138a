import fc from 'fast-check';
import { beforeAll, describe, expect, it } from 'vitest';
import { GLANDS, JOINTS, PART_NAMES, cutOf } from '$core/reference';
import {
  PLATE_KEYS,
  areaOf,
  boxOf,
  contains,
  flatten,
  loadDrawing,
  roomAt,
  type Drawing,
  type Point
} from './index';

describe('paths', () => {
  it('are polygons with areas', () => {
    expect(areaOf('M0 0L10 0L10 10L0 10Z')).toBe(100);
    expect(roomAt('M5 5L25 5L25 15L5 15Z', [10, 8])).toEqual({ width: 20, height: 10 });
    // A corner: the room at a point, not that of the whole box.
    expect(roomAt('M0 0L10 0L10 2L2 2L2 10L0 10Z', [1, 8])).toEqual({ width: 2, height: 10 });
    expect(roomAt('M0 0L10 0L10 10L0 10Z', [20, 5])).toEqual({ width: 0, height: 0 });
    const [circle] = flatten(
      'M1 0C1 0.5523 0.5523 1 0 1C-0.5523 1 -1 0.5523 -1 0C-1 -0.5523 -0.5523 -1 0 -1C0.5523 -1 1 -0.5523 1 0Z'
    );
    expect(circle?.closed).toBe(true);
    expect(
      areaOf(
        'M1 0C1 0.5523 0.5523 1 0 1C-0.5523 1 -1 0.5523 -1 0C-1 -0.5523 -0.5523 -1 0 -1C0.5523 -1 1 -0.5523 1 0Z'
      )
    ).toBeCloseTo(Math.PI, 1);
    expect(contains([circle!], [0.6, 0.6])).toBe(true);
    expect(contains([circle!], [0.8, 0.8])).toBe(false);
  });

  it('hold the points that the even-odd rule gives, looked at edge by edge: their box leaves none out', () => {
    const at = fc.integer({ min: -9, max: 9 });
    const point = fc.tuple(at, at) as fc.Arbitrary<Point>;
    const polygon = fc.array(point, { minLength: 3, maxLength: 9 });
    /** How often a ray to the right crosses edges, worked out the long way. */
    const crossings = (points: readonly Point[], [x, y]: Point): number =>
      points.filter(([xi, yi], i) => {
        const [xj, yj] = points[(i + points.length - 1) % points.length] as Point;
        return yi > y !== yj > y && x < ((xj - xi) * (y - yi)) / (yj - yi) + xi;
      }).length;
    let inside = 0;
    fc.assert(
      fc.property(fc.array(polygon, { minLength: 1, maxLength: 3 }), point, (polygons, p) => {
        const expected = polygons.some((points) => crossings(points, p) % 2 === 1);
        inside += Number(expected);
        expect(
          contains(
            polygons.map((points) => ({ points })),
            p
          )
        ).toBe(expected);
      }),
      { numRuns: 2_000 }
    );
    expect(inside).toBeGreaterThan(200);
  });

  it('of other kinds are bugs', () => {
    expect(() => flatten('M0 0Q1 1 2 2Z')).toThrow(RangeError);
    expect(() => flatten('M0 0L1 x')).toThrow(RangeError);
    expect(() => flatten('L1 1')).toThrow(RangeError);
  });
});

/** Lying and hung: both are drawn. */
const DRAWN = PLATE_KEYS.flatMap((key) =>
  [false, ...(/^(deer|roe|red|elk|moose|boar|tusker)-/.test(key) ? [true] : [])].map(
    (hung) => [key, hung] as const
  )
);

describe.each(DRAWN)('%s, hung %s', (key, hung) => {
  let drawing: Drawing;
  beforeAll(async () => void (drawing = await loadDrawing(key, hung)));

  it('has regions that close, are named after cuts or parts, and carry their label inside', () => {
    expect(drawing.key).toBe(key);
    const seen = new Set<string>();
    for (const region of drawing.regions) {
      const name = `${region.key}/${region.side ?? ''}`;
      expect(seen.has(name), `${name} twice`).toBe(false);
      seen.add(name);
      expect(cutOf(region.key) ?? PART_NAMES[region.key], region.key).toBeDefined();
      const paths = flatten(region.d);
      expect(paths.length).toBeGreaterThan(0);
      for (const path of paths) expect(path.closed && path.points.length > 3, name).toBe(true);
      expect(contains(paths, region.label), `label of ${name}`).toBe(true);
    }
  });

  it('has marks that the words know', () => {
    for (const mark of drawing.marks) {
      if (mark.kind === 'joint') expect(JOINTS[mark.key], mark.key).toBeDefined();
      if (mark.kind === 'gland' || mark.kind === 'vessel') expect(GLANDS[mark.key], mark.key).toBeDefined();
      expect(mark.at ?? mark.d).toBeDefined();
    }
  });

  it('tiles its outline: no gap, no spill, no overlap worth seeing', () => {
    const { x: left, y: top, width, height } = boxOf(drawing);
    const shape = (d: string) => {
      const paths = flatten(d);
      const all = paths.flatMap((p) => p.points);
      const [xs, ys] = [all.map((q) => q[0]), all.map((q) => q[1])];
      const box = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)] as const;
      return ([x, y]: Point) =>
        x >= box[0] && x <= box[1] && y >= box[2] && y <= box[3] && contains(paths, [x, y]);
    };
    const outline = shape(drawing.outline);
    const shapes = drawing.regions.filter((r) => !r.alt).map((r) => shape(r.d));
    const step = Math.max(width, height) / 130;
    const count = { inside: 0, gap: 0, spill: 0, twice: 0 };
    for (let y = top + step / 2; y < top + height; y += step)
      for (let x = left + step / 2; x < left + width; x += step) {
        const point: Point = [x, y];
        const hits = shapes.filter((has) => has(point));
        const inside = outline(point);
        if (inside) count.inside += 1;
        if (inside && hits.length === 0) count.gap += 1;
        if (!inside && hits.length > 0) count.spill += 1;
        if (hits.length > 1) count.twice += 1;
      }
    expect(count.inside).toBeGreaterThan(1000);
    expect(count.gap / count.inside).toBeLessThan(0.03);
    expect(count.spill / count.inside).toBeLessThan(0.03);
    expect(count.twice / count.inside).toBeLessThan(0.01);
  });
});
