import { z } from 'zod';
import { CLASSES, SPECIES_KEYS } from '$core/reference';
import { KEEPS } from '$core/store';
import { content, get, path, problems, query, ref, word, type About } from '$lib/server/http/openapi';
import { grams, moment } from '$lib/server/http/parts';

/** Packs of one answer. */
export const MOST_PACKS = 2_000;

export const packsQuery = z.strictObject({
  in: z.string().max(80).optional(),
  limit: z.coerce.number().int().min(1).max(MOST_PACKS).default(MOST_PACKS),
  offset: z.coerce.number().int().min(0).default(0)
});
export const packSchema = z.strictObject({
  id: z.string(),
  code: z.string().describe('the short code of its label'),
  name: z.string(),
  of: z.union([z.strictObject({ animal: z.string() }), z.strictObject({ pool: z.string() })]),
  grams,
  class: z.enum(CLASSES),
  place: z.string().nullable(),
  packedAt: moment.nullable(),
  thawedAt: moment.nullable(),
  eatBy: moment.nullable(),
  keeps: z.enum(KEEPS),
  wrap: z.string().nullable(),
  for: z.string().nullable(),
  held: z.string().nullable(),
  species: z.array(z.enum(SPECIES_KEYS)),
  owners: z.array(z.string())
});
export const packsSchema = z.strictObject({ packs: z.array(packSchema) });

export const about: About = {
  paths: {
    '/packs': get('Packs that lie here, the oldest first', 'Packs', [
      word('in', 'One place alone: `at:<key>` of a freezer or shelf, `shelf:<name>`'),
      query('limit', 'At most 2000'),
      query('offset', 'How many to pass over')
    ]),
    '/packs/list.csv': get('The same as a table', 'text/csv'),
    '/packs/{id}': {
      get: {
        summary: 'A pack by the code on its label, or by its id',
        responses: {
          200: { description: 'The pack', content: content('application/json', ref('Pack')) },
          ...problems(404)
        }
      },
      parameters: [path('id', 'Nine signs such as 9Z21ZKSD9, or an id')]
    }
  },
  schemas: { Packs: packsSchema, Pack: packSchema }
};
