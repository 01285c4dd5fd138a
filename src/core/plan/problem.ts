import type { PlanUse } from '$core/reference';
import { under } from '$core/units';
import { answerFor, cookableByAny, demandsOf, type Demand } from './demands';
import { openFor, type Muscle, type Pins } from './muscle';
import { asAnswered, optionsOf, tied, undominated, type Asked, type Option } from './options';
import type { Wish } from './wish';

/** Everything that a plan decides on. */
export interface Problem {
  muscles: readonly Muscle[];
  demands: readonly Demand[];
  /** By muscle. */
  options: readonly (readonly Option[])[];
  /** What a kilogram beyond a demand costs in value, by demand. */
  overCost: readonly number[];
  /** Muscles whose tied options go together. */
  pairs: readonly (readonly [left: number, right: number])[];
  /** Muscles whose pin no option fits: the kitchen cannot cook it, it is too small, or its tub is decided. */
  refused: readonly string[];
}

/** kg of value that a kilogram costs which nobody has asked for, by use; steaks and roasts are always welcome. Own choice. */
const OVER: Partial<Record<PlanUse, number>> = {
  jerky: 0.7,
  cubed: 0.5,
  strips: 0.4,
  grind: 0.4,
  whole: 0.2
};

/** An option does what was pinned: these uses, in this order. */
const asPinned = ({ parts }: Option, pinned: readonly PlanUse[]): boolean =>
  parts.length === pinned.length && parts.every((part, i) => part.use === pinned[i]);

/**
 * The plan’s problem: each muscle’s options, the wishes’ demands. Every muscle has at least one option, so there is always a
 * plan; what cannot be met is short. Answers for cuts and where the rest goes are the first wish’s that says so.
 * @param wishes  one at least
 * @param pins    what somebody has pinned; a pin that no option fits is not kept, see {@link Problem.refused}
 */
export function problemOf(muscles: readonly Muscle[], wishes: readonly Wish[], pins: Pins = {}): Problem {
  const demands = demandsOf(
    wishes,
    muscles.reduce((sum, m) => sum + m.grams, 0)
  );
  const kitchen = cookableByAny(wishes);
  const rest = wishes[0]?.rest ?? 'best';
  const byCut = wishes.some((w) => w.cuts.length > 0) && wishes.every((w) => w.rows.length === 0);
  const overCost = demands.map(({ use }) => (rest === use ? 0 : (OVER[use] ?? 0.05)));
  const pairs = pairsOf(muscles);
  const otherOf = new Map<number, number>(pairs.flatMap(([l, r]) => [[l, r] as const, [r, l] as const]));
  const refused: string[] = [];
  const options = muscles.map((muscle, i) => {
    const open = openFor(muscle, kitchen);
    const pinned = under(pins, muscle.id);
    const answer = answerFor(wishes, muscle.cut);
    const can = open.length > 0 ? open : (['whole'] as const);
    const ask: Asked = { muscle, answer, demands, rest, byCut, can, pinned };
    const other = muscles[otherOf.get(i) ?? -1];
    // A half that is pinned by itself is tied to nothing.
    const ties = other && (pinned === undefined) === (under(pins, other.id) === undefined);
    const free = [...optionsOf(ask), ...(ties ? tied(ask, other) : [])];
    if (!pinned) return undominated(asAnswered(free, answer), overCost);
    const fitting = free.filter((o) => asPinned(o, pinned));
    if (fitting.length === 0) refused.push(muscle.id);
    return undominated(fitting.length > 0 ? fitting : free, overCost);
  });
  return { muscles, demands, options, overCost, pairs: pairsTied(options, pairs), refused };
}

/** Left and right of the same cut of one animal. */
function pairsOf(muscles: readonly Muscle[]): (readonly [number, number])[] {
  const left = new Map<string, number>();
  muscles.forEach((m, i) => {
    if (m.side === 'left') left.set(`${m.animal}|${m.cut}`, i);
  });
  return muscles.flatMap((m, i) => {
    const other = m.side === 'right' ? left.get(`${m.animal}|${m.cut}`) : undefined;
    return other === undefined ? [] : [[other, i] as const];
  });
}
const pairsTied = (options: Problem['options'], pairs: readonly (readonly [number, number])[]) =>
  pairs.filter(([l, r]) => [l, r].some((i) => options[i]?.some((o) => o.ties)));
