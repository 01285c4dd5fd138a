import { z } from 'zod';
import { SIDES } from '$core/reference';
import { ofEither, placeSchema } from '../fields';
import { subjectOf } from '../subject';
import { booked, isPooled, itemOf, move, type Derived } from '../move';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { balanceOf, classOf, classOfPlace, type BookState } from '../state';
import { tubsIn, type KindRules } from './kind';

/** Another place for a piece, a pack or a part, or the side it came off set right. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  ofEither
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

/** What lies somewhere, and what has a side. */
const PLACED = ['piece', 'part', 'pack', 'batch', 'store'] as const;
const SIDED = ['piece', 'part'] as const;

function derive(state: BookState, intent: I): Derived {
  const found = itemOf(state, intent.item, subjectOf(intent), ...(intent.side ? SIDED : PLACED));
  if ('refusal' in found) return refuse(found.refusal);
  // A part is opened, not put in a tub.
  if (found.item.kind === 'part' && tubsIn(intent.place).length > 0)
    return refuse({ code: 'wrong-kind', item: intent.item, kind: 'part', wanted: 'piece, pack' });
  const { item } = found;
  if (isPooled(state, item) && tubsIn(intent.place).length > 0)
    return refuse({ code: 'no-tub', item: item.id });
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
  refers: (intent) => [subjectOf(intent), intent.item],
  derive,
  effects: ({ intent: { item, place, side } }) => ({
    changes: [[item, (was) => ({ ...was, ...(place ? { place } : {}), ...(side ? { side } : {}) })]]
  }),
  fills: ({ place }) => tubsIn(place)
};
