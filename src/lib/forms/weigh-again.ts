import { z } from 'zod';
import { idSchema } from '$core/book';
import { PARTS_ALONE } from './choices';
import { assuredField } from './sure';

const weight = z.string().trim().max(40, 'too long for a weight');

/** One more weighing of a whole carcass, or something kept beside it. */
export const weighAgainSchema = z.object({
  entry: idSchema,
  what: z.enum(['again', 'dressed', 'hanging', 'offal', 'hide', 'part', 'first']).default('again'),
  assured: assuredField,
  weight: weight.min(1, 'how much does it weigh?'),
  hide: weight.default(''),
  part: z.enum(PARTS_ALONE).default('hindLeg'),
  side: z.enum(['left', 'right']).default('left')
});
