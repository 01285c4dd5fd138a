import { USE_SMALLEST, USE_YIELD, cutOf, suits, type PlanUse } from '$core/reference';
import { isAnswered, pieceFor, type Demand } from './demands';
import type { Muscle } from './muscle';
import type { CutWish, Wish } from './wish';

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

/** A wish is not served by what suits it less than this: nobody grinds the strap because mince is short. Own choice. */
export const SERVES = 0.4;
/** A second part costs this much, kg: a muscle is not parted for nothing. Own choice. */
const PARTING = 0.012;
/** What a first and a second answer for a cut count above suiting, and keeping whole what nobody has answered. Own choice. */
const ANSWER = { first: 2, second: 1, unanswered: 0.5 } as const;
/** What the rest counts above suiting, where the wish says where it goes. Own choice. */
const REST = 0.35;
/** Of every muscle parted by weight, these shares are tried; a linear programme frees them afterwards. */
const SHARES = [0.25, 0.5, 0.75];
/** Uses that nobody gets without asking. Own choice. */
const ONLY_ASKED: readonly PlanUse[] = ['jerky', 'cubed'];
/** So many pieces out of one muscle are looked at. */
const MOST_PIECES = 40;

const isScraps = (cut: string): boolean => cutOf(cut)?.tenderness === null;

/** What is asked of one muscle, with all that its options need. */
export interface Asked {
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
  muscle.booked === use || isAnswered(answer, use) || pinned?.includes(use) === true;

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
  const { use } = asked;
  const piece = pieceFor(asked, ask.answer);
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
/** A muscle that goes by weight is parted into no less than this, g. Own choice. */
const PARTED = 120;
/** The least of a muscle that goes to a use by weight, where another takes the rest, g. */
export const leastPart = (use: PlanUse): number => Math.max(PARTED, smallestOf(use));

/** Everything that a muscle may become: one use, or two. */
export function optionsOf(ask: Asked): Option[] {
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
      : [1, ...SHARES.filter((s) => all * Math.min(s, 1 - s) >= PARTED)].flatMap((s) =>
          partsFor(ask, demand, all * s)
        );
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

/** How much of a muscle an option gives to a use, of all. */
const shareOf = ({ parts }: Option, use: PlanUse): number =>
  parts.reduce((sum, p) => sum + (p.use === use ? p.raw : 0), 0) /
  Math.max(
    1,
    parts.reduce((sum, p) => sum + p.raw, 0)
  );
/**
 * What is answered for a cut comes before what its wish, or another, is short of: most of it does what was said first; where it
 * cannot, what was said second; where it can do neither, anything.
 */
export function asAnswered(options: readonly Option[], answer: CutWish | undefined): readonly Option[] {
  for (const use of [answer?.first, answer?.second]) {
    const own = use === undefined ? [] : options.filter((o) => shareOf(o, use) >= 0.5);
    if (own.length > 0) return own;
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
export function tied(ask: Asked, other: Muscle): Option[] {
  return ask.demands.flatMap((asked, demand) => {
    const worth = worthOf(ask, 'roast', true);
    const piece = pieceFor(asked, ask.answer);
    // What somebody wants halved is not tied to more.
    if (asked.use !== 'roast' || !piece || worth === undefined || ask.answer?.halved) return [];
    const own = [ask.muscle.grams, other.grams].map((g) => g * USE_YIELD.roast);
    const both = own.reduce((a, b) => a + b, 0);
    const { high } = piece;
    const low = Math.max(piece.low, USE_SMALLEST.roast);
    if (own.some((g) => g >= low) || both < low || both > high) return [];
    return [optionOf(ask, [{ use: 'roast', demand, raw: ask.muscle.grams, worth, pieces: 0.5 }], true)];
  });
}
