import { z } from 'zod';
import { shortText } from '$core/book';
import { content, get, path, post, problems, word, type About } from '$lib/server/http/openapi';
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
export const holdAllSchema = z.strictObject({
  note: shortText(300).min(1, 'say why'),
  device: shortText(60).min(1).default('page'),
  hand: shortText(60).min(1).optional()
});
export const heldAllSchema = z.strictObject({ subject: z.string(), held: z.number().int() });

const subject = path('subject', 'Id or code of an animal, or id of a batch or store lot');
export const about: About = {
  paths: {
    '/recall/{subject}': {
      ...get('All that a recall takes: whole batches, and who has what', 'Recall', [
        subject,
        word('after', 'Where the page begins')
      ]),
      post: {
        ...post(
          'Hold it and every batch that it touched, in one transaction',
          'HoldAll',
          'HeldAll',
          200,
          404,
          409
        ),
        parameters: [subject]
      }
    },
    '/recall/{subject}/list.csv': get('The list of a recall, a line a thing', 'text/csv', [subject]),
    '/recall/{subject}/list.pdf': {
      get: {
        summary: 'The list of a recall on paper, with a box for everybody who has some',
        parameters: [subject],
        responses: {
          200: {
            description: 'The list',
            content: content('application/pdf', { type: 'string', format: 'binary' })
          },
          ...problems(404)
        }
      }
    }
  },
  schemas: { Recall: recallSchema, HoldAll: holdAllSchema, HeldAll: heldAllSchema }
};
