import type { Draft, IntentOf } from '$core/book';
import { seeded } from '$core/statistics';
import { DAY, grams, minorUnits, uuidv7 } from '$core/units';

/** What the larder has bought, by days ago: fat, salt, cure of known strength, seasonings with their allergens, casings. */
const BOUGHT: readonly (Omit<IntentOf<'buy'>, 'kind' | 'pool' | 'reading'> & {
  daysAgo: number;
  weight: number;
})[] = [
  {
    daysAgo: 410,
    weight: 4_000,
    what: 'fat',
    name: 'pork back fat',
    fat: 0.88,
    price: minorUnits(2_600),
    supplier: 'Millbrook cutting room',
    supplierLot: 'BF 118'
  },
  {
    daysAgo: 46,
    weight: 6_000,
    what: 'fat',
    name: 'pork back fat',
    fat: 0.88,
    price: minorUnits(4_200),
    supplier: 'Millbrook cutting room',
    supplierLot: 'BF 204'
  },
  {
    daysAgo: 46,
    weight: 3_000,
    what: 'fat',
    name: 'beef fat',
    fat: 0.85,
    price: minorUnits(1_350),
    supplier: 'Millbrook cutting room',
    supplierLot: 'RF 61'
  },
  { daysAgo: 420, weight: 10_000, what: 'salt', name: 'salt', price: minorUnits(900) },
  {
    daysAgo: 60,
    weight: 500,
    what: 'cure',
    name: 'cure salt',
    strength: 0.0625,
    price: minorUnits(850),
    supplier: 'Harbour spice store',
    supplierLot: 'C 3307'
  },
  { daysAgo: 415, weight: 500, what: 'seasoning', name: 'black pepper', price: minorUnits(1_150) },
  { daysAgo: 60, weight: 200, what: 'seasoning', name: 'juniper, crushed', price: minorUnits(640) },
  { daysAgo: 60, weight: 150, what: 'seasoning', name: 'marjoram', price: minorUnits(420) },
  {
    daysAgo: 60,
    weight: 400,
    what: 'seasoning',
    name: 'coriander seed',
    price: minorUnits(520),
    supplier: 'Harbour spice store',
    allergens: ['may hold mustard', 'may hold celery']
  },
  { daysAgo: 60, weight: 300, what: 'seasoning', name: 'garlic powder', price: minorUnits(480) },
  {
    daysAgo: 60,
    weight: 900,
    what: 'casing',
    name: 'hog casing',
    price: minorUnits(1_900),
    supplier: 'Harbour spice store',
    supplierLot: 'N 34/36-8'
  },
  {
    daysAgo: 60,
    weight: 400,
    what: 'casing',
    name: 'collagen casing',
    price: minorUnits(1_400),
    allergens: ['beef collagen']
  }
];

/** The entries by which the shelf was filled. Seeded; times are counted back from now. */
export function shelfDrafts(now: number): Draft[] {
  const uniform = seeded(9_001);
  return BOUGHT.map(({ daysAgo, weight, ...goods }) => {
    const at = Math.round(now - daysAgo * DAY);
    const id = () => uuidv7(at, (n) => Uint8Array.from({ length: n }, () => Math.floor(uniform() * 256)));
    return {
      id: id(),
      at,
      hand: 'Tove',
      device: 'bench 1',
      intent: {
        kind: 'buy',
        pool: id(),
        ...goods,
        ...(goods.price === undefined ? {} : { currency: 'EUR' }),
        reading: { grams: grams(weight), how: 'typed' }
      }
    };
  });
}
