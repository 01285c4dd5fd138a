import { TUBS, cutOf, type TubKey } from '$core/reference';
import { minorUnits, roundGrams, type Grams, type MinorUnits } from '$core/units';
import type { PriceBook } from './prices';
import { priceUse } from './uses';
import type { Household } from './worth';

export interface KnifeWorth {
  grams: Grams;
  /** Meals at the household's table, with a decimal: thin pieces are less than one. */
  meals: number;
  /** What a shop would ask for it. */
  value: MinorUnits;
  minutes: number;
  /** Value of a minute at the knife. */
  perMinute: MinorUnits;
}

/** What a shop would ask for boneless meat of some cuts, each as what its usual tub becomes. */
export const valueOfCuts = (cuts: readonly { cut: string; grams: number }[], prices: PriceBook): MinorUnits =>
  minorUnits(cuts.reduce((sum, { cut, grams }) => sum + valueOf(cut, grams, prices), 0));

function valueOf(cut: string, grams: number, prices: PriceBook): number {
  const use = priceUse(TUBS[(cutOf(cut)?.tub ?? 'grind') as TubKey].letter, cut);
  return use ? (grams * prices[use]) / 1000 : 0;
}

/**
 * Whether a thin or awkward cut is worth the knife: grams, meals and money for the minutes it takes. The user decides.
 * Value = grams × the shop's price of what its usual tub becomes ÷ 1000; a bone share is taken off first.
 * @param grams  expected or weighed, as it comes off
 * @param minutes  the step's own, learned or by default; more than 0
 */
export function worthTheKnife(
  cut: string,
  grams: number,
  minutes: number,
  prices: PriceBook,
  household: Household,
  boneShare = 0
): KnifeWorth | undefined {
  if (!cutOf(cut) || minutes <= 0 || grams <= 0) return undefined;
  const boneless = grams * (1 - boneShare);
  const value = valueOf(cut, boneless, prices);
  return {
    grams: roundGrams(boneless),
    meals: boneless / (household.portion * household.people),
    value: minorUnits(value),
    minutes,
    perMinute: minorUnits(value / minutes)
  };
}

/** Lean that a usual hand leaves on the silver it draws off, of its weight; good work leaves half of that. Own estimate. */
export const LEAN_ON_SILVER = 0.1;
/** Minutes for a kilogram of silver laid flat and scraped bare. Own estimate: nobody has timed it here. */
export const SCRAPING = 12;

/**
 * Whether silver is worth being scraped: lean that stays on it, which goes to the mincer.
 * Silver = Σ grams × share ÷ (1 − share); lean = {@link LEAN_ON_SILVER} of it.
 * @param from  boneless trimmed grams that silver comes off, and the share of each that it takes with it, below 1
 */
export function scrapedSilver(
  from: readonly { grams: number; share: number }[],
  prices: PriceBook,
  household: Household
): KnifeWorth | undefined {
  const silver = from.reduce((sum, { grams, share }) => sum + (grams * share) / (1 - share), 0);
  return worthTheKnife('legTrim', silver * LEAN_ON_SILVER, (silver / 1000) * SCRAPING, prices, household);
}
