import { z } from 'zod';
import { PROBED } from '$lib/server/devices/kitchen';
import { content, problems, query, ref, word, type About } from '$lib/server/http/openapi';

export const probeQuery = z.strictObject({
  what: z.enum(PROBED).default('mince'),
  batch: z.string().max(80).optional(),
  since: z.coerce.number().int().min(0).optional()
});
export const probeSchema = z.strictObject({
  celsius: z.number(),
  simulated: z.literal(true)
});

export const about: About = {
  paths: {
    '/probe': {
      get: {
        summary: 'What the stand-in for a stab probe reads; 409 where the larder has no stand-ins',
        responses: {
          200: { description: '°C', content: content('application/json', ref('Probe')) },
          ...problems(409, 422)
        }
      },
      parameters: [
        word('what', 'What it is put into; mince without a word', false, PROBED),
        word('batch', 'A batch that cooks: its id'),
        query('since', 'When the work was begun, ms')
      ]
    }
  },
  schemas: { Probe: probeSchema }
};
