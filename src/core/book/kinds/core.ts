import { z } from 'zod';
import { ofEither } from '../fields';
import { saidOf } from '../move';
import { celsiusSchema } from '../reading';
import { schemaOf } from '../schema-of';
import { subjectOf } from '../subject';
import type { KindRules } from './kind';

/** The middle of a batch, a piece or a pack, read by a probe while it cooks or cools. No mass moves. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  ofEither.extend({
    kind: z.literal('core'),
    item: z.string().max(80),
    celsius: celsiusSchema,
    /** A stand-in has read it. */
    simulated: z.literal(true).optional()
  })
);
type I = z.infer<typeof schema>;

export const rules: KindRules<I> = {
  refers: (intent) => [subjectOf(intent), intent.item],
  derive: (state, intent) => saidOf(state, intent.item, subjectOf(intent)),
  speaks: true,
  within: true
};
