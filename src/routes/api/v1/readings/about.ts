import { z } from 'zod';
import { momentSchema } from '$core/book';
import { COLUMN_ROLES } from '$core/probe';
import { share, moment, celsius, gapSchema } from '$lib/server/http/parts';
import { content, get, path, post, query, ref, word, type About } from '$lib/server/http/openapi';

export const readingsSchema = z.strictObject({
  points: z.array(
    z.strictObject({
      at: moment,
      air: celsius.nullable(),
      low: celsius.nullable(),
      high: celsius.nullable(),
      core: celsius.nullable(),
      rh: share.nullable()
    })
  )
});

/** One reading by hand. Degrees Celsius; humidity in per cent. */
export const handReadingSchema = z.object({
  place: z.string().max(80),
  at: momentSchema.optional(),
  air: z.number().optional(),
  core: z.number().optional(),
  rh: z.number().min(0, 'not below 0 %').max(100, 'at most 100 %').optional(),
  /** A core far from what the model has was looked at again, and stands. */
  sure: z.boolean().optional()
});

export const takenSchema = z.strictObject({ added: z.number().int(), known: z.number().int(), at: moment });

/** A logger's file: looked at, or taken in. */
export const importSchema = z.object({
  /** What is in it; or its bytes. */
  text: z
    .string()
    .max(2 * 1024 * 1024)
    .optional(),
  /** The file as it came, in base64: it is kept so when it is taken in. */
  bytes: z
    .base64('not base64')
    .max(2 * 1024 * 1024)
    .optional(),
  /** What the file is called. */
  name: z.string().trim().max(200).default(''),
  place: z.string().max(80),
  timeZone: z.string().max(60).optional(),
  unit: z.enum(['C', 'F']).optional(),
  order: z.enum(['ymd', 'dmy', 'mdy']).optional(),
  /** What each column is, where the guess was wrong. */
  roles: z.array(z.enum(COLUMN_ROLES)).max(200).optional(),
  /** Only looked at: what is in it, and what would be left out. */
  look: z.boolean().default(true),
  /** A core far from what the model has was looked at again, and stands. */
  sure: z.boolean().optional()
});

export const importedReadingsSchema = z.strictObject({
  columns: z.array(
    z.strictObject({
      name: z.string(),
      role: z.enum(COLUMN_ROLES),
      sample: z.string(),
      picture: z
        .array(z.number().nullable())
        .describe('its figures as they stand in the file, thinned to 64 at most; none of a column of words')
    })
  ),
  rolesAsked: z.boolean().describe('no column says that it is a temperature: ask which one is'),
  unit: z.enum(['C', 'F']),
  unitAsked: z.boolean().describe('nothing in the file says so: ask'),
  order: z.enum(['ymd', 'dmy', 'mdy', 'epoch']).describe('epoch: seconds or milliseconds since 1970'),
  orderAsked: z.boolean(),
  delimiter: z.string(),
  decimalComma: z.boolean(),
  zoned: z.boolean(),
  rows: z.number().int(),
  good: z.number().int(),
  left: z.record(z.string(), z.number().int()).describe('rows left out, by why'),
  leftRows: z
    .array(z.strictObject({ line: z.number().int().describe('from 1'), why: z.string(), text: z.string() }))
    .describe('the first 60 of them, as they stood'),
  outOfOrder: z.number().int(),
  clockChange: z.number().int(),
  gaps: z.array(gapSchema),
  gapCount: z.number().int(),
  from: moment.nullable(),
  to: moment.nullable(),
  shown: z.array(
    z.strictObject({ at: moment, air: celsius.optional(), core: celsius.optional(), rh: share.optional() })
  ),
  taken: z.strictObject({ added: z.number().int(), known: z.number().int() }).optional()
});

export const loggerFilesSchema = z.strictObject({
  files: z.array(
    z.strictObject({
      sha256: z.string(),
      place: z.string(),
      name: z.string(),
      at: moment.describe('taken in; milliseconds since the epoch'),
      size: z.number().int().describe('bytes'),
      readings: z.number().int()
    })
  )
});

export const about: About = {
  paths: {
    '/readings': {
      ...get('A span of readings, brought down to some points', 'Readings', [
        word('place', 'room:<key>, room:field, or animal:<id or code>', true),
        query('from', 'milliseconds since the epoch', true),
        query('to', 'milliseconds since the epoch', true),
        query('points', 'At most 2000; 400 unless said')
      ]),
      post: post('One reading by hand', 'HandReading', 'Taken', 201, 404)
    },
    '/readings/import': {
      post: {
        ...post('Look at a logger’s file, or take it in', 'Import', 'ImportedReadings', 201, 404, 409),
        requestBody: {
          required: true,
          description:
            'The file as it is, up to 48 MB, with what is said of it in the address (`place`, `look`, `timeZone`, `unit`, `order`, `roles`, `name`, `sure`); or, up to 2 MB, all of it as JSON',
          content: {
            ...content('application/json', ref('Import')),
            ...content('application/octet-stream', { type: 'string', format: 'binary' }),
            ...content('text/csv', { type: 'string' })
          }
        }
      }
    },
    '/readings/files': get('Files of loggers that were taken in, newest first', 'LoggerFiles'),
    '/readings/files/{sha256}': {
      ...get('A logger’s file as it came', 'application/octet-stream'),
      parameters: [path('sha256', 'The SHA-256 of its bytes')]
    }
  },
  schemas: {
    Readings: readingsSchema,
    HandReading: handReadingSchema,
    Taken: takenSchema,
    Import: importSchema,
    ImportedReadings: importedReadingsSchema,
    LoggerFiles: loggerFilesSchema
  }
};
