import { z } from 'zod';
import { DISCARD_REASONS } from '$core/reference';
import { countSchema, whole } from '../fields';
import { countFault, counted, lose, sourceOf, takeOut, type Derived } from '../move';
import { net, readingSchema } from '../reading';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { lossId, type BookState } from '../state';
import { toCount, type KindRules } from './kind';

/** Thrown away, with its reason. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  whole.extend({
    kind: z.literal('discard'),
    from: z.string(),
    reason: z.enum(DISCARD_REASONS),
    reading: readingSchema,
    /** Whole animals of a lot that went with it. */
    count: countSchema.optional(),
    acknowledged: z.boolean().optional()
  })
);
type I = z.infer<typeof schema>;

function derive(state: BookState, intent: I): Derived {
  const found = sourceOf(state, intent.from, intent.animal, 'carcass', 'lot', 'part', 'piece', 'tub');
  if ('refusal' in found) return refuse(found.refusal);
  const tooMany = countFault(found.item, intent.count);
  if (tooMany) return refuse(tooMany);
  const value = net(intent.reading);
  return takeOut(state, found.item, value, intent.acknowledged, (key) => {
    const lost = lose(intent.reason, found.item.id, key, value);
    return intent.count ? counted(lost, intent.count) : lost;
  });
}

export const rules: KindRules<I> = {
  refers: ({ animal, from }) => [animal, from],
  derive,
  effects: ({ intent: { from, count } }) => ({ changes: count ? [toCount(from, -count)] : [] }),
  corrects: ({ reading, from, reason }) => ({ reading, from, to: lossId(reason, from) }),
  within: true
};
