import { accountsOf, bonelessOf, type BookState } from '$core/book';
import { MEAT_CLASSES, type ClassKey, type PriceUse } from '$core/reference';
import { grams, minorUnits, roundGrams, sumIn, type Grams, type MinorUnits, type Sums } from '$core/units';
import type { Costs, PriceBook, SharedBy } from './prices';
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

/** What a season's sums say of its costs. */
export interface SeasonFigures {
  animals: number;
  bonelessAll: number;
  bills: Sums;
  byUse: Partial<Record<PriceUse, number>>;
  /** Animals that are closed and not condemned, and what they gave. */
  settled: number;
  bonelessSettled: number;
  billsSettled: Sums;
  /** Days on which something was taken, and the part of them that falls to what is closed. */
  days: number;
  daysSettled: number;
}

const ratio = (part: number, whole: number): number => (whole > 0 ? part / whole : 0);

/**
 * The share of a season's fixed costs that one animal or lot carries, 0 … 1. Over all of a season's they add up to 1, by
 * kilo as soon as there is a kilo.
 * @param one  its boneless grams, and how many share the day it was taken on
 */
export function fixedShare(
  by: SharedBy,
  one: { boneless: number; onItsDay: number },
  season: Pick<SeasonFigures, 'animals' | 'bonelessAll' | 'days'>
): number {
  switch (by) {
    case 'animal':
      return ratio(1, season.animals);
    case 'kilo':
      return ratio(one.boneless, season.bonelessAll);
    case 'day':
      return ratio(1, season.days * one.onItsDay);
  }
}

/**
 * Worth of what an animal gave.
 * Value of a line = grams × price ÷ 1000, rounded to a whole minor unit a line; totals are sums of the lines.
 * @param boneless  edible meat off the bone; offal has a price but is no part of it
 * @param fixed  the share of the season's fixed costs that it carries, 0 … 1
 * @param bill  what other houses asked for cutting it, in the currency of the price book
 */
export function worthOf(
  byUse: ReadonlyMap<PriceUse, number>,
  boneless: Grams,
  prices: PriceBook,
  costs: Costs,
  household: Household,
  fixed: number,
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
  const cost = minorUnits(costs.perAnimal + costs.perSeason * fixed + (costs.perKg * boneless) / 1000 + bill);
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

/** What of a larder's choices its reckoning stands on. */
export interface Reckoning extends Household {
  prices: PriceBook;
  costs: Costs;
  sharedBy: SharedBy;
  /** Of the price book and the costs. */
  currency: string;
  /** The currency before it was first changed, null where it never was. */
  firstCurrency: string | null;
}

/** Sums in a currency that the price book is not in: told beside, added to nothing. */
export interface OtherSum {
  currency: string;
  amount: number;
}

export interface SeasonWorth extends WorthView {
  /** Cost of what is not cut, half done or condemned: in the whole, and in no kilo. */
  beside: { animals: number; cost: MinorUnits };
  bill: MinorUnits;
  otherBills: OtherSum[];
}

/**
 * Worth of a season. Value and cost are of all of it; the cost of a kilo and of a meal are those of the animals that are
 * closed: what hangs uncut may have cost its share already and has given nothing yet.
 */
export function seasonWorth(season: SeasonFigures, by: Reckoning): SeasonWorth {
  const { prices, costs, sharedBy } = by;
  const of = (
    animals: number,
    boneless: number,
    bill: number,
    byUse: SeasonFigures['byUse'],
    fixed: number
  ) =>
    worthOf(
      new Map(Object.entries(byUse) as [PriceUse, number][]),
      grams(boneless),
      prices,
      { ...costs, perAnimal: minorUnits(costs.perAnimal * animals) },
      by,
      fixed,
      bill
    );
  const { own, others } = sumIn(season.bills, by);
  const whole = of(season.animals, season.bonelessAll, own, season.byUse, 1);
  const settledShare = {
    animal: ratio(season.settled, season.animals),
    kilo: ratio(season.bonelessSettled, season.bonelessAll),
    day: ratio(season.daysSettled, season.days)
  };
  const { costPerKg: _kg, costPerMeal: _meal, ...rest } = whole;
  const closed = of(
    season.settled,
    season.bonelessSettled,
    sumIn(season.billsSettled, by).own,
    {},
    settledShare[sharedBy]
  );
  return {
    ...rest,
    ...(closed.costPerKg === undefined ? {} : { costPerKg: closed.costPerKg }),
    ...(closed.costPerMeal === undefined ? {} : { costPerMeal: closed.costPerMeal }),
    beside: { animals: season.animals - season.settled, cost: minorUnits(whole.cost - closed.cost) },
    bill: minorUnits(own),
    otherBills: others
  };
}
