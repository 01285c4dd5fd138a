import { z } from 'zod';
import { COOLING_EVENTS } from '$core/reference';
import { shortText } from '../facts';
import { whole } from '../fields';
import { booked } from '../move';
import { schemaOf } from '../schema-of';
import type { KindRules } from './kind';

/** Something done to a carcass while it cools, or where it was taken. No mass moves. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  whole
    .extend({
      kind: z.literal('chill'),
      what: z.enum(COOLING_EVENTS),
      /** Of `moved`: `field`, or the key of a room. */
      to: shortText(40).min(1, 'say where').optional()
    })
    .refine((c) => c.what !== 'moved' || c.to !== undefined, { path: ['to'], message: 'say where to' })
);
type I = z.infer<typeof schema>;

export const rules: KindRules<I> = {
  refers: ({ animal }) => [animal],
  derive: () => booked(),
  effects: ({ id, at, intent: { what, to } }) => ({
    cooling: { entry: id, at, what, ...(to ? { to } : {}) }
  })
};
