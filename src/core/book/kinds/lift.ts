import { z } from 'zod';
import { shortText } from '../short-text';
import { idSchema, ofEither } from '../fields';
import { subjectOf } from '../subject';
import { booked, type Derived } from '../move';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { subjectIn, type BookState } from '../state';
import type { KindRules } from './kind';

/** Ends a hold: its entry is named. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  ofEither.extend({ kind: z.literal('lift'), hold: idSchema, note: shortText(300).optional() })
);
type I = z.infer<typeof schema>;

function derive(state: BookState, intent: I): Derived {
  const known = subjectIn(state, subjectOf(intent))?.holds ?? [];
  return known.some((h) => h.entry === intent.hold)
    ? booked()
    : refuse({ code: 'no-hold', entry: intent.hold });
}

export const rules: KindRules<I> = {
  refers: (intent) => [subjectOf(intent), intent.hold],
  derive,
  effects: ({ intent }) => ({ lifts: intent.hold }),
  speaks: true
};
