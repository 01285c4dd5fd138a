import type { Uniform } from '$core/statistics';
import type { Problem } from './problem';
import { isBetter, isTiedRight, lackOf, optionAt, weigh, type Choice, type Weighed } from './weigh';

/** What a kilogram short costs in kilograms of value while annealing, by priority: steep enough to serve them in order. */
const SHORT_COST = { 1: 30, 2: 8, 3: 2.5 } as const;
/** Temperatures of the walk, kg of value: at its start and its end. Tried out on one to ten animals. */
const HOT = 2;
const COLD = 0.004;

/** The best option of each muscle taken by itself: where the walk begins. */
const alone = (problem: Problem): number[] =>
  problem.options.map((options) => {
    let best = 0;
    options.forEach((o, i) => {
      if (!o.ties && (o.value > (options[best]?.value ?? -Infinity) || options[best]?.ties)) best = i;
    });
    return best;
  });

/**
 * A good plan at once: simulated annealing (Kirkpatrick, Gelatt, Vecchi 1983) over the options of all muscles, one muscle
 * (or one tied pair) changed at a time, cooled geometrically.
 * @param steps  changes that are tried
 * @param start  where it begins; with what each muscle does best by itself, where this is absent
 */
export function anneal(problem: Problem, uniform: Uniform, steps: number, start?: Choice): Choice {
  const { demands, options, overCost, pairs } = problem;
  const choice = [...(start ?? alone(problem))];
  const got = demands.map(() => 0);
  choice.forEach((at, m) => {
    for (const { demand, grams } of optionAt(problem, m, at).gives) got[demand] = (got[demand] ?? 0) + grams;
  });
  const costOf = (demand: number, grams: number): number => {
    const asked = demands[demand];
    if (!asked) return 0;
    const beyond = (grams - asked.grams) / 1000;
    return beyond < 0
      ? lackOf(asked.grams / 1000, -beyond) * SHORT_COST[asked.priority]
      : beyond * (overCost[demand] ?? 0);
  };
  const other = new Map<number, number>(pairs.flatMap(([l, r]) => [[l, r] as const, [r, l] as const]));
  const movable = options.flatMap((o, i) => (o.length > 1 ? [i] : []));
  if (movable.length === 0) return choice;
  let best: { choice: Choice; weighed: Weighed } = { choice: [...choice], weighed: weigh(problem, choice) };
  let energy = 0;
  let lowest = 0;
  const cooling = (COLD / HOT) ** (1 / steps);
  let heat = HOT;
  for (let step = 0; step < steps; step += 1) {
    heat *= cooling;
    const m = movable[Math.floor(uniform() * movable.length)] ?? 0;
    const mine = options[m] ?? [];
    const to = Math.floor(uniform() * mine.length);
    if (to === choice[m]) continue;
    const moves: [number, number][] = [[m, to]];
    // A tied roast takes its other half with it, and gives it back.
    const partner = other.get(m);
    if (partner !== undefined) {
      const ties = mine[to]?.ties ?? false;
      const now = options[partner]?.[choice[partner] ?? 0]?.ties ?? false;
      if (ties !== now) {
        const fits = (options[partner] ?? []).flatMap((o, i) => ((o.ties ?? false) === ties ? [i] : []));
        const pick = fits[Math.floor(uniform() * fits.length)];
        if (pick === undefined) continue;
        moves.push([partner, pick]);
      }
    }
    let change = 0;
    const moved = new Map<number, number>();
    for (const [at, option] of moves) {
      const from = optionAt(problem, at, choice[at] ?? 0);
      const into = optionAt(problem, at, option);
      change += from.value - into.value;
      for (const { demand, grams } of from.gives) moved.set(demand, (moved.get(demand) ?? 0) - grams);
      for (const { demand, grams } of into.gives) moved.set(demand, (moved.get(demand) ?? 0) + grams);
    }
    for (const [demand, grams] of moved)
      change += costOf(demand, (got[demand] ?? 0) + grams) - costOf(demand, got[demand] ?? 0);
    if (change > 0 && uniform() >= Math.exp(-change / heat)) continue;
    for (const [at, option] of moves) choice[at] = option;
    for (const [demand, grams] of moved) got[demand] = (got[demand] ?? 0) + grams;
    energy += change;
    if (energy < lowest - 1e-9) {
      lowest = energy;
      best = { choice: [...choice], weighed: best.weighed };
    }
  }
  const polished = polish(problem, best.choice);
  return isTiedRight(problem, polished) ? polished : choice;
}

/** Changes single muscles as long as that makes it better. */
export function polish(problem: Problem, choice: Choice): Choice {
  const now = [...choice];
  let weighed = weigh(problem, now);
  const tied = new Set(problem.pairs.flat());
  for (let better = true, round = 0; better && round < 4; round += 1) {
    better = false;
    for (let m = 0; m < now.length; m += 1) {
      if (tied.has(m)) continue;
      const was = now[m] ?? 0;
      let best = was;
      for (let i = 0; i < (problem.options[m]?.length ?? 0); i += 1) {
        now[m] = i;
        const tried = weigh(problem, now);
        if (isBetter(tried, weighed)) {
          weighed = tried;
          best = i;
          better = true;
        }
      }
      now[m] = best;
    }
  }
  return now;
}
