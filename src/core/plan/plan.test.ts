import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PLAN_USES, PROCEDURES, cutOf, type PlanUse } from '$core/reference';
import { seeded } from '$core/statistics';
import { TestBook, testId, weighed } from '$core/book/testkit';
import { grams } from '$core/units';
import {
  KITCHEN,
  READY_MADE,
  anneal,
  contradictionsOf,
  drawnPlan,
  cookable,
  isTiedRight,
  judge,
  muscleId,
  musclesOf,
  planOf,
  plannedAtBench,
  problemOf,
  readyMade,
  savedPlanSchema,
  tableOf,
  tubFor,
  undominated,
  usesIn,
  weigh,
  wishSchema,
  type Option,
  type Pins,
  type Plan,
  type Wish
} from '.';
import { expectedMuscles, wishOf } from './testkit';

const deer = expectedMuscles('a', 'whitetail', 45_000);
const roe = expectedMuscles('r', 'roe', 14_000);
const quick = (muscles: typeof deer, wish: Wish, pins: Pins = {}, steps = 4_000) => {
  const problem = problemOf(muscles, [wish], pins);
  const choice = anneal(problem, seeded(7), steps);
  return { problem, choice, plan: planOf(problem, [wish], choice) };
};
const usesOf = (plan: Plan, muscle: string): PlanUse[] =>
  plan.of.find((o) => o.muscle === muscle)?.parts.map((p) => p.use) ?? [];
const left = (cut: string, of = 'a') => `${of}:${cut}:left`;

/** Wishes of every sort, contradictory ones too. */
const wishes = fc.record({
  kitchen: fc.subarray([...KITCHEN]),
  rest: fc.constantFrom('best', 'grind', 'whole' as const),
  rows: fc.array(
    fc.record({
      use: fc.constantFrom(...PLAN_USES),
      amount: fc.oneof(
        fc.record({
          by: fc.constant('portions' as const),
          count: fc.integer({ min: 1, max: 300 }),
          each: fc.integer({ min: 80, max: 700 }).map(grams)
        }),
        fc.record({
          by: fc.constant('weight' as const),
          grams: fc.integer({ min: 100, max: 60_000 }).map(grams)
        }),
        fc.record({ by: fc.constant('share' as const), share: fc.double({ min: 0.01, max: 1, noNaN: true }) })
      ),
      size: fc.option(
        fc
          .tuple(fc.integer({ min: 100, max: 900 }), fc.integer({ min: 0, max: 2_000 }))
          .map(([low, more]) => ({ by: 'weight' as const, low: grams(low), high: grams(low + more) })),
        { nil: undefined }
      ),
      priority: fc.constantFrom(1, 2, 3 as const)
    }),
    { maxLength: 5 }
  ),
  cuts: fc.array(
    fc.record({
      cut: fc.constantFrom('topRound', 'strap', 'hindShank', 'neckRoast', 'legTrim'),
      first: fc.constantFrom(...PLAN_USES),
      second: fc.option(fc.constantFrom(...PLAN_USES), { nil: undefined })
    }),
    { maxLength: 3 }
  )
}) as fc.Arbitrary<Partial<Wish>>;

