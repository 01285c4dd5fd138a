import { z } from 'zod';
import { whole } from '../fields';
import { booked, lose, move, sourceOf, type Derived } from '../move';
import { net, readingSchema } from '../reading';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { balanceOf, classOf, lossId, type BookState } from '../state';
import { markOf, type KindRules } from './kind';

/** Weighed again as it is: lighter has evaporated, heavier is said with its way out. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  whole.extend({
    kind: z.literal('reweigh'),
    item: z.string(),
    reading: readingSchema,
    acknowledged: z.boolean().optional()
  })
);
type I = z.infer<typeof schema>;

function derive(state: BookState, intent: I): Derived {
  const found = sourceOf(state, intent.item, intent.animal, 'carcass', 'lot', 'part', 'piece');
  if ('refusal' in found) return refuse(found.refusal);
  const { item } = found;
  const left = balanceOf(state, item.id);
  const value = net(intent.reading);
  if (value <= 0) return refuse({ code: 'nothing', field: 'reading' });
  const key = classOf(state, item.id);
  if (value > left) {
    if (!intent.acknowledged) return refuse({ code: 'heavier', item: item.id, reading: value, left });
    return booked(move(lossId('unaccounted', item.id), 'X', item.id, key, value - left));
  }
  return booked(lose('evaporation', item.id, key, left - value));
}

export const rules: KindRules<I> = {
  refers: ({ animal, item }) => [animal, item],
  derive,
  effects: (entry) => ({ marks: [markOf(entry, entry.intent.item, entry.intent.reading)] }),
  corrects: ({ reading, item }) => ({ reading, from: lossId('evaporation', item), to: item })
};
