import { z } from 'zod';
import { askSchema } from '../bench-scale';

/** What may be asked of the scale: its tare, and of the stand-in a piece, any weight, or a restless table. */
export const scaleActionSchema = z.discriminatedUnion('action', [
  z.object({ action: z.literal('ask'), ask: askSchema }),
  z.object({ action: z.literal('lay'), grams: z.number().int().min(0).max(1_000_000) }),
  z.object({ action: z.literal('noise'), on: z.boolean() }),
  z.object({ action: z.literal('tare') })
]);
