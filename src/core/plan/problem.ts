import { USE_SMALLEST, USE_YIELD, cutOf, suits, type PlanUse } from '$core/reference';
import { under } from '$core/units';
import { cookable, mealsWanted, type CutWish, type Priority, type Wish, type WishRow } from './wish';

/** A muscle that is to become something: expected, or on the table. */
export interface Muscle {
  id: string;
  animal: string;
  cut: string;
  side?: 'left' | 'right' | 'both';
  /** Boneless and trimmed, g: what is expected in the mean, or what the book has. */
  grams: number;
  /** Standard deviation ÷ mean; 0 of what was weighed. */
  relativeSd: number;
  /** Effective tenderness ÷ that of an adult. */
  tender: number;
  /** What the book leaves open of it: its tub is decided. Anything, where this is absent. */
  among?: readonly PlanUse[];
  /** What its tub stands for, where it stands for one use. */
  booked?: PlanUse;
  /** What is never made of such an animal. */
  never?: readonly PlanUse[];
}

/** The uses that are open for a muscle, of those that can be cooked. */
export const openFor = (muscle: Pick<Muscle, 'among' | 'never'>, can: readonly PlanUse[]): PlanUse[] =>
  can.filter((use) => (muscle.among?.includes(use) ?? true) && !(muscle.never?.includes(use) ?? false));

/** What somebody has pinned: the muscle becomes this and, of its second part, that. */
export type Pins = Readonly<Record<string, readonly PlanUse[]>>;

/** A row of the wish as the plan serves it. */
export interface Demand {
  /** Whose it is, by its place among the wishes, and its row there. */
  wish: number;
  row: number;
  use: PlanUse;
  priority: Priority;
  /** g of what it becomes. */
  grams: number;
  /** Pieces between two weights, g; where they are for a plate each, what one counts. */
  piece?: { low: number; high: number; counts?: number };
}

/** A piece of a muscle with its use: of so many raw grams, for a demand or for none. */
export interface OptionPart {
  use: PlanUse;
  /** Index of the demand that it serves; −1 where nobody has asked. */
  demand: number;
  raw: number;
  /** How well a kilogram of it does what it suits, with what the wish says of it. */
  worth: number;
  /** Whole pieces; absent where it goes by weight. Half of one where two are tied. */
  pieces?: number;
}

/** What one muscle may become. */
export interface Option {
  parts: readonly OptionPart[];
  /** What each demand gets of it, g. */
  gives: readonly { demand: number; grams: number }[];
  /** How well it does what it suits, kg. */
  value: number;
  /** Two muscles tied to one roast: both, or neither. */
  ties?: true;
}

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

/** A wish is not served by what suits it less than this: nobody grinds the strap because mince is short. Own choice. */
export const SERVES = 0.4;
/** A second part costs this much, kg: a muscle is not parted for nothing. Own choice. */
const PARTING = 0.012;
/** What a first and a second answer for a cut count above suiting, and keeping whole what nobody has answered. Own choice. */
const ANSWER = { first: 2, second: 1, unanswered: 0.5 } as const;
/** What the rest counts above suiting, where the wish says where it goes. Own choice. */
const REST = 0.35;
/** kg of value that a kilogram costs which nobody has asked for, by use; steaks and roasts are always welcome. Own choice. */
const OVER: Partial<Record<PlanUse, number>> = {
  jerky: 0.7,
  cubed: 0.5,
  strips: 0.4,
  grind: 0.4,
  whole: 0.2
};
/** Of every muscle parted by weight, these shares are tried; a linear programme frees them afterwards. */
const SHARES = [0.25, 0.5, 0.75];
/** Uses that nobody gets without asking. Own choice. */
const ONLY_ASKED: readonly PlanUse[] = ['jerky', 'cubed'];
/** A piece for a plate may be a tenth lighter or heavier than was asked. Own choice. */
const PLATE = 0.1;
/** So many pieces out of one muscle are looked at. */
const MOST_PIECES = 40;

const isScraps = (cut: string): boolean => cutOf(cut)?.tenderness === null;

