import { z } from 'zod';
import { shortText } from '$core/book';
import { DAY_ORDERS, PAST_FIELDS, PAST_UNITS } from '$core/past';
import { SPECIES_KEYS } from '$core/reference';
import { TABLE_BOUNDS } from '$lib/server/files/table';
import { content, get, path, post, problems, ref, type About } from '$lib/server/http/openapi';

const rows = z
  .array(z.array(z.string().max(TABLE_BOUNDS.cell)).max(TABLE_BOUNDS.columns, 'at most 60 columns'))
  .min(1, 'an empty list')
  .max(TABLE_BOUNDS.rows, 'at most 1000 rows at once');

export const sheetsSchema = z.strictObject({
  sheets: z.array(z.strictObject({ name: z.string(), rows: z.array(z.array(z.string())) }))
});

/** An old list with how it is to be read. */
export const pastSchema = z.object({
  rows,
  reading: z.object({
    heading: z.boolean(),
    columns: z.array(z.enum(PAST_FIELDS).nullable()).max(TABLE_BOUNDS.columns),
    unit: z.enum(PAST_UNITS, 'say in which unit the weights are'),
    days: z.enum(DAY_ORDERS, 'say how the days are written')
  }),
  /** What words of the list mean that name no species here. */
  species: z.record(z.string().max(TABLE_BOUNDS.cell), z.enum(SPECIES_KEYS)).default({}),
  /** Weights that are far off have been looked at, and are right. */
  sure: z.boolean().default(false),
  /** Its meat still lies in the freezer; else it counts as eaten. */
  here: z.boolean().default(false),
  hand: shortText(60).min(1).optional()
});

export const pastTakenSchema = z.strictObject({ id: z.string(), animals: z.number().int() });
export const pastListsSchema = z.strictObject({
  lists: z.array(
    z.strictObject({ id: z.string(), made: z.number().int(), animals: z.number().int(), hand: z.string() })
  )
});
export const pastGoneSchema = z.strictObject({ animals: z.number().int() });

export const about: About = {
  paths: {
    '/past/read': {
      post: {
        summary: 'Read a CSV file or an .xlsx workbook into sheets of text; nothing is kept',
        requestBody: {
          required: true,
          content: content('application/octet-stream', { type: 'string', contentEncoding: 'binary' })
        },
        responses: {
          200: { description: 'Its sheets', content: content('application/json', ref('Sheets')) },
          ...problems(413, 422)
        }
      }
    },
    '/past': {
      ...get('Old lists that stand in the book', 'PastLists'),
      post: post('Take an old list of animals in, whole or not at all', 'Past', 'PastTaken', 201, 409)
    },
    '/past/{id}': {
      delete: {
        summary: 'Take an old list back whole',
        parameters: [path('id')],
        responses: {
          200: { description: 'Taken back', content: content('application/json', ref('PastGone')) },
          ...problems(404, 409, 503, 507)
        }
      }
    }
  },
  schemas: {
    Sheets: sheetsSchema,
    Past: pastSchema,
    PastTaken: pastTakenSchema,
    PastLists: pastListsSchema,
    PastGone: pastGoneSchema
  }
};
