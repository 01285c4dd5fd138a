import { describe, expect, it } from 'vitest';
import type { PlanUse } from '$core/reference';
import { seeded } from '$core/statistics';
import { TestBook, testId, weighed } from '$core/book/testkit';
import { grams } from '$core/units';
import {
  anneal,
  awayIn,
  changesOf,
  cutOffOf,
  elsewhereOf,
  keptOf,
  keptTogether,
  planOf,
  problemOf,
  promiseOf,
  sumsOf,
  type KeptUse,
  type PlanPart,
  type Wish
} from '.';
import { expectedMuscles, wishOf } from './testkit';

const deer = expectedMuscles('a', 'whitetail', 45_000);
const quick = (muscles: typeof deer, of: readonly Wish[]) => {
  const problem = problemOf(muscles, of);
  return planOf(problem, of, anneal(problem, seeded(7), 4_000));
};

describe('the promise', () => {
  it('holds the plan’s own figures, and is wider where less is known; what was weighed is exact', () => {
    const wish = wishOf('steaksAndRoasts');
    const plan = quick(deer, [wish]);
    const promised = promiseOf(plan, deer, [wish]);
    const of = (use: PlanUse) => plan.of.flatMap((o) => o.parts).filter((p) => p.use === use);
    for (const { use, product, meals } of promised) {
      expect(product.mean).toBeCloseTo(
        of(use).reduce((sum, p) => sum + p.product, 0),
        6
      );
      expect(product.low).toBeLessThan(product.mean);
      expect(product.high).toBeGreaterThan(product.mean);
      expect(meals.mean).toBeCloseTo(product.mean / (4 * 180), 9);
    }
    const exact = deer.map((m) => ({ ...m, relativeSd: 0 }));
    for (const { product, pieces } of promiseOf(plan, exact, [wish])) {
      expect(product.low).toBeCloseTo(product.mean, 6);
      if (pieces) expect(pieces.low).toBe(pieces.mean);
    }
    expect(promiseOf(plan, deer, [wish], [], 'nobody')).toEqual([]);
  });

  it('counts steaks that nobody asked for too: none is told heavier than two plates', () => {
    const elk = expectedMuscles('e', 'elk', 130_000);
    const few = wishOf('slowCook', {
      rows: [
        { use: 'steak', priority: 1, amount: { by: 'portions', count: 6, each: grams(180) } },
        { use: 'grind', priority: 2, amount: { by: 'share', share: 0.2 } }
      ]
    });
    const plan = quick(elk, [few]);
    const steaks = promiseOf(plan, elk, [few]).find((p) => p.use === 'steak')!;
    expect(steaks.product.mean).toBeGreaterThan(5 * 6 * 180);
    expect(steaks.product.mean / steaks.pieces!.mean).toBeGreaterThan(120);
    expect(steaks.product.mean / steaks.pieces!.mean).toBeLessThan(360);
    expect(steaks.pieces!.low).toBeLessThan(steaks.pieces!.mean);
    for (const { parts } of plan.of)
      for (const { use, pieces, each, product } of parts)
        if (use === 'steak' || use === 'roast')
          expect(pieces! * each!).toBeLessThanOrEqual(product + pieces!);
  });

  it('reckons with what went elsewhere before: what is planned stands, what is likely is less; what lies in tubs has gone where it goes', () => {
    const wish = wishOf('steaksAndRoasts');
    const plan = quick(deer, [wish]);
    const steaks = (before: KeptUse[], muscles = deer) =>
      promiseOf(plan, muscles, [wish], before).find((p) => p.use === 'steak')!;
    const grind = (before: KeptUse[]) => promiseOf(plan, deer, [wish], before).find((p) => p.use === 'stew')!;
    const half: KeptUse[] = [{ use: 'steak', promised: 30_000, got: 10_000, away: { slow: 20_000 } }];
    const always: KeptUse[] = [{ use: 'steak', promised: 30_000, got: 30_000, away: {} }];
    expect(steaks(always).product).toEqual(steaks([]).product);
    expect(steaks(half).product.mean).toBe(steaks([]).product.mean);
    expect(steaks(half).product.low).toBeLessThan(steaks([]).product.low * 0.8);
    expect(steaks(half).pieces!.low).toBeLessThan(steaks([]).pieces!.low);
    expect(grind(half).product.high).toBeGreaterThan(grind([]).product.high);
    const weighed = deer.map((m) => ({ ...m, relativeSd: 0 }));
    expect(steaks(half, weighed).product).toEqual(steaks([], weighed).product);
    // What went to no table is lost to all.
    const lost: KeptUse[] = [{ ...half[0]!, away: { pets: 20_000 } }];
    expect(steaks(lost).product.low).toBeLessThan(steaks([]).product.low);
    expect(grind(lost).product.high).toBeLessThanOrEqual(grind([]).product.high * 1.05);
  });
});

