import { z } from 'zod';
import { onPlate } from '$core/bench';
import { isStandIn } from './devices/scale';
import type { House } from './larder';
import { historyOf, stateOf } from './repo/state';

/** What the bench waits for on the plate. */
export const askSchema = z.object({
  animal: z.string().max(60),
  /** The newest entry the bench knows: the same wish after another entry is another piece. */
  after: z.string().max(60),
  want: z.union([
    z.object({
      kind: z.literal('take'),
      cut: z.string().max(40),
      side: z.enum(['left', 'right', 'both']).optional(),
      from: z.string().max(60),
      boneIn: z.boolean().optional(),
      trimmed: z.boolean().optional()
    }),
    z.object({ kind: z.literal('sample'), item: z.string().max(60) }),
    z.object({ kind: z.literal('bone'), item: z.string().max(60) }),
    z.object({ kind: z.literal('trimmed'), item: z.string().max(60) }),
    z.object({ kind: z.literal('off'), item: z.string().max(60) }),
    z.object({ kind: z.literal('split'), item: z.string().max(60) }),
    z.object({ kind: z.literal('reweigh'), item: z.string().max(60) }),
    z.object({ kind: z.literal('stage'), item: z.string().max(60), stage: z.enum(['dressed', 'hanging']) }),
    z.object({ kind: z.literal('beside'), item: z.string().max(60), tub: z.enum(['offal', 'hide']) }),
    z.object({ kind: z.literal('nothing') })
  ])
});
export type Ask = z.infer<typeof askSchema>;

/**
 * Lays the piece that the bench asks for on the stand-in's plate, out of a hidden true animal. Demo only.
 * @returns whether it lies there or is on its way; `off`: the number of what had to be lifted off for it
 */
export async function layAsked(house: House, ask: Ask): Promise<{ laid: boolean; off?: string }> {
  const { scale, plates } = house;
  if (!house.demo || !isStandIn(scale)) return { laid: false };
  const key = JSON.stringify(ask);
  if (scale.asked === key) return { laid: true };
  scale.wish = key;
  const { db } = house.larder;
  const grams = onPlate(await stateOf(db, ask.animal), await historyOf(db, ask.animal), ask.animal, ask.want);
  // Somebody may have wished for something newer meanwhile.
  if (grams === undefined || scale.wish !== key) return { laid: false };
  const { lies } = plates;
  scale.lay(grams, key);
  return lies === undefined ? { laid: true } : { laid: true, off: lies };
}
