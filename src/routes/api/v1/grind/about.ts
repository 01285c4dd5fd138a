import { z } from 'zod';
import { CURE_RULES, CURE_STRENGTH, SPECIES_KEYS, TUB_KEYS } from '$core/reference';
import { grams as branded } from '$core/units';
import { get, post, type About } from '$lib/server/http/openapi';
import { grams, share } from '$lib/server/http/parts';

const massIn = z
  .number()
  .int('whole grams')
  .min(0, 'not below zero')
  .max(2_000_000, 'at most 2 000 000 g')
  .transform(branded);

export const blendAskSchema = z.strictObject({
  lots: z
    .array(
      z.strictObject({
        id: z.string().min(1).max(120),
        have: massIn,
        fat: share,
        bought: z.boolean().optional(),
        asNeeded: z.boolean().optional().describe('own, but taken only as it is needed'),
        perKg: z.number().min(0).max(1_000_000).optional().describe('what a kilogram of it costs'),
        days: z.number().int().min(0).max(10_000).optional().describe('since it was killed or bought')
      })
    )
    .min(1, 'say what there is')
    .max(60, 'at most 60 lots'),
  aim: share,
  how: z.enum(['near', 'atMost']),
  total: massIn.optional().describe('of meat and fat; without it all own trim goes in'),
  least: z.enum(['bought', 'cost']).default('bought')
});
export const blendSchema = z.strictObject({
  parts: z.array(z.strictObject({ id: z.string(), grams })),
  total: grams,
  fat: share,
  bought: grams,
  cost: z.number().int(),
  met: z.boolean().describe('the aim is met; where not, this is the nearest that can be'),
  why: z.enum(['lean', 'fat', 'short']).optional()
});

export const mixAskSchema = z.strictObject({
  recipe: z.string().min(1).max(41),
  meat: massIn,
  strength: z
    .number()
    .min(CURE_STRENGTH.min, 'at least 0.2 %')
    .max(CURE_STRENGTH.max, 'at most 10 %: that is no cure salt')
    .optional(),
  dose: z.number().min(0.1).max(20_000).optional().describe('of cure salt, where it is not the proposed one')
});
export const mixSchema = z.strictObject({
  measures: z.array(
    z.strictObject({
      kind: z.enum(['salt', 'cure', 'seasoning', 'water', 'casing']),
      name: z.string(),
      grams: z.number().describe('to a tenth'),
      metres: z.number().optional().describe('of casing')
    })
  ),
  total: grams,
  nitrite: z.number(),
  salt: z.number(),
  casing: z.number().optional(),
  faults: z.array(z.looseObject({ code: z.enum(['over', 'strength', 'fresh', 'little', 'salty']) })),
  rule: z.enum(CURE_RULES),
  batches: z.strictObject({ each: z.array(grams), fills: z.number().int() })
});

export const trimSchema = z.strictObject({
  runs: z.array(
    z.strictObject({
      lots: z.array(
        z.strictObject({
          id: z.string(),
          animal: z.string(),
          code: z.string(),
          species: z.enum(SPECIES_KEYS),
          tub: z.enum(TUB_KEYS),
          have: grams,
          days: z.number().int().optional(),
          owner: z.string().optional(),
          held: z.string().optional(),
          fat: share,
          items: z.array(z.strictObject({ id: z.string(), grams, cut: z.string().optional() }))
        })
      ),
      grams,
      held: z.string().optional(),
      clean: z.enum(['kind', 'owner', 'held']).optional(),
      little: z.boolean()
    })
  ),
  leftIn: z.array(z.strictObject({ machine: z.string(), item: z.string(), grams }))
});

export const about: About = {
  paths: {
    '/grind/trim': get(
      'Meat that waits to be ground, in the order in which it goes through the machine',
      'Trim'
    ),
    '/grind/blend': { post: post('What goes into a grind for a share of fat', 'BlendAsk', 'Blend', 200) },
    '/grind/mix': { post: post('What is weighed out by a recipe', 'MixAsk', 'Mix', 200, 404) }
  },
  schemas: {
    Trim: trimSchema,
    BlendAsk: blendAskSchema,
    Blend: blendSchema,
    MixAsk: mixAskSchema,
    Mix: mixSchema
  }
};