describe('two plans, and what came of one', () => {
  const part = (use: PlanUse, raw: number, pieces?: number): PlanPart => ({
    use,
    raw: grams(raw),
    product: raw,
    ...(pieces === undefined ? {} : { pieces, each: raw / pieces })
  });
  const muscles = [
    { id: 'a|strap|left', cut: 'strap' },
    { id: 'a|neckRoast|left', cut: 'neckRoast' },
    { id: 'a|topRound|left', cut: 'topRound' }
  ];
  const first = {
    of: [
      { muscle: 'a|strap|left', parts: [part('steak', 1_000, 5)] },
      { muscle: 'a|neckRoast|left', parts: [part('stew', 800)] },
      { muscle: 'a|topRound|left', parts: [part('steak', 600, 3), part('jerky', 400)] }
    ]
  };
  const prices = {
    primeSteak: 38,
    steak: 24,
    roast: 16,
    braise: 12,
    stew: 12,
    mince: 9,
    jerky: 16,
    sausage: 11,
    offal: 5
  };

  it('come to what their muscles come to, by the tub and the price of each', () => {
    const sums = sumsOf(first, muscles, prices);
    expect(sums.uses).toEqual({ steak: 1_600, stew: 800, jerky: 400 });
    expect(sums.prime).toBe(1_600);
    // 1 kg of strap, 0.6 of top round, 0.4 of jerky meat, 0.8 of a slow roast’s cut.
    expect(sums.worth).toBe(Math.round(38 + 0.6 * 24 + 0.4 * 16 + 0.8 * 16));
    expect(sums.minutes).toBeCloseTo(8 * 0.6 + 0.8 * 7 + 0.4 * 15, 9);
    expect(sumsOf(first, [], prices)).toMatchObject({ product: 0, minutes: 0, worth: 0 });
  });

  it('differ in muscles that become something else, not in grams', () => {
    const second = {
      of: [
        { muscle: 'a|strap|left', parts: [part('steak', 990, 5)] },
        { muscle: 'a|neckRoast|left', parts: [part('grind', 800)] },
        { muscle: 'a|topRound|left', parts: [part('jerky', 400), part('steak', 600, 3)] },
        { muscle: 'b|strap|left', parts: [part('roast', 990, 1)] }
      ]
    };
    expect(changesOf(first, second).map((c) => c.muscle)).toEqual(['a|neckRoast|left']);
    expect(changesOf(first, first)).toEqual([]);
  });

  it('a muscle keeps its promise in a tub that was planned, with all that it weighed', () => {
    const kept = keptOf(first, [
      { id: 'a|strap|left', cut: 'strap', tub: 'prime', grams: 1_200 },
      { id: 'a|topRound|left', cut: 'topRound', tub: 'grind', grams: 900 }
    ]);
    expect(kept).toMatchObject({ off: 2, planned: 3 });
    expect(kept.uses).toEqual([
      { use: 'steak', promised: 1_600, got: 1_200, away: { grind: 600 } },
      { use: 'jerky', promised: 400, got: 0, away: { grind: 400 } }
    ]);
    expect(kept.elsewhere).toEqual([
      { muscle: 'a|topRound|left', cut: 'topRound', planned: 'prime', tub: 'grind', grams: 900 }
    ]);
    expect(keptTogether([kept, kept, { uses: [{ use: 'stew', promised: 100, got: 90, away: {} }] }])).toEqual(
      [
        { use: 'steak', promised: 3_200, got: 2_400, away: { grind: 1_200 } },
        { use: 'jerky', promised: 800, got: 0, away: { grind: 800 } },
        { use: 'stew', promised: 100, got: 90, away: {} }
      ]
    );
    expect(keptOf(first, [])).toMatchObject({ off: 0, uses: [], elsewhere: [] });
  });

  it('reads what came off out of the book, wherever it has gone since', () => {
    const book = new TestBook();
    const carcass = book.carcass(46_200);
    const take = (id: string, cut: string, weight: number, tub: 'prime' | 'slow') =>
      book.must({
        kind: 'cut',
        from: carcass,
        creates: { kind: 'piece', id, cut, side: 'left', place: { tub } },
        reading: weighed(weight)
      });
    const strap = testId();
    take(strap, 'strap', 1_100, 'prime');
    take(testId(), 'tenderloin', 210, 'slow');
    const off = () => cutOffOf(book.state, book.animal, book.history);
    const was = [
      { id: `${book.animal}|strap|left`, cut: 'strap', tub: 'prime', grams: 1_100 },
      { id: `${book.animal}|tenderloin|left`, cut: 'tenderloin', tub: 'slow', grams: 210 }
    ];
    expect(off()).toEqual(was);
    // Half of it in a bag is no less of it that came off.
    book.must({
      kind: 'pack',
      animal: book.animal,
      from: strap,
      packs: [{ id: testId(), what: 'Strap', wrap: 'vacuum', reading: weighed(500) }]
    });
    expect(off()).toEqual(was);
    book.must({
      kind: 'pack',
      animal: book.animal,
      from: strap,
      packs: [{ id: testId(), what: 'Strap', wrap: 'vacuum' }]
    });
    expect(off()).toEqual(was);
  });

  it('one plan that went elsewhere is no habit yet; where it went is shared out by weight', () => {
    expect(awayIn([{ away: { grind: 300, pets: 20 } }, { away: {} }, { away: { slow: 5 } }])).toBe(325);
    expect(elsewhereOf({ promised: 0, away: {} }).share).toBe(0);
    expect(elsewhereOf({ promised: 500, away: { grind: 500 } }).share).toBeCloseTo(500 / 10_500, 12);
    const { share, use } = elsewhereOf({ promised: 90_000, away: { grind: 30_000, pets: 20_000 } });
    expect(share).toBe(0.5);
    expect([0.1, 0.59, 0.61, 1].map(use)).toEqual(['grind', 'grind', 'lost', 'lost']);
  });
});