describe('a wish', () => {
  it('ready-made ones ask for no more than all there is, and every kitchen can cook something of them', () => {
    for (const key of READY_MADE) {
      const wish = wishOf(key);
      expect(wishSchema.safeParse(wish).error?.issues ?? []).toEqual([]);
      expect(contradictionsOf(wish)).toEqual([]);
    }
  });

  it('for nobody, of nothing, with the heavier first is refused at its place', () => {
    const at = (more: object) =>
      wishSchema.safeParse({ ...wishOf('slowCook'), ...more }).error?.issues.map((i) => i.path.join('.')) ??
      [];
    expect(at({ people: 0 })).toEqual(['people']);
    expect(at({ name: ' ' })).toEqual(['name']);
    expect(
      at({
        rows: [
          {
            use: 'roast',
            priority: 1,
            amount: { by: 'portions', count: 0, each: 180 },
            size: { by: 'weight', low: 900, high: 800 }
          }
        ]
      })
    ).toEqual(['rows.0.amount.count', 'rows.0.size.low']);
    expect(at({ cuts: [{ cut: 'unicorn', first: 'steak' }] })).toEqual(['cuts.0.cut']);
  });

  it('says where it contradicts itself', () => {
    const wish = wishOf('steaksAndRoasts', {
      kitchen: ['pot'],
      rows: [
        ...readyMade('steaksAndRoasts').rows,
        { use: 'steak', priority: 3, size: { by: 'thickness', mm: 25 }, amount: { by: 'share', share: 0.4 } }
      ],
      cuts: [
        { cut: 'strap', first: 'whole', halved: true },
        { cut: 'topRound', first: 'stew', second: 'stew', boneIn: true },
        { cut: 'rabbitHind', first: 'steak' }
      ]
    });
    expect(contradictionsOf(wish).map((c) => `${c.at.join('.')} ${c.why}`)).toEqual([
      'rows.1.use kitchen',
      'rows.4.use askedTwice',
      'rows moreThanAll',
      'cuts.0.halved wholeHalved',
      'cuts.1.second sameTwice',
      'cuts.1.boneIn noBone',
      'cuts.2.first never'
    ]);
  });
});

