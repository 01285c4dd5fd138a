import { cutsOf, type SpeciesKey, SPECIES } from '$core/reference';
import { seeded } from '$core/statistics';
import { expectCut } from '$core/yield';
import { grams } from '$core/units';
import type { Muscle } from './muscle';
import { KITCHEN, readyMade, type ReadyMade, type Wish } from './wish';

/** What an animal of a kind should give, muscle by muscle. */
export function expectedMuscles(animal: string, species: SpeciesKey, hanging: number, seed = 1): Muscle[] {
  const uniform = seeded(seed);
  const { group } = SPECIES[species];
  const parts = ['hindLeg', 'shoulder', 'strap', 'tenderloin', 'neck', 'flank', 'ribs', 'brisket'];
  return parts
    .flatMap((part) => cutsOf(part, group))
    .flatMap((cut) =>
      (['left', 'right'] as const).flatMap((side) => {
        const e = expectCut({ species, sex: 'male', ageClass: 'adult' } as never, cut.key, {
          hanging,
          side,
          boneIn: false
        });
        if (!e || e.mean < 5) return [];
        return [
          {
            id: `${animal}:${cut.key}:${side}`,
            animal,
            cut: cut.key,
            side,
            grams: e.mean * (0.9 + 0.2 * uniform()),
            relativeSd: e.relativeSd,
            tender: 1
          }
        ];
      })
    );
}

/** A wish for a household of four with everything in its kitchen. */
export const wishOf = (key: ReadyMade, more: Partial<Wish> = {}): Wish => ({
  id: key,
  name: key,
  people: 4,
  portion: grams(180),
  mealsAWeek: 4,
  weeks: 20,
  kitchen: [...KITCHEN],
  cuts: [],
  ...readyMade(key),
  at: 0,
  ...more
});
