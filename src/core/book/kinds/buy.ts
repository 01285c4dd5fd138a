import { CURE_STRENGTH } from '$core/reference';
import { under } from '$core/units';
import { z } from 'zod';
import { shortText } from '../short-text';
import { currencySchema, ofPool, placeSchema } from '../fields';
import { booked, posting, type Derived } from '../move';
import { net, readingSchema } from '../reading';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { storeId, type BookState } from '../state';
import type { KindRules } from './kind';

/** What a store lot is. */
export const STORE_GOODS = ['fat', 'meat', 'salt', 'cure', 'seasoning', 'casing', 'other'] as const;

/** Something that was never an animal of the larder: bought fat, salt, casings. Each purchase is a lot, named by whoever buys it, and is traced. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  ofPool.extend({
    kind: z.literal('buy'),
    what: z.enum(STORE_GOODS),
    name: shortText(60).min(1, 'say what it is'),
    reading: readingSchema,
    place: placeSchema.optional(),
    /** What was paid for all of it, in the smallest units of `currency`. */
    price: z.number().int().min(0, 'not below zero').max(100_000_000, 'more than anybody asks').optional(),
    currency: currencySchema.optional(),
    /** Of fat and meat: fat ÷ weight. */
    fat: z.number().min(0, 'not below nothing').max(1, 'no more than all of it').optional(),
    /** Of a cure salt: sodium nitrite ÷ weight, as its label says. Without it none of it can be put into a batch. */
    strength: z
      .number()
      .min(CURE_STRENGTH.min, 'at least 0.2 %')
      .max(CURE_STRENGTH.max, 'at most 10 %: that is no cure salt')
      .optional(),
    supplier: shortText(60).optional(),
    /** The supplier's own number of it. */
    supplierLot: shortText(60).optional(),
    allergens: z.array(shortText(40).min(1)).max(20).optional()
  })
);
type I = z.infer<typeof schema>;

/** The letter bought goods carry: fat is fat, all the rest is what goes into the mixer. */
const letterOf = (what: I['what']) => (what === 'fat' ? 'F' : 'G');

function derive(state: BookState, intent: I): Derived {
  const { pool: lot } = intent;
  if (under(state.pools, lot) || under(state.items, lot)) return refuse({ code: 'item-exists', item: lot });
  const value = net(intent.reading);
  if (value <= 0) return refuse({ code: 'nothing', field: 'reading' });
  const key = letterOf(intent.what);
  return booked([posting(storeId(lot), -value, key, lot), posting(lot, value, key, lot)]);
}

export const rules: KindRules<I> = {
  refers: () => [],
  bears: ({ pool }) => [pool],
  derive,
  effects: ({ id: bornIn, intent }) => {
    const { pool: id, what, name, place, price, currency, supplier, supplierLot, allergens } = intent;
    const { fat, strength } = intent;
    return {
      pools: [
        {
          id,
          kind: 'store',
          what,
          ...(price === undefined ? {} : { price, ...(currency ? { currency } : {}) }),
          ...(fat === undefined ? {} : { fat }),
          ...(what === 'cure' && strength !== undefined ? { strength } : {}),
          ...(supplier ? { supplier } : {}),
          ...(supplierLot ? { supplierLot } : {}),
          ...(allergens?.length ? { allergens } : {})
        }
      ],
      births: [{ id, kind: 'store', owner: id, bornIn, what: name, place: place ?? { shelf: 'store' } }]
    };
  }
};
