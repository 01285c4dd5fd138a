import type { Facts } from '$core/book';
import {
  SPECIES,
  bestUses,
  cutOf,
  sizedOf,
  tendernessOf,
  type Sized,
  type TubKey,
  type Use
} from '$core/reference';
import { roundGrams, type Grams } from '$core/units';
import type { WorkRow } from './row';
import { isTrimmedTub, trimShare, type Trims, type TubTrims } from './trims';

/** Ageing makes a cut this much tenderer at an ageing index of 1. Working default. */
const AGED = 0.15;

/** From this ageing index on hanging is said with the tenderness. Own choice. */
const HUNG = 0.05;

/** What is known of the piece that comes next, before it is off. */
export interface PieceAhead {
  cut: string;
  /** 1 … 5, of this animal as it has aged by now; absent for scraps. */
  tender?: number;
  /** Hanging has made it tenderer by now, and is in the figure. */
  hung?: true;
  /** What it suits best, best first. */
  uses: Use[];
  sized?: Sized;
  /** How closely its tub asks for it to be trimmed, how many grams of silver and fat that is, and own pieces behind it. */
  trim?: { standard: 1 | 2 | 3; grams: Grams; pieces: number };
}

/**
 * Tenderness of a cut on this animal as it has aged, 1…5: base × age, sex and rut × (1 + 0.15 × ageing index).
 * @param ageing  ageing index 0…1; 0 where nobody knows
 */
export function tenderNow(cut: string, facts: Facts, ageing = 0): number | undefined {
  const base = cutOf(cut)?.tenderness;
  if (base === null || base === undefined) return undefined;
  return Math.min(5, Math.max(1, tendernessOf({ tenderness: base }, facts) * (1 + AGED * ageing)));
}

/**
 * The piece that the step in hand takes off: how tender it is, what it suits, what its size makes of it, what trim its use
 * asks for.
 * @param tub      where it goes
 * @param ageing   ageing index 0…1 of the animal by now
 * @returns undefined where the step takes no piece
 */
export function pieceAhead(
  { act, expected }: Pick<WorkRow, 'act' | 'expected'>,
  facts: Facts,
  { tub, ageing = 0, trims, trimmed, count = 1 }: AheadOf = {}
): PieceAhead | undefined {
  if (act.kind !== 'take' || act.born !== 'piece') return undefined;
  const tender = tenderNow(act.cut, facts, ageing);
  const base = cutOf(act.cut)?.tenderness;
  const { group } = SPECIES[facts.species];
  const pieces = count * (act.side === 'both' ? 2 : 1);
  const grams = expected ? expected.mean / pieces : undefined;
  const sized = grams === undefined ? undefined : sizedOf(act.cut, grams, group);
  const to = tub ?? act.tub ?? '';
  const trim = isTrimmedTub(to) && !act.boneIn ? trimShare(to, trims, trimmed) : undefined;
  return {
    cut: act.cut,
    ...(tender === undefined ? {} : { tender }),
    ...(tender !== undefined && ageing >= HUNG ? { hung: true as const } : {}),
    uses: bestUses(act.cut, tender !== undefined && base ? tender / base : 1),
    ...(sized ? { sized } : {}),
    ...(trim && expected
      ? {
          trim: {
            standard: trim.standard,
            grams: roundGrams(expected.mean * trim.share),
            pieces: trim.pieces
          }
        }
      : {})
  };
}

export interface AheadOf {
  tub?: TubKey | undefined;
  ageing?: number | undefined;
  /** Trim standard by tub, as the larder has it, and what own pieces have lost to it. */
  trims?: TubTrims | undefined;
  trimmed?: Trims | undefined;
  /** Animals that lie there together. */
  count?: number | undefined;
}
