import { z } from 'zod';
import { grams } from '$core/units';
import { TAKING_KEYS } from '$core/reference';
import { destinationSchema, whole } from '../fields';
import { booked, sourceOf, towards, type Derived } from '../move';
import { gramsSchema, net, readingSchema } from '../reading';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { balanceOf, classOf, lossId, tubId, type BookState } from '../state';
import type { KindRules } from './kind';

/**
 * Silver, fat and scraps off a piece that is off already: by what it weighs afterwards, or by what came off it. Weighed
 * after, it is trimmed; while single takings are weighed, more may follow.
 */
export const schema = /* @__PURE__ */ schemaOf(() =>
  whole
    .extend({
      kind: z.literal('trim'),
      item: z.string(),
      /** What the piece weighs now. */
      reading: readingSchema.optional(),
      /** What came off it, by itself on the scale. */
      off: readingSchema.optional(),
      /** What it was that came off by itself. */
      what: z.enum(TAKING_KEYS).optional(),
      /** Where the difference went; the last may come without grams and gets the rest. */
      went: z
        .array(z.object({ to: destinationSchema, grams: gramsSchema.optional() }))
        .min(1)
        .max(10)
    })
    .refine(({ reading, off }) => (reading === undefined) !== (off === undefined), {
      path: ['reading'],
      message: 'what it weighs now, or what came off it'
    })
);
type I = z.infer<typeof schema>;

function derive(state: BookState, intent: I): Derived {
  const found = sourceOf(state, intent.item, intent.animal, 'piece');
  if ('refusal' in found) return refuse(found.refusal);
  const { item } = found;
  const left = balanceOf(state, item.id);
  const off = intent.reading ? left - net(intent.reading) : intent.off ? net(intent.off) : 0;
  if (off <= 0 && intent.reading)
    return refuse({ code: 'not-lighter', item: item.id, reading: net(intent.reading), left });
  if (off <= 0) return refuse({ code: 'nothing', field: 'off' });
  if (off >= left) return refuse({ code: 'overdrawn', item: item.id, wanted: grams(off), left });
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
  effects: ({ intent: { item, reading, what } }) => ({
    changes: [
      [
        item,
        (was) => ({
          ...was,
          ...(reading ? { trimmed: true as const } : {}),
          ...(what ? { ticks: { ...was.ticks, [`off-${what}`]: { how: 'done' as const } } } : {})
        })
      ]
    ]
  }),
  // One taking by itself may be set right: lean scraped back off it lies on the piece again.
  corrects: ({ item, off, went, animal }) => {
    const [only] = went;
    return off && only && went.length === 1
      ? {
          reading: off,
          from: item,
          to: 'tub' in only.to ? tubId(only.to.tub, animal) : lossId(only.to.reason, item)
        }
      : undefined;
  },
  fills: ({ went }) => went.flatMap(({ to }) => ('tub' in to ? [to.tub] : [])),
  within: true
};
