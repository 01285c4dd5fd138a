import { z } from 'zod';
import { SIDES } from '$core/reference';
import { placeSchema, whole } from '../fields';
import { booked, itemOf, move, type Derived } from '../move';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { balanceOf, classOf, classOfPlace, type BookState } from '../state';
import { tubsIn, type KindRules } from './kind';

/** Another place for a piece, or the side it came off set right. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  whole
    .extend({
      kind: z.literal('place'),
      item: z.string(),
      place: placeSchema.optional(),
      /** The side it came off, where that was booked wrong. */
      side: z.enum(SIDES).optional()
    })
    .refine((p) => p.place !== undefined || p.side !== undefined, {
      path: ['place'],
      message: 'say where it lies, or its side'
    })
);
type I = z.infer<typeof schema>;

function derive(state: BookState, intent: I): Derived {
  // A part lies on the table: of it only the side can be set right.
  const found = itemOf(
    state,
    intent.item,
    intent.animal,
    ...(intent.place ? (['piece'] as const) : (['piece', 'part'] as const))
  );
  if ('refusal' in found) return refuse(found.refusal);
  const { item } = found;
  const stays = !intent.place || JSON.stringify(item.place) === JSON.stringify(intent.place);
  if (stays && (intent.side === undefined || intent.side === item.side))
    return refuse({ code: 'unchanged', item: item.id });
  if (!intent.place) return booked();
  const value = balanceOf(state, item.id);
  if (value <= 0) return refuse({ code: 'nothing', field: 'item' });
  const key = classOf(state, item.id);
  const next = classOfPlace(intent.place) ?? key;
  return key === next ? booked() : booked(move(item.id, key, item.id, next, value));
}

export const rules: KindRules<I> = {
  refers: ({ animal, item }) => [animal, item],
  derive,
  effects: ({ intent: { item, place, side } }) => ({
    changes: [[item, (was) => ({ ...was, ...(place ? { place } : {}), ...(side ? { side } : {}) })]]
  }),
  fills: ({ place }) => tubsIn(place)
};
