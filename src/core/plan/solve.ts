import type { Problem } from './problem';
import { polish } from './anneal';
import { choiceOf, columnsOf, modelOf, type Model, type Stage } from './model';
import { PRIORITIES, type Priority } from './wish';
import { SAME, isBetter, isTiedRight, weigh, type Choice } from './weigh';

/** What a solver found: the columns, and what no answer can be below. */
export interface Found {
  columns?: ArrayLike<number>;
  /** No answer costs less than this. */
  bound: number;
  proven: boolean;
}
/**
 * A solver of mixed-integer programmes.
 * @param start    columns of an answer that is known
 * @param seconds  after which it gives what it has
 */
export type Solver = (model: Model, start: Float64Array, seconds: number) => Found;

export interface Solved {
  choice: Choice;
  /** Nothing better exists. */
  proven: boolean;
  /** kg that are short and might not be, as they weigh (see `lackOf`), by what is proven. */
  shortGap: number;
  /** kg that do a lesser thing than they might, by what is proven: a step of {@link LESSER} on the scale of suiting each. */
  lesserGap: number;
}

/** One step down on the scale of suiting: from a steak to a braise. Own choice. */
export const LESSER = 0.25;
/** A gap below this share of what is reached is proven enough. */
export const GAP = 0.005;

/** kg that no plan is worth more than: each muscle does what it does best by itself. */
const most = ({ options }: Problem): number =>
  options.reduce((sum, mine) => sum + Math.max(...mine.map((o) => o.value)), 0);

/**
 * The best plan, stage by stage: first as little short as may be of what comes first, then of what comes after, last each
 * muscle does what it suits. A stage that lacks nothing is proven without being solved.
 * @param start    a plan that is known, see {@link anneal}; never made worse
 * @param seconds  for all stages together
 * @param told     what is reached so far, after each stage
 */
export function solveStages(
  problem: Problem,
  start: Choice,
  solver: Solver,
  seconds: number,
  told: (solved: Solved, stage: Stage) => void = () => undefined
): Solved {
  let choice = start;
  const reached: Partial<Record<Priority, number>> = {};
  let shortGap = 0;
  let lesserGap = 0;
  let proven = true;
  const stages: Stage[] = [
    ...PRIORITIES.filter((p) => problem.demands.some((d) => d.priority === p)),
    'value'
  ];
  stages.forEach((stage, i) => {
    // What the stages before have left as it fell is put right muscle by muscle: a solver begins from there.
    choice = polish(problem, choice);
    const before = weigh(problem, choice);
    if (stage !== 'value' && before.byPriority[stage] <= SAME) {
      reached[stage] = 0;
      return;
    }
    // What is left is shared by the stages that are left, the last taking as much as two.
    const left = stages.length - i + (stage === 'value' ? 0 : 1);
    const found = solver(modelOf(problem, stage, reached), columnsOf(problem, choice), seconds / left);
    const better = found.columns && choiceOf(problem, found.columns);
    if (better && isTiedRight(problem, better) && isBetter(weigh(problem, better), before)) choice = better;
    const now = weigh(problem, choice);
    if (stage === 'value')
      lesserGap = Math.max(0, Math.min(-found.bound, most(problem)) - now.value) / LESSER;
    else {
      reached[stage] = now.byPriority[stage];
      // Less than nothing is never short.
      shortGap += Math.max(0, now.byPriority[stage] - Math.max(0, found.bound));
    }
    proven = proven && found.proven;
    told({ choice, proven: false, shortGap, lesserGap }, stage);
  });
  return { choice, proven, shortGap, lesserGap };
}
