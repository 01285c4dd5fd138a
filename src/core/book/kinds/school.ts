import { z } from 'zod';
import { shortText } from '../short-text';
import { whole } from '../fields';
import { saidOf } from '../move';
import { schemaOf } from '../schema-of';
import type { KindRules } from './kind';

/** Goes on with a carcass, lot or part by another order of work; what is off stays off. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  whole.extend({
    kind: z.literal('school'),
    item: z.string().max(80),
    by: shortText(60).min(1, 'say which')
  })
);
type I = z.infer<typeof schema>;

export const rules: KindRules<I> = {
  refers: ({ animal, item }) => [animal, item],
  derive: (state, { item, animal }) => saidOf(state, item, animal),
  effects: ({ intent: { item, by } }) => ({ changes: [[item, (was) => ({ ...was, school: by })]] }),
  within: true
};
