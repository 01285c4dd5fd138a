import { SEALERS, WRAPS } from '$core/reference';
import { present, under } from '$core/units';
import { z } from 'zod';
import { shortText } from '../short-text';
import { idSchema, ofEither, placeSchema } from '../fields';
import { subjectOf } from '../subject';
import { booked, carry, drawOn, isNew, sourceOf, type Derived } from '../move';
import type { Posting } from '../posting';
import { net, readingSchema } from '../reading';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { balanceOf, type BookState } from '../state';
import { tubsIn, type KindRules } from './kind';

/** Packs out of a piece, a tub or a batch. A pack is whose its meat was, and stays so. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  ofEither.extend({
    kind: z.literal('pack'),
    from: z.string().max(80),
    packs: z
      .array(
        z.object({
          id: idSchema,
          /** What it says on it. */
          what: shortText(60).min(1, 'say what it is'),
          /** The last may come without one: it gets what is left. */
          reading: readingSchema.optional(),
          place: placeSchema.optional(),
          /** How it is wrapped. */
          wrap: z.enum(WRAPS).optional(),
          /** What its bag was shut by. */
          sealer: z.enum(SEALERS).optional(),
          /** The household or order it is for. */
          for: shortText(60).min(1).optional()
        })
      )
      .min(1)
      .max(200)
  })
);
type I = z.infer<typeof schema>;

function derive(state: BookState, intent: I): Derived {
  const found = sourceOf(state, intent.from, subjectOf(intent), 'piece', 'tub', 'batch');
  if ('refusal' in found) return refuse(found.refusal);
  const { id: from } = found.item;
  const left = balanceOf(state, from);
  const draw = drawOn(state, from);
  const named = new Set<string>();
  const postings: Posting[] = [];
  let sum = 0;
  for (const [i, pack] of intent.packs.entries()) {
    const taken = isNew(state, pack.id);
    if (taken || named.has(pack.id)) return refuse(taken ?? { code: 'item-exists', item: pack.id });
    named.add(pack.id);
    if (tubsIn(pack.place).length > 0) return refuse({ code: 'no-tub', item: pack.id });
    const last = i === intent.packs.length - 1;
    if (!pack.reading && !last) return refuse({ code: 'nothing', field: `packs.${i}.reading` });
    const value = pack.reading ? net(pack.reading) : left - sum;
    sum += value;
    if (value <= 0) return refuse({ code: 'nothing', field: `packs.${i}.reading` });
    if (sum > left) return refuse({ code: 'overdrawn', item: from, wanted: sum, left });
    postings.push(...carry(from, pack.id, draw(value)));
  }
  return booked(postings);
}

export const rules: KindRules<I> = {
  refers: (intent) => [subjectOf(intent), intent.from],
  bears: ({ packs }) => packs.map((pack) => pack.id),
  derive,
  effects: ({ id: bornIn, at, intent }, state) => {
    const mother = under(state.items, intent.from);
    return {
      births: intent.packs.map(({ id, what, place, wrap, sealer, for: whom }) => ({
        id,
        kind: 'pack',
        owner: subjectOf(intent),
        bornIn,
        from: intent.from,
        what,
        // What was packed before keeps its day: it is no fresher for a new bag.
        packedAt: mother?.packedAt ?? at,
        place: place ?? { shelf: 'freezer' },
        ...present({
          wrap,
          sealer,
          for: whom,
          thawedAt: mother?.thawedAt,
          cut: mother?.cut,
          side: mother?.side,
          boneShare: mother?.boneShare,
          trimmed: mother?.trimmed
        })
      }))
    };
  },
  minutes: () => 'pack'
};