describe('a plan', () => {
  it('of any wish in any kitchen is a plan: parts add up, nothing is cooked that cannot be, none is too small', () => {
    fc.assert(
      fc.property(wishes, fc.constantFrom('deer', 'roe'), (more, which) => {
        const muscles = which === 'deer' ? deer : roe;
        const wish = wishOf('slowCook', more);
        const { problem, choice, plan } = quick(muscles, wish, {}, 600);
        expect(isTiedRight(problem, choice)).toBe(true);
        expect(judge(muscles, [wish], plan)).toEqual([]);
        const { short } = weigh(problem, choice);
        // What was freed by weight is never shorter in all than what was chosen.
        const after = plan.served.reduce((sum, s) => sum + Math.max(0, s.asked - s.got), 0);
        if (new Set(problem.demands.map((d) => d.priority)).size < 2)
          expect(after).toBeLessThanOrEqual(short.reduce((a, b) => a + b, 0) + 5 * muscles.length);
      }),
      { numRuns: 60 }
    );
  });

  it('the judge sees what is wrong', () => {
    const wish = wishOf('steaksAndRoasts');
    const { plan } = quick(deer, wish);
    const broken = (change: (of: Plan['of'][number]) => void, muscle = left('topRound')) => {
      const copy = structuredClone(plan);
      const own = copy.of.find((o) => o.muscle === muscle);
      if (own) change(own);
      return judge(deer, [wish], copy).map((f) => f.fault);
    };
    expect(broken(() => undefined)).toEqual([]);
    expect(broken((o) => (o.parts = []))).toContain('missing');
    expect(broken((o) => (o.parts[0]!.raw = grams(o.parts[0]!.raw + 1)))).toContain('sum');
    expect(broken((o) => (o.parts[0]!.product = o.parts[0]!.raw + 100))).toContain('pieces');
    expect(
      broken(
        (o) =>
          (o.parts = [
            {
              use: 'roast',
              demand: 1,
              raw: grams(Math.round(deer.find((m) => m.id === o.muscle)!.grams)),
              product: 1
            }
          ]),
        left('triTip')
      )
    ).toContain('small');
    expect(judge(deer, [{ ...wish, kitchen: ['mincer'] }], plan).map((f) => f.fault)).toContain('kitchen');
    expect(judge(deer, [wish], plan, { [left('strap')]: ['grind'] }).map((f) => f.fault)).toContain('pinned');
    const told = structuredClone(plan);
    told.served[0]!.got += 50;
    expect(judge(deer, [wish], told)).toEqual([{ wish: 0, row: 0, fault: 'got' }]);
  });

  it('gives the strap to the pan, the shank to the pot, the scraps to the mincer', () => {
    const { plan } = quick(deer, wishOf('steaksAndRoasts'), {}, 40_000);
    expect(usesOf(plan, left('strap'))[0]).toMatch(/steak|roast/);
    expect(usesOf(plan, left('hindShank'))[0]).toMatch(/braise|stew/);
    expect(usesOf(plan, left('legTrim'))).toEqual(['grind']);
    // Nobody minces a strap, however much mince was wished for.
    const { plan: mince } = quick(deer, wishOf('mostlyMince'), {}, 40_000);
    expect(usesOf(mince, left('strap'))).not.toContain('grind');
  });

  it('what is short says why: no kitchen for it, nothing more that suits it, or others have it', () => {
    const rows = (use: PlanUse, kg: number, priority: 1 | 2 | 3 = 1) => ({
      use,
      priority,
      amount: { by: 'weight' as const, grams: grams(kg * 1000) }
    });
    const { plan } = quick(
      deer,
      wishOf('slowCook', {
        kitchen: ['pot', 'grill'],
        rows: [rows('grind', 3), rows('braise', 200), rows('stew', 9, 2)]
      }),
      {},
      20_000
    );
    const [grind, braise, stew] = plan.served;
    expect(grind?.shortage).toEqual({ why: 'kitchen', needs: ['mincer'] });
    expect(braise?.shortage).toMatchObject({ why: 'suits' });
    expect(stew?.shortage).toMatchObject({ why: 'others' });
    expect(stew?.shortage?.why === 'others' && stew.shortage.uses[0]?.use).toBe('braise');
  });

  it('small roasts of both sides are tied to one, and only both', () => {
    const wish = wishOf('steaksAndRoasts', {
      rows: [
        {
          use: 'roast',
          priority: 1,
          amount: { by: 'portions', count: 20, each: grams(180) },
          size: { by: 'weight', low: grams(700), high: grams(1_500) }
        }
      ]
    });
    const { plan } = quick(roe, wish, {}, 20_000);
    const tied = plan.of.filter((o) => o.parts.some((p) => p.tied));
    expect(tied.length).toBeGreaterThan(1);
    for (const { muscle } of tied) {
      const other = muscle.replace(/left|right/, (side) => (side === 'left' ? 'right' : 'left'));
      expect(tied.map((o) => o.muscle)).toContain(other);
    }
  });

  it('keeps every pin it can, and names those it cannot', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.nat(deer.length - 1), fc.constantFrom(...PLAN_USES)), { maxLength: 6 }),
        fc.subarray([...KITCHEN], { minLength: 1 }),
        (some, kitchen) => {
          const pins = Object.fromEntries(some.map(([i, use]) => [deer[i]?.id ?? '', [use]]));
          const wish = wishOf('steaksAndRoasts', { kitchen });
          const { problem, plan } = quick(deer, wish, pins, 300);
          const kept = Object.fromEntries(
            Object.entries(pins).filter(([id]) => !problem.refused.includes(id))
          );
          expect(judge(deer, [wish], plan, kept)).toEqual([]);
          for (const id of problem.refused) {
            const [use] = pins[id] ?? [];
            const own = deer.find((m) => m.id === id);
            expect(use && (!cookable(kitchen).includes(use) || (own?.grams ?? 0) < 700)).toBe(true);
          }
        }
      ),
      { numRuns: 60 }
    );
  });

  it('an option is left out only where another gives as much and is worth as much', () => {
    const option = (value: number, ...gives: number[]): Option => ({
      parts: [],
      gives: gives.map((g, demand) => ({ demand, grams: g })),
      value
    });
    const keep = (options: Option[], cost = [1, 0]) => undominated(options, cost);
    const [a, b] = [option(1, 500), option(2, 400)];
    expect(keep([a, b])).toEqual([a, b]);
    expect(keep([option(1, 400), option(1.2, 500)])).toEqual([option(1.2, 500)]);
    // 100 g too much cost 0.1: then it is not better.
    expect(keep([option(1.15, 400), option(1.2, 500)])).toHaveLength(2);
    expect(keep([option(1, 0, 5), option(1, 0, 9)])).toEqual([option(1, 0, 9)]);
  });

  it('answers for a cut come before what suits it; what nobody has answered stays whole', () => {
    const wish = wishOf('slowCook', {
      rows: [],
      rest: 'best',
      cuts: [
        { cut: 'topRound', first: 'jerky' },
        { cut: 'hindShank', first: 'steak', second: 'stew' }
      ]
    });
    const { plan } = quick(deer, wish);
    expect(usesOf(plan, left('topRound'))).toEqual(['jerky']);
    expect(usesOf(plan, left('armRoast'))).toEqual(['whole']);
  });
});

