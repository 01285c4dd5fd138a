import { fold, type BookedEntry } from '$core/book';
import { anneal, musclesOf, planOf, problemOf, solveStages, type SavedPlan, type Wish } from '$core/plan';
import { PROCEDURES } from '$core/reference';
import { seeded } from '$core/statistics';

/** Changes that are tried for a plan of the demo. */
const STEPS = 20_000;

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
  const problem = problemOf(muscles, [wish]);
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
