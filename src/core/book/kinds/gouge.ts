import { z } from 'zod';
import { shortText } from '../short-text';
import { whole } from '../fields';
import { saidOf } from '../move';
import { schemaOf } from '../schema-of';
import type { KindRules } from './kind';

const share = /* @__PURE__ */ schemaOf(() => z.number().min(0).max(1));

/**
 * The knife has gone into a muscle: said at the step it happened, so that it is warned of there the next time. No mass
 * moves; what is gouged out is discarded as scored.
 */
export const schema = /* @__PURE__ */ schemaOf(() =>
  whole.extend({
    kind: z.literal('gouge'),
    item: z.string().max(80),
    step: shortText(60).min(1, 'say at which step'),
    /** The cut that was hit, where one knows. */
    cut: shortText(40).optional(),
    /** Where on a drawing, in shares of its width and height. */
    at: z.strictObject({ drawing: shortText(40).min(1), x: share, y: share }).optional()
  })
);
type I = z.infer<typeof schema>;

export const rules: KindRules<I> = {
  refers: ({ animal, item }) => [animal, item],
  derive: (state, { item, animal }) => saidOf(state, item, animal),
  within: true
};
