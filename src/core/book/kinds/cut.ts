import { z } from 'zod';
import { SPECIES, boneShareOf, cutOf } from '$core/reference';
import { partBirth, pieceBirth, whole } from '../fields';
import { isNew, move, sourceOf, takeOut, type Derived } from '../move';
import { net, readingSchema } from '../reading';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { classOfPlace, type BookState, type Item } from '../state';
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

function bornOf({ animal, creates, from }: I, bornIn: string, state: BookState): Item {
  const { kind, id, cut: key } = creates;
  const born = { id, kind, animal, bornIn, cut: key, from, ...(creates.side ? { side: creates.side } : {}) };
  if (creates.kind === 'part') return born;
  const cut = cutOf(key);
  const boneIn = creates.boneIn ?? cut?.boneIn ?? false;
  const species = state.animals[animal]?.facts.species;
  const boneShare = boneIn && cut && species ? boneShareOf(cut, SPECIES[species].group) : 0;
  return {
    ...born,
    place: creates.place,
    ...(creates.trimmed ? { trimmed: true as const } : {}),
    ...(boneShare > 0 ? { boneShare } : {})
  };
}

export const rules: KindRules<I> = {
  refers: ({ animal, from }) => [animal, from],
  bears: ({ creates }) => [creates.id],
  derive,
  effects: ({ id, intent }, state) => ({ births: [bornOf(intent, id, state)] }),
  corrects: ({ reading, from, creates }) => ({ reading, from, to: creates.id }),
  fills: ({ creates }) => (creates.kind === 'piece' ? tubsIn(creates.place) : []),
  minutes: ({ creates }) => `take:${creates.cut}`
};
