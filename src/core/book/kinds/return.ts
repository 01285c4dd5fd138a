import { z } from 'zod';
import type { ClassKey } from '$core/reference';
import { shortText } from '../facts';
import { idSchema, partySchema, placeSchema, whole } from '../fields';
import { acrossClasses, booked, isNew, itemOf, move, type Derived } from '../move';
import type { Posting } from '../posting';
import { gramsSchema, net, readingSchema } from '../reading';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { balanceOf, outId, type Balance, type BookState } from '../state';
import type { KindRules } from './kind';

/** Packs that came back of what was sent or given; what is not back by then is not returned. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  whole.extend({
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
    /** What they asked for it, in the smallest units of the larder’s currency. */
    bill: z.number().int().min(0, 'not below zero').max(100_000_000, 'more than anybody asks').optional()
  })
);
type I = z.infer<typeof schema>;

/**
 * Packs back from whoever had an item. What was bought and mixed in comes from the store; what is not back when nothing
 * more is to come is lost as not returned.
 */
function derive(state: BookState, intent: I): Derived {
  const found = itemOf(state, intent.item, intent.animal);
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
  const left: Balance = { ...state.balances[out] };
  const take = (value: number, to: (key: ClassKey, part: number) => Posting[]) =>
    acrossClasses(left, value, (key, part) => {
      left[key] = ((left[key] ?? 0) - part) as Balance[ClassKey];
      return to(key, part);
    });
  const packs = intent.packs.map((pack) => [
    ...take(net(pack.reading) - (pack.bought ?? 0), (key, part) => move(out, key, pack.id, pack.class, part)),
    ...(pack.bought
      ? move(outId('store', intent.from, intent.item), pack.class, pack.id, pack.class, pack.bought)
      : [])
  ]);
  const rest = intent.more
    ? []
    : take(had - own, (key, part) => move(out, key, `loss:notReturned:${intent.item}`, 'X', part));
  return booked(...packs, rest);
}

export const rules: KindRules<I> = {
  refers: ({ animal, item }) => [animal, item],
  bears: ({ packs }) => packs.map((pack) => pack.id),
  derive,
  effects: ({ id: bornIn, intent: { animal, item, packs, bill } }) => ({
    births: packs.map(({ id, what, place }) => ({
      id,
      kind: 'pack',
      animal,
      bornIn,
      from: item,
      what,
      place: place ?? { shelf: 'freezer' }
    })),
    ...(bill ? { bill } : {})
  })
};
