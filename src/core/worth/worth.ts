import { bonelessOf, type BookState } from '$core/book';
import type { ClassKey, PriceUse } from '$core/reference';
import { grams, minorUnits, roundGrams, type Grams, type MinorUnits } from '$core/units';
import type { Costs, PriceBook } from './prices';
import { priceUse } from './uses';

export interface WorthLine {
  use: PriceUse;
  /** Boneless equivalent. */
  grams: Grams;
  perKg: MinorUnits;
  value: MinorUnits;
}

export interface WorthView {
  lines: WorthLine[];
  /** What the meat would have cost in a shop. */
  shopValue: MinorUnits;
  boneless: Grams;
  cost: MinorUnits;
  /** Shop value − cost; may be negative. */
  net: MinorUnits;
  /** Cost per kg boneless and per meal; absent while there is no meat. */
  costPerKg?: MinorUnits;
  costPerMeal?: MinorUnits;
  /** Portions of raw boneless meat ÷ people at the table. */
  meals: number;
}

export interface Household {
  people: number;
  /** Raw boneless meat a person and meal. */
  portion: Grams;
}

/** Meals in a mass: boneless ÷ (portion × people), to the nearest whole one. 20 kg, four people, 180 g: 28. */
export const mealsIn = (boneless: number, { people, portion }: Household): number =>
  Math.round(boneless / (portion * people));

/** Grams of an animal by what a shop would sell them as. */
export function gramsByUse(state: BookState, animal: string): Map<PriceUse, number> {
  const rows = new Map<PriceUse, number>();
  for (const [id, balance] of Object.entries(state.balances)) {
    const item = state.items[id];
    if (item?.animal !== animal) continue;
    for (const [key, value] of Object.entries(balance) as [ClassKey, Grams][]) {
      const use = priceUse(key, item.cut);
      if (use) rows.set(use, (rows.get(use) ?? 0) + bonelessOf(item, value));
    }
  }
  return rows;
}

/**
 * Worth of what an animal gave.
 * Value of a line = grams × price ÷ 1000, rounded to a whole minor unit a line; totals are sums of the lines.
 * @param boneless  edible meat off the bone; offal has a price but is no part of it
 * @param animalsInSeason  the season's fixed costs are shared evenly by this many
 */
export function worthOf(
  byUse: ReadonlyMap<PriceUse, number>,
  boneless: Grams,
  prices: PriceBook,
  costs: Costs,
  household: Household,
  animalsInSeason: number
): WorthView {
  const lines = (Object.keys(prices) as PriceUse[]).flatMap((use): WorthLine[] => {
    const value = byUse.get(use) ?? 0;
    const mass = roundGrams(value);
    return mass > 0
      ? [{ use, grams: mass, perKg: prices[use], value: minorUnits((mass * prices[use]) / 1000) }]
      : [];
  });
  const shopValue = minorUnits(lines.reduce((sum, line) => sum + line.value, 0));
  const cost = minorUnits(
    costs.perAnimal + costs.perSeason / Math.max(1, animalsInSeason) + (costs.perKg * boneless) / 1000
  );
  const meals = mealsIn(boneless, household);
  const kg = boneless / 1000;
  return {
    lines,
    shopValue,
    boneless: grams(boneless),
    cost,
    net: minorUnits(shopValue - cost),
    ...(boneless > 0 ? { costPerKg: minorUnits(cost / kg) } : {}),
    ...(meals > 0
      ? { costPerMeal: minorUnits(cost / (boneless / (household.portion * household.people))) }
      : {}),
    meals
  };
}
