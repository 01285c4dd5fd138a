import { z } from 'zod';
import { PRICE_USES, cutOf, type ClassKey, type PriceUse } from '$core/reference';
import type { MinorUnits } from '$core/units';

const money = z
  .number()
  .int('whole minor units')
  .min(0, 'not below zero')
  .max(100_000_000, 'too much')
  .transform((n) => n as MinorUnits);

/** Shop price per kg by use, in minor units of the larder's currency. */
export const priceBookSchema = z.object(
  Object.fromEntries(PRICE_USES.map((use) => [use, money])) as Record<PriceUse, typeof money>
);
export type PriceBook = z.infer<typeof priceBookSchema>;

/** What the meat costs: fixed per season, per animal, per kg boneless; in minor units. */
export const costsSchema = z.object({ perSeason: money, perAnimal: money, perKg: money });
export type Costs = z.infer<typeof costsSchema>;

/** A start for the price book, invented and round; EUR per kg × 100. */
export const DEFAULT_PRICES = priceBookSchema.parse({
  primeSteak: 3800,
  steak: 2400,
  roast: 1600,
  braise: 1200,
  stew: 1200,
  mince: 900,
  jerky: 1600,
  sausage: 1100,
  offal: 500
});
export const DEFAULT_COSTS = costsSchema.parse({ perSeason: 0, perAnimal: 0, perKg: 0 });

export const PRICE_NAMES: Readonly<Record<PriceUse, string>> = {
  primeSteak: 'Prime steak',
  steak: 'Steak',
  roast: 'Roast',
  braise: 'Braise',
  stew: 'Stew',
  mince: 'Mince',
  jerky: 'Jerky meat',
  sausage: 'Sausage',
  offal: 'Offal'
};

/** What a shop would sell a gram as, from the tub it lies in and the cut it is; nothing for by-products. */
export function priceUse(key: ClassKey, cutKey?: string): PriceUse | undefined {
  const cut = cutOf(cutKey);
  switch (key) {
    case 'P':
      return cut?.price.prime ?? 'steak';
    case 'S':
      return cut?.price.slow ?? 'stew';
    case 'J':
      return 'jerky';
    case 'G':
      return 'mince';
    case 'O':
      return 'offal';
    default:
      return undefined;
  }
}
