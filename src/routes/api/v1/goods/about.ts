import { z } from 'zod';
import { get, type About } from '$lib/server/http/openapi';
import { grams, moment, share } from '$lib/server/http/parts';

export const goodsSchema = z.strictObject({
  goods: z.array(
    z.looseObject({
      id: z.string(),
      kind: z.literal('store'),
      what: z.string(),
      name: z.string(),
      left: grams.describe('of it that still lies here'),
      bought: grams.describe('what was bought of it'),
      boughtAt: moment,
      held: z.string().nullable(),
      price: z.number().int().optional(),
      currency: z.string().optional(),
      fat: share.optional(),
      strength: share.optional(),
      supplier: z.string().optional(),
      supplierLot: z.string().optional(),
      allergens: z.array(z.string()).optional()
    })
  )
});

export const about: About = {
  paths: {
    '/goods': get('What was bought and is not used up: fat, salt, cure, seasonings, casings', 'Goods')
  },
  schemas: { Goods: goodsSchema }
};
