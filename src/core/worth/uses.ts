import { cutOf, type ClassKey, type PriceUse } from '$core/reference';
import { grams, minorUnits, type Grams, type MinorUnits } from '$core/units';

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

/** Grams of meat in sums by use: all but offal, which has a price and is no meat off the bone. */
export const meatIn = (byUse: Partial<Record<PriceUse, number>>): Grams =>
  grams(Object.entries(byUse).reduce((sum, [use, value]) => (use === 'offal' ? sum : sum + value), 0));

/**
 * What a shop would ask for boneless grams by cut and tub letter: Σ grams × price of the use ÷ 1000.
 * @returns whole minor units
 */
export const shopValue = (
  lines: readonly { cut: string; class: ClassKey; grams: number }[],
  prices: Readonly<Record<PriceUse, number>>
): MinorUnits =>
  minorUnits(
    lines.reduce((sum, line) => {
      const use = priceUse(line.class, line.cut);
      return use ? sum + (line.grams * prices[use]) / 1000 : sum;
    }, 0)
  );
