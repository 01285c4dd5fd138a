import { z } from 'zod';
import { get, path, word, type About } from '$lib/server/http/openapi';
import { grams } from '$lib/server/http/parts';
import { lyingSchema } from '../trace/about';

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
    '/recall/{subject}': get('All that a recall takes: whole batches, and who has what', 'Recall', [
      path('subject', 'Id or code of an animal, or id of a batch or store lot'),
      word('after', 'Where the page begins')
    ])
  },
  schemas: { Recall: recallSchema }
};
