import { z } from 'zod';
import { content, get, problems, query, ref, path, word, type About } from '$lib/server/http/openapi';

export const photoSchema = z.strictObject({
  photo: z.string().describe('the name it is known by'),
  width: z.number().int(),
  height: z.number().int()
});

export const about: About = {
  paths: {
    '/photos': {
      post: {
        summary: 'Take a photograph in; its name goes into a note',
        parameters: [query('keepPlace', '1 keeps where it was taken; else it is left out')],
        requestBody: {
          required: true,
          content: content('image/*', { type: 'string', contentEncoding: 'binary' })
        },
        responses: {
          201: { description: 'Kept', content: content('application/json', ref('Photo')) },
          ...problems(413, 422, 503, 507)
        }
      }
    },
    '/photos/{file}': {
      ...get('A photograph', 'image/jpeg', [
        word('size', 'As lists show it, or as it is kept', false, ['small', 'kept'])
      ]),
      parameters: [path('file')]
    }
  },
  schemas: { Photo: photoSchema }
};
