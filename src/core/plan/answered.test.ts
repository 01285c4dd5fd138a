import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import type { PlanUse } from '$core/reference';
import { seeded } from '$core/statistics';
import { grams } from '$core/units';
import {
  anneal,
  atBench,
  judge,
  lackOf,
  planOf,
  problemOf,
  type CutWish,
  type Muscle,
  type Plan,
  type Wish,
  type WishRow
} from '.';
import { expectedMuscles, wishOf } from './testkit';

const deer = expectedMuscles('a', 'whitetail', 45_000);
const planned = (muscles: readonly Muscle[], wishes: readonly Wish[], steps = 30_000): Plan => {
  const problem = problemOf(muscles, wishes);
  return planOf(problem, wishes, anneal(problem, seeded(7), steps));
};
const partsOf = (plan: Plan, muscle: string) => plan.of.find((o) => o.muscle === muscle)?.parts ?? [];
const row = (use: PlanUse, kg: number, more: Partial<WishRow> = {}): WishRow => ({
  use,
  priority: 1,
  amount: { by: 'weight', grams: grams(Math.round(kg * 1000)) },
  ...more
});
const strapOf = (answer: Omit<CutWish, 'cut'>, rows: WishRow[], kitchen?: Wish['kitchen']) => {
  const wish = wishOf('slowCook', {
    rows,
    cuts: [{ cut: 'strap', ...answer }],
    ...(kitchen ? { kitchen } : {})
  });
  const plan = planned(deer, [wish]);
  expect(judge(deer, [wish], plan)).toEqual([]);
  return { wish, plan, strap: partsOf(plan, 'a:strap:left') };
};
const most = (parts: Plan['of'][number]['parts']) => [...parts].sort((a, b) => b.raw - a.raw)[0];

describe('what is answered for a cut', () => {
  it('comes before all that is short: a strap that is to be steaks is no roast, however short roasts are', () => {
    const rows = [row('roast', 30), row('steak', 0.2)];
    expect(most(strapOf({ first: 'steak', second: 'roast' }, rows).strap)?.use).toBe('steak');
    expect(most(strapOf({ first: 'roast' }, rows).strap)?.use).toBe('roast');
  });

  it('what was said second is done where the first cannot be, and anything where neither can', () => {
    const pot: Wish['kitchen'] = ['pot'];
    expect(most(strapOf({ first: 'roast', second: 'steak' }, [row('stew', 30)], pot).strap)?.use).toBe(
      'steak'
    );
    expect(most(strapOf({ first: 'roast', second: 'jerky' }, [row('stew', 1)], pot).strap)?.use).toMatch(
      /steak|stew|strips|braise/
    );
  });

  it('its own weight apiece counts for it alone; another use keeps its row’s', () => {
    const rows = [row('roast', 8, { size: { by: 'weight', low: grams(600), high: grams(5_000) } })];
    const size = { by: 'weight' as const, low: grams(500), high: grams(700) };
    const { strap, wish, plan } = strapOf({ first: 'roast', size }, rows);
    const roast = strap.find((p) => p.use === 'roast');
    expect(roast?.pieces).toBeGreaterThan(1);
    expect(roast?.each).toBeGreaterThanOrEqual(500);
    expect(roast?.each).toBeLessThanOrEqual(700);
    // Read as if nobody had answered, the pieces are too small.
    expect(judge(deer, [{ ...wish, cuts: [] }], plan).some((f) => f.fault === 'pieces')).toBe(true);
  });

  it('what is to be halved is not tied to its other half', () => {
    const rows = [row('roast', 8, { size: { by: 'weight', low: grams(700), high: grams(1_500) } })];
    const cuts = [{ cut: 'topRound', first: 'roast' as const }];
    const roe = expectedMuscles('r', 'roe', 14_000);
    const tiedOf = (halved: boolean) => {
      const wish = wishOf('slowCook', { rows, cuts: cuts.map((c) => ({ ...c, halved })) });
      return partsOf(planned(roe, [wish]), 'r:topRound:left').some((p) => p.tied);
    };
    expect(tiedOf(false)).toBe(true);
    expect(tiedOf(true)).toBe(false);
  });

  it('a size is said at the bench of what was answered, and of nothing else', () => {
    const wish = wishOf('slowCook', {
      rows: [],
      cuts: [{ cut: 'strap', first: 'steak', size: { by: 'thickness', mm: 40 } }]
    });
    const of = (use: PlanUse) => ({
      of: [{ muscle: 'm', parts: [{ use, raw: grams(900), product: 900 }] }]
    });
    expect(atBench(of('steak'), [wish], 'm', 'strap')?.mm).toBe(40);
    expect(atBench(of('roast'), [wish], 'm', 'strap')?.mm).toBeUndefined();
  });
});

describe('what is shared out', () => {
  it('of two who wish for the same, neither has all before each has half', () => {
    // Small steaks come out of a muscle with less left over: by the kilogram alone the first would have them all.
    const steaks = (count: number, each: number) =>
      row('steak', 0, { amount: { by: 'portions', count, each: grams(each) } });
    const one = wishOf('slowCook', { id: 'one', rows: [steaks(120, 100)] });
    const two = wishOf('slowCook', { id: 'two', rows: [steaks(20, 600)] });
    const { served } = planned(deer, [one, two]);
    const got = served.map((s) => s.got / s.asked);
    expect(got[0]! + got[1]!).toBeLessThan(1.3);
    for (const share of got) expect(share).toBeGreaterThan(0.44);
  });

  it('less than half is short half as heavily again', () => {
    expect([0, 500, 1_000].map((short) => lackOf(1_000, short))).toEqual([0, 500, 1_250]);
  });

  it('no muscle that goes by weight is parted into crumbs', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(fc.constantFrom<PlanUse[]>('stew', 'grind', 'braise'), fc.integer({ min: 2, max: 120 })),
          {
            minLength: 1,
            maxLength: 4
          }
        ),
        (asked) => {
          const wish = wishOf('slowCook', {
            rows: asked.map(([use, hundreds]) => row(use, hundreds / 10))
          });
          for (const { parts } of planned(deer, [wish], 800).of)
            if (parts.length === 2 && parts.every((p) => p.pieces === undefined))
              for (const { raw } of parts) expect(raw).toBeGreaterThanOrEqual(118);
        }
      ),
      { numRuns: 40 }
    );
  });
});
