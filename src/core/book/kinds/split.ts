import { under } from '$core/units';
import { z } from 'zod';
import { idSchema, ofEither, placeSchema } from '../fields';
import { subjectOf } from '../subject';
import { booked, carry, drawOn, isNew, isPooled, move, sourceOf, type Derived } from '../move';
import type { Posting } from '../posting';
import { net, readingSchema } from '../reading';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { balanceOf, classOf, classOfPlace, type BookState, type Item } from '../state';
import { tubsIn, type KindRules } from './kind';

/** A piece or a pack between several uses. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  ofEither.extend({
    kind: z.literal('split'),
    item: z.string(),
    /** The last child may come without a reading: it gets what is left. */
    children: z
      .array(z.object({ id: idSchema, place: placeSchema, reading: readingSchema.optional() }))
      .min(1)
      .max(20)
  })
);
type I = z.infer<typeof schema>;

function derive(state: BookState, intent: I): Derived {
  const found = sourceOf(state, intent.item, subjectOf(intent), 'piece', 'pack');
  if ('refusal' in found) return refuse(found.refusal);
  const { item } = found;
  const whole = balanceOf(state, item.id);
  const key = classOf(state, item.id);
  const ids = new Set<string>();
  let sum = 0;
  for (const [i, child] of intent.children.entries()) {
    const taken = isNew(state, child.id);
    if (taken || ids.has(child.id)) return refuse(taken ?? { code: 'item-exists', item: child.id });
    ids.add(child.id);
    if (!child.reading && i < intent.children.length - 1)
      return refuse({ code: 'nothing', field: `children.${i}.reading` });
    sum += child.reading ? net(child.reading) : 0;
  }
  const rest = whole - sum;
  const open = intent.children.at(-1)?.reading === undefined;
  if (rest < 0 || (open && rest === 0)) return refuse({ code: 'parts-differ', item: item.id, sum, whole });
  const pooled = isPooled(state, item);
  const tub = intent.children.find((child) => tubsIn(child.place).length > 0);
  if (pooled && tub) return refuse({ code: 'no-tub', item: item.id });
  const draw = drawOn(state, item.id);
  const postings: Posting[] = [];
  for (const [i, child] of intent.children.entries()) {
    const value = child.reading ? net(child.reading) : rest;
    if (value <= 0) return refuse({ code: 'nothing', field: `children.${i}.reading` });
    postings.push(
      ...(pooled
        ? carry(item.id, child.id, draw(value))
        : move(item.id, key, child.id, classOfPlace(child.place) ?? key, value))
    );
  }
  return booked(postings);
}

/** What they have from the one they were. */
const inherited = (mother: Item | undefined): Partial<Item> => ({
  ...(mother?.kind === 'pack' ? { kind: 'pack' as const } : {}),
  ...(mother?.what ? { what: mother.what } : {}),
  ...(mother?.trimmed ? { trimmed: true as const } : {}),
  ...(mother?.cut ? { cut: mother.cut } : {}),
  ...(mother?.side ? { side: mother.side } : {}),
  ...(mother?.boneShare ? { boneShare: mother.boneShare } : {})
});

export const rules: KindRules<I> = {
  refers: (intent) => [subjectOf(intent), intent.item],
  bears: ({ children }) => children.map((child) => child.id),
  derive,
  effects: ({ id: bornIn, intent }, state) => ({
    births: intent.children.map(({ id, place }) => ({
      id,
      kind: 'piece',
      owner: subjectOf(intent),
      bornIn,
      from: intent.item,
      place,
      ...inherited(under(state.items, intent.item))
    }))
  }),
  fills: ({ children }) => children.flatMap((child) => tubsIn(child.place))
};
