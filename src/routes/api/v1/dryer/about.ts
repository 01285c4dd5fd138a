import { z } from 'zod';
import { content, path, problems, ref, type About } from '$lib/server/http/openapi';
import { grams, moment } from '$lib/server/http/parts';

export const dryerSchema = z.strictObject({
  weighings: z.array(z.strictObject({ at: moment, grams })),
  simulated: z.literal(true)
});

export const about: About = {
  paths: {
    '/dryer/{batch}': {
      get: {
        summary:
          'What the stand-in for a dryer has weighed of a batch; 409 where the larder has no stand-ins',
        responses: {
          200: {
            description: 'Its log, the oldest first',
            content: content('application/json', ref('Dryer'))
          },
          ...problems(404, 409)
        }
      },
      parameters: [path('batch', 'A batch of jerky')]
    }
  },
  schemas: { Dryer: dryerSchema }
};
