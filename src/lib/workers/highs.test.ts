import loadHighs from 'highs';
import { describe, expect, it } from 'vitest';
import {
  READY_MADE,
  anneal,
  isBetter,
  isTiedRight,
  judge,
  planOf,
  problemOf,
  solveStages,
  weigh,
  type Choice,
  type Problem,
  type Wish
} from '$core/plan';
import { expectedMuscles, wishOf } from '$core/plan/testkit';
import { seeded } from '$core/statistics';
import { grams } from '$core/units';
import { highsSolver } from './highs';

const loaded = loadHighs();

/** Every choice there is, one after another. */
function* everyChoice({ options }: Problem): Generator<Choice> {
  const at = options.map(() => 0);
  for (;;) {
    yield [...at];
    let i = 0;
    while (i < at.length && (at[i] ?? 0) + 1 >= (options[i]?.length ?? 0)) at[i++] = 0;
    if (i >= at.length) return;
    at[i] = (at[i] ?? 0) + 1;
  }
}
function bestOfAll(problem: Problem): Choice {
  let best: Choice | undefined;
  for (const choice of everyChoice(problem))
    if (isTiedRight(problem, choice) && (!best || isBetter(weigh(problem, choice), weigh(problem, best))))
      best = choice;
  if (!best) throw new Error('there is always a plan');
  return best;
}
const muscle = (cut: string, weight: number, side: 'left' | 'right' = 'left') => ({
  id: `a:${cut}:${side}`,
  animal: 'a',
  cut,
  side,
  grams: weight,
  relativeSd: 0,
  tender: 1
});
const small: [string, ReturnType<typeof muscle>[], Partial<Wish>][] = [
  [
    'steaks and roasts of three',
    [muscle('topRound', 1_500), muscle('strap', 1_400), muscle('hindShank', 600)],
    {}
  ],
  [
    'two halves that are tied, or not',
    [muscle('topRound', 500), muscle('topRound', 450, 'right'), muscle('tipCore', 900)],
    {
      rows: [
        {
          use: 'roast',
          priority: 1,
          amount: { by: 'weight', grams: grams(1_700) },
          size: { by: 'weight', low: grams(700), high: grams(1_400) }
        },
        { use: 'stew', priority: 2, amount: { by: 'weight', grams: grams(400) } }
      ]
    }
  ],
  [
    'three priorities for the same leg',
    [muscle('topRound', 1_700), muscle('bottomRound', 1_100), muscle('tipCore', 900)],
    {
      rows: [
        { use: 'jerky', priority: 2, amount: { by: 'weight', grams: grams(900) } },
        { use: 'steak', priority: 1, amount: { by: 'portions', count: 5, each: grams(200) } },
        { use: 'grind', priority: 3, amount: { by: 'weight', grams: grams(2_000) } }
      ]
    }
  ]
];

describe('the best plan', () => {
  it.each(small)('is the best of all there are: %s', async (_, muscles, more) => {
    const problem = problemOf(muscles, [wishOf('steaksAndRoasts', more)]);
    const best = weigh(problem, bestOfAll(problem));
    // From the worst start there is: the solver finds it by itself.
    const worst = problem.options.map(() => 0);
    const start = isTiedRight(problem, worst) ? worst : anneal(problem, seeded(1), 1);
    const { choice, proven, shortGap } = solveStages(problem, start, highsSolver(await loaded), 10);
    const found = weigh(problem, choice);
    expect(proven).toBe(true);
    expect(shortGap).toBeLessThan(0.006);
    for (const p of [1, 2, 3] as const) expect(found.byPriority[p]).toBeCloseTo(best.byPriority[p], 2);
    // The gap that counts as proven: a quarter per cent.
    expect(found.value).toBeGreaterThanOrEqual(best.value * (1 - 0.0026) - 0.006);
  });

  it('of one to three animals is within half a per cent of what is proven; the plan is read again without its model', async () => {
    const herd = [
      ...expectedMuscles('a', 'whitetail', 45_000),
      ...expectedMuscles('b', 'roe', 15_000, 2),
      ...expectedMuscles('c', 'fallow', 38_000, 3)
    ];
    for (const count of [1, 3])
      for (const key of READY_MADE) {
        const muscles = herd.filter((m) => 'abc'.indexOf(m.animal) < count);
        const wish = wishOf(key);
        const problem = problemOf(muscles, [wish]);
        const start = anneal(problem, seeded(3), 20_000);
        const told: string[] = [];
        const solved = solveStages(problem, start, highsSolver(await loaded), 20, (_, stage) =>
          told.push(String(stage))
        );
        const before = weigh(problem, start);
        const after = weigh(problem, solved.choice);
        expect(isBetter(before, after), `${key} of ${count}`).toBe(false);
        expect(told.at(-1)).toBe('value');
        expect(solved.proven).toBe(true);
        const kilos = muscles.reduce((sum, m) => sum + m.grams, 0) / 1000;
        expect(solved.shortGap).toBeLessThan(0.005 * kilos);
        expect(solved.lesserGap * 0.25).toBeLessThan(0.005 * Math.abs(after.value) + 0.006);
        expect(judge(muscles, [wish], planOf(problem, [wish], solved.choice))).toEqual([]);
      }
  });

  it('a solver that runs out of time, or finds nothing, leaves the plan that was known', () => {
    const muscles = expectedMuscles('a', 'whitetail', 45_000);
    const problem = problemOf(muscles, [wishOf('steaksAndRoasts')]);
    const start = anneal(problem, seeded(3), 2_000);
    const solved = solveStages(problem, start, () => ({ bound: -Infinity, proven: false }), 1);
    expect(solved).toMatchObject({ choice: start, proven: false });
    // Nothing is proven: all that is short might not be, and each muscle might do what it does best by itself.
    expect(solved.shortGap).toBeCloseTo(weigh(problem, start).byPriority[1], 9);
    expect(solved.lesserGap).toBeGreaterThan(0);
    expect(Number.isFinite(solved.lesserGap)).toBe(true);
    // A bound is told as what might be won: half a kilogram of value is two kilograms a step down.
    const value = weigh(problem, start).value;
    const near = solveStages(
      problem,
      start,
      (_, __, seconds) => ({ bound: seconds > 0 ? -value - 0.5 : 0, proven: false }),
      1
    );
    expect(near.lesserGap).toBeCloseTo(2, 6);
    // Nonsense for an answer is none.
    const nonsense = solveStages(
      problem,
      start,
      (model) => ({ bound: 0, proven: true, columns: new Float64Array(model.cost.length) }),
      1
    );
    expect(nonsense.choice).toEqual(start);
  });
});
