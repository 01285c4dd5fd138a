import { cutOf } from '$core/reference';
import { under } from '$core/units';
import type { Piece } from './measured';
import { byCount, byThickness, byWeight, type Limits, type Sliced } from './slices';
import { areaOfOval } from './solid';

/** How a piece is cut up. */
export const WAYS = [
  'steaks',
  'medallions',
  'cutlets',
  'butterfly',
  'chops',
  'roundSteaks',
  'roasts',
  'strips'
] as const;
export type Way = (typeof WAYS)[number];

/** What decides where a knife goes. */
export const BYS = ['thickness', 'weight', 'count'] as const;
export type By = (typeof BYS)[number];

interface WayFacts {
  name: string;
  /** What one of them is called. */
  one: string;
  many: string;
  /** Thickness at first, mm. Usual practice. */
  mm: number;
  /** Weight at first, g. Usual practice. */
  each: number;
  /** Smallest face that is one, mm across its longer side. Own choices. */
  face: number;
  by: By;
  /** What is said beside it. */
  how: string;
}
export const WAY_FACTS: Readonly<Record<Way, WayFacts>> = {
  steaks: {
    name: 'Steaks',
    one: 'steak',
    many: 'steaks',
    mm: 25,
    each: 180,
    face: 45,
    by: 'thickness',
    how: 'Straight across the grain, one stroke each.'
  },
  medallions: {
    name: 'Medallions',
    one: 'medallion',
    many: 'medallions',
    mm: 30,
    each: 70,
    face: 30,
    by: 'thickness',
    how: 'Thick little rounds, pressed flat with the palm; three to a plate.'
  },
  cutlets: {
    name: 'Cutlets',
    one: 'cutlet',
    many: 'cutlets',
    mm: 8,
    each: 90,
    face: 80,
    by: 'thickness',
    how: 'Thin, across the grain, beaten between two films.'
  },
  butterfly: {
    name: 'Butterfly',
    one: 'butterfly steak',
    many: 'butterfly steaks',
    mm: 20,
    each: 180,
    face: 30,
    by: 'thickness',
    how: 'Every second cut stops a finger short of the board; the two halves are folded open.'
  },
  chops: {
    name: 'Chops by rib',
    one: 'chop',
    many: 'chops',
    mm: 30,
    each: 160,
    face: 30,
    by: 'count',
    how: 'Between the ribs with the knife, through the backbone with the saw; bone dust wiped off. Where backbones are not to be sawn, it is boned instead. Told as meat alone: its bone comes on top.'
  },
  roundSteaks: {
    name: 'Slices on the bone',
    one: 'slice',
    many: 'slices',
    mm: 40,
    each: 400,
    face: 40,
    by: 'thickness',
    how: 'Across with its bone: knife to the bone all round, then the saw; bone dust wiped off. Told with the bone in.'
  },
  roasts: {
    name: 'Tied roasts',
    one: 'roast',
    many: 'roasts',
    mm: 120,
    each: 1_200,
    face: 0,
    by: 'weight',
    how: 'Tied every 3 to 4 cm so that it is as thick all along; a thin end is folded under.'
  },
  strips: {
    name: 'Jerky strips',
    one: 'strip',
    many: 'strips',
    mm: 5,
    each: 15,
    face: 20,
    by: 'thickness',
    how: 'Every trace of fat off. With the grain it is chewy, across it is tender.'
  }
};

/** Cuts that nobody slices: scraps, sheets between bones, what is eaten off its bone. */
const WHOLE: readonly string[] = [
  ...['ribMeat', 'diaphragm', 'jowl', 'head', 'trotters', 'caul'],
  ...['wing', 'thigh', 'drumstick', 'rabbitHind', 'rabbitFore', 'rabbitFlank']
];
/** Whether a cut is a piece that may be sliced. */
export const isSliced = (cut: string): boolean =>
  cutOf(cut)?.tenderness !== undefined && cutOf(cut)?.tenderness !== null && !WHOLE.includes(cut);

