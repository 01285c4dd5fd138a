import { z } from 'zod';
import { TUBS, type ClassKey } from '$core/reference';
import { destinationSchema, whole, type Destination } from '../fields';
import { booked, lose, move, sourceOf, type Derived } from '../move';
import type { Posting } from '../posting';
import { gramsSchema, net, readingSchema } from '../reading';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { balanceOf, classOf, tubId, type BookState, type Item } from '../state';
import type { KindRules } from './kind';

/** Silver, fat and scraps off a piece that is off already, by what it weighs afterwards. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  whole.extend({
    kind: z.literal('trim'),
    item: z.string(),
    /** What the piece weighs now. */
    reading: readingSchema,
    /** Where the difference went; the last may come without grams and gets the rest. */
    went: z
      .array(z.object({ to: destinationSchema, grams: gramsSchema.optional() }))
      .min(1)
      .max(10)
  })
);
type I = z.infer<typeof schema>;

function towards(to: Destination, item: Item, animal: string, key: ClassKey, value: number): Posting[] {
  return 'tub' in to
    ? move(item.id, key, tubId(to.tub, animal), TUBS[to.tub].letter, value)
    : lose(to.reason, item.id, key, value);
}

function derive(state: BookState, intent: I): Derived {
  const found = sourceOf(state, intent.item, intent.animal, 'piece');
  if ('refusal' in found) return refuse(found.refusal);
  const { item } = found;
  const left = balanceOf(state, item.id);
  const after = net(intent.reading);
  const off = left - after;
  if (off <= 0) return refuse({ code: 'not-lighter', item: item.id, reading: after, left });
  const key = classOf(state, item.id);
  const known = intent.went.reduce((sum, w) => sum + (w.grams ?? 0), 0);
  const openEnd = intent.went.at(-1)?.grams === undefined;
  if (intent.went.slice(0, -1).some((w) => w.grams === undefined))
    return refuse({ code: 'nothing', field: 'went' });
  if (openEnd ? known >= off : known !== off)
    return refuse({ code: 'parts-differ', item: item.id, sum: known, whole: off });
  return booked(intent.went.flatMap((w) => towards(w.to, item, intent.animal, key, w.grams ?? off - known)));
}

export const rules: KindRules<I> = {
  refers: ({ animal, item }) => [animal, item],
  derive,
  effects: ({ intent }) => ({ changes: [[intent.item, (item) => ({ ...item, trimmed: true })]] }),
  fills: ({ went }) => went.flatMap(({ to }) => ('tub' in to ? [to.tub] : [])),
  within: true
};
