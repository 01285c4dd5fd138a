import { z } from 'zod';
import { content, path, problems, query, ref, type About } from '$lib/server/http/openapi';

const count = z.number().int();

export const restoreSchema = z.discriminatedUnion('state', [
  z.strictObject({ state: z.literal('coming'), received: count.describe('bytes that have come') }),
  z.strictObject({
    state: z.literal('running'),
    stage: z.enum(['reading', 'booking', 'photographs', 'checking', 'taking over']),
    done: count,
    total: count.optional()
  }),
  z.strictObject({ state: z.literal('done'), entries: count }),
  z.strictObject({
    state: z.literal('failed'),
    why: z.discriminatedUnion('code', [
      z.strictObject({
        code: z.literal('fault'),
        part: z.string().describe('of the archive; empty of the file itself'),
        line: count.optional(),
        message: z.string()
      }),
      z.strictObject({ code: z.enum(['not-empty', 'stopped', 'broken']) }),
      z.strictObject({ code: z.literal('larder'), fault: z.enum(['read-only', 'full', 'busy']) })
    ])
  })
]);
export const restoreBegunSchema = z.strictObject({ id: z.uuid() });

const answer = (status: number, description: string, ...faults: number[]) => ({
  responses: {
    [status]: { description, content: content('application/json', ref('Restore')) },
    ...problems(...faults)
  }
});

export const about: About = {
  paths: {
    '/restores': {
      post: {
        summary: 'Begin to restore a backup into an empty larder',
        responses: {
          201: { description: 'Begun', content: content('application/json', ref('RestoreBegun')) },
          ...problems(409)
        }
      }
    },
    '/restores/{id}': {
      parameters: [path('id')],
      get: { summary: 'How it stands', ...answer(200, 'How it stands', 404) },
      put: {
        summary: 'The next piece of the file, at most 8 MB',
        parameters: [query('at', 'bytes that have come before it')],
        requestBody: {
          required: true,
          content: content('application/octet-stream', { type: 'string', contentEncoding: 'binary' })
        },
        ...answer(200, 'Taken', 404, 409, 413)
      },
      post: {
        summary: 'All of it has come: check it, and take it in whole or not at all',
        ...answer(202, 'Under way', 404, 409)
      },
      delete: { summary: 'Stop, and leave nothing behind', ...answer(200, 'Stopped', 404) }
    }
  },
  schemas: { Restore: restoreSchema, RestoreBegun: restoreBegunSchema }
};
