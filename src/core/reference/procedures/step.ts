import { under } from '$core/units';
import { GLANDS } from '../anatomy';
import type { Side } from '../cuts';
import type { HoldReason } from '../holds';
import type { KitKey } from '../kit';
import type { GroupKey, Stage } from '../species';

/** What comes off in one press: a part that lies on the table, or a piece that goes to a tub. */
export interface TakeOff {
  kind: 'part' | 'piece';
  cut: string;
  side?: Side;
}

/** What may be found at a step that looks or asks. */
export interface Answer {
  key: string;
  name: string;
  /** What follows from it, said once it is given. */
  means?: string;
  /** The hold that it opens. */
  hold?: HoldReason;
}

/** What a step asks for instead of a weight. */
export const ASKS = ['setup', 'hygiene', 'edge', 'check', 'do'] as const;
export type Asks = (typeof ASKS)[number];

export interface Step {
  key: string;
  title: string;
  /** What to do; two sentences at most. */
  doing: string;
  /** What to look or feel for. */
  look?: string;
  cautions: string[];
  takes: TakeOff[];
  /** Glands and vessels that must be out before the part closes, keys of `GLANDS`; no reading is asked for. */
  glands?: readonly string[];
  /** A little meat for a test: what is usually asked for. It is weighed and goes to the laboratory. */
  sample?: string;
  /** Attention, not a reading: the room, hands and board, the edge, a look, or a hand's turn. */
  asks?: Asks;
  /** What may be found; the first is the usual. */
  answers?: readonly Answer[];
  /** The weight of the whole animal at a stage; what it has lost since is dressing loss. */
  weighs?: 'dressed' | 'hanging';
  /** Weighed into a tub beside the hanging weight, where it is wanted. */
  beside?: 'offal' | 'hide';
  /** Tools, keys of `KIT`. */
  kit?: readonly KitKey[];
  /** Joints and bones it goes by, keys of `JOINTS`. */
  bones?: readonly string[];
  /** The step that ends the work: weigh what is left and close it. */
  closes?: boolean;
}

/** A way to go on: what comes off in which order, and why one would. */
export interface Procedure {
  key: string;
  name: string;
  why: string;
  /** Groups of species it is for. */
  groups: readonly GroupKey[];
  /** The part it opens; absent for a whole carcass or lot. */
  part?: string;
  /** Stages of a whole animal that it starts from; absent for cutting, which starts from any. */
  from?: readonly Stage[];
  /** Pieces it finishes, on the board and not on the carcass. */
  pieces?: readonly string[];
  /** Done away from any animal in the book: the room, the gate. */
  apart?: true;
  /** Of the larder's own making. */
  own?: true;
  steps: Step[];
}

/** A step for the left and one for the right. */
export const pair = (
  kind: TakeOff['kind'],
  cut: string,
  left: Omit<Step, 'key' | 'title' | 'takes'>,
  title: string
): Step[] =>
  (['left', 'right'] as const).map((side) => ({
    ...left,
    key: `${cut}-${side}`,
    title: `${title}, ${side}`,
    takes: [{ kind, cut, side }]
  }));

/** A step for a pair that comes off together, as small game and birds do. */
export const together = (
  cut: string,
  title: string,
  doing: string,
  more: Partial<Pick<Step, 'look' | 'cautions'>> = {}
): Step => ({
  key: cut,
  title,
  doing,
  cautions: ['knife'],
  ...more,
  takes: [{ kind: 'piece', cut, side: 'both' }]
});

/** The stop at which glands and vessels come out, with where they sit. */
export function glandStop(
  keys: readonly string[],
  words = {
    title: 'Glands and vessels out',
    doing: 'Each whole, unopened, in its fat. One left in spoils a batch of mince.'
  }
): Step {
  const named = keys.flatMap((key) => under(GLANDS, key) ?? []);
  return {
    key: 'glands',
    ...words,
    look: named.map((g) => `${g.name}: ${g.where}.`).join(' '),
    cautions: ['knife'],
    takes: [],
    glands: keys
  };
}

/** Steps by the cut they are about, in another order; none is lost. */
export function inOrder(steps: readonly Step[], order: readonly string[]): Step[] {
  const rank = ({ key }: Step) => {
    const at = order.findIndex((cut) => key === cut || key.startsWith(`${cut}-`));
    return at < 0 ? order.length : at;
  };
  return [...steps].sort((a, b) => rank(a) - rank(b));
}

/** A step that asks for attention, not for a weight. */
export const attend = (
  asks: Asks,
  key: string,
  title: string,
  doing: string,
  more: Partial<Omit<Step, 'key' | 'title' | 'doing' | 'asks'>> = {}
): Step => ({ key, title, doing, asks, cautions: [], takes: [], ...more });

/** Tools of all steps, in the order they are first needed. */
export const kitOf = ({ steps }: Pick<Procedure, 'steps'>): KitKey[] => [
  ...new Set(steps.flatMap((step) => step.kit ?? []))
];
