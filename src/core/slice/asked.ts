import { z } from 'zod';
import { shortText } from '$core/book';
import { cutOf } from '$core/reference';
import { grams } from '$core/units';
import { MEASURES, measuredPiece, type Misfit, type Piece } from './measured';
import { ovalOf, profilePiece } from './profile';
import type { Sliced } from './slices';
import { BYS, WAYS, cutUp, faceFor } from './ways';

const mm = (low: number, high: number) =>
  z.number().min(low, `at least ${low} mm`).max(high, `at most ${high} mm`);
const at = z.number().min(0, 'within the piece').max(1, 'within the piece');
const measureSchema = z.union([
  z.strictObject({ at, girth: mm(20, 1_500) }),
  z.strictObject({ at, width: mm(5, 600), thickness: mm(3, 400) })
]);

/** What a piece is and how it is to be cut up. */
export const askedSchema = z
  .strictObject({
    cut: z.string().refine((key) => cutOf(key) !== undefined, 'no such cut'),
    grams: z.number().int('whole grams').min(5, 'at least 5 g').max(60_000, 'at most 60 kg').transform(grams),
    /** Bone left in it, a share of its weight; none where absent. */
    boneShare: z.number().min(0, 'none at least').max(0.8, 'at most 80 %').optional(),
    /** mm; asked for with measures. */
    length: mm(30, 1_500).optional(),
    /** None, or two to five at places of their own, 0 … 1 from the thick end. */
    measures: z
      .array(measureSchema)
      .max(MEASURES.max, `at most ${MEASURES.max} measures`)
      .refine((list) => list.length !== 1, `none, or ${MEASURES.min} measures or more`)
      .refine((list) => new Set(list.map((m) => m.at)).size === list.length, 'each at a place of its own'),
    way: z.enum(WAYS),
    by: z.enum(BYS),
    /** mm, g, or how many. */
    value: z.number().positive('more than nothing').max(20_000, 'at most 20 000'),
    /** Shortest longer side of a face, mm. */
    face: mm(0, 400).optional(),
    /** From the thick end, mm: beyond it sinew thickens. */
    stop: mm(0, 1_500).optional()
  })
  .refine((a) => a.measures.length === 0 || a.length !== undefined, {
    message: 'its length, with measures',
    path: ['length']
  })
  .refine((a) => a.by !== 'count' || (Number.isInteger(a.value) && a.value <= 200), {
    message: 'a whole number up to 200',
    path: ['value']
  })
  .refine((a) => a.by !== 'thickness' || a.value >= 2, { message: 'at least 2 mm', path: ['value'] });
export type Asked = z.infer<typeof askedSchema>;

/** A piece cut up as it is asked: the piece, what of its measures does not fit, its slices and ends. */
export function sliceUp({
  cut,
  grams: weight,
  boneShare = 0,
  length,
  measures,
  way,
  by,
  value,
  face,
  stop
}: Asked): {
  piece: Piece;
  misfit?: Misfit;
  sliced: Sliced;
} {
  const { piece, misfit } =
    measures.length > 0 && length !== undefined
      ? measuredPiece(weight, length, measures, ovalOf(cut), boneShare)
      : { piece: profilePiece(cut, weight, boneShare), misfit: undefined };
  const sliced = cutUp(piece, {
    way,
    by,
    value,
    ...(face ? { face: faceFor(piece, face) } : {}),
    ...(stop === undefined ? {} : { stop })
  });
  return { piece, ...(misfit ? { misfit } : {}), sliced };
}

/** So many pieces of one slicing are weighed. Own choice. */
export const MOST_WEIGHED = 200;
/** A slicing that was done: what was asked, and what the pieces weighed. */
export const slicedSchema = z.strictObject({
  id: z.string().regex(/^[A-Za-z0-9-]{1,60}$/, 'letters, figures and hyphens'),
  /** The animal whose piece it was. */
  animal: z.string().min(1).max(60),
  /** Its name in plans: animal, cut and side. */
  muscle: z.string().min(1).max(200),
  asked: askedSchema,
  /** One weight a piece as they came, or one for all with their number, g. */
  weighed: z
    .array(z.number().int('whole grams').min(1, 'more than nothing').max(60_000, 'at most 60 kg'))
    .min(1, 'one weight at least')
    .max(MOST_WEIGHED, `at most ${MOST_WEIGHED} pieces`),
  /** Pieces, where one weight is that of all. */
  pieces: z.number().int('whole pieces').min(1, 'one at least').max(MOST_WEIGHED).optional(),
  hand: shortText(60),
  at: z.number().int().min(0)
});
export type KeptSlicing = z.infer<typeof slicedSchema>;

/** Weights of pieces together may be this much more than the piece was: a scale’s division each. Own choice. */
const OVER = 1.02;
/** More than there was: what cannot be. */
export const isTooMuch = ({ asked, weighed }: Pick<KeptSlicing, 'asked' | 'weighed'>): boolean =>
  weighed.reduce((a, b) => a + b, 0) > asked.grams * OVER + 5;
