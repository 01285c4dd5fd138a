import { z } from 'zod';
import { askSchema } from '$lib/server/bench-scale';
import { get, post, type About } from '$lib/server/http/openapi';

/** What may be asked of the scale: its tare, and of the stand-in a piece, any weight, or a restless table. */
export const scaleActionSchema = z.discriminatedUnion('action', [
  z.object({ action: z.literal('ask'), ask: askSchema }),
  z.object({ action: z.literal('lay'), grams: z.number().int().min(0).max(1_000_000) }),
  z.object({ action: z.literal('noise'), on: z.boolean() }),
  z.object({ action: z.literal('tare') })
]);

export const about: About = {
  paths: {
    '/scale': {
      post: post('Tare the scale; lay a weight on the stand-in', 'ScaleAction', undefined, 200, 409)
    },
    '/scale/stream': get(
      'Lines of the scale and the number of each new entry, as server-sent events',
      'text/event-stream'
    )
  },
  schemas: { ScaleAction: scaleActionSchema }
};
