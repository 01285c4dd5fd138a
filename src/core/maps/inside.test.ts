import { beforeAll, describe, expect, it } from 'vitest';
import { GROUP_KEYS, ORGANS_OF } from '$core/reference';
import { boxOf, contains, flatten, type Point } from './index';
import { loadInside, type Inside } from './inside';

describe.each(GROUP_KEYS)('the inside of a %s', (group) => {
  let inside: Inside;
  beforeAll(async () => void (inside = await loadInside(group)));

  it('shows every organ that is looked at, and no other', () => {
    expect(inside.organs.map((o) => o.key).sort()).toEqual(ORGANS_OF[group].map((o) => o.key).sort());
  });

  it('keeps every organ inside the body, and its label on it', () => {
    const body = flatten(inside.outline);
    for (const { key, d, label } of inside.organs) {
      const paths = flatten(d);
      expect(
        paths.every((p) => p.closed),
        key
      ).toBe(true);
      expect(contains(paths, label), `label of ${key}`).toBe(true);
      const outside = paths.flatMap((p) => p.points).filter((p) => !contains(body, p));
      expect(outside, key).toEqual([]);
    }
  });

  it('hides none behind another: a good part of each can be touched', () => {
    const shapes = inside.organs.map(({ key, d }) => ({ key, paths: flatten(d) }));
    const { x, y, width, height } = boxOf(inside);
    const seen = new Map<string, { all: number; free: number }>();
    for (let px = x; px < x + width; px += 4)
      for (let py = y; py < y + height; py += 4) {
        const point: Point = [px, py];
        const here = shapes.filter(({ paths }) => contains(paths, point));
        for (const [i, { key }] of here.entries()) {
          const count = seen.get(key) ?? { all: 0, free: 0 };
          seen.set(key, { all: count.all + 1, free: count.free + Number(i === here.length - 1) });
        }
      }
    for (const [key, { all, free }] of seen) expect(free / all, key).toBeGreaterThan(0.3);
  });
});
