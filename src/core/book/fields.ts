import { z } from 'zod';
import { DISCARD_REASONS, SIDES, TUB_KEYS, cutOf } from '$core/reference';
import { UUID7 } from '$core/units';
import { DOUBTS } from './doubted';
import { shortText } from './short-text';

/** A client-made UUIDv7, lower case. */
export const idSchema = z.string().regex(UUID7, 'not a version 7 UUID in lower case');

/** The currency a sum was booked in, by ISO 4217. A sum without one is in the larder's first currency. */
export const currencySchema = z.string().regex(/^[A-Z]{3}$/, 'a three-letter currency code, such as EUR');

export const placeSchema = z.union([
  z.object({ tub: z.enum(TUB_KEYS) }).strict(),
  z.object({ shelf: shortText(60).min(1) }).strict(),
  z.object({ person: shortText(60).min(1) }).strict(),
  /** A freezer or shelf of the larder, by its key. */
  z.object({ at: z.string().regex(/^[a-z][a-z0-9-]{0,40}$/, 'no such place') }).strict()
]);
/** Where a piece lies. */
export type Place = z.infer<typeof placeSchema>;

const PART_CUTS = ['hindLeg', 'shoulder', 'neck', 'trunk'] as const;
const cutKey = z.string().refine((key) => cutOf(key) !== undefined, 'no such cut');

export const partBirth = z.object({
  kind: z.literal('part'),
  id: idSchema,
  cut: z.enum(PART_CUTS),
  side: z.enum(SIDES).optional()
});
export const pieceBirth = z.object({
  kind: z.literal('piece'),
  id: idSchema,
  cut: cutKey,
  side: z.enum(SIDES).optional(),
  place: placeSchema,
  /** Kept on the bone: its bone share comes from the reference and is kept with the piece. */
  boneIn: z.boolean().optional(),
  /** Silver, fat and scraps were off it when it was weighed. */
  trimmed: z.literal(true).optional()
});

const sureSchema = z.array(z.enum(DOUBTS)).min(1).max(DOUBTS.length).optional();
/** What every intent carries that speaks of one animal. */
export const whole = z.object({ animal: idSchema, sure: sureSchema });
/** A batch or store lot by its id, a machine by its name. */
export const poolIdSchema = z.union([idSchema, z.string().regex(/^equipment:[^:]{1,40}$/, 'no such pool')]);
/** What one carries that speaks of something an animal or a pool may have: whose it is, the one or the other. */
export const ofEither = z.object({
  animal: idSchema.optional(),
  pool: poolIdSchema.optional(),
  sure: sureSchema
});
/** What one carries that speaks of a pool. */
export const ofPool = z.object({ pool: idSchema, sure: sureSchema });
/** Animals of a lot. */
export const countSchema = z.number().int('whole animals').min(1, 'at least one').max(999, 'at most 999');
/** Whoever meat goes to, and a laboratory: a name without a colon, which ids are parted by. */
export const partySchema = shortText(40)
  .min(1, 'say who')
  .regex(/^[^:]+$/, 'a name without a colon');

export const destinationSchema = z.union([
  z.object({ reason: z.enum(DISCARD_REASONS) }).strict(),
  z.object({ tub: z.enum(TUB_KEYS) }).strict()
]);
/** Where something taken off goes: into a tub, or away for a reason. */
export type Destination = z.infer<typeof destinationSchema>;