describe('the muscles of a book', () => {
  const orders = Object.values(PROCEDURES);
  const all = (muscles: { grams: number }[]) => muscles.reduce((sum, m) => sum + m.grams, 0);

  it('before the first cut they are what such an animal should give', () => {
    const book = new TestBook();
    book.carcass(46_200);
    const muscles = musclesOf(book.state, book.animal, book.history, { orders });
    expect(all(muscles) / 46_200).toBeCloseTo(0.598, 2);
    expect(new Set(muscles.map((m) => m.id)).size).toBe(muscles.length);
    expect(muscles.every((m) => m.relativeSd > 0 && m.item === undefined)).toBe(true);
  });

  it('what lies in a tub is as heavy as it is, keeps its name, and is fixed by its tub; what was lost is gone', () => {
    const book = new TestBook();
    const carcass = book.carcass(46_200);
    const before = musclesOf(book.state, book.animal, book.history, { orders });
    const shoulder = book.part(carcass, 4_200, 'shoulder', 'left');
    book.piece(shoulder, 500, 'flatIron', 'slow', { trimmed: true });
    const after = musclesOf(book.state, book.animal, book.history, { orders });
    const iron = after.find((m) => m.cut === 'flatIron' && m.item !== undefined);
    expect(iron).toMatchObject({ grams: 500, relativeSd: 0, tub: 'slow' });
    expect(iron?.among).toContain('braise');
    expect(iron?.among).not.toContain('steak');
    expect(after.length).toBe(before.length);
    // The whole shoulder is lost to the shot.
    const book2 = new TestBook();
    const c = book2.carcass(46_200);
    const lost = book2.part(c, 4_200, 'shoulder', 'left');
    book2.must({ kind: 'discard', from: lost, reason: 'bloodshot', reading: weighed(4_200) });
    const left2 = musclesOf(book2.state, book2.animal, book2.history, { orders });
    expect(left2.some((m) => m.cut === 'flatIron' && m.side === 'left')).toBe(false);
    expect(left2.some((m) => m.cut === 'flatIron' && m.side === 'right')).toBe(true);
    expect(muscleId('a', 'strap', 'left')).toBe('a|strap|left');
    expect(testId()).toBeTruthy();
  });
});

