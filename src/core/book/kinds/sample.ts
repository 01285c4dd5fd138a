import { z } from 'zod';
import { shortText } from '../short-text';
import { ofEither, partySchema } from '../fields';
import { subjectOf } from '../subject';
import { BODIES, booked, carry, drawOn, isPooled, move, sourceOf, type Derived } from '../move';
import { net, readingSchema } from '../reading';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { balanceOf, classOf, outId, type BookState } from '../state';
import type { KindRules } from './kind';

/** A little meat for a test. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  ofEither.extend({
    kind: z.literal('sample'),
    from: z.string(),
    lab: partySchema,
    what: shortText(60).optional(),
    reading: readingSchema
  })
);
type I = z.infer<typeof schema>;

function derive(state: BookState, intent: I): Derived {
  const found = sourceOf(state, intent.from, subjectOf(intent), ...BODIES);
  if ('refusal' in found) return refuse(found.refusal);
  const { item } = found;
  const value = net(intent.reading);
  const left = balanceOf(state, item.id);
  if (value <= 0) return refuse({ code: 'nothing', field: 'reading' });
  if (value > left) return refuse({ code: 'overdrawn', item: item.id, wanted: value, left });
  const lab = outId('sample', intent.lab, item.id);
  return booked(
    isPooled(state, item)
      ? carry(item.id, lab, drawOn(state, item.id)(value))
      : move(item.id, classOf(state, item.id), lab, 'X', value)
  );
}

export const rules: KindRules<I> = {
  refers: (intent) => [subjectOf(intent), intent.from],
  derive,
  corrects: ({ reading, from, lab }) => ({ reading, from, to: outId('sample', lab, from) }),
  minutes: () => 'step:sample'
};
