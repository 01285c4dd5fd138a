import {
  SPECIES,
  comesInLots,
  liveFromGirth,
  type AgeClass,
  type Sex,
  type SpeciesKey
} from '$core/reference';
import { grams, type Grams } from '$core/units';

/** Live weight of a young one or a yearling to that of an adult. Working default. */
const AGE_FACTOR: Readonly<Record<AgeClass, number>> = { young: 0.42, yearling: 0.75, adult: 1, old: 1.03 };

/**
 * Live weight to begin with where nobody has a scale: from the heart girth of a deer, else the middle of what its species,
 * sex and age usually weigh. Drawn hollow, with how far it may be out.
 */
export function guessLive(
  facts: { species: SpeciesKey; sex: Sex; ageClass: AgeClass; girth?: number | null | undefined },
  count = 1
): { grams: Grams; within: number; from: 'girth' | 'species' } {
  const species = SPECIES[facts.species];
  if (facts.girth && species.group === 'deer') {
    const { kg, within } = liveFromGirth(facts.girth);
    return { grams: grams(Math.round(kg * 1000)), within, from: 'girth' };
  }
  const { female, male } = species.liveKg;
  const [low, high] = facts.sex === 'female' ? female : facts.sex === 'male' ? male : [female[0], male[1]];
  const factor = comesInLots(facts.species) ? 1 : AGE_FACTOR[facts.ageClass];
  const middle = ((low + high) / 2) * factor;
  return {
    grams: grams(Math.round(middle * 1000) * count),
    within: (high - low) / (high + low),
    from: 'species'
  };
}
