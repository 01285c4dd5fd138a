import { SPECIES_KEYS, type SpeciesKey } from '$core/reference';
import { expectAnimal, learn } from '$core/yield';
import { house } from '$lib/server/larder';

/** Own closed animals by species, and where they have moved the expectation of an adult, clean animal. */
export const load = async () => {
  const { animals } = await house();
  const sums = await animals.residualSums();
  const known = SPECIES_KEYS.filter((key) => sums.some((s) => s.species === key && s.n > 0));
  const row = async (key: SpeciesKey) => {
    const facts = { species: key, sex: 'unknown', ageClass: 'adult' } as const;
    const learned = learn(sums, key);
    const before = expectAnimal(facts);
    const own = await animals.residuals(key);
    return {
      key,
      n: learned.n,
      shift: learned.shift,
      before: before.boneless,
      after: expectAnimal(facts, learned).boneless,
      own: own.map((r) => ({ code: r.code, ratio: before.cleanRatio + r.residual }))
    };
  };
  return { species: await Promise.all(known.map(row)) };
};
