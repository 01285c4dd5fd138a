import { SPECIES, type SpeciesKey } from './species';

/** Hanging grams of a usual adult: the middle of its live weights × hanging ÷ live. Working default. */
export function usualHanging(key: SpeciesKey, sex: 'female' | 'male' = 'female'): number {
  const { liveKg, hangingToLive } = SPECIES[key];
  const [low, high] = liveKg[sex];
  return ((low + high) / 2) * 1000 * hangingToLive.mean;
}

/** Gamebirds, pigeons and grouse, ducks and geese: what is plucked or skinned. */
export const isBird = (species: SpeciesKey): boolean =>
  ['gamebird', 'pigeonlike', 'waterfowl'].includes(SPECIES[species].group);
