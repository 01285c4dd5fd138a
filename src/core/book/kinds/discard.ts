import { z } from 'zod';
import { DISCARD_REASONS } from '$core/reference';
import { countSchema, ofEither } from '../fields';
import { subjectOf } from '../subject';
import {
  BODIES,
  booked,
  carry,
  countFault,
  counted,
  drawOn,
  keepsLetter,
  lose,
  sourceOf,
  takeOut,
  type Derived
} from '../move';
import { net, readingSchema } from '../reading';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { balanceOf, lossId, type BookState } from '../state';
import { toCount, type KindRules } from './kind';

/** Thrown away, with its reason. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  ofEither.extend({
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
  const found = sourceOf(state, intent.from, subjectOf(intent), ...BODIES, 'equipment');
  if ('refusal' in found) return refuse(found.refusal);
  const tooMany = countFault(found.item, intent.count);
  if (tooMany) return refuse(tooMany);
  const value = net(intent.reading);
  const { item } = found;
  if (keepsLetter(state, item)) {
    const left = balanceOf(state, item.id);
    if (value <= 0) return refuse({ code: 'nothing', field: 'reading' });
    if (value > left) return refuse({ code: 'overdrawn', item: item.id, wanted: value, left });
    return booked(carry(item.id, lossId(intent.reason, item.id), drawOn(state, item.id)(value)));
  }
  return takeOut(state, found.item, value, intent.acknowledged, (key) => {
    const lost = lose(intent.reason, found.item.id, key, value);
    return intent.count ? counted(lost, intent.count) : lost;
  });
}

export const rules: KindRules<I> = {
  refers: (intent) => [subjectOf(intent), intent.from],
  derive,
  effects: ({ intent: { from, count } }) => ({ changes: count ? [toCount(from, -count)] : [] }),
  corrects: ({ reading, from, reason }) => ({ reading, from, to: lossId(reason, from) }),
  within: true
};
