import { z } from 'zod';
import { PRICE_USES, type PriceUse } from '$core/reference';
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

/** How a season's fixed costs are shared: each animal or lot alike, by its kilos boneless, or each day alike. */
export const SHARED_BY = ['animal', 'kilo', 'day'] as const;
export type SharedBy = (typeof SHARED_BY)[number];

/** A start for the price book, invented and round; EUR per kg × 100. Working default. */
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
/** Nothing is assumed of costs. Working default. */
export const DEFAULT_COSTS = costsSchema.parse({ perSeason: 0, perAnimal: 0, perKg: 0 });
