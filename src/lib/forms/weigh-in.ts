import { z } from 'zod';
import { idSchema } from '$core/book';
import { PARTS_ALONE, WEIGH_STAGES, stagesOf } from './choices';
import { factsFields } from './facts';
import { assuredField } from './sure';

/** The weigh-in form. Ids are made when the page is made, so that pressing twice books once. */
export const weighInSchema = z
  .object({
    ...factsFields,
    /** Animals in a lot of small game or birds. */
    count: z
      .string()
      .trim()
      .regex(/^[1-9]\d{0,2}$/, 'how many: 1 to 999')
      .default('1'),
    animal: idSchema,
    entry: idSchema,
    item: idSchema,
    stage: z.enum(WEIGH_STAGES, 'choose a stage').default('hanging'),
    weight: z.string().trim().min(1, 'how much does it weigh?').max(40, 'too long for a weight'),
    how: z.enum(['typed', 'estimated']).default('typed'),
    assured: assuredField,
    part: z.enum(PARTS_ALONE).default('hindLeg'),
    side: z.enum(['left', 'right']).default('left')
  })
  .refine((f) => stagesOf(f.species).includes(f.stage), {
    path: ['stage'],
    message: 'not a stage of this animal: choose another'
  });
