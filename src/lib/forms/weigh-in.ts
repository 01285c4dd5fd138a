import { z } from 'zod';
import { idSchema } from '$core/book';
import { PARTS_ALONE } from './choices';
import { factsFields } from './facts';

export const WEIGH_STAGES = ['hanging', 'dressed', 'live', 'part'] as const;

/** The weigh-in form. Ids are made when the page is made, so that pressing twice books once. */
export const weighInSchema = z.object({
  ...factsFields,
  animal: idSchema,
  entry: idSchema,
  item: idSchema,
  stage: z.enum(WEIGH_STAGES, 'choose a stage').default('hanging'),
  weight: z.string().trim().min(1, 'how much does it weigh?').max(40, 'too long for a weight'),
  how: z.enum(['typed', 'estimated']).default('typed'),
  part: z.enum(PARTS_ALONE).default('hindLeg'),
  side: z.enum(['left', 'right']).default('left')
});

/** Words for what is wrong with a typed mass. */
export const MASS_FAULTS = {
  empty: 'how much does it weigh?',
  notANumber: 'not a weight: write 46.2, or 46.2 kg',
  negative: 'a weight is not below zero',
  tooHeavy: 'more than two tonnes: is the unit right?',
  unknownUnit: 'unknown unit: kg, g, lb or oz'
} as const;
