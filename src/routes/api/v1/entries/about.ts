import { z } from 'zod';
import { bookedSchema, draftSchema, postingSchema } from '$core/book';
import { content, post, ref, refusalSchema, type About } from '$lib/server/http/openapi';

export const MAX_BATCH = 500;

export const resultsSchema = z.strictObject({
  /** Milliseconds that the larder's clock is ahead of the device's, where that is much: its entries have the larder's time. */
  clock: z.strictObject({ off: z.int() }).optional(),
  results: z.array(
    z.strictObject({
      status: z.enum(['booked', 'already-booked', 'refused']),
      id: z.string().nullable(),
      entry: bookedSchema.optional(),
      refusal: refusalSchema.optional(),
      errors: z.array(z.strictObject({ path: z.string(), message: z.string() })).optional()
    })
  )
});

export const about: About = {
  paths: {
    '/entries': {
      post: {
        ...post('Book one entry, or up to 500 in order', 'Entry', 'Results', 200, 409),
        parameters: [
          {
            name: 'device-now',
            in: 'header',
            required: false,
            description: 'what the clock shows that dated the entries, ms since the epoch',
            schema: { type: 'integer' }
          },
          {
            name: 'pressed-by',
            in: 'header',
            required: false,
            description:
              'id of whoever was signed in when the entries were pressed; refused (403) where somebody else is signed in',
            schema: { type: 'string' }
          }
        ],
        requestBody: {
          required: true,
          content: content('application/json', {
            oneOf: [ref('Entry'), { type: 'array', minItems: 1, maxItems: 500, items: ref('Entry') }]
          })
        }
      }
    }
  },
  schemas: { Entry: draftSchema, BookedEntry: bookedSchema, Posting: postingSchema, Results: resultsSchema }
};
