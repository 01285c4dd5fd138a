import { z } from 'zod';
import { whole } from '../fields';
import { booked, lose, move, sourceOf, type Derived } from '../move';
import { net, readingSchema } from '../reading';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { balanceOf, tubId, type BookState } from '../state';
import { toDoor, type KindRules } from './kind';

/** What lies open is done: its bone is weighed, the rest is not accounted for. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  whole.extend({
    kind: z.literal('close'),
    item: z.string(),
    /** Bare bone as weighed, or as the model expects it; absent when there is none. */
    bone: readingSchema.optional(),
    boneTo: z.enum(['discard', 'stock']).default('discard'),
    /** Whether its glands and vessels were taken out, or knowingly left in. */
    glands: z.enum(['out', 'left']).optional()
  })
);
type I = z.infer<typeof schema>;

function derive(state: BookState, intent: I): Derived {
  const found = sourceOf(state, intent.item, intent.animal, 'part', 'carcass', 'lot');
  if ('refusal' in found) return refuse(found.refusal);
  const { item } = found;
  const left = balanceOf(state, item.id);
  const bone = intent.bone ? net(intent.bone) : 0;
  const unaccounted = left - bone;
  return booked(
    bone > 0
      ? intent.boneTo === 'stock'
        ? move(item.id, '-', tubId('stock', intent.animal), 'K', bone)
        : lose('bone', item.id, '-', bone)
      : [],
    unaccounted === 0 ? [] : lose('unaccounted', item.id, '-', unaccounted)
  );
}

export const rules: KindRules<I> = {
  refers: ({ animal, item }) => [animal, item],
  derive,
  effects: ({ intent }) => ({ changes: [toDoor(intent.item, 'closed')] }),
  fills: ({ bone, boneTo }) => (boneTo === 'stock' && bone ? ['stock'] : []),
  minutes: () => 'close'
};
