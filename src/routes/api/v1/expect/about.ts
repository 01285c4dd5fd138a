import { z } from 'zod';
import { STAGES } from '$core/reference';
import { MAX_GRAMS } from '$core/units';
import { yieldFactsSchema } from '$core/yield';
import { grams, ratio, intervalSchema } from '$lib/server/http/parts';
import { post, type About } from '$lib/server/http/openapi';

/** Facts of an animal, and if wanted a weight at a stage to turn ratios into grams. */
export const expectSchema = yieldFactsSchema.extend({
  weight: z.object({ grams: z.number().int().min(1).max(MAX_GRAMS), stage: z.enum(STAGES) }).optional()
});

const modelledStage = z.strictObject({ grams, relativeSd: ratio, modelled: z.boolean() });

export const expectationSchema = z.strictObject({
  condition: z.number().int(),
  conditionGuessed: z.boolean(),
  softTissue: ratio,
  cleanRatio: ratio,
  trimShare: ratio,
  stages: z.strictObject({ live: modelledStage, dressed: modelledStage, hanging: modelledStage }).optional(),
  boneless: intervalSchema,
  frame: intervalSchema,
  parts: z.array(
    z.strictObject({
      part: z.string(),
      share: ratio,
      taken: intervalSchema,
      side: intervalSchema.optional(),
      boneless: intervalSchema,
      sides: z.strictObject({ left: intervalSchema, right: intervalSchema }).optional()
    })
  )
});

export const about: About = {
  paths: {
    '/expect': { post: post('What to expect of an animal', 'Expect', 'Expectation', 200) }
  },
  schemas: { Expect: expectSchema, Expectation: expectationSchema }
};
