import { z } from 'zod';
import { STAGES } from '$core/reference';
import { MAX_GRAMS, type Grams } from '$core/units';
import { shortText } from './short-text';
import { schemaOf } from './schema-of';

/** Whole grams as somebody books them. */
export const gramsSchema = /* @__PURE__ */ schemaOf(() =>
  z
    .number()
    .int('whole grams')
    .min(0, 'not below zero')
    .max(MAX_GRAMS, 'at most 2 000 000 g')
    .transform((n) => n as Grams)
);

/** What was seen on a scale, or said without one. `grams` is gross; the net is grams − tare. */
export const readingSchema = /* @__PURE__ */ schemaOf(() =>
  z
    .object({
      grams: gramsSchema,
      tare: gramsSchema.optional(),
      stage: z.enum(STAGES).optional(),
      how: z.enum(['scale', 'typed', 'estimated', 'model']),
      device: shortText(40).optional(),
      steady: z.boolean().optional(),
      /** What lay on the larder's own scale, by its number: it is booked once. */
      plate: shortText(40).optional(),
      /** Said by a stand-in, not weighed. */
      simulated: z.literal(true).optional()
    })
    .refine((r) => (r.tare ?? 0) <= r.grams, {
      path: ['tare'],
      message: 'the tare is heavier than the reading'
    })
);
export type Reading = z.infer<typeof readingSchema>;

/**
 * Net grams of a reading.
 * @example net({ grams: 1500, tare: 215, how: 'scale' }) // 1285
 */
export const net = (reading: Reading): Grams => (reading.grams - (reading.tare ?? 0)) as Grams;

/** °C as a probe reads it, in meat, in a pot, in a smoker. */
export const celsiusSchema = /* @__PURE__ */ schemaOf(() =>
  z.number().min(-40, 'from −40 °C').max(150, 'to 150 °C')
);
