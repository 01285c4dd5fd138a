import { z } from 'zod';
import { partBirth, pieceBirth, whole } from '../fields';
import { isNew, move, sourceOf, takeOut, type Derived } from '../move';
import { net, readingSchema } from '../reading';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { classOfPlace, type BookState } from '../state';
import { birthOf } from './birth';
import { tubsIn, type KindRules } from './kind';

/** A part or a piece comes off. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  whole.extend({
    kind: z.literal('cut'),
    from: z.string(),
    creates: z.union([pieceBirth, partBirth]),
    reading: readingSchema,
    acknowledged: z.boolean().optional()
  })
);
type I = z.infer<typeof schema>;

function derive(state: BookState, intent: I): Derived {
  const found = sourceOf(state, intent.from, intent.animal, 'carcass', 'lot', 'part', 'piece');
  if ('refusal' in found) return refuse(found.refusal);
  const { creates } = intent;
  const taken = isNew(state, creates.id);
  if (taken) return refuse(taken);
  const value = net(intent.reading);
  const { item } = found;
  if (creates.kind === 'part' && item.kind === 'piece')
    return refuse({ code: 'wrong-kind', item: item.id, kind: 'piece', wanted: 'carcass, part' });
  return takeOut(state, item, value, intent.acknowledged, (key) =>
    move(
      item.id,
      key,
      creates.id,
      creates.kind === 'part' ? '-' : (classOfPlace(creates.place) ?? key),
      value
    )
  );
}

export const rules: KindRules<I> = {
  refers: ({ animal, from }) => [animal, from],
  bears: ({ creates }) => [creates.id],
  derive,
  effects: ({ id, intent: { animal, creates, from } }, state) => ({
    births: [birthOf(creates, { owner: animal, from, bornIn: id }, state)]
  }),
  corrects: ({ reading, from, creates }) => ({ reading, from, to: creates.id }),
  fills: ({ creates }) => (creates.kind === 'piece' ? tubsIn(creates.place) : []),
  minutes: ({ creates }) => `take:${creates.cut}`
};
