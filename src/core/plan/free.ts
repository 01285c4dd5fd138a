import { solve } from 'yalps';
import { USE_YIELD } from '$core/reference';
import { under } from '$core/units';
import { givenBy, leastPart, type OptionPart } from './options';
import type { Problem } from './problem';
import { PRIORITIES } from './wish';
import { DEEP, SAME, deepFrom, isBetter, optionAt, weigh, weighGot, type Choice } from './weigh';

/** What a kilogram short costs in kilograms of value in this linear programme: far more at each priority. */
const SHORT_COST = { 1: 1e6, 2: 1e4, 3: 1e2 } as const;

/** The parts that each muscle is parted into. */
export type Parts = readonly (readonly OptionPart[])[];

/**
 * Frees the quarters: of muscles that are parted by weight alone, how much goes to either side, by one linear programme, with
 * whole pieces left as they are. Never worse than what was chosen.
 */
export function freed(problem: Problem, choice: Choice): Parts {
  const parts = choice.map((at, m) => optionAt(problem, m, at).parts);
  const free = parts.flatMap((p, m) => (p.length === 2 && p.every((x) => x.pieces === undefined) ? [m] : []));
  if (free.length === 0) return parts;
  const before = weigh(problem, choice);
  const got = problem.demands.map(() => 0);
  choice.forEach((at, m) => {
    if (free.includes(m)) return;
    for (const { demand, grams } of optionAt(problem, m, at).gives) got[demand] = (got[demand] ?? 0) + grams;
  });
  const constraints: Record<string, { min?: number; max?: number; equal?: number }> = {};
  const variables: Record<string, Record<string, number>> = {};
  problem.demands.forEach((d, i) => {
    constraints[`d${i}`] = { equal: (d.grams - (got[i] ?? 0)) / 1000 };
    constraints[`shallow${i}`] = { max: deepFrom(d.grams) / 1000 };
    variables[`short${i}`] = { [`d${i}`]: 1, [`shallow${i}`]: 1, cost: SHORT_COST[d.priority] };
    variables[`deep${i}`] = { [`d${i}`]: 1, cost: (1 + DEEP) * SHORT_COST[d.priority] };
    variables[`over${i}`] = { [`d${i}`]: -1, cost: problem.overCost[i] ?? 0 };
  });
  for (const m of free) {
    const [a, b] = parts[m] ?? [];
    const all = (problem.muscles[m]?.grams ?? 0) / 1000;
    if (!a || !b) continue;
    const row: Record<string, number> = { [`low${m}`]: 1, cost: b.worth - a.worth };
    constraints[`low${m}`] = {
      min: leastPart(a.use) / 1000,
      max: all - leastPart(b.use) / 1000
    };
    if (a.demand >= 0) row[`d${a.demand}`] = (under(row, `d${a.demand}`) ?? 0) + USE_YIELD[a.use];
    if (b.demand >= 0) {
      // The second part is all that the first is not.
      const key = `d${b.demand}`;
      Object.assign(row, { [key]: (under(row, key) ?? 0) - USE_YIELD[b.use] });
      Object.assign(constraints, {
        [key]: { equal: (under(constraints, key)?.equal ?? 0) - all * USE_YIELD[b.use] }
      });
    }
    variables[`f${m}`] = row;
  }
  const answer = solve({ direction: 'minimize', objective: 'cost', constraints, variables });
  if (answer.status !== 'optimal') return parts;
  const values = new Map(answer.variables);
  const out = parts.map((mine, m): readonly OptionPart[] => {
    const [a, b] = mine;
    if (!a || !b || !free.includes(m)) return mine;
    const all = problem.muscles[m]?.grams ?? 0;
    const raw = Math.round((values.get(`f${m}`) ?? 0) * 1000);
    if (raw < leastPart(a.use) - 1 || all - raw < leastPart(b.use) - 1) return mine;
    return [
      { ...a, raw },
      { ...b, raw: all - raw }
    ];
  });
  const value = out.reduce((sum, mine, m) => {
    const was = optionAt(problem, m, choice[m] ?? 0);
    return sum + was.value + worthIn(mine) - worthIn(was.parts);
  }, 0);
  const gets = problem.demands.map((_, i) =>
    out.flat().reduce((sum, p) => sum + (p.demand === i ? givenBy(problem, p) : 0), 0)
  );
  const after = weighGot(problem, gets, value);
  return PRIORITIES.every((p) => after.byPriority[p] <= before.byPriority[p] + SAME) &&
    isBetter(after, before)
    ? out
    : parts;
}

const worthIn = (parts: readonly OptionPart[]): number =>
  parts.reduce((sum, { worth, raw }) => sum + (worth * raw) / 1000, 0);
