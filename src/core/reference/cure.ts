/** Whose limit of nitrite a larder keeps to. */
export const CURE_RULES = ['us', 'eu'] as const;
export type CureRule = (typeof CURE_RULES)[number];

/**
 * Most sodium nitrite that may be put in, mg for each kg of meat and fat. Usual practice by published rules: 9 CFR 424.21 of
 * the US for what is ground; EU 1333/2008 as amended, 80 mg/kg as nitrite ion, which is 120 as sodium nitrite.
 */
export const CURE_LIMITS: Readonly<Record<CureRule, { mgPerKg: number; source: string }>> = {
  us: { mgPerKg: 156, source: '9 CFR 424.21 (US), ground products' },
  eu: { mgPerKg: 120, source: 'EU 1333/2008 as amended, most heated products' }
};

/**
 * Sodium nitrite in a cure salt, as a share of its weight: from the weakest that is sold to the strongest one that can be
 * weighed at a bench. Beyond it is no cure salt. Usual practice.
 */
export const CURE_STRENGTH = { min: 0.002, max: 0.1 } as const;

/** Share of the limit that is proposed, so that a scale's tenth of a gram never carries it over. Working default. */
const PROPOSED = 0.96;
/** Below so much of it a smoked or dried product is hardly protected, mg/kg. Usual practice. */
export const CURE_LITTLE = 100;

/** Products that are cured; none that is eaten fresh is. */
export const CURED_PRODUCTS = ['smoked', 'cooked', 'jerky'] as const;
export const PRODUCTS = ['mince', 'burger', 'fresh', ...CURED_PRODUCTS] as const;
/** What is made of trim: mince, burgers, fresh sausage, smoked sticks, cooked sausage, formed or sliced jerky. */
export type Product = (typeof PRODUCTS)[number];
/** Whether cure salt may go into a product. */
export const mayBeCured = (product: Product | undefined): boolean =>
  (CURED_PRODUCTS as readonly (Product | undefined)[]).includes(product);

/** Rounding of binary fractions: no tenth of a gram is lost to it. Exact. */
const EPSILON = 1e-9;
const tenthsDown = (grams: number): number => Math.floor(grams * 10 * (1 + EPSILON)) / 10;

/** A cure salt against what it goes into. */
export interface CureAsk {
  /** Meat and fat, grams, without water, salt and seasoning. */
  meat: number;
  /** Sodium nitrite in the cure salt, share of its weight. */
  strength: number;
  rule: CureRule;
}

/**
 * Sodium nitrite that goes in with a dose, mg for each kg of meat and fat.
 * @param grams  of cure salt
 * @example inGoing(24, { meat: 10000, strength: 0.0625 }) // 150
 */
export const inGoing = (grams: number, { meat, strength }: Pick<CureAsk, 'meat' | 'strength'>): number =>
  meat > 0 ? (grams * strength * 1e6) / meat : Infinity;

/**
 * Most cure salt that the limit allows, in grams, rounded down to a tenth.
 * @example largestDose({ meat: 10000, strength: 0.0625, rule: 'us' }) // 24.9
 */
export const largestDose = ({ meat, strength, rule }: CureAsk): number =>
  tenthsDown((meat * CURE_LIMITS[rule].mgPerKg) / 1e6 / strength);

/**
 * The dose that is proposed: 96 % of the limit, in grams, rounded down to a tenth.
 * @example proposedDose({ meat: 10000, strength: 0.0625, rule: 'us' }) // 23.9
 */
export const proposedDose = ({ meat, strength, rule }: CureAsk): number =>
  tenthsDown((meat * CURE_LIMITS[rule].mgPerKg * PROPOSED) / 1e6 / strength);

/** Whether so much goes over the limit of a rule; nothing is forgiven but the last binary figure. */
export const overLimit = (mgPerKg: number, rule: CureRule): boolean =>
  mgPerKg > CURE_LIMITS[rule].mgPerKg * (1 + EPSILON);

/**
 * Salt that is still to be weighed when a cure salt brings its own, in grams, rounded down to a tenth; never below zero.
 * @param salt  wanted in all
 * @example saltBeside(180, 24.9, 0.0625) // 156.6
 */
export const saltBeside = (salt: number, cure: number, strength: number): number =>
  Math.max(0, tenthsDown(salt - cure * (1 - strength)));
