import { z } from 'zod';
import { ofEither } from '../fields';
import { saidOf } from '../move';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { under } from '$core/units';
import { subjectOf } from '../subject';
import type { BookState } from '../state';
import type { Derived } from '../move';
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

function derive(state: BookState, intent: I): Derived {
  const item = under(state.items, intent.item);
  if (item && item.kind !== 'pack')
    return refuse({ code: 'wrong-kind', item: intent.item, kind: item.kind, wanted: 'pack' });
  return saidOf(state, intent.item, subjectOf(intent));
}

export const rules: KindRules<I> = {
  refers: (intent) => [subjectOf(intent), intent.item],
  derive,
  effects: ({ at, intent: { item, tight } }) => ({
    changes: [
      [item, (was) => ({ ...was, seal: { at, tight, leaks: (was.seal?.leaks ?? 0) + (tight ? 0 : 1) } })]
    ]
  }),
  speaks: true
};
