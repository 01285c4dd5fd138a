import { z } from 'zod';
import { COOLING_EVENTS, type CoolingEventKey } from '$core/reference';
import { shortText } from '../short-text';
import { whole } from '../fields';
import { booked, itemOf, type Derived } from '../move';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import type { BookState } from '../state';
import type { KindRules } from './kind';

/** What is done to an animal and not to a part of it; all else that cools may be said of a part that lies by itself. */
const OF_THE_WHOLE: readonly CoolingEventKey[] = [
  'dressed',
  'hideOff',
  'pelvisSplit',
  'quartered',
  'iceIn',
  'iceOut'
];

/** Something done to a carcass while it cools, or where it was taken; or to a part of it alone. No mass moves. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  whole
    .extend({
      kind: z.literal('chill'),
      what: z.enum(COOLING_EVENTS),
      /** Of `moved`: `field`, or the key of a room. */
      to: shortText(40).min(1, 'say where').optional(),
      /** A part of it, where it was done to that alone. */
      item: z.string().max(80).optional()
    })
    .refine((c) => c.item === undefined || !OF_THE_WHOLE.includes(c.what), {
      path: ['what'],
      message: 'not of a part by itself'
    })
    .refine((c) => c.what !== 'moved' || c.to !== undefined, { path: ['to'], message: 'say where to' })
);
type I = z.infer<typeof schema>;

function derive(state: BookState, { item, animal }: I): Derived {
  if (item === undefined) return booked();
  const found = itemOf(state, item, animal, 'part');
  return 'refusal' in found ? refuse(found.refusal) : booked();
}

export const rules: KindRules<I> = {
  refers: ({ animal, item }) => [animal, ...(item === undefined ? [] : [item])],
  derive,
  effects: ({ id, at, intent: { what, to, item } }) => ({
    cooling: { entry: id, at, what, ...(to ? { to } : {}), ...(item ? { item } : {}) }
  })
};
