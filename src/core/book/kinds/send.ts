import { z } from 'zod';
import { shortText } from '../short-text';
import { ofEither } from '../fields';
import { subjectOf } from '../subject';
import { schemaOf } from '../schema-of';
import type { KindRules } from './kind';
import { leave, leavingFields, leftBehind } from './leaving';

/** Something is sent to another house, and is to come back as packs. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  ofEither.extend({
    kind: z.literal('send'),
    ...leavingFields,
    /** What was asked for: cuts, trim, mince. */
    wishes: shortText(500).optional()
  })
);
type I = z.infer<typeof schema>;

export const rules: KindRules<I> = {
  refers: (intent) => [subjectOf(intent), intent.item],
  derive: (state, intent) => leave(state, intent, 'with'),
  effects: ({ intent }, state) => leftBehind(intent, state),
  leaves: true
};
