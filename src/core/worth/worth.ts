import { accountsOf, bonelessOf, isFinished, type BookState } from '$core/book';
import { MEAT_CLASSES, type ClassKey, type PriceUse } from '$core/reference';
import { minorUnits, roundGrams, sumIn, type Grams, type MinorUnits, type Sums, under } from '$core/units';
import type { Costs, PriceBook, SharedBy } from './prices';
import { meatIn, priceUse } from './uses';

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
  /** Meat off the bone, trimmed: what the lines add up to without offal. */
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

/** What a shop would sell a batch as, whatever lay in its tub before; what is not named keeps the use of its tub. */
const MADE_AS: Readonly<Record<string, PriceUse>> = {
  mince: 'mince',
  sausage: 'sausage',
  jerky: 'jerky'
};

/**
 * Whole grams of an animal by what a shop would sell them as; gifts with it, bought fat without. Boneless equivalents.
 * @param kept  what trimming will leave of meat that was weighed untrimmed, 0 … 1: nobody pays for silver. What is packed,
 *   ground, given or eaten is what it is
 */
export function gramsByUse(state: BookState, animal: string, kept = 1): Partial<Record<PriceUse, number>> {
  const rows = new Map<PriceUse, number>();
  for (const { id, item, balance, out } of accountsOf(state, animal)) {
    const made = item.pooled ? under(MADE_AS, under(state.pools, id)?.what ?? '') : undefined;
    // What was given or sent on is worth what it was; what somebody mixed in stands against it, and holds no bone.
    if (out === 'sample') continue;
    for (const [key, value] of Object.entries(balance) as [ClassKey, Grams][]) {
      const use = made && isMeat(key) ? made : priceUse(key, item.cut);
      const whole = out === 'store' ? value : bonelessOf(item, value);
      const mass = isMeat(key) && !item.trimmed && !isFinished(item, out) ? whole * kept : whole;
      if (use) rows.set(use, (rows.get(use) ?? 0) + mass);
    }
  }
  // Whole here, so that lines, animals and seasons add up to the gram.
  return Object.fromEntries([...rows].map(([use, mass]) => [use, roundGrams(mass)]));
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
 * Value of a line = grams × price ÷ 1000, rounded to a whole minor unit a line; totals are sums of the lines. Kilos and meals
 * are those of the lines too; offal has a price but is no meat off the bone.
 * @param fixed  the share of the season's fixed costs that it carries, 0 … 1
 * @param bill  what other houses asked for cutting it, in the currency of the price book
 */
export function worthOf(
  byUse: Partial<Record<PriceUse, number>>,
  prices: PriceBook,
  costs: Costs,
  household: Household,
  fixed: number,
  bill = 0
): WorthView {
  const lines = (Object.keys(prices) as PriceUse[]).flatMap((use): WorthLine[] => {
    const mass = roundGrams(byUse[use] ?? 0);
    return mass > 0
      ? [{ use, grams: mass, perKg: prices[use], value: minorUnits((mass * prices[use]) / 1000) }]
      : [];
  });
  const shopValue = minorUnits(lines.reduce((sum, line) => sum + line.value, 0));
  const boneless = meatIn(byUse);
  const cost = costOf(boneless, costs, household, fixed, bill);
  return {
    lines,
    shopValue,
    boneless,
    ...cost,
    net: minorUnits(shopValue - cost.cost),
    meals: mealsIn(boneless, household)
  };
}

/** What so much boneless meat has cost, in all, a kilo and a meal. */
function costOf(
  boneless: number,
  costs: Costs,
  { portion, people }: Household,
  fixed: number,
  bill: number
): Pick<WorthView, 'cost' | 'costPerKg' | 'costPerMeal'> {
  const cost = minorUnits(costs.perAnimal + costs.perSeason * fixed + (costs.perKg * boneless) / 1000 + bill);
  return {
    cost,
    ...(boneless > 0 ? { costPerKg: minorUnits(cost / (boneless / 1000)) } : {}),
    ...(mealsIn(boneless, { portion, people }) > 0
      ? { costPerMeal: minorUnits(cost / (boneless / (portion * people))) }
      : {})
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
  const { own, others } = sumIn(season.bills, by);
  const costsOf = (animals: number) => ({ ...costs, perAnimal: minorUnits(costs.perAnimal * animals) });
  const whole = worthOf(season.byUse, prices, costsOf(season.animals), by, 1, own);
  const settledShare = {
    animal: ratio(season.settled, season.animals),
    kilo: ratio(season.bonelessSettled, season.bonelessAll),
    day: ratio(season.daysSettled, season.days)
  };
  const { costPerKg: _kg, costPerMeal: _meal, ...rest } = whole;
  const closed = costOf(
    season.bonelessSettled,
    costsOf(season.settled),
    by,
    settledShare[sharedBy],
    sumIn(season.billsSettled, by).own
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
