import { balanceOf, type BookedEntry, type BookState } from '$core/book';
import { hangingKept, yieldFacts } from '$core/account';
import { SIDE_WAYS, SPECIES, TUBS, boneShareOf, cutOf, usualTub, type SideWayKey } from '$core/reference';
import { roundGrams, under, type Grams } from '$core/units';
import { expectCut, type Learned } from '$core/yield';
import { minutesOf, sizeOf, type Minutes } from './minutes';
import { birthWeights } from './row';

/** What the side that is still on would give one way. */
export interface SideWay {
  key: SideWayKey;
  /** Grams on the scale, and how much of them is bone. */
  grams: Grams;
  bone: Grams;
  /** Boneless grams that go to the prime tub. */
  prime: Grams;
  /** Minutes at the animal. */
  minutes: number;
  /** Boneless grams by cut. */
  cuts: { cut: string; grams: Grams }[];
}

/**
 * One side is boned: what the other gives boned too, and what it gives on the bone. By the model; once the first side's
 * strap is weighed, by that weight, since two sides of one animal are alike.
 * @returns nothing where the animal has no hanging weight
 */
export function sideWays(
  state: BookState,
  animalId: string,
  history: readonly BookedEntry[],
  learned?: Learned,
  minutes: Minutes = {}
): SideWay[] {
  const animal = under(state.animals, animalId);
  const size = sizeOf(state, animalId);
  const hanging = animal && hangingKept(state, animal);
  if (!animal || !size || hanging === undefined) return [];
  const facts = yieldFacts(animal.facts);
  const { group } = SPECIES[facts.species];
  const mean = (cut: string, boneIn: boolean) =>
    expectCut(facts, cut, { hanging, side: 'right', learned, boneIn })?.mean ?? 0;
  const off = Object.values(state.items).find(
    (i) => i.owner === animalId && i.cut === 'strap' && i.side === 'left' && balanceOf(state, i.id) > 0
  );
  const came = off && birthWeights(history).get(off.id);
  const alike = came === undefined ? 1 : came / Math.max(1, mean('strap', false));
  return SIDE_WAYS.map(({ key, cuts }): SideWay => {
    const way: SideWay = {
      key,
      grams: roundGrams(0),
      bone: roundGrams(0),
      prime: roundGrams(0),
      minutes: 0,
      cuts: []
    };
    for (const name of cuts) {
      const cut = cutOf(name);
      if (!cut) continue;
      const whole = mean(name, cut.boneIn) * alike;
      const bone = cut.boneIn ? whole * boneShareOf(cut, group) : 0;
      const meat = roundGrams(whole - bone);
      way.grams = roundGrams(way.grams + whole);
      way.bone = roundGrams(way.bone + bone);
      if (TUBS[usualTub(cut, group)].letter === 'P') way.prime = roundGrams(way.prime + meat);
      const act = {
        kind: 'take' as const,
        cut: name,
        born: 'piece' as const,
        from: '',
        boneIn: cut.boneIn,
        tub: null
      };
      way.minutes += minutesOf({ act, key: name }, size, minutes).minutes;
      way.cuts.push({ cut: name, grams: meat });
    }
    return way;
  });
}
