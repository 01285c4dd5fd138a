import { AGE_SHIFT, CONDITION_SHIFT, SPECIES, TRIM_STANDARDS, type SpeciesKey } from '$core/reference';
import { guessCondition, type YieldFacts } from './facts';

/**
 * What a larder's own closed animals say of boneless ÷ hanging: a shift of the working default by species, learned with
 * partial pooling. Each animal gives a residual, its clean ratio less the default for its facts; residuals of a species
 * scatter around the species' shift, and shifts of species around the shift of the house (its cutters, its trim, its
 * country). Normal priors, unbalanced moments between species, Student-t prediction.
 */

/** Residuals of one species, summed up: what the estimate needs of them, and no more. */
export interface ResidualSums {
  species: SpeciesKey;
  n: number;
  sum: number;
  sumOfSquares: number;
}

/** The expectation of a species as own animals have moved it. */
export interface Learned {
  species: SpeciesKey;
  /** Own closed animals of the species. */
  n: number;
  /** Added to the default ratio. */
  shift: number;
  /** Scale of the Student-t for the next animal, in the units of the ratio. */
  scale: number;
  /** Degrees of freedom of that t. */
  df: number;
}

/** Animals that the default's own spread counts for. Working default. */
const PRIOR_DF = 8;
/** Sd of shifts between species before anything is known, and what it counts for. Working default. */
const PRIOR_TAU = 0.02;
const PRIOR_TAU_WEIGHT = 3;
/** Sd of the house's own shift before anything is known. Working default. */
const PRIOR_HOUSE = 0.02;

/** r′ of the working defaults: boneless ÷ hanging for these facts before trim standard and shot. */
export function defaultCleanRatio(facts: YieldFacts): number {
  const condition = (facts.condition ?? guessCondition(facts)) as 1 | 2 | 3 | 4 | 5;
  return (
    SPECIES[facts.species].bonelessToHanging.mean +
    CONDITION_SHIFT[condition] +
    AGE_SHIFT[facts.ageClass ?? 'adult']
  );
}

/**
 * What one closed animal says: its ratio before trim standard and shot, less the default. Shot loss is put back, so that
 * a bad hit teaches nothing about the species.
 * @param gave  boneless meat with what went to pets, grams
 * @param shotLost  bloodshot, contaminated and pellets, grams
 * @param hanging  grams of the hanging weight that stayed in the house
 * @returns undefined for what cannot be an animal: a ratio outside 0.2 … 0.9
 */
export function residualOf(
  facts: YieldFacts,
  { gave, shotLost, hanging }: { gave: number; shotLost: number; hanging: number }
): number | undefined {
  if (hanging <= 0) return undefined;
  const trim = TRIM_STANDARDS[(facts.trimStandard ?? 1) as 1 | 2 | 3].loss;
  const ratio = (gave + shotLost) / hanging / (1 - trim);
  return ratio > 0.2 && ratio < 0.9 ? ratio - defaultCleanRatio(facts) : undefined;
}

/** Sums without one of the residuals: an animal is never judged by what it has taught. */
export const without = (sums: ResidualSums, residual: number): ResidualSums => ({
  ...sums,
  n: sums.n - 1,
  sum: sums.sum - residual,
  sumOfSquares: sums.sumOfSquares - residual * residual
});

/**
 * The shift of every species, by partial pooling.
 *
 * s² = (ν₀σ₀² + Σ within squares) ÷ (ν₀ + N − J); τ² = (3·0.02² + (J − 1)·τ̂²) ÷ (J + 2) with the unbalanced moment
 * estimate τ̂² = max(0, (SSB − (J − 1)s²) ÷ (N − Σn²/N)); the house's shift is the mean of the species' means weighted by
 * 1 ÷ (τ² + s²/n) against a prior of 0 ± 0.02; a species' shift lies between its own mean and the house's by
 * B = τ² ÷ (τ² + s²/n). The next animal: Student-t on ν₀ + N − J degrees of freedom.
 * @param of  the species asked for; it need not have animals of its own
 */
export function learn(all: readonly ResidualSums[], of: SpeciesKey): Learned {
  const groups = all.filter((g) => g.n > 0);
  const count = groups.reduce((sum, g) => sum + g.n, 0);
  const df = PRIOR_DF + count - groups.length;
  const sigma0 = SPECIES[of].bonelessToHanging.sd;
  const withinSquares = groups.reduce(
    (sum, g) => sum + Math.max(0, g.sumOfSquares - (g.sum * g.sum) / g.n),
    0
  );
  const variance = (PRIOR_DF * sigma0 * sigma0 + withinSquares) / df;
  const tau2 = between(groups, count, variance);
  let weight = 1 / (PRIOR_HOUSE * PRIOR_HOUSE);
  let weighted = 0;
  for (const g of groups) {
    const w = 1 / (tau2 + variance / g.n);
    weight += w;
    weighted += w * (g.sum / g.n);
  }
  const house = weighted / weight;
  const own = groups.find((g) => g.species === of);
  const trust = own ? tau2 / (tau2 + variance / own.n) : 0;
  const shift = own ? trust * (own.sum / own.n) + (1 - trust) * house : house;
  const shiftVariance = own ? (trust * variance) / own.n + (1 - trust) ** 2 / weight : tau2 + 1 / weight;
  return { species: of, n: own?.n ?? 0, shift, scale: Math.sqrt(variance + shiftVariance), df };
}

function between(groups: readonly ResidualSums[], count: number, variance: number): number {
  const prior = PRIOR_TAU_WEIGHT * PRIOR_TAU * PRIOR_TAU;
  if (groups.length < 2) return prior / PRIOR_TAU_WEIGHT;
  const grand = groups.reduce((sum, g) => sum + g.sum, 0) / count;
  const squares = groups.reduce((sum, g) => sum + g.n * (g.sum / g.n - grand) ** 2, 0);
  const spread = count - groups.reduce((sum, g) => sum + g.n * g.n, 0) / count;
  const moments = Math.max(0, (squares - (groups.length - 1) * variance) / spread);
  return (prior + (groups.length - 1) * moments) / (PRIOR_TAU_WEIGHT + groups.length - 1);
}

/**
 * Quantile 0.9 of Student's t, the half-width of its central 80 %: Cornish–Fisher expansion around z = 1.28155
 * (Abramowitz and Stegun 26.7.5), off by less than 1e-4 from 8 degrees of freedom on.
 */
export function t80(df: number): number {
  const z = 1.2815515655446004;
  const g1 = (z ** 3 + z) / 4;
  const g2 = (5 * z ** 5 + 16 * z ** 3 + 3 * z) / 96;
  const g3 = (3 * z ** 7 + 19 * z ** 5 + 17 * z ** 3 - 15 * z) / 384;
  return z + g1 / df + g2 / df ** 2 + g3 / df ** 3;
}