/** g of product that a row of a wish asks for; shares are of what falls to this wish. */
function demandOf({ use, amount }: WishRow, all: number): number {
  if (amount.by === 'portions') return amount.count * amount.each;
  if (amount.by === 'weight') return amount.grams;
  return amount.share * all * USE_YIELD[use];
}

/** What falls to each wish of what is there, a share: by who eats, how much and how often. */
export function sharesOfWishes(wishes: readonly Wish[]): number[] {
  const eaten = wishes.map((w) => w.people * w.portion * mealsWanted(w));
  const all = eaten.reduce((a, b) => a + b, 0);
  return eaten.map((g) => g / all);
}

/** The pieces of a row: steaks for a plate, roasts between two weights; nothing where it goes by weight. */
function pieceOf({ use, amount, size }: WishRow, portion: number): Demand['piece'] {
  if (size?.by === 'weight') return { low: size.low, high: size.high };
  if (use === 'steak' || use === 'cubed') {
    const each = amount.by === 'portions' ? amount.each : portion;
    return { low: each * (1 - PLATE), high: each * (1 + PLATE), counts: each };
  }
  if (use === 'roast') return { low: USE_SMALLEST.roast, high: 3 * USE_SMALLEST.roast };
  return undefined;
}

/** The demands of wishes on so much meat; rows that their kitchen cannot cook are none. */
export function demandsOf(wishes: readonly Wish[], all: number): Demand[] {
  const falls = sharesOfWishes(wishes);
  return wishes.flatMap(({ rows, kitchen, portion }, wish) => {
    const can = cookable(kitchen);
    return rows.flatMap((asked, row) => {
      if (!can.includes(asked.use)) return [];
      const piece = pieceOf(asked, portion);
      return [
        {
          wish,
          row,
          use: asked.use,
          priority: asked.priority,
          grams: Math.round(demandOf(asked, all * (falls[wish] ?? 0))),
          ...(piece ? { piece } : {})
        }
      ];
    });
  });
}

/** What all those can cook who wish for something, together. */
export const cookableByAny = (wishes: readonly Pick<Wish, 'kitchen'>[]): PlanUse[] =>
  cookable([...new Set(wishes.flatMap((w) => w.kitchen))]);

/** What is asked of one muscle, with all that its options need. */
interface Asked {
  muscle: Muscle;
  answer: CutWish | undefined;
  demands: readonly Demand[];
  /** Where the rest goes, and whether cuts alone were asked for. */
  rest: Wish['rest'];
  byCut: boolean;
  /** What a kitchen can cook and the book leaves open. */
  can: readonly PlanUse[];
  pinned: readonly PlanUse[] | undefined;
}

/** Somebody has said that it becomes this: its tub, an answer for its cut, a pin. */
const isSaid = ({ muscle, answer, pinned }: Asked, use: PlanUse): boolean =>
  muscle.booked === use || answer?.first === use || answer?.second === use || pinned?.includes(use) === true;

/** How well a muscle suits a use, with what the wish says of it; undefined where it may not. */
function worthOf(ask: Asked, use: PlanUse, served: boolean): number | undefined {
  const { muscle, answer, rest, byCut, can } = ask;
  if (!can.includes(use)) return undefined;
  const own = suits(muscle.cut, use, muscle.tender) ?? 0;
  if (!isSaid(ask, use) && (own === 0 || (served && own < SERVES))) return undefined;
  const asked = answer?.first === use ? ANSWER.first : answer?.second === use ? ANSWER.second : 0;
  const unanswered = use === 'whole' && !answer && byCut ? ANSWER.unanswered : 0;
  return own + asked + unanswered + (rest === use ? REST : 0);
}

/** What the muscle may become at all, when nobody has asked. */
function restUses(ask: Asked): PlanUse[] {
  const { muscle } = ask;
  const free = ask.can.filter(
    (use) =>
      (isSaid(ask, use) || !(ONLY_ASKED.includes(use) || (use === 'whole' && isScraps(muscle.cut)))) &&
      muscle.grams >= smallestOf(use) &&
      worthOf(ask, use, false) !== undefined
  );
  // What fits nothing is kept as it is.
  return free.length > 0 ? free : ask.can.slice(-1);
}

