import { accountsOf, bonelessOf, type BookState } from '$core/book';
import { MEAT_CLASSES, type ClassKey, type PriceUse } from '$core/reference';
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

const isMeat = (key: ClassKey): boolean => (MEAT_CLASSES as readonly ClassKey[]).includes(key);

/**
 * Meals in a mass: boneless ÷ (portion × people), to the nearest whole one. 20 kg, four people, 180 g: 28.
 * @example mealsIn(20000, { people: 4, portion: 180 }) // 28
 */
export const mealsIn = (boneless: number, { people, portion }: Household): number =>
  Math.round(boneless / (portion * people));

/**
 * Grams of an animal by what a shop would sell them as; gifts with it, bought fat without. Boneless equivalents.
 * @param kept  what trimming will leave of meat that was weighed untrimmed, 0 … 1: nobody pays for silver
 */
export function gramsByUse(state: BookState, animal: string, kept = 1): Map<PriceUse, number> {
  const rows = new Map<PriceUse, number>();
  for (const { item, balance, out } of accountsOf(state, animal)) {
    // What was given or sent on is worth what it was; what somebody mixed in stands against it, and holds no bone.
    if (out === 'sample') continue;
    for (const [key, value] of Object.entries(balance) as [ClassKey, Grams][]) {
      const use = priceUse(key, item.cut);
      const whole = out === 'store' ? value : bonelessOf(item, value);
      const mass = isMeat(key) && !item.trimmed && out !== 'store' ? whole * kept : whole;
      if (use) rows.set(use, (rows.get(use) ?? 0) + mass);
    }
  }
  return rows;
}

/**
 * Worth of what an animal gave.
 * Value of a line = grams × price ÷ 1000, rounded to a whole minor unit a line; totals are sums of the lines.
 * @param boneless  edible meat off the bone; offal has a price but is no part of it
 * @param animalsInSeason  the season's fixed costs are shared evenly by this many
 * @param bill  what other houses asked for cutting it
 */
export function worthOf(
  byUse: ReadonlyMap<PriceUse, number>,
  boneless: Grams,
  prices: PriceBook,
  costs: Costs,
  household: Household,
  animalsInSeason: number,
  bill = 0
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
    costs.perAnimal + costs.perSeason / Math.max(1, animalsInSeason) + (costs.perKg * boneless) / 1000 + bill
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

/** What a season's sums say of its costs. */
export interface SeasonFigures {
  animals: number;
  bonelessAll: number;
  bill: number;
  byUse: Partial<Record<PriceUse, number>>;
  /** Animals that are closed and not condemned, and what they gave. */
  settled: number;
  bonelessSettled: number;
  billSettled: number;
}

export interface SeasonWorth extends WorthView {
  /** Cost of what is not cut, half done or condemned: in the whole, and in no kilo. */
  beside: { animals: number; cost: MinorUnits };
}

/**
 * Worth of a season. Value and cost are of all of it; the cost of a kilo and of a meal are those of the animals that are
 * closed: what hangs uncut has cost its share already and has given nothing yet.
 */
export function seasonWorth(
  season: SeasonFigures,
  prices: PriceBook,
  costs: Costs,
  household: Household
): SeasonWorth {
  const of = (animals: number, boneless: number, bill: number, byUse: SeasonFigures['byUse']) =>
    worthOf(
      new Map(Object.entries(byUse) as [PriceUse, number][]),
      grams(boneless),
      prices,
      {
        ...costs,
        perAnimal: minorUnits(costs.perAnimal * animals),
        perSeason: minorUnits((costs.perSeason * animals) / Math.max(1, season.animals))
      },
      household,
      1,
      bill
    );
  const whole = of(season.animals, season.bonelessAll, season.bill, season.byUse);
  const { costPerKg: _kg, costPerMeal: _meal, ...rest } = whole;
  const closed = of(season.settled, season.bonelessSettled, season.billSettled, {});
  return {
    ...rest,
    ...(closed.costPerKg === undefined ? {} : { costPerKg: closed.costPerKg }),
    ...(closed.costPerMeal === undefined ? {} : { costPerMeal: closed.costPerMeal }),
    beside: { animals: season.animals - season.settled, cost: minorUnits(whole.cost - closed.cost) }
  };
}
