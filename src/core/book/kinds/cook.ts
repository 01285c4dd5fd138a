import { z } from 'zod';
import { ofPool } from '../fields';
import { celsiusSchema, readingSchema } from '../reading';
import { schemaOf } from '../schema-of';
import type { KindRules } from './kind';
import { lighten } from './lighter';

/** A batch weighed after it was cooked, smoked or rendered: what is gone has cooked away. The raw grams count. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  ofPool.extend({
    kind: z.literal('cook'),
    item: z.string().max(80),
    /** What it weighs now. */
    reading: readingSchema,
    /** Warmest that its core was read, °C. */
    core: celsiusSchema.optional()
  })
);
type I = z.infer<typeof schema>;

export const rules: KindRules<I> = {
  refers: ({ pool, item }) => [pool, item],
  derive: (state, intent) => lighten(state, intent, 'cooking', 'batch', 'piece')
};