/** Parts of one use out of some raw grams, most pieces first: for a demand, or for none. */
function partsFor(ask: Asked, demand: number, most: number): OptionPart[] {
  const asked = ask.demands[demand];
  if (!asked) return [];
  const { use, piece } = asked;
  const product = most * USE_YIELD[use];
  if (most < smallestOf(use)) return [];
  const worth = worthOf(ask, use, true) ?? 0;
  if (!piece) return [{ use, demand, raw: most, worth }];
  const out: OptionPart[] = [];
  for (let n = Math.min(MOST_PIECES, Math.floor(product / piece.low)); n >= 1; n -= 1)
    for (const each of piece.counts
      ? [Math.min(piece.counts, product / n)]
      : new Set([Math.min(piece.high, product / n), piece.low]))
      out.push({ use, demand, raw: (n * each) / USE_YIELD[use], worth, pieces: n });
  return out.filter((part) => part.raw >= smallestOf(use));
}

/** g that a part gives to its demand: what is for a plate each counts by the piece. */
export function givenBy(
  { demands }: { demands: readonly Demand[] },
  { use, demand, raw, pieces }: OptionPart
): number {
  const piece = demands[demand]?.piece;
  return piece?.counts !== undefined && pieces !== undefined ? pieces * piece.counts : raw * USE_YIELD[use];
}

function optionOf(ask: Asked, parts: readonly OptionPart[], ties = false): Option {
  return {
    parts,
    gives: parts.flatMap((part) =>
      part.demand < 0 ? [] : [{ demand: part.demand, grams: givenBy(ask, part) }]
    ),
    value:
      parts.reduce((sum, { worth, raw }) => sum + (worth * raw) / 1000, 0) - (parts.length - 1) * PARTING,
    ...(ties ? { ties: true as const } : {})
  };
}

const unasked = (ask: Asked, use: PlanUse, raw: number): OptionPart => ({
  use,
  demand: -1,
  raw,
  worth: worthOf(ask, use, false) ?? 0
});

/** The use of what is left that suits it best; where there is none, it stays with what it hangs on. */
function bestRest(ask: Asked, uses: readonly PlanUse[], raw: number): OptionPart | undefined {
  let best: OptionPart | undefined;
  for (const use of uses) {
    if (raw < smallestOf(use)) continue;
    // Fine strips come of what is too small for a steak.
    if (use === 'strips' && raw >= USE_SMALLEST.steak && !isSaid(ask, use)) continue;
    const part = unasked(ask, use, raw);
    if (!best || part.worth > best.worth) best = part;
  }
  return best;
}

/** Both sides of a small muscle go into one pan: fine strips are cut from half of what is worth it. Own choice. */
export const smallestOf = (use: PlanUse): number =>
  use === 'strips' ? USE_SMALLEST.strips / 2 : USE_SMALLEST[use];

/** Less than this of a muscle is no part of its own, g: it stays with its neighbour. Own choice. */
const CRUMB = 60;

/** Everything that a muscle may become: one use, or two. */
function optionsOf(ask: Asked): Option[] {
  const { muscle } = ask;
  const all = muscle.grams;
  const rest = restUses(ask);
  const options: Option[] = [];
  const add = (...parts: OptionPart[]) => options.push(optionOf(ask, parts));
  const serving = ask.demands.flatMap((d, i) => (worthOf(ask, d.use, true) === undefined ? [] : [i]));
  const alone = bestRest(ask, rest, all) ?? unasked(ask, rest[0] ?? 'whole', all);
  add(alone);
  for (const use of rest) if (use !== alone.use) add(unasked(ask, use, all));
  for (const demand of serving) {
    const asked = ask.demands[demand];
    if (!asked) continue;
    const parts = asked.piece
      ? partsFor(ask, demand, all)
      : [1, ...SHARES].flatMap((s) => partsFor(ask, demand, all * s));
    for (const part of parts) {
      const left = all - part.raw;
      if (left <= CRUMB) {
        // A steak more is not in it: what is left are ends of the same piece.
        add({ ...part, raw: all });
        continue;
      }
      const over = bestRest(
        ask,
        rest.filter((use) => use !== part.use),
        left
      );
      // Ends that suit nothing else stay with their piece.
      if (over && over.worth >= SERVES) add(part, over);
      else add({ ...part, raw: all });
      for (const second of serving)
        if (second !== demand && ask.demands[second]?.use !== asked.use)
          for (const other of partsFor(ask, second, left).slice(0, 1)) add(part, { ...other, raw: left });
    }
  }
  return options;
}

