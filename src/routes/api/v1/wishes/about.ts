import { z } from 'zod';
import {
  READY_MADE,
  amountSchema,
  contradictionsOf,
  cutWishSchema,
  sizeSchema,
  wishRowSchema,
  wishSchema
} from '$core/plan';
import { content, get, path, post, ref, type About } from '$lib/server/http/openapi';

export const wishesSchema = z.strictObject({
  wishes: z.array(wishSchema),
  readyMade: z.array(
    z.strictObject({
      key: z.enum(READY_MADE),
      rows: wishSchema.shape.rows,
      rest: wishSchema.shape.rest
    })
  )
});
export const keptSchema = z.strictObject({
  wish: wishSchema,
  contradictions: z
    .array(z.strictObject({ at: z.string(), why: z.string() }))
    .describe('what does not go together, at its place; a plan does without it')
});

/** A wish that was kept, with what in it contradicts itself. */
export const kept = (wish: z.infer<typeof wishSchema>): z.infer<typeof keptSchema> => ({
  wish,
  contradictions: contradictionsOf(wish).map(({ at, why }) => ({ at: `/${at.join('/')}`, why }))
});

export const about: About = {
  paths: {
    '/wishes': {
      ...get(
        'What households and guests want of the meat, the newest first; and the ready-made rows',
        'Wishes'
      ),
      post: post('Keep a wish; the same id again is the same wish', 'Wish', 'WishKept', 200)
    },
    '/wishes/{id}': {
      delete: {
        summary: 'Take a wish out of the list; plans keep it as it stood',
        responses: { 200: { description: 'Taken out', content: content('application/json', ref('Wishes')) } }
      },
      parameters: [path('id', 'The wish’s id')]
    }
  },
  schemas: {
    PieceSize: sizeSchema,
    WishAmount: amountSchema,
    WishRow: wishRowSchema,
    CutWish: cutWishSchema,
    Wish: wishSchema,
    Wishes: wishesSchema,
    WishKept: keptSchema
  }
};
