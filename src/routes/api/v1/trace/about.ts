import { z } from 'zod';
import { CLASSES } from '$core/reference';
import { get, word, type About } from '$lib/server/http/openapi';

const grams = z.number().int().describe('whole grams');
const path = (name: string, description: string) => ({
  name,
  in: 'path',
  required: true,
  description,
  schema: { type: 'string' }
});

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
  steps: z.array(
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

const lyingSchema = z.strictObject({
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
export const recallSchema = z.strictObject({
  subject: z.string(),
  batches: z
    .array(z.strictObject({ id: z.string(), kind: z.string(), what: z.string(), left: grams }))
    .describe('taken whole: a gram of the subject went into each, or into what it was made of'),
  rows: z.array(lyingSchema),
  next: z.string().optional()
});

export const about: About = {
  paths: {
    '/trace/back/{item}': get('Whose meat an item is, and every step it came by', 'TraceBack', [
      path('item', 'Id of an item: a pack, a batch, a piece, a tub'),
      word('before', 'Where the page begins')
    ]),
    '/trace/forward/{origin}': get('Where every gram of an animal or store lot is', 'TraceForward', [
      path('origin', 'Id or code of an animal, or id of a store lot'),
      word('after', 'Where the page begins')
    ]),
    '/recall/{subject}': get('All that a recall takes: whole batches, and who has what', 'Recall', [
      path('subject', 'Id or code of an animal, or id of a batch or store lot'),
      word('after', 'Where the page begins')
    ])
  },
  schemas: { TraceBack: backSchema, TraceForward: forwardSchema, Recall: recallSchema }
};
