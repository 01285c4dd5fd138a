import { z } from 'zod';
import { shortText } from '../facts';
import { partySchema, whole } from '../fields';
import { BODIES, booked, move, sourceOf, type Derived } from '../move';
import { net, readingSchema } from '../reading';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { balanceOf, classOf, outId, type BookState } from '../state';
import type { KindRules } from './kind';

/** A little meat for a test. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  whole.extend({
    kind: z.literal('sample'),
    from: z.string(),
    lab: partySchema,
    what: shortText(60).optional(),
    reading: readingSchema
  })
);
type I = z.infer<typeof schema>;

function derive(state: BookState, intent: I): Derived {
  const found = sourceOf(state, intent.from, intent.animal, ...BODIES);
  if ('refusal' in found) return refuse(found.refusal);
  const { item } = found;
  const value = net(intent.reading);
  const left = balanceOf(state, item.id);
  if (value <= 0) return refuse({ code: 'nothing', field: 'reading' });
  if (value > left) return refuse({ code: 'overdrawn', item: item.id, wanted: value, left });
  return booked(move(item.id, classOf(state, item.id), outId('sample', intent.lab, item.id), 'X', value));
}

export const rules: KindRules<I> = {
  refers: ({ animal, from }) => [animal, from],
  derive,
  corrects: ({ reading, from, lab }) => ({ reading, from, to: outId('sample', lab, from) }),
  minutes: () => 'step:sample'
};
