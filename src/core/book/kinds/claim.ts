import { z } from 'zod';
import { whole } from '../fields';
import { booked, itemOf } from '../move';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import type { KindRules } from './kind';

/**
 * A part or piece that lies open is taken in hand by whoever books it, or laid down for somebody else. Opening one is
 * taking it in hand. No mass moves, and nobody is kept from it.
 */
export const schema = /* @__PURE__ */ schemaOf(() =>
  whole.extend({
    kind: z.literal('claim'),
    item: z.string().max(80),
    /** Laid down: it lies open, in nobody's hands. */
    down: z.literal(true).optional()
  })
);
type I = z.infer<typeof schema>;

export const rules: KindRules<I> = {
  refers: ({ animal, item }) => [animal, item],
  derive: (state, { item, animal }) => {
    const found = itemOf(state, item, animal, 'part', 'piece');
    if ('refusal' in found) return refuse(found.refusal);
    return found.item.door === 'open' ? booked() : refuse({ code: 'not-open', item });
  },
  within: true
};
