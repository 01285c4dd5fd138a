import type { Problem } from './problem';
import { PRIORITIES, type Priority } from './wish';
import { DEEP, SAME, deepFrom, optionAt, type Choice } from './weigh';

/** What is decided first: what is short at a priority, and last how well each muscle does what it suits. */
export type Stage = Priority | 'value';

/** A mixed-integer programme by columns, as solvers take it: minimise cost·x, rows between two bounds. */
export interface Model {
  cost: Float64Array;
  lower: Float64Array;
  upper: Float64Array;
  /** 1 of whole columns. */
  whole: Uint8Array;
  rowLower: Float64Array;
  rowUpper: Float64Array;
  /** Compressed sparse columns: where each begins, its rows, its figures. */
  starts: Int32Array;
  rows: Int32Array;
  values: Float64Array;
}

/** Where the columns of a model lie: each muscle’s options one after another, then what is short, deeply short and over by demand. */
export interface Layout {
  /** First column of each muscle. */
  option: readonly number[];
  short: number;
  deep: number;
  over: number;
  columns: number;
}
export function layoutOf({ options, demands }: Problem): Layout {
  const option: number[] = [];
  let at = 0;
  for (const o of options) {
    option.push(at);
    at += o.length;
  }
  const n = demands.length;
  return { option, short: at, deep: at + n, over: at + 2 * n, columns: at + 3 * n };
}

/**
 * The plan’s model for one stage, kg throughout: a binary an option, Σ = 1 a muscle; Σ gives + short + deep − over = demand,
 * short no more than half of it; tied halves equal; what earlier stages reached is kept.
 * @param reached  kg short by priority that earlier stages came to
 */
export function modelOf(problem: Problem, stage: Stage, reached: Partial<Record<Priority, number>>): Model {
  const { muscles, demands, options, overCost, pairs } = problem;
  const layout = layoutOf(problem);
  const kept = PRIORITIES.filter((p) => reached[p] !== undefined);
  const rowOf = {
    demand: muscles.length,
    pair: muscles.length + demands.length,
    kept: muscles.length + demands.length + pairs.length
  };
  const count = rowOf.kept + kept.length;
  const rowLower = new Float64Array(count);
  const rowUpper = new Float64Array(count);
  rowLower.fill(1, 0, muscles.length);
  rowUpper.fill(1, 0, muscles.length);
  demands.forEach((d, i) => {
    rowLower[rowOf.demand + i] = rowUpper[rowOf.demand + i] = d.grams / 1000;
  });
  kept.forEach((p, i) => {
    rowLower[rowOf.kept + i] = -Infinity;
    rowUpper[rowOf.kept + i] = (reached[p] ?? 0) + SAME;
  });
  const cost = new Float64Array(layout.columns);
  const upper = new Float64Array(layout.columns).fill(Infinity);
  const whole = new Uint8Array(layout.columns);
  const starts = new Int32Array(layout.columns + 1);
  const rows: number[] = [];
  const values: number[] = [];
  const put = (row: number, value: number) => {
    rows.push(row);
    values.push(value);
  };
  let column = 0;
  options.forEach((mine, m) => {
    const sides = pairs.flatMap(([l, r], i): [pair: number, sign: number][] =>
      l === m ? [[i, 1]] : r === m ? [[i, -1]] : []
    );
    for (const option of mine) {
      starts[column] = rows.length;
      whole[column] = 1;
      upper[column] = 1;
      if (stage === 'value') cost[column] = -option.value;
      put(m, 1);
      const by = new Map<number, number>();
      for (const { demand, grams } of option.gives) by.set(demand, (by.get(demand) ?? 0) + grams);
      for (const [demand, grams] of by) put(rowOf.demand + demand, grams / 1000);
      if (option.ties) for (const [pair, sign] of sides) put(rowOf.pair + pair, sign);
      column += 1;
    }
  });
  for (const deep of [false, true])
    demands.forEach(({ priority, grams }, i) => {
      const weight = deep ? 1 + DEEP : 1;
      starts[column] = rows.length;
      if (stage === priority) cost[column] = weight;
      if (!deep) upper[column] = deepFrom(grams) / 1000;
      put(rowOf.demand + i, 1);
      const at = kept.indexOf(priority);
      if (at >= 0) put(rowOf.kept + at, weight);
      column += 1;
    });
  demands.forEach((_, i) => {
    starts[column] = rows.length;
    if (stage === 'value') cost[column] = overCost[i] ?? 0;
    put(rowOf.demand + i, -1);
    column += 1;
  });
  starts[column] = rows.length;
  return {
    cost,
    lower: new Float64Array(layout.columns),
    upper,
    whole,
    rowLower,
    rowUpper,
    starts,
    rows: Int32Array.from(rows),
    values: Float64Array.from(values)
  };
}

/** A choice as the columns of its model: where a solver may begin. */
export function columnsOf(problem: Problem, choice: Choice): Float64Array {
  const layout = layoutOf(problem);
  const columns = new Float64Array(layout.columns);
  const got = problem.demands.map(() => 0);
  choice.forEach((at, m) => {
    columns[(layout.option[m] ?? 0) + at] = 1;
    for (const { demand, grams } of optionAt(problem, m, at).gives) got[demand] = (got[demand] ?? 0) + grams;
  });
  problem.demands.forEach((d, i) => {
    const short = Math.max(0, d.grams - (got[i] ?? 0));
    columns[layout.short + i] = Math.min(short, deepFrom(d.grams)) / 1000;
    columns[layout.deep + i] = Math.max(0, short - deepFrom(d.grams)) / 1000;
    columns[layout.over + i] = Math.max(0, (got[i] ?? 0) - d.grams) / 1000;
  });
  return columns;
}

/** The choice that a solver’s columns stand for; undefined where they stand for none. */
export function choiceOf(problem: Problem, columns: ArrayLike<number>): Choice | undefined {
  const layout = layoutOf(problem);
  const choice = problem.options.map((mine, m) => {
    const from = layout.option[m] ?? 0;
    for (let i = 0; i < mine.length; i += 1) if ((columns[from + i] ?? 0) > 0.5) return i;
    return -1;
  });
  return choice.includes(-1) ? undefined : choice;
}
