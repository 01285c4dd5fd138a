import {
  SPECIES,
  comesInLots,
  type Placement,
  type Sex,
  type SpeciesKey,
  type AgeClass
} from '$core/reference';
import type { Facts } from '$core/book';
import { clean, type DemoAnimal } from './animals';

/** One line of an earlier season: species, sex, age, hanging grams, animals in a lot, shot, procedure of the body. */
type Line = [
  species: SpeciesKey,
  sex: Sex,
  age: AgeClass,
  grams: number,
  count: number,
  shot: Placement | undefined,
  school?: string
];

// prettier-ignore
const LAST_YEAR: Line[] = [
  ['roe', 'male', 'adult', 15_100, 1, 'chest'],
  ['roe', 'female', 'young', 8_900, 1, 'head'],
  ['roe', 'male', 'yearling', 13_300, 1, 'chest', 'Q2'],
  ['fallow', 'female', 'adult', 25_800, 1, 'bothShoulders'],
  ['fallow', 'male', 'adult', 44_200, 1, 'chest', 'Q3'],
  ['reddeer', 'female', 'adult', 58_700, 1, 'chest'],
  ['reddeer', 'male', 'young', 34_500, 1, 'neck'],
  ['moose', 'female', 'adult', 151_000, 1, 'chest'],
  ['boar', 'male', 'adult', 52_400, 1, 'chest'],
  ['rabbit', 'unknown', 'adult', 6_300, 9, 'smallShot', 'S5-slabs'],
  ['pheasant', 'unknown', 'adult', 10_200, 12, 'smallShot'],
  ['goose', 'unknown', 'adult', 7_900, 3, 'smallShot', 'S6-crown'],
  ['turkey', 'male', 'adult', 5_600, 1, 'head']
];
// prettier-ignore
const YEAR_BEFORE: Line[] = [
  ['roe', 'male', 'adult', 14_600, 1, 'oneShoulder'],
  ['roe', 'female', 'adult', 13_700, 1, 'chest'],
  ['roe', 'female', 'yearling', 11_900, 1, 'neck'],
  ['fallow', 'male', 'yearling', 26_100, 1, 'chest'],
  ['sika', 'female', 'adult', 21_700, 1, 'chest'],
  ['reddeer', 'male', 'adult', 92_300, 1, 'spine'],
  ['reindeer', 'male', 'adult', 61_800, 1, 'chest'],
  ['boar', 'female', 'young', 17_900, 1, 'head'],
  ['hare', 'unknown', 'adult', 1_960, 1, 'smallShot'],
  ['squirrel', 'unknown', 'adult', 1_240, 5, 'head'],
  ['partridge', 'unknown', 'adult', 3_300, 12, 'smallShot', 'S6-whole'],
  ['grouse', 'unknown', 'adult', 2_150, 4, 'smallShot']
];

const OWNERS = ['Alderbank', 'Fernholt', 'Skarvik', 'Windrow'];
const PLACES = ['Reed Bay', 'Otter Point', 'Long Meadow', 'Kestrel Ridge'];

function guestOf(
  [species, sex, ageClass, hanging, count, placement, school]: Line,
  i: number,
  years: number
): DemoAnimal {
  const facts: Facts = clean({
    species,
    sex,
    ageClass,
    owner: OWNERS[i % 4] ?? '',
    place: PLACES[(i * 3) % 4] ?? '',
    source: 'hunt',
    ...(placement ? { placement, projectile: 'expanding' as const } : {}),
    ...(placement === 'oneShoulder' ? { shotSide: 'left' as const } : {})
  });
  return {
    facts,
    hanging,
    daysAgo: Math.round(years * 365.25) + 118 - i * 8,
    hand: i % 3 === 0 ? 'Marek' : 'Tove',
    story: (h) => {
      const body = comesInLots(species)
        ? h.weighLot('hanging', hanging, count)
        : h.weighIn('hanging', hanging).carcass;
      if (school) h.procedures.set(body, school);
      if (SPECIES[species].group === 'boar') {
        const held = h.hold('test', 'trichinella');
        h.wait(30).work(1);
        h.wait(60 * 24 * 5).book({ kind: 'lift', animal: h.animal, hold: held, note: 'none found' });
      } else h.wait(60 * 24 * (hanging > 20_000 ? 5 : 2));
      h.work();
    }
  };
}

/** Two seasons before this one, all of them done. */
export const PAST: DemoAnimal[] = [
  ...YEAR_BEFORE.map((line, i) => guestOf(line, i, 2)),
  ...LAST_YEAR.map((line, i) => guestOf(line, i, 1))
];