describe('a plan that is kept', () => {
  const wish = wishOf('steaksAndRoasts', {
    id: 'senja',
    name: 'Senja',
    cuts: [{ cut: 'neckRoast', first: 'braise', boneIn: true }]
  });
  const muscles = expectedMuscles('a', 'whitetail', 45_000).map((m) => ({
    ...m,
    id: muscleId(m.animal, m.cut, m.side)
  }));
  const { problem, plan } = quick(muscles, wish, {}, 20_000);
  const saved = savedPlanSchema.parse({
    id: 'p1',
    name: 'test',
    animals: ['a'],
    wishes: [wish],
    pins: {},
    plan,
    proven: false,
    shortGap: 0,
    lesserGap: 1,
    at: 5
  });

  it('says at the bench where each muscle goes, how thick, and whose wish it is', () => {
    const asked = plannedAtBench(saved, 'a');
    expect(asked).toHaveLength(muscles.length);
    expect(plannedAtBench(saved, 'b')).toEqual([]);
    const strap = asked.find((a) => a.cut === 'strap' && a.side === 'left')?.ask;
    expect(strap).toMatchObject({ tub: 'prime', wish: 'Senja' });
    const neck = asked.find((a) => a.cut === 'neckRoast')?.ask;
    expect(neck).toMatchObject({ tub: 'slow', boneIn: true, wish: 'Senja' });
    for (const { cut, ask } of asked) {
      const [first] = [...ask.parts].sort((x, y) => y.raw - x.raw);
      expect(ask.tub).toBe(tubFor(cut, first!));
      const steak = problem.demands.findIndex((d) => d.use === 'steak');
      if (first?.demand === steak) expect(ask.mm).toBe(25);
    }
    // A ready-made wish is nobody’s.
    const ready = { ...saved, wishes: [{ ...wish, id: 'ready-steaksAndRoasts', cuts: [] }] };
    expect(plannedAtBench(ready, 'a').every(({ ask }) => ask.wish === undefined)).toBe(true);
  });

  it('is drawn with every gram of the animal, on its muscles and on its parts', () => {
    const rows = drawnPlan(plan, muscles, 'a', (key) => key);
    const sumOf = (keys: (key: string) => boolean) =>
      rows
        .filter((r) => keys(r.key))
        .flatMap((r) => r.cells.flatMap((c) => c.fills))
        .reduce((sum, f) => sum + f.grams, 0);
    const all = plan.of.flatMap((o) => o.parts).reduce((sum, p) => sum + p.raw, 0);
    const cuts = new Set(muscles.map((m) => m.cut));
    expect(sumOf((key) => cuts.has(key))).toBe(all);
    const leg = muscles.filter((m) => cutOf(m.cut)?.of === 'hindLeg').map((m) => m.id);
    const legGrams = plan.of
      .filter((o) => leg.includes(o.muscle))
      .flatMap((o) => o.parts)
      .reduce((sum, p) => sum + p.raw, 0);
    expect(sumOf((key) => key === 'hindLeg')).toBe(legGrams);
    expect(drawnPlan(plan, muscles, 'b', (key) => key)).toEqual([]);
  });

  it('pieces of a use are counted where all of it goes by the piece', () => {
    const of = (use: PlanUse, raw: number, pieces?: number, tied?: true) => ({
      use,
      raw: grams(raw),
      product: raw,
      ...(pieces === undefined ? {} : { pieces }),
      ...(tied ? { tied } : {})
    });
    expect(usesIn([of('stew', 100), of('steak', 500, 3), of('steak', 300, 2)])).toEqual([
      { use: 'steak', raw: 800, pieces: 5 },
      { use: 'stew', raw: 100 }
    ]);
    expect(usesIn([of('steak', 500, 3), of('steak', 300)])).toEqual([{ use: 'steak', raw: 800 }]);
    expect(usesIn([of('roast', 400, 0.5, true)])).toEqual([{ use: 'roast', raw: 400 }]);
    expect(usesIn([])).toEqual([]);
  });

  it('of several at one table: meals of all, as many as all want together', () => {
    const one = { ...wish, people: 5, portion: grams(180), mealsAWeek: 4, weeks: 26 };
    const two = { ...wish, people: 2, portion: grams(200), mealsAWeek: 3, weeks: 20 };
    expect(tableOf([one])).toEqual({ people: 5, meal: 900, wanted: 104 });
    expect(tableOf([one, two])).toEqual({
      people: 7,
      meal: 1_300,
      wanted: Math.round((900 * 104 + 400 * 60) / 1_300)
    });
    expect(tableOf([])).toEqual({ people: 0, meal: 0, wanted: 0 });
  });

  it('what lies among the jerky is dried without being asked for; a boar never is', () => {
    const bare = wishOf('slowCook', { rows: [], rest: 'best' });
    const own = { ...muscles[0]!, id: 'x', cut: 'bottomRound', grams: 900 };
    const of = (m: object) => usesOf(quick([{ ...own, ...m }], bare).plan, 'x');
    expect(of({ among: ['jerky', 'strips', 'cubed'], booked: 'jerky' })).toEqual(['jerky']);
    expect(of({})).not.toContain('jerky');
    const dried = wishOf('jerky', { cuts: [{ cut: 'bottomRound', first: 'jerky' }] });
    expect(usesOf(quick([own], dried).plan, 'x')).toContain('jerky');
    const boar = { ...own, never: ['jerky' as const] };
    const { plan: none } = quick([boar], dried);
    expect(usesOf(none, 'x')).not.toContain('jerky');
    expect(judge([boar], [dried], none)).toEqual([]);
  });
});
