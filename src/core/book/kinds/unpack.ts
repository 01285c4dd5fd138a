import { under } from '$core/units';
import { z } from 'zod';
import { idSchema, ofEither, placeSchema } from '../fields';
import { subjectOf } from '../subject';
import { booked, carry, drawOn, isNew, sourceOf, type Derived } from '../move';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { balanceOf, type BookState } from '../state';
import { tubsIn, type KindRules } from './kind';

/** A pack is opened: all of it is a piece again. The day it was packed and whether it was thawed stay with it. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  ofEither.extend({
    kind: z.literal('unpack'),
    item: z.string().max(80),
    /** The piece it becomes. */
    id: idSchema,
    place: placeSchema.optional()
  })
);
type I = z.infer<typeof schema>;

function derive(state: BookState, intent: I): Derived {
  const found = sourceOf(state, intent.item, subjectOf(intent), 'pack');
  if ('refusal' in found) return refuse(found.refusal);
  const taken = isNew(state, intent.id);
  if (taken) return refuse(taken);
  if (tubsIn(intent.place).length > 0) return refuse({ code: 'no-tub', item: intent.item });
  const left = balanceOf(state, intent.item);
  if (left <= 0) return refuse({ code: 'nothing', field: 'item' });
  return booked(carry(intent.item, intent.id, drawOn(state, intent.item)(left)));
}

export const rules: KindRules<I> = {
  refers: (intent) => [subjectOf(intent), intent.item],
  bears: ({ id }) => [id],
  derive,
  effects: ({ id: bornIn, intent }, state) => {
    const pack = under(state.items, intent.item);
    if (!pack) return {};
    return {
      births: [
        {
          ...pack,
          id: intent.id,
          kind: 'piece',
          bornIn,
          from: intent.item,
          place: intent.place ?? pack.place ?? { shelf: 'cold' }
        }
      ]
    };
  }
};
