import { z } from 'zod';
import { moment } from '$lib/server/http/parts';
import { content, problems, ref, type About } from '$lib/server/http/openapi';

export const sealSchema = z.strictObject({
  code: z
    .string()
    .describe('five groups of four letters; an audit that is given it says whether it is of this larder'),
  at: moment,
  entries: z.number().int().describe('number of the newest entry')
});

export const about: About = {
  paths: {
    '/seal': {
      post: {
        summary: 'A code of how the larder stands now, to write down elsewhere',
        responses: {
          201: { description: 'The code', content: content('application/json', ref('Seal')) },
          ...problems(503, 507)
        }
      }
    }
  },
  schemas: { Seal: sealSchema }
};
