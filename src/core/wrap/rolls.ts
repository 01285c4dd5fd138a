import { seeded } from '$core/statistics';

/** A roll of film on the shelf. */
export interface Roll {
  id: string;
  /** Flat width, mm. */
  width: number;
  /** What is left of it, mm. */
  left: number;
  /** It is cut into already; those are used up first. */
  begun: boolean;
}

/** A bag that is to be cut: as long as this, out of a roll at least as wide. */
export interface WantedBag {
  id: string;
  length: number;
  width: number;
}

export interface RollCuts {
  /** Bags by the roll they are cut from, in the order of the rolls. */
  cuts: { roll: string; bags: string[]; left: number }[];
  /** Bags for which no roll is wide or long enough, or none is left. */
  without: string[];
  /** Rolls that are newly cut into. */
  opened: number;
  /** Ends that are too short for the shortest bag, mm. */
  wasted: number;
  /** Film that is spent in bags, mm. */
  spent: number;
  /** Nobody could do with fewer new rolls; else how many more than the fewest thinkable it takes at most. */
  proven: boolean;
  over: number;
}

/** Tries at another order. Own choice: more change nothing any more. */
const TRIES = 500;
/** Steps of the exact search before it gives up proving. Own choice. */
const STEPS = 200_000;

type Placed = Map<string, string[]>;

/**
 * Cuts bags from the rolls on the shelf: narrowest width that serves, rolls that are begun first, as few new ones as may be,
 * then the least thrown away at their ends.
 *
 * Best-fit decreasing with restarts, held against ⌈what is missing ÷ a roll⌉; where it is above that, an exact search tries
 * to prove it.
 */
export function cutRolls(wanted: readonly WantedBag[], rolls: readonly Roll[]): RollCuts {
  const widths = [...new Set(rolls.map((r) => r.width))].sort((a, b) => a - b);
  const byWidth = new Map<number, WantedBag[]>();
  const without: string[] = [];
  for (const bag of wanted) {
    const width = widths.find(
      (w) => w >= bag.width && rolls.some((r) => r.width === w && r.left >= bag.length)
    );
    if (width === undefined) without.push(bag.id);
    else byWidth.set(width, [...(byWidth.get(width) ?? []), bag]);
  }
  const plans = [...byWidth].map(([width, bags]) =>
    oneWidth(
      bags,
      rolls.filter((r) => r.width === width)
    )
  );
  const sum = (pick: (plan: RollCuts) => number) => plans.reduce((total, plan) => total + pick(plan), 0);
  return {
    cuts: plans.flatMap((p) => p.cuts),
    without: [...without, ...plans.flatMap((p) => p.without)],
    opened: sum((p) => p.opened),
    wasted: sum((p) => p.wasted),
    spent: sum((p) => p.spent),
    proven: plans.every((p) => p.proven),
    over: sum((p) => p.over)
  };
}

function oneWidth(bags: readonly WantedBag[], rolls: readonly Roll[]): RollCuts {
  const random = seeded(bags.length * 7919 + rolls.length);
  const sorted = [...bags].sort((a, b) => b.length - a.length);
  const ordered = [...rolls].sort((a, b) => Number(b.begun) - Number(a.begun) || a.left - b.left);
  let best = planOf(bags, ordered, bestFit(sorted, ordered));
  const bound = fewest(bags, rolls);
  for (
    let i = 0;
    i < TRIES && !(best.without.length === 0 && best.opened <= bound && best.wasted === 0);
    i += 1
  ) {
    const order = sorted
      .map((bag) => ({ bag, key: bag.length * (1 + 0.35 * (random() - 0.5)) }))
      .sort((a, b) => b.key - a.key)
      .map(({ bag }) => bag);
    const plan = planOf(bags, ordered, bestFit(order, ordered));
    if (better(plan, best)) best = plan;
  }
  if (best.without.length > 0 || best.opened <= bound) {
    const proven = best.without.length === 0;
    return { ...best, proven, over: 0 };
  }
  for (let opened = bound; opened < best.opened; opened += 1) {
    const begun = ordered.filter((r) => r.begun);
    const fresh = ordered.filter((r) => !r.begun).sort((a, b) => b.left - a.left);
    const found = exactFit(sorted, [...begun, ...fresh.slice(0, opened)]);
    if (found === undefined) return { ...best, proven: false, over: best.opened - opened };
    if (found) return { ...planOf(bags, ordered, found), proven: true, over: 0 };
  }
  return { ...best, proven: true, over: 0 };
}

