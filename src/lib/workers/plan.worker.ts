import {
  anneal,
  planOf,
  problemOf,
  solveStages,
  type Muscle,
  type Pins,
  type Priority,
  type Plan,
  type Problem,
  type Choice,
  type Wish
} from '$core/plan';
import { seeded } from '$core/statistics';

/** A question to the worker. */
export interface PlanQuestion {
  id: number;
  muscles: readonly Muscle[];
  wishes: readonly Wish[];
  pins: Pins;
}
export interface PlanSolution {
  plan: Plan;
  demands: Problem['demands'];
  /** Pins that cannot be kept. */
  refused: readonly string[];
  proven: boolean;
  /** kg that might still be won, see `Solved`; absent of the first answer, which nothing is proven of. */
  gaps?: { short: number; lesser: number };
}
export type PlanAnswer =
  | { id: number; kind: 'first' | 'last'; solution: PlanSolution }
  /** A stage is settled: as little is short of what has this priority as may be. */
  | { id: number; kind: 'better'; settled: Priority; solution: PlanSolution }
  /** The solver is not to be had, or broke off: the answer before stands. */
  | { id: number; kind: 'unsolved' };

/** Changes that are tried for the first answer, and s that the solver has. Own choice. */
const STEPS = 40_000;
const SECONDS = 4;

const say = (answer: PlanAnswer) => postMessage(answer);

async function answer({ id, muscles, wishes, pins }: PlanQuestion): Promise<void> {
  const problem = problemOf(muscles, wishes, pins);
  const solution = (choice: Choice): PlanSolution => ({
    plan: planOf(problem, wishes, choice),
    demands: problem.demands,
    refused: problem.refused,
    proven: false
  });
  const first = anneal(problem, seeded(1), STEPS);
  say({ id, kind: 'first', solution: solution(first) });
  try {
    const [{ default: load }, { highsSolver }] = await Promise.all([import('highs'), import('./highs')]);
    const highs = await load();
    const solved = solveStages(problem, first, highsSolver(highs), SECONDS, ({ choice }, stage) => {
      if (stage !== 'value') say({ id, kind: 'better', settled: stage, solution: solution(choice) });
    });
    say({
      id,
      kind: 'last',
      solution: {
        ...solution(solved.choice),
        proven: solved.proven,
        gaps: { short: solved.shortGap, lesser: solved.lesserGap }
      }
    });
  } catch {
    say({ id, kind: 'unsolved' });
  }
}

addEventListener('message', ({ data }: MessageEvent<PlanQuestion>) => void answer(data));
