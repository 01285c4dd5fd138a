import { under } from '$core/units';
import { GLANDS } from '../anatomy';
import { glandTick } from '../glands';
import type { Side } from '../cuts';
import type { HoldReason } from '../holds';
import type { KitKey } from '../kit';
import type { GroupKey, Stage } from '../species';
import type { TakingKey } from '../takings';
import type { DiscardReason, TubKey } from '../tubs';

/** What comes off in one press: a part that lies on the table, or a piece that goes to a tub. */
export interface TakeOff {
  kind: 'part' | 'piece';
  cut: string;
  side?: Side;
  /** Where this way wants it, if elsewhere than the cut’s usual tub. */
  tub?: TubKey;
  /** Boned here, where the cut is usually kept on the bone. */
  boned?: true;
}

/** How the animal lies or hangs while it is worked on. */
export const POSITIONS = ['hocks', 'neck', 'table', 'ground'] as const;
export type Position = (typeof POSITIONS)[number];

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
  /** What else to know while doing it. */
  look?: string;
  /** What the fingers or eyes find; one line. */
  feel?: string;
  /** What usually goes wrong; one line. */
  wrong?: string;
  /** Why it comes now and not later; one line. */
  why?: string;
  /** What holds the piece at the last, in order. */
  holds?: readonly string[];
  /** What comes down when it comes free, as the animal hangs or lies. */
  drops?: string;
  cautions: string[];
  takes: TakeOff[];
  /** Of a piece on the board: what is taken off or out of it, and weighed. */
  off?: TakingKey;
  /** Glands and vessels that must be out before the part closes, keys of `GLANDS`; no reading is asked for. */
  glands?: readonly string[];
  /** Of glands: the side that lies bare, where one goes side by side. */
  side?: Side;
  /** A little meat for a test: what is usually asked for. It is weighed and goes to the laboratory. */
  sample?: string;
  /** Attention, not a reading: the room, hands and board, the edge, a look, or a hand's turn. */
  asks?: Asks;
  /** What may be found; the first is the usual. */
  answers?: readonly Answer[];
  /** What is weighed off here, each by its reason, before it is said to be done. */
  away?: readonly DiscardReason[];
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
  /** How the animal lies or hangs. */
  position?: Position;
  /** Steps whose notes differ in this way: key after the @ in the table of notes. */
  variant?: string;
  /** Done beside the way: chosen, never proposed; the usual one goes on after it. */
  aside?: true;
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

/** The stop at the step that bares them: glands and vessels come out, a tick each, with where they sit. */
export function glandStop(
  keys: readonly string[],
  words: { title?: string; doing?: string; cautions?: string[]; side?: Side } = {}
): Step {
  const named = keys.flatMap((key) => under(GLANDS, key) ?? []);
  const names = named.map((g) => g.name);
  return {
    key: glandTick(keys[0] ?? '', words.side),
    title: (words.title ?? `Out: ${names.map(lower).join(', ')}`) + (words.side ? `, ${words.side}` : ''),
    doing:
      words.doing ??
      named[0]?.out ??
      `${named.length > 1 ? 'Each whole' : 'Whole'}, unopened, in its fat. One left in spoils a batch of mince.`,
    look: named.map((g) => `${g.name}: ${g.where}.`).join(' '),
    cautions: words.cautions ?? ['knife'],
    takes: [],
    glands: keys,
    ...(words.side ? { side: words.side } : {})
  };
}

const lower = (text: string): string => `${text.charAt(0).toLowerCase()}${text.slice(1)}`;

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