/** New rolls that no plan can do without: what the begun ones do not hold, over the longest. */
function fewest(bags: readonly WantedBag[], rolls: readonly Roll[]): number {
  let rest = bags.reduce((sum, b) => sum + b.length, 0);
  rest -= rolls.filter((r) => r.begun).reduce((sum, r) => sum + r.left, 0);
  const fresh = rolls.filter((r) => !r.begun).sort((a, b) => b.left - a.left);
  let opened = 0;
  while (rest > 0 && opened < fresh.length) rest -= fresh[opened++]?.left ?? 0;
  return opened;
}

/** Each bag into the roll that it leaves the least of; a new roll only where no begun one holds it. */
function bestFit(bags: readonly WantedBag[], rolls: readonly Roll[]): Placed {
  const left = new Map(rolls.map((r) => [r.id, r.left]));
  const touched = new Set(rolls.filter((r) => r.begun).map((r) => r.id));
  const placed: Placed = new Map();
  for (const { id, length } of bags) {
    const fits = rolls.filter((r) => (left.get(r.id) ?? 0) >= length);
    const roll = fits.sort(
      (a, b) =>
        Number(touched.has(b.id)) - Number(touched.has(a.id)) || (left.get(a.id) ?? 0) - (left.get(b.id) ?? 0)
    )[0];
    if (!roll) continue;
    touched.add(roll.id);
    left.set(roll.id, (left.get(roll.id) ?? 0) - length);
    placed.set(roll.id, [...(placed.get(roll.id) ?? []), id]);
  }
  return placed;
}

/** Whether all bags fit into these rolls: where they go, false where they never do, undefined where nobody knows. */
function exactFit(bags: readonly WantedBag[], rolls: readonly Roll[]): Placed | false | undefined {
  const left = rolls.map((r) => r.left);
  const at = new Array<number>(bags.length).fill(-1);
  let steps = 0;
  const place = (i: number): boolean | undefined => {
    if (i === bags.length) return true;
    if ((steps += 1) > STEPS) return undefined;
    const length = bags[i]?.length ?? 0;
    const tried = new Set<number>();
    // A bag as long as the one before goes no further left: the same cuts in another order.
    const from = i > 0 && bags[i - 1]?.length === length ? (at[i - 1] ?? 0) : 0;
    for (let r = from; r < rolls.length; r += 1) {
      const room = left[r] ?? 0;
      if (room < length || tried.has(room)) continue;
      tried.add(room);
      left[r] = room - length;
      at[i] = r;
      const found = place(i + 1);
      if (found !== false) return found;
      left[r] = room;
    }
    return false;
  };
  const found = place(0);
  if (!found) return found;
  const placed: Placed = new Map();
  for (const [i, r] of at.entries()) {
    const [roll, bag] = [rolls[r]?.id ?? '', bags[i]?.id ?? ''];
    placed.set(roll, [...(placed.get(roll) ?? []), bag]);
  }
  return placed;
}

function planOf(bags: readonly WantedBag[], rolls: readonly Roll[], placed: Placed): RollCuts {
  const length = new Map(bags.map((b) => [b.id, b.length]));
  const shortest = Math.min(...bags.map((b) => b.length));
  const done = new Set([...placed.values()].flat());
  const cuts = rolls.flatMap((roll) => {
    const own = placed.get(roll.id);
    if (!own) return [];
    return [
      { roll: roll.id, bags: own, left: roll.left - own.reduce((s, id) => s + (length.get(id) ?? 0), 0) }
    ];
  });
  return {
    cuts,
    without: bags.filter((b) => !done.has(b.id)).map((b) => b.id),
    opened: rolls.filter((r) => !r.begun && placed.has(r.id)).length,
    wasted: cuts.reduce((sum, c) => sum + (c.left < shortest ? c.left : 0), 0),
    spent: [...done].reduce((sum, id) => sum + (length.get(id) ?? 0), 0),
    proven: false,
    over: 0
  };
}

const better = (a: RollCuts, b: RollCuts): boolean =>
  a.without.length - b.without.length < 0 ||
  (a.without.length === b.without.length &&
    (a.opened < b.opened || (a.opened === b.opened && a.wasted < b.wasted)));
