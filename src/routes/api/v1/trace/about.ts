import { z } from 'zod';
import { CLASSES } from '$core/reference';
import { get, path, word, type About } from '$lib/server/http/openapi';
import { grams } from '$lib/server/http/parts';

export const backQuery = z.strictObject({
  before: z
    .string()
    .regex(/^\d+\.\d+$/)
    .optional()
});
export const forwardQuery = z.strictObject({ after: z.string().max(300).optional() });

export const backSchema = z.strictObject({
  item: z.looseObject({ id: z.string(), kind: z.string(), owner: z.string() }),
  whose: z
    .array(
      z.strictObject({
        origin: z.string(),
        kind: z.enum(['animal', 'store', 'other']),
        name: z.string().describe('an animal’s code, or what was bought'),
        held: z.string().nullable(),
        grams: grams.describe('of all that ever went into the item')
      })
    )
    .describe('the heaviest first; they add up to all that went into the item'),
  flows: z.array(
    z.strictObject({
      seq: z.number().int(),
      entry: z.string(),
      kind: z.string(),
      at: z.number().int(),
      hand: z.string(),
      from: z.string(),
      to: z.string(),
      origin: z.string(),
      class: z.enum(CLASSES),
      grams
    })
  ),
  next: z.string().optional().describe('`before` of the next page')
});

/** Where grams are. */
export const lyingSchema = z.strictObject({
  account: z.string(),
  how: z.string().describe('in an item; given, with, eaten, sample, store, loss or field'),
  party: z.string().optional(),
  reason: z.string().optional(),
  item: z.looseObject({ id: z.string(), kind: z.string(), owner: z.string() }).optional(),
  class: z.enum(CLASSES),
  grams,
  own: grams.describe('of them the origin’s own, by proportion')
});
export const forwardSchema = z.strictObject({
  origin: z.string(),
  rows: z.array(lyingSchema),
  next: z.string().optional().describe('`after` of the next page')
});
export const about: About = {
  paths: {
    '/trace/back/{item}': get('Whose meat an item is, and every flow it came by', 'TraceBack', [
      path('item', 'Id of an item: a pack, a batch, a piece, a tub'),
      word('before', 'Where the page begins')
    ]),
    '/trace/forward/{origin}': get('Where every gram of an animal or store lot is', 'TraceForward', [
      path('origin', 'Id or code of an animal, or id of a store lot'),
      word('after', 'Where the page begins')
    ]),
    '/trace/epcis.jsonld': get(
      'All that was moved, as events of EPCIS 2.0 in JSON-LD',
      'application/ld+json'
    ),
    '/trace/epcis/{subject}': get(
      'A batch, or any item: how it came to be and what became of it, as events of EPCIS 2.0',
      'application/ld+json',
      [path('subject', 'Id of a batch or an item')]
    )
  },
  schemas: { TraceBack: backSchema, TraceForward: forwardSchema }
};
