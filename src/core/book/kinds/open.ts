import { z } from 'zod';
import { whole } from '../fields';
import { booked, itemOf, type Derived } from '../move';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { balanceOf, type BookState } from '../state';
import { toDoor, type KindRules } from './kind';

/** A part is opened on the table, a piece is laid on the board, or what was closed is opened again. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  whole.extend({ kind: z.literal('open'), item: z.string() })
);
type I = z.infer<typeof schema>;

function derive(state: BookState, intent: I): Derived {
  const found = itemOf(state, intent.item, intent.animal, 'part', 'carcass', 'lot', 'piece');
  if ('refusal' in found) return refuse(found.refusal);
  if (found.item.kind === 'piece' && balanceOf(state, intent.item) <= 0)
    return refuse({ code: 'nothing', field: 'item' });
  if (found.item.door === 'open') return refuse({ code: 'already-open', item: intent.item });
  return booked();
}

export const rules: KindRules<I> = {
  refers: ({ animal, item }) => [animal, item],
  derive,
  effects: ({ intent }) => ({ changes: [toDoor(intent.item, 'open')] }),
  minutes: () => 'open'
};
