import { AGE_SHIFT, CONDITION_SHIFT, SPECIES, TRIM_STANDARDS, type SpeciesKey } from '$core/reference';
import { guessCondition } from './condition';
import type { YieldFacts } from './facts';
import { pool, type Pooled, type Sums } from '$core/statistics';
import { priorShares, skinFactor, type LearnedShares } from './shares';

/**
 * What a larder's own closed animals say of boneless ÷ hanging: a shift of the working default by species, learned with
 * partial pooling. Each animal gives a residual, its clean ratio less the default for its facts; residuals of a species
 * scatter around the species' shift, and shifts of species around the shift of the house (its cutters, its trim, its
 * country). Normal priors, unbalanced moments between species, Student-t prediction.
 */

/** Residuals of one species, summed up. */
export interface ResidualSums extends Sums {
  species: SpeciesKey;
}

/** The expectation of a species as own animals have moved it: a shift of the ratio, and of the parts' shares. */
export interface Learned extends Pooled {
  species: SpeciesKey;
  shares?: LearnedShares;
}

/** Animals that the default's own spread counts for. Working default. */
const PRIOR_DF = 20;
/** Sd of shifts between species before anything is known, and what it counts for. Working default. */
const PRIOR_TAU = 0.02;
/** How many kinds of animal that belief counts for. Working default. */
const PRIOR_TAU_WEIGHT = 3;
/** Sd of the house's own shift before anything is known. Working default. */
const PRIOR_HOUSE = 0.02;

/** r′ of the working defaults: boneless ÷ hanging for these facts before trim standard and shot. */
export function defaultCleanRatio(facts: YieldFacts): number {
  const condition = (facts.condition ?? guessCondition(facts)) as 1 | 2 | 3 | 4 | 5;
  const usual =
    SPECIES[facts.species].bonelessToHanging.mean +
    CONDITION_SHIFT[condition] +
    AGE_SHIFT[facts.ageClass ?? 'adult'];
  // Skin is all of it eaten, and more of the hanging weight or less of it.
  const factor = skinFactor(facts);
  return (usual + factor - 1) / factor;
}

/** Sd that a guessed condition and an unsaid age add to that ratio. Own estimate. */
const UNSAID = { condition: 0.012, age: 0.01 } as const;

/** Sd of the default ratio for what nobody has said of the animal. */
export const unsaidSd = (facts: YieldFacts): number =>
  Math.hypot(facts.condition ? 0 : UNSAID.condition, facts.ageClass ? 0 : UNSAID.age);

/** Trimmed meat ÷ the soft tissue there is, at most: scales err by a little. Own choice. */
const SOFT_AT_MOST = 1.02;

/**
 * What one closed animal says: its ratio before trim standard and shot, less the default. Shot loss is put back, so that
 * a bad hit teaches nothing about the species.
 * @param gave  boneless meat with what went to pets, grams
 * @param shotLost  bloodshot, contaminated and pellets, grams
 * @param hanging  grams of the hanging weight that stayed in the house
 * @param softTissue  what of the hanging weight is soft tissue; more meat than that is a slip of a scale, or bone in it
 * @returns undefined for what cannot be an animal: a ratio below 0.2, or above {@link SOFT_AT_MOST} × its soft tissue
 */
export function residualOf(
  facts: YieldFacts,
  {
    gave,
    shotLost,
    hanging,
    softTissue
  }: { gave: number; shotLost: number; hanging: number; softTissue: number }
): number | undefined {
  if (hanging <= 0) return undefined;
  const trim = TRIM_STANDARDS[(facts.trimStandard ?? 1) as 1 | 2 | 3].loss;
  const off = (gave + shotLost) / hanging;
  const ratio = off / (1 - trim);
  return ratio > 0.2 && off <= SOFT_AT_MOST * softTissue ? ratio - defaultCleanRatio(facts) : undefined;
}

/**
 * What is believed of a species before any animal of the house was closed: the default, and how much it may be off here.
 * The same as {@link learn} says of nothing, in closed form.
 */
export const priorOf = (species: SpeciesKey): Learned => ({
  species,
  n: 0,
  shift: 0,
  scale: Math.hypot(SPECIES[species].bonelessToHanging.sd, PRIOR_TAU, PRIOR_HOUSE),
  df: PRIOR_DF,
  shares: priorShares(species)
});

/** Sums without one of the residuals: an animal is never judged by what it has taught. */
export const without = (sums: ResidualSums, residual: number): ResidualSums => ({
  ...sums,
  n: sums.n - 1,
  sum: sums.sum - residual,
  sumOfSquares: sums.sumOfSquares - residual * residual
});

/**
 * The shift of a species, by partial pooling with the others of the house; see {@link pool}.
 * @param of  the species asked for; it need not have animals of its own
 * @param shares  what own animals say of its parts
 */
export function learn(all: readonly ResidualSums[], of: SpeciesKey, shares?: LearnedShares): Learned {
  const pooled = pool(
    all,
    all.find((g) => g.species === of),
    {
      sigma: SPECIES[of].bonelessToHanging.sd,
      df: PRIOR_DF,
      tau: PRIOR_TAU,
      tauWeight: PRIOR_TAU_WEIGHT,
      house: PRIOR_HOUSE
    }
  );
  return { species: of, ...pooled, ...(shares ? { shares } : {}) };
}
