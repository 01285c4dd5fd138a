import { trimShare } from '$core/bench';
import { SPECIES_KEYS, TRIM_STANDARDS, TRIM_TUBS, type SpeciesKey } from '$core/reference';
import { LOOK_BACK } from '$lib/server/repo/minutes';
import { expectAnimal, learn, learnShares } from '$core/yield';

/** Own closed animals by species, and where they have moved the expectation of an adult, clean animal. */
export const load = async ({ locals }) => {
  const { animals, minutes, settings } = locals.house;
  const sums = await animals.residualSums();
  const known = SPECIES_KEYS.filter((key) => sums.some((s) => s.species === key && s.n > 0));
  const row = async (key: SpeciesKey) => {
    const facts = { species: key, sex: 'unknown', ageClass: 'adult' } as const;
    const learned = learn(sums, key, learnShares(await animals.shareRows(key), key));
    const before = expectAnimal(facts);
    const after = expectAnimal(facts, learned);
    const own = await animals.residuals(key);
    return {
      key,
      n: learned.n,
      shift: learned.shift,
      before: before.boneless,
      after: after.boneless,
      parts: after.parts
        .map((part, i) => ({
          key: part.key,
          before: before.parts[i]?.share ?? 0,
          after: part.taken.mean,
          low: part.taken.low,
          high: part.taken.high,
          n: part.taken.n ?? 0
        }))
        .filter((part) => part.n > 0),
      own: own.map((r) => ({ code: r.code, ratio: before.cleanRatio + r.residual }))
    };
  };
  const { figures, trims } = await minutes.toldBack();
  const { tubTrims } = await settings.read();
  return {
    species: await Promise.all(known.map(row)),
    told: figures,
    trims: TRIM_TUBS.map((tub) => ({
      tub,
      ...trimShare(tub, tubTrims, trims),
      asked: TRIM_STANDARDS[tubTrims[tub]]
    })).filter(({ pieces }) => pieces > 0),
    looked: LOOK_BACK,
    scales: await animals.scaleCheck()
  };
};