/**
 * Leaves out what is never better: an option that gives no demand more than another and is worth no more, when what the
 * other gives beyond is counted as too much.
 */
export function undominated(options: readonly Option[], overCost: readonly number[]): Option[] {
  const kept: Option[] = [];
  const givesOf = (o: Option) => {
    const by = new Map<number, number>();
    for (const { demand, grams } of o.gives) by.set(demand, (by.get(demand) ?? 0) + grams);
    return by;
  };
  const sorted = options
    .map((o) => ({ o, by: givesOf(o) }))
    .sort((a, b) => sumOf(b.by) - sumOf(a.by) || b.o.value - a.o.value);
  const best: { o: Option; by: Map<number, number> }[] = [];
  for (const one of sorted) {
    const beaten = best.some(({ o, by }) => {
      if (o.ties !== one.o.ties) return false;
      let cost = 0;
      for (const [d, g] of one.by) if ((by.get(d) ?? 0) < g - 1e-6) return false;
      for (const [d, g] of by) cost += (Math.max(0, g - (one.by.get(d) ?? 0)) / 1000) * (overCost[d] ?? 0);
      return o.value - cost >= one.o.value - 1e-9;
    });
    if (beaten) continue;
    best.push(one);
    kept.push(one.o);
  }
  return kept;
}
const sumOf = (by: ReadonlyMap<number, number>): number => [...by.values()].reduce((a, b) => a + b, 0);

/** Roasts of two muscles tied, where one by itself is too small. */
function tied(ask: Asked, other: Muscle): Option[] {
  return ask.demands.flatMap((asked, demand) => {
    const worth = worthOf(ask, 'roast', true);
    if (asked.use !== 'roast' || !asked.piece || worth === undefined) return [];
    const own = [ask.muscle.grams, other.grams].map((g) => g * USE_YIELD.roast);
    const both = own.reduce((a, b) => a + b, 0);
    const { high } = asked.piece;
    const low = Math.max(asked.piece.low, USE_SMALLEST.roast);
    if (own.some((g) => g >= low) || both < low || both > high) return [];
    return [optionOf(ask, [{ use: 'roast', demand, raw: ask.muscle.grams, worth, pieces: 0.5 }], true)];
  });
}

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
  const cuts = wishes.flatMap((w) => w.cuts);
  const rest = wishes[0]?.rest ?? 'best';
  const byCut = cuts.length > 0 && wishes.every((w) => w.rows.length === 0);
  const overCost = demands.map(({ use }) => (rest === use ? 0 : (OVER[use] ?? 0.05)));
  const pairs = pairsOf(muscles);
  const otherOf = new Map<number, number>(pairs.flatMap(([l, r]) => [[l, r] as const, [r, l] as const]));
  const refused: string[] = [];
  const options = muscles.map((muscle, i) => {
    const open = openFor(muscle, kitchen);
    const pinned = under(pins, muscle.id);
    const answer = cuts.find((c) => c.cut === muscle.cut);
    const can = open.length > 0 ? open : (['whole'] as const);
    const ask: Asked = { muscle, answer, demands, rest, byCut, can, pinned };
    const other = muscles[otherOf.get(i) ?? -1];
    // A half that is pinned by itself is tied to nothing.
    const ties = other && (pinned === undefined) === (under(pins, other.id) === undefined);
    const free = [...optionsOf(ask), ...(ties ? tied(ask, other) : [])];
    if (!pinned) return undominated(free, overCost);
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
