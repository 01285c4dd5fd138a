import { fold, type BookedEntry } from '$core/book';
import {
  anneal,
  cutOffOf,
  musclesOf,
  planOf,
  problemOf,
  solveStages,
  type BookMuscle,
  type Pins,
  type SavedPlan,
  type Wish
} from '$core/plan';
import { PROCEDURES, suits, type PlanUse, type TubKey } from '$core/reference';
import { seeded } from '$core/statistics';

/** Changes that are tried for a plan of the demo. */
const STEPS = 20_000;

/** One muscle in so many was planned anew; the others went where they go in this larder anyhow. */
const ANEW = 7;
/** What a hand that is set in its ways makes of a tub, what suits the muscle best first. */
const WAYS: Partial<Record<TubKey, readonly PlanUse[]>> = {
  slow: ['stew', 'braise'],
  grind: ['grind'],
  jerky: ['jerky']
};
/** What was said of each muscle before the first cut: where such a muscle goes in this larder. */
function saidBefore(animal: string, history: readonly BookedEntry[], muscles: readonly BookMuscle[]): Pins {
  const went = new Map(cutOffOf(fold(history), animal, history).map((c) => [c.id, c.tub]));
  return Object.fromEntries(
    muscles.flatMap(({ id, cut, tender }, i) => {
      const tub = went.get(id);
      const ways = (tub && WAYS[tub]) ?? [];
      const [best] = [...ways].sort((a, b) => (suits(cut, b, tender) ?? 0) - (suits(cut, a, tender) ?? 0));
      return best && i % ANEW > 0 ? [[id, [best]]] : [];
    })
  );
}

/**
 * The plan that somebody made of an animal before its first cut: of what was expected then, by the same functions as on the
 * page, without the solver; so it is told as not proven.
 * @param history  all entries of the animal
 * @returns undefined where it was never cut
 */
export function planBefore(
  animal: string,
  code: string,
  history: readonly BookedEntry[],
  wish: Wish
): SavedPlan | undefined {
  const cut = history.findIndex((e) => e.intent.kind === 'cut');
  if (cut < 0) return undefined;
  const then = history.slice(0, cut);
  const muscles = musclesOf(fold(then), animal, then, { orders: Object.values(PROCEDURES) });
  const problem = problemOf(muscles, [wish], saidBefore(animal, history, muscles));
  const choice = anneal(problem, seeded(1), STEPS);
  // Nobody has looked for a better one: all that might be won is told.
  const { shortGap, lesserGap } = solveStages(
    problem,
    choice,
    () => ({ bound: -Infinity, proven: false }),
    1
  );
  return {
    id: `demo-${code}`,
    name: `${code}: ${wish.name}`.slice(0, 60),
    animals: [animal],
    wishes: [wish],
    pins: {},
    plan: planOf(problem, [wish], choice) as SavedPlan['plan'],
    proven: false,
    shortGap,
    lesserGap,
    at: then.at(-1)?.at ?? 0
  };
}
