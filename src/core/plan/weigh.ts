import { PRIORITIES, type Priority } from './wish';
import type { Option } from './options';
import type { Problem } from './problem';

/** Which option each muscle takes, by its index. */
export type Choice = readonly number[];

/** What is lacking beyond half of a demand weighs half as much again: nobody has all before each has half. Own choice. */
export const DEEP = 0.5;
/** Where a demand begins to lack deeply, g short of it. */
export const deepFrom = (asked: number): number => asked / 2;
/** What a demand lacks as it weighs, in the unit of its figures. */
export const lackOf = (asked: number, short: number): number =>
  short + DEEP * Math.max(0, short - deepFrom(asked));

/** What a choice comes to. */
export interface Weighed {
  /** g that each demand lacks, and gets beyond. */
  short: number[];
  over: number[];
  /** kg short by priority as it weighs, see {@link lackOf}: 1 is served first. */
  byPriority: Record<Priority, number>;
  /** kg of meat × how well each does what it suits, less what is too much. */
  value: number;
}

export const optionAt = ({ options }: Pick<Problem, 'options'>, muscle: number, choice: number): Option => {
  const option = options[muscle]?.[choice];
  if (!option) throw new RangeError('every muscle has an option');
  return option;
};

/** What a choice gives and lacks, reckoned from its options alone. */
export function weigh(problem: Problem, choice: Choice): Weighed {
  const got = problem.demands.map(() => 0);
  let value = 0;
  choice.forEach((at, muscle) => {
    const option = optionAt(problem, muscle, at);
    value += option.value;
    for (const { demand, grams } of option.gives) got[demand] = (got[demand] ?? 0) + grams;
  });
  return weighGot(problem, got, value);
}

/** The same of what each demand gets, g, and what all is worth before what is too much, kg. */
export function weighGot(
  { demands, overCost }: Pick<Problem, 'demands' | 'overCost'>,
  got: readonly number[],
  value: number
): Weighed {
  const short = demands.map((d, i) => Math.max(0, d.grams - (got[i] ?? 0)));
  const over = demands.map((d, i) => Math.max(0, (got[i] ?? 0) - d.grams));
  const byPriority = { 1: 0, 2: 0, 3: 0 };
  demands.forEach((d, i) => (byPriority[d.priority] += lackOf(d.grams, short[i] ?? 0) / 1000));
  return {
    short,
    over,
    byPriority,
    value: value - over.reduce((sum, g, i) => sum + (g / 1000) * (overCost[i] ?? 0), 0)
  };
}

/** Pairs are tied on both sides or on none. */
export const isTiedRight = (problem: Problem, choice: Choice): boolean =>
  problem.pairs.every(
    ([l, r]) =>
      (optionAt(problem, l, choice[l] ?? 0).ties ?? false) ===
      (optionAt(problem, r, choice[r] ?? 0).ties ?? false)
  );

/** So much less is the same, kg: a gram. Solvers find little room below it. */
export const SAME = 1e-3;
/** Whether one is better than another: less is short, first of what comes first, then each does what it suits. */
export function isBetter(a: Weighed, b: Weighed): boolean {
  for (const p of PRIORITIES) {
    if (a.byPriority[p] < b.byPriority[p] - SAME) return true;
    if (a.byPriority[p] > b.byPriority[p] + SAME) return false;
  }
  return a.value > b.value + SAME;
}
