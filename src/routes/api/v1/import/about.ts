import { z } from 'zod';
import { content, problems, ref, type About } from '$lib/server/http/openapi';

export const importedSchema = z.strictObject({ entries: z.number().int() });

export const about: About = {
  paths: {
    '/import/book.jsonl': {
      post: {
        summary: 'Take a book into an empty larder, all or nothing',
        requestBody: { required: true, content: content('application/x-ndjson', { type: 'string' }) },
        responses: {
          201: { description: 'Taken', content: content('application/json', ref('Imported')) },
          ...problems(409, 413, 415, 422, 503, 507)
        }
      }
    }
  },
  schemas: { Imported: importedSchema }
};
