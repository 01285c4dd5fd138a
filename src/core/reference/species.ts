import { byDefault, type Figure } from './standing';

export const SPECIES_KEYS = [
  'roe',
  'whitetail',
  'muledeer',
  'fallow',
  'sika',
  'reddeer',
  'elk',
  'moose',
  'reindeer',
  'pronghorn',
  'boar',
  'rabbit',
  'hare',
  'squirrel',
  'pheasant',
  'partridge',
  'grouse',
  'woodpigeon',
  'duck',
  'goose',
  'turkey'
] as const;
export type SpeciesKey = (typeof SPECIES_KEYS)[number];

export const GROUP_KEYS = ['deer', 'boar', 'rabbit', 'gamebird', 'pigeonlike', 'waterfowl'] as const;
export type GroupKey = (typeof GROUP_KEYS)[number];

export const SEXES = ['female', 'male', 'unknown'] as const;
export type Sex = (typeof SEXES)[number];
/** Young is under one year. */
export const AGE_CLASSES = ['young', 'yearling', 'adult', 'old'] as const;
export type AgeClass = (typeof AGE_CLASSES)[number];

/** Weight stages, in the order an animal passes them; `boneless` is a result, never weighed in. */
export const STAGES = ['live', 'dressed', 'drawn', 'hanging', 'aged'] as const;
export type Stage = (typeof STAGES)[number];

export interface Species {
  key: SpeciesKey;
  name: string;
  group: GroupKey;
  /** Usual live weight of adults in kg, low to high, for the female and the male. */
  liveKg: { female: [number, number]; male: [number, number] };
  /** Dressed (small game and birds: skinned or plucked, which is also hanging) ÷ live. */
  dressedToLive: Figure;
  hangingToLive: Figure;
  /** Clean animal, careful work, trim standard 1. */
  bonelessToHanging: Figure;
  /** What the people who hunt it call a male, a female and a young one. */
  words: { male: string; female: string; young: string };
  /** Dark or pale meat where a cook asks; deer and boar count as dark. */
  meatColour: 'dark' | 'pale';
}

type Row = [
  SpeciesKey,
  string,
  GroupKey,
  [number, number],
  [number, number],
  [number, number],
  [number, number],
  [number, number],
  [string, string, string],
  'dark' | 'pale'
];

/* Working defaults: general butchery and wildlife-management practice; mean and sd between animals. */
// prettier-ignore
const ROWS: Row[] = [
  ['roe', 'Roe deer', 'deer', [17, 25], [19, 29], [0.76, 0.03], [0.59, 0.03], [0.63, 0.04], ['buck', 'doe', 'kid'], 'dark'],
  ['whitetail', 'White-tailed deer', 'deer', [40, 65], [60, 110], [0.78, 0.03], [0.585, 0.03], [0.63, 0.05], ['buck', 'doe', 'fawn'], 'dark'],
  ['muledeer', 'Mule deer', 'deer', [45, 70], [60, 120], [0.77, 0.03], [0.58, 0.03], [0.63, 0.05], ['buck', 'doe', 'fawn'], 'dark'],
  ['fallow', 'Fallow deer', 'deer', [35, 50], [55, 95], [0.77, 0.03], [0.59, 0.03], [0.63, 0.04], ['buck', 'doe', 'fawn'], 'dark'],
  ['sika', 'Sika deer', 'deer', [30, 45], [45, 80], [0.76, 0.03], [0.58, 0.03], [0.62, 0.04], ['stag', 'hind', 'calf'], 'dark'],
  ['reddeer', 'Red deer', 'deer', [65, 130], [100, 220], [0.74, 0.03], [0.57, 0.03], [0.63, 0.04], ['stag', 'hind', 'calf'], 'dark'],
  ['elk', 'Elk', 'deer', [210, 270], [280, 400], [0.71, 0.03], [0.56, 0.03], [0.64, 0.04], ['bull', 'cow', 'calf'], 'dark'],
  ['moose', 'Moose', 'deer', [300, 420], [380, 600], [0.70, 0.03], [0.55, 0.03], [0.66, 0.04], ['bull', 'cow', 'calf'], 'dark'],
  ['reindeer', 'Reindeer', 'deer', [70, 110], [100, 180], [0.72, 0.03], [0.55, 0.03], [0.63, 0.04], ['bull', 'cow', 'calf'], 'dark'],
  ['pronghorn', 'Pronghorn', 'deer', [38, 48], [45, 60], [0.77, 0.03], [0.58, 0.03], [0.62, 0.04], ['buck', 'doe', 'fawn'], 'dark'],
  ['boar', 'Wild boar', 'boar', [45, 90], [60, 140], [0.79, 0.03], [0.62, 0.04], [0.66, 0.05], ['boar', 'sow', 'young'], 'dark'],
  ['rabbit', 'Rabbit', 'rabbit', [0.9, 1.8], [0.9, 1.8], [0.54, 0.03], [0.54, 0.03], [0.65, 0.04], ['buck', 'doe', 'young'], 'pale'],
  ['hare', 'Hare', 'rabbit', [2.2, 4.5], [2.2, 4.5], [0.58, 0.03], [0.58, 0.03], [0.66, 0.04], ['buck', 'doe', 'young'], 'dark'],
  ['squirrel', 'Tree squirrel', 'rabbit', [0.4, 0.8], [0.4, 0.8], [0.50, 0.04], [0.50, 0.04], [0.62, 0.05], ['male', 'female', 'young'], 'pale'],
  ['pheasant', 'Pheasant', 'gamebird', [0.9, 1.6], [0.9, 1.6], [0.66, 0.04], [0.66, 0.04], [0.63, 0.05], ['cock', 'hen', 'young'], 'pale'],
  ['partridge', 'Partridge', 'gamebird', [0.35, 0.5], [0.35, 0.5], [0.66, 0.04], [0.66, 0.04], [0.62, 0.05], ['cock', 'hen', 'young'], 'pale'],
  ['grouse', 'Grouse', 'pigeonlike', [0.4, 1.3], [0.4, 1.3], [0.65, 0.04], [0.65, 0.04], [0.60, 0.05], ['cock', 'hen', 'young'], 'dark'],
  ['woodpigeon', 'Wood pigeon', 'pigeonlike', [0.1, 0.6], [0.1, 0.6], [0.62, 0.04], [0.62, 0.04], [0.58, 0.06], ['cock', 'hen', 'young'], 'dark'],
  ['duck', 'Wild duck', 'waterfowl', [0.3, 1.5], [0.3, 1.5], [0.68, 0.04], [0.68, 0.04], [0.56, 0.06], ['drake', 'duck', 'young'], 'dark'],
  ['goose', 'Wild goose', 'waterfowl', [2, 5], [2, 5], [0.68, 0.04], [0.68, 0.04], [0.56, 0.06], ['gander', 'goose', 'young'], 'dark'],
  ['turkey', 'Wild turkey', 'gamebird', [3.5, 11], [3.5, 11], [0.72, 0.03], [0.72, 0.03], [0.60, 0.05], ['tom', 'hen', 'young'], 'pale']
];

