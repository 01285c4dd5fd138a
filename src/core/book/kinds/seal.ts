import { z } from 'zod';
import { ofEither } from '../fields';
import { booked, sourceOf } from '../move';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { subjectOf } from '../subject';
import type { KindRules } from './kind';

/** The seal of a pack was looked at, the day after as a rule: it holds, or it leaks and was made anew. No mass moves. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  ofEither.extend({
    kind: z.literal('seal'),
    item: z.string().max(80),
    tight: z.boolean()
  })
);
type I = z.infer<typeof schema>;

export const rules: KindRules<I> = {
  refers: (intent) => [subjectOf(intent), intent.item],
  derive: (state, intent) => {
    const found = sourceOf(state, intent.item, subjectOf(intent), 'pack');
    return 'refusal' in found ? refuse(found.refusal) : booked();
  },
  effects: ({ at, intent: { item, tight } }) => ({
    changes: [
      [item, (was) => ({ ...was, seal: { at, tight, leaks: (was.seal?.leaks ?? 0) + (tight ? 0 : 1) } })]
    ]
  }),
  speaks: true
};
