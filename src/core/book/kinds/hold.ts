import { z } from 'zod';
import { HOLD_REASONS } from '$core/reference';
import { shortText } from '../short-text';
import { ofEither } from '../fields';
import { subjectOf } from '../subject';
import { booked, type Derived } from '../move';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { subjectIn, type BookState } from '../state';
import type { KindRules } from './kind';

/** An animal or a pool is held back: nothing of it, nor of what holds a gram of it, leaves, goes to stock or to pets. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  ofEither.extend({
    kind: z.literal('hold'),
    why: z.enum(HOLD_REASONS),
    note: shortText(300).optional()
  })
);
type I = z.infer<typeof schema>;

/** Opens a hold. One of each kind at a time: a second says nothing new. */
function derive(state: BookState, intent: I): Derived {
  const known = subjectIn(state, subjectOf(intent))?.holds ?? [];
  return known.some((h) => h.why === intent.why)
    ? refuse({ code: 'unchanged', item: subjectOf(intent) })
    : booked();
}

export const rules: KindRules<I> = {
  refers: (intent) => [subjectOf(intent)],
  derive,
  effects: ({ id, at, intent: { why, note } }) => ({
    hold: { entry: id, why, at, ...(note ? { note } : {}) }
  })
};
