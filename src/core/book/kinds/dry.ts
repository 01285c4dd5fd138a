import { z } from 'zod';
import { ofPool } from '../fields';
import { schemaOf } from '../schema-of';
import { readingSchema } from '../reading';
import type { KindRules } from './kind';
import { lighten } from './lighter';

/** A batch weighed as it dries: what is gone is water. The raw grams count. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  ofPool.extend({
    kind: z.literal('dry'),
    item: z.string().max(80),
    /** What it weighs now. */
    reading: readingSchema
  })
);
type I = z.infer<typeof schema>;

export const rules: KindRules<I> = {
  refers: ({ pool, item }) => [pool, item],
  derive: (state, intent) => lighten(state, intent, 'drying', 'batch', 'piece')
};
