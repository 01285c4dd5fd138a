import { settingsSchema } from '$core/settings';
import { z } from 'zod';
import {
  DOUBTS,
  factsSchema,
  idSchema,
  momentSchema,
  readingSchema,
  shortText,
  draftSchema
} from '$core/book';
import { SIDES, STAGES } from '$core/reference';
import { MAX_GRAMS } from '$core/units';
import { yieldFactsSchema } from '$core/yield';

/** A new animal: its facts and its first weighing, whole or as a single part. */
export const newAnimalSchema = z
  .object({
    id: idSchema.optional(),
    entry: idSchema.optional(),
    at: momentSchema.optional(),
    hand: shortText(60).optional(),
    facts: factsSchema,
    reading: readingSchema,
    /** Questions answered with yes: `weight` where a doubtful weight is meant. */
    sure: z.array(z.enum(DOUBTS)).min(1).max(DOUBTS.length).optional(),
    /** Birds or small game taken together. */
    count: z.number().int().min(1).max(999).optional(),
    part: z
      .object({ cut: z.enum(['hindLeg', 'shoulder', 'neck', 'trunk']), side: z.enum(SIDES).optional() })
      .optional()
  })
  .refine((v) => v.part !== undefined || v.reading.stage !== undefined, {
    path: ['reading', 'stage'],
    message: 'say at which stage it was weighed'
  });

/** Facts of an animal, and if wanted a weight at a stage to turn ratios into grams. */
export const expectSchema = yieldFactsSchema.extend({
  weight: z.object({ grams: z.number().int().min(1).max(MAX_GRAMS), stage: z.enum(STAGES) }).optional()
});

export const MAX_BATCH = 500;
export { draftSchema };

/** Tools that the larder is without. */
export const kitSchema = z.strictObject({ missing: settingsSchema.shape.kitMissing });

/** What each empty tub weighs, in grams. */
export const tubsSchema = z.strictObject({ tares: settingsSchema.shape.tubTares });