/** The ways that a cut may be cut up, the usual one first; those of what is kept on its bone are with the saw. */
export function waysOf(cut: string): Way[] {
  const facts = cutOf(cut);
  if (/rack|saddle/i.test(cut)) return ['chops', 'roasts'];
  if (facts?.boneIn === true) return ['roundSteaks', 'roasts'];
  const tough = (facts?.tenderness ?? 2) < 2.5;
  const thin = /^flank/.test(cut);
  return [
    ...(/^(strap|tender)/.test(cut) ? (['medallions', 'steaks', 'butterfly'] as const) : []),
    ...(tough || /^(strap|tender)/.test(cut) ? [] : (['steaks'] as const)),
    ...(tough || thin ? [] : (['cutlets'] as const)),
    ...(cut === 'strap' ? (['chops'] as const) : []),
    ...(thin ? [] : (['roasts'] as const)),
    'strips'
  ];
}

/** What somebody has decided about a piece. */
export interface Cutting extends Limits {
  way: Way;
  by: By;
  /** mm, g, or how many. */
  value: number;
}

/** Thickness of what the knife takes off at once: a butterfly is two of them. */
export const strokesOf = (way: Way): number => (way === 'butterfly' ? 2 : 1);

/** Smallest face by the length of its longer side, mm². */
export const faceFor = (piece: Pick<Piece, 'oval'>, mm: number): number => areaOfOval(mm, mm / piece.oval);

/**
 * A piece cut up as somebody has decided.
 * @throws RangeError for a value that is none
 */
export function cutUp(piece: Piece, { way, by, value, face, stop }: Cutting): Sliced {
  const limits = {
    ...(face === undefined ? {} : { face }),
    ...(stop === undefined ? {} : { stop })
  };
  if (by === 'thickness') return byThickness(piece.solid, value * strokesOf(way), limits);
  if (by === 'weight') return byWeight(piece.solid, value, limits);
  return byCount(piece.solid, value, limits);
}

/** Ties along a roast, one about every 35 mm and one at each end’s finger. Usual practice. */
export const tiesOf = (length: number): number => Math.max(2, Math.round(length / 35));

/** A roast of one piece, or of two laid head to tail and tied. */
export interface Tied {
  pieces: number[];
  grams: number;
}
/**
 * Roasts for a table from pieces: each piece is parted into as many as it holds; what is too small by itself is tied to
 * another, the largest first.
 * @param pieces  g, in any order
 * @param low  least that a roast weighs, g
 * @param high  most that it weighs, g
 * @returns roasts by the numbers of their pieces, and pieces that are too small for any
 */
export function tiedRoasts(
  pieces: readonly number[],
  low: number,
  high: number
): { roasts: Tied[]; left: number[] } {
  if (!(low > 0) || !(high >= low)) throw new RangeError('a roast has a weight, the lighter first');
  const roasts: Tied[] = [];
  const small: number[] = [];
  pieces.forEach((grams, i) => {
    if (grams < low) small.push(i);
    else {
      const parts = Math.max(1, Math.ceil(grams / high));
      // Parted only as far as each part is still a roast.
      const count = grams / parts >= low ? parts : Math.max(1, Math.floor(grams / low));
      for (let n = 0; n < count; n += 1) roasts.push({ pieces: [i], grams: grams / count });
    }
  });
  small.sort((a, b) => (pieces[b] ?? 0) - (pieces[a] ?? 0));
  const left: number[] = [];
  while (small.length > 0) {
    const first = small.shift();
    if (first === undefined) break;
    const one = pieces[first] ?? 0;
    // The smallest that makes a roast of it, so that larger ones are there for others.
    const mate = small.findLastIndex((j) => {
      const both = one + (pieces[j] ?? 0);
      return both >= low && both <= high;
    });
    const j = small[mate];
    if (j === undefined) left.push(first);
    else {
      small.splice(mate, 1);
      roasts.push({ pieces: [first, j], grams: one + (pieces[j] ?? 0) });
    }
  }
  return { roasts, left };
}

/** Ribs of one side that a rack is cut by. Usual practice. */
const RIBS: Readonly<Record<string, number>> = { deer: 8, boar: 8 };
export const ribsOf = (group: string): number => under(RIBS, group) ?? 8;