export const SPECIES: Readonly<Record<SpeciesKey, Species>> = Object.fromEntries(
  ROWS.map(([key, name, group, female, male, dressed, hanging, boneless, words, meatColour]) => [
    key,
    {
      key,
      name,
      group,
      liveKg: { female, male },
      dressedToLive: byDefault(...dressed),
      hangingToLive: byDefault(...hanging),
      bonelessToHanging: byDefault(...boneless),
      words: { male: words[0], female: words[1], young: words[2] },
      meatColour
    }
  ])
) as Record<SpeciesKey, Species>;

/** Drawn ÷ live for small game and birds: gut out, fur or feather on. Working default. */
export const DRAWN_TO_LIVE: Partial<Record<GroupKey, number>> = {
  rabbit: 0.8,
  gamebird: 0.86,
  pigeonlike: 0.86,
  waterfowl: 0.86
};

/** What condition 1 (thin) … 5 (fat) adds to boneless ÷ hanging. Working default. */
export const CONDITION_SHIFT: Readonly<Record<1 | 2 | 3 | 4 | 5, number>> = {
  1: -0.03,
  2: -0.015,
  3: 0,
  4: 0.01,
  5: 0.02
};
/** What the age class adds to boneless ÷ hanging. Working default. */
export const AGE_SHIFT: Readonly<Record<AgeClass, number>> = {
  young: -0.02,
  yearling: -0.01,
  adult: 0,
  old: -0.01
};

/** Small game and birds come in lots, a count beside the grams; large game one by one. */
export const comesInLots = (species: SpeciesKey): boolean =>
  SPECIES[species].group !== 'deer' && SPECIES[species].group !== 'boar';

/** The species of the deer group. */
export const DEER_GROUP: SpeciesKey[] = SPECIES_KEYS.filter((key) => SPECIES[key].group === 'deer');

/**
 * "Fallow doe", "Roe kid", "Moose" when the sex is not known; plain enough for a tag.
 * @example animalName({ species: 'roe', sex: 'male', ageClass: 'adult' }) // 'Roe buck'
 */
export function animalName(facts: { species: SpeciesKey; sex: Sex; ageClass: AgeClass }): string {
  const { name, words } = SPECIES[facts.species];
  const short = name
    .replace(/ deer$/, '')
    .replace(/^Wild (?=goose|duck|turkey|boar)/, '')
    .replace(/^./, (c) => c.toUpperCase());
  if (facts.ageClass === 'young') return `${short} ${words.young}`;
  if (facts.sex === 'unknown') return name;
  const word = words[facts.sex];
  return short.toLowerCase() === word ? short : `${short} ${word}`;
}
