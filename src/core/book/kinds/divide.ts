import { under } from '$core/units';
import { z } from 'zod';
import { partBirth, pieceBirth, whole } from '../fields';
import { booked, isNew, lose, move, sourceOf, type Derived } from '../move';
import type { Posting } from '../posting';
import { net, readingSchema } from '../reading';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { balanceOf, classOf, classOfPlace, tubId, type BookState } from '../state';
import { birthOf } from './birth';
import { toDoor, tubsIn, type KindRules } from './kind';

/**
 * A part or piece becomes several cuts with names of their own, each on the scale: a leg whose bone came out first, a joint
 * sawn in two, a muscle into its eye and its ends. What is left stays where it was; where the last takes the rest, nothing
 * is, and a part is closed.
 */
export const schema = /* @__PURE__ */ schemaOf(() =>
  whole.extend({
    kind: z.literal('divide'),
    item: z.string(),
    children: z
      .array(
        z.object({
          creates: z.union([pieceBirth, partBirth]),
          /** The last may come without one: it gets what is left. */
          reading: readingSchema.optional()
        })
      )
      .min(1)
      .max(30),
    /** The bone that came out, where there was any. */
    bone: readingSchema.optional(),
    boneTo: z.enum(['discard', 'stock']).default('discard')
  })
);
type I = z.infer<typeof schema>;

/** True where the last of them takes all that is left. */
const takesAll = ({ children }: Pick<I, 'children'>): boolean => children.at(-1)?.reading === undefined;

function derive(state: BookState, intent: I): Derived {
  const found = sourceOf(state, intent.item, intent.animal, 'part', 'piece');
  if ('refusal' in found) return refuse(found.refusal);
  const { item } = found;
  const { children, bone } = intent;
  const left = balanceOf(state, item.id);
  const key = item.kind === 'part' ? '-' : classOf(state, item.id);
  const named = new Set<string>();
  for (const [i, { creates, reading }] of children.entries()) {
    const taken = isNew(state, creates.id);
    if (taken || named.has(creates.id)) return refuse(taken ?? { code: 'item-exists', item: creates.id });
    named.add(creates.id);
    if (creates.kind === 'part' && item.kind === 'piece')
      return refuse({ code: 'wrong-kind', item: item.id, kind: 'piece', wanted: 'part' });
    const last = i === children.length - 1;
    if (reading ? net(reading) <= 0 : !last)
      return refuse({ code: 'nothing', field: `children.${i}.reading` });
  }
  const out = bone ? net(bone) : 0;
  const sum = out + children.reduce((total, { reading }) => total + (reading ? net(reading) : 0), 0);
  if (sum > left || (takesAll(intent) && sum === left))
    return refuse({ code: 'parts-differ', item: item.id, sum, whole: left });
  const came = children.flatMap(({ creates, reading }): Posting[] => {
    const value = reading ? net(reading) : left - sum;
    const to = creates.kind === 'part' ? '-' : (classOfPlace(creates.place) ?? key);
    return move(item.id, key, creates.id, to, value);
  });
  const bare =
    intent.boneTo === 'stock'
      ? move(item.id, key, tubId('stock', intent.animal), 'K', out)
      : lose('bone', item.id, key, out);
  return booked(came, out > 0 ? bare : []);
}

export const rules: KindRules<I> = {
  refers: ({ animal, item }) => [animal, item],
  bears: ({ children }) => children.map(({ creates }) => creates.id),
  derive,
  effects: ({ id: bornIn, intent }, state) => ({
    births: intent.children.map(({ creates }) =>
      birthOf(creates, { owner: intent.animal, from: intent.item, bornIn }, state)
    ),
    changes:
      takesAll(intent) && under(state.items, intent.item)?.kind === 'part'
        ? [toDoor(intent.item, 'closed')]
        : []
  }),
  fills: ({ children, bone, boneTo }) => [
    ...children.flatMap(({ creates }) => (creates.kind === 'piece' ? tubsIn(creates.place) : [])),
    ...(boneTo === 'stock' && bone ? (['stock'] as const) : [])
  ],
  minutes: () => 'divide'
};
