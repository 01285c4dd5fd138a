import { z } from 'zod';
import { shortText } from '../short-text';
import { currencySchema, idSchema, ofEither, partySchema, placeSchema } from '../fields';
import { subjectOf } from '../subject';
import { booked, carry, drawOn, isNew, isPooled, itemOf, posting, type Derived } from '../move';
import { gramsSchema, net, readingSchema } from '../reading';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { present, under } from '$core/units';
import { balanceOf, lossId, outId, storeId, type BookState, type Item } from '../state';
import type { KindRules } from './kind';

/** Packs that came back of what was sent or given; what is not back by then is not returned. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  ofEither.extend({
    kind: z.literal('return'),
    item: z.string(),
    from: partySchema,
    packs: z
      .array(
        z.object({
          id: idSchema,
          what: shortText(60).min(1, 'say what it is'),
          class: z.enum(['P', 'S', 'J', 'G', 'O', 'K', 'F', 'D', 'H']),
          reading: readingSchema,
          /** Fat, salt and casings in it that were never the animal’s. */
          bought: gramsSchema.optional(),
          place: placeSchema.optional()
        })
      )
      .min(1)
      .max(60),
    /** More is to come: the rest stays with them. */
    more: z.boolean().optional(),
    /** What they asked for it, in the smallest units of `currency`. */
    bill: z.number().int().min(0, 'not below zero').max(100_000_000, 'more than anybody asks').optional(),
    currency: currencySchema.optional()
  })
);
type I = z.infer<typeof schema>;

/**
 * Packs back from whoever had an item. What was bought and mixed in comes from the store; what is not back when nothing
 * more is to come is lost as not returned.
 */
function derive(state: BookState, intent: I): Derived {
  const found = itemOf(state, intent.item, subjectOf(intent));
  if ('refusal' in found) return refuse(found.refusal);
  const out = (['with', 'given'] as const)
    .map((kind) => outId(kind, intent.from, intent.item))
    .find((id) => balanceOf(state, id) > 0);
  if (!out) return refuse({ code: 'nothing', field: 'from' });
  const seen = new Set<string>();
  for (const pack of intent.packs) {
    const taken = isNew(state, pack.id);
    if (taken || seen.has(pack.id)) return refuse(taken ?? { code: 'item-exists', item: pack.id });
    seen.add(pack.id);
    const value = net(pack.reading);
    if (value <= 0) return refuse({ code: 'nothing', field: 'packs' });
    if ((pack.bought ?? 0) > value)
      return refuse({ code: 'overdrawn', item: pack.id, wanted: pack.bought ?? 0, left: value });
  }
  const own = intent.packs.reduce((sum, p) => sum + net(p.reading) - (p.bought ?? 0), 0);
  const had = balanceOf(state, out);
  if (own > had) return refuse({ code: 'overdrawn', item: out, wanted: own, left: had });
  const pooled = isPooled(state, found.item);
  const draw = drawOn(state, out);
  const store = outId('store', intent.from, intent.item);
  // What they mixed in has no lot of ours: whoever mixed it in is its origin.
  const mixedIn = pooled ? storeId(intent.from) : undefined;
  const packs = intent.packs.map((pack) => [
    ...carry(out, pack.id, draw(net(pack.reading) - (pack.bought ?? 0)), pooled ? undefined : pack.class),
    ...(pack.bought
      ? [
          posting(store, -pack.bought, pack.class, mixedIn),
          posting(pack.id, pack.bought, pack.class, mixedIn)
        ]
      : [])
  ]);
  const gone = lossId('notReturned', intent.item);
  const rest = intent.more ? [] : carry(out, gone, draw(had - own), pooled ? undefined : 'X');
  return booked(...packs, rest);
}

/** A pack that was given and is back keeps its day, its mark and what it is: no way out and home makes it fresher. */
const asPacked = (was: Item | undefined): Partial<Item> =>
  was?.kind === 'pack'
    ? present({
        packedAt: was.packedAt,
        thawedAt: was.thawedAt,
        wrap: was.wrap,
        cut: was.cut,
        side: was.side,
        boneShare: was.boneShare,
        trimmed: was.trimmed
      })
    : {};

export const rules: KindRules<I> = {
  refers: (intent) => [subjectOf(intent), intent.item],
  bears: ({ packs }) => packs.map((pack) => pack.id),
  derive,
  effects: ({ id: bornIn, intent }, state) => ({
    births: intent.packs.map(({ id, what, place }) => ({
      id,
      kind: 'pack',
      owner: subjectOf(intent),
      bornIn,
      from: intent.item,
      what,
      place: place ?? { shelf: 'freezer' },
      ...asPacked(under(state.items, intent.item))
    })),
    ...(intent.bill ? { bill: { amount: intent.bill, currency: intent.currency ?? '' } } : {})
  })
};
