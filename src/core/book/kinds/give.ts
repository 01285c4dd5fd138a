import { z } from 'zod';
import { ofEither } from '../fields';
import { subjectOf } from '../subject';
import { schemaOf } from '../schema-of';
import type { KindRules } from './kind';
import { leave, leavingFields, leftBehind } from './leaving';

/** Something leaves the house for good, with the class it has. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  ofEither.extend({ kind: z.literal('give'), ...leavingFields })
);
type I = z.infer<typeof schema>;

export const rules: KindRules<I> = {
  refers: (intent) => [subjectOf(intent), intent.item],
  derive: (state, intent) => leave(state, intent, 'given'),
  effects: ({ intent }, state) => leftBehind(intent, state),
  leaves: true
};
