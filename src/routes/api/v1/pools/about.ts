import { z } from 'zod';
import { CLASSES } from '$core/reference';
import { get, id, query, type About } from '$lib/server/http/openapi';
import { grams } from '$lib/server/http/parts';

export const querySchema = z.strictObject({
  limit: z.coerce.number().int().min(1).max(500).default(100),
  offset: z.coerce.number().int().min(0).default(0)
});

export const poolSchema = z.strictObject({
  id: z.string(),
  kind: z.enum(['batch', 'store', 'equipment']),
  what: z.string(),
  held: z.string().nullable().describe('why it is itself held back; what its origins say is not here'),
  lastSeq: z.number().int(),
  left: grams.describe('of it that still lies here')
});
export const poolsSchema = z.strictObject({ pools: z.array(poolSchema) });

export const contentSchema = z.strictObject({
  origin: z.string().describe('animal or store lot whose grams they are'),
  class: z.enum(CLASSES),
  grams
});
export const poolBookSchema = z.strictObject({
  pool: z.looseObject({ id: z.string(), kind: z.string(), what: z.string() }),
  items: z.array(z.looseObject({ id: z.string(), kind: z.string(), holds: z.array(contentSchema) })),
  boundary: z.array(z.strictObject({ id: z.string(), holds: z.array(contentSchema) }))
});

export const about: About = {
  paths: {
    '/pools': get('Batches, store lots and machines, newest first', 'Pools', [
      query('limit', 'At most 500; 100 unless said'),
      query('offset', 'How many to pass over')
    ]),
    '/pools/{id}': get('A pool: its items, and whose grams they hold', 'PoolBook', [id])
  },
  schemas: { Pools: poolsSchema, PoolBook: poolBookSchema }
};
