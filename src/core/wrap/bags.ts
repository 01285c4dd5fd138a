import type { Sealer } from '$core/reference';
import { DENSITY } from './density';

/** Length that a sealer needs beyond the piece, mm. Working defaults, to be changed by the larder. */
export const SEALER_ALLOWANCE: Readonly<Record<Sealer, number>> = { chamber: 45, clamp: 95 };
/** What a seal takes, mm. Usual practice. */
const SEAL_MM = 10;
/** Play at both sides, so that the film lies flat, mm. Own choice. */
const SIDE_MM = 20;

/** Something to be bagged, as it lies: millimetres. */
export interface Body {
  length: number;
  width: number;
  thickness: number;
}

/** Length : width : thickness of what is packed, by what it is. Own estimates, for what nobody has measured. */
const SHAPES = {
  strap: [6, 1.4, 1],
  roast: [2, 1.3, 1],
  steak: [3, 2.2, 1],
  flat: [8, 6, 1],
  dice: [4, 3, 1],
  sausage: [5, 3, 1],
  bird: [1.6, 1.2, 1]
} as const satisfies Record<string, readonly [number, number, number]>;
export type Shape = keyof typeof SHAPES;

/** What a pack is, as far as its shape goes. */
export interface Packed {
  grams: number;
  class: string;
  /** What the batch is that it came out of. */
  batch?: string | undefined;
}
/** From so many grams a whole muscle lies in a lump, not flat. Own estimate. */
const LUMP = 800;
/** A whole muscle that cold and warmth come into from all round. */
export const isRound = ({ batch, class: key, grams }: Packed): boolean =>
  batch === undefined && (key === 'P' || key === 'S') && grams > LUMP;
/** Thickness of a pack by its weight, mm: mince lies flat. A model. */
export const thicknessOf = (p: Packed): number =>
  bodyOf(p.grams, p.batch === 'mince' ? 'flat' : isRound(p) ? 'roast' : 'steak').thickness;

/**
 * How large something is by its weight and shape: a block of that volume. A model, until somebody has measured it.
 * @param grams  what it weighs
 */
export function bodyOf(grams: number, shape: Shape): Body {
  const [l, w, t] = SHAPES[shape];
  // mm³ of so many grams at g/cm³.
  const unit = Math.cbrt(((grams / DENSITY) * 1000) / (l * w * t));
  return { length: Math.round(l * unit), width: Math.round(w * unit), thickness: Math.round(t * unit) };
}

/** A bag out of a roll: how long it is cut, and how wide a roll it asks for, mm. */
export interface Bag {
  length: number;
  /** Flat width that the piece needs. */
  width: number;
}

/**
 * The bag for a piece: its length and thickness, the sealer's allowance and two seals; as wide as the film must reach round
 * half of it.
 * @param allowance  beyond the piece, mm
 * @example bagFor({ length: 200, width: 120, thickness: 50 }, 95) // { length: 365, width: 190 }
 */
export const bagFor = ({ length, width, thickness }: Body, allowance: number): Bag => ({
  length: Math.ceil(length + thickness + allowance + 2 * SEAL_MM),
  width: Math.ceil(width + thickness + SIDE_MM)
});
