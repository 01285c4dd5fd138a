/** The letter that each gram carries: the tub it went to, or `-` while it is still on. */
export const CLASSES = ['P', 'S', 'J', 'G', 'O', 'K', 'F', 'D', 'H', 'X', '-'] as const;
export type ClassKey = (typeof CLASSES)[number];

export const TUB_KEYS = ['prime', 'slow', 'jerky', 'grind', 'offal', 'stock', 'fat', 'pets', 'hide'] as const;
export type TubKey = (typeof TUB_KEYS)[number];

export type Counts = 'boneless' | 'apart' | 'by-product' | 'loss';

export interface Tub {
  key: TubKey;
  letter: Exclude<ClassKey, 'X' | '-'>;
  name: string;
  holds: string;
  counts: Counts;
}

/** Where a gram can go on the table. Discard (X) is not a tub of the book: it goes to a loss, with a reason. */
export const TUBS: Readonly<Record<TubKey, Tub>> = {
  prime: {
    key: 'prime',
    letter: 'P',
    name: 'Prime',
    holds: 'straps, fillets, steak and roast muscles',
    counts: 'boneless'
  },
  slow: {
    key: 'slow',
    letter: 'S',
    name: 'Slow',
    holds: 'shank, neck, brisket, braise and stew',
    counts: 'boneless'
  },
  jerky: {
    key: 'jerky',
    letter: 'J',
    name: 'Jerky',
    holds: 'single muscles kept for drying',
    counts: 'boneless'
  },
  grind: { key: 'grind', letter: 'G', name: 'Grind', holds: 'clean lean trim', counts: 'boneless' },
  offal: {
    key: 'offal',
    letter: 'O',
    name: 'Offal',
    holds: 'heart, liver, kidneys, tongue',
    counts: 'apart'
  },
  stock: {
    key: 'stock',
    letter: 'K',
    name: 'Stock',
    holds: 'sound bones, silver for the pot',
    counts: 'by-product'
  },
  fat: { key: 'fat', letter: 'F', name: 'Fat', holds: 'fat worth keeping', counts: 'by-product' },
  pets: {
    key: 'pets',
    letter: 'D',
    name: 'Pets',
    holds: 'sound meat not for the table',
    counts: 'by-product'
  },
  hide: { key: 'hide', letter: 'H', name: 'Hide & cape', holds: 'hide, head, antlers', counts: 'by-product' }
};

export const TUB_OF_LETTER = Object.fromEntries(TUB_KEYS.map((key) => [TUBS[key].letter, key])) as Record<
  Tub['letter'],
  TubKey
>;

/** Classes that are edible meat off the bone. */
export const MEAT_CLASSES = ['P', 'S', 'J', 'G'] as const satisfies readonly ClassKey[];
export const isMeat = (key: ClassKey): boolean => (MEAT_CLASSES as readonly ClassKey[]).includes(key);

export const DISCARD_REASONS = [
  'bone',
  'bloodshot',
  'rind',
  'gland',
  'silver',
  'fat',
  'contaminated',
  'hair',
  'scored',
  'spoiled',
  'pellet',
  'condemned',
  'other'
] as const;
export type DiscardReason = (typeof DISCARD_REASONS)[number];

/** Losses that nobody puts anywhere. `unaccounted` is never typed: it is what is left at closing. */
export const NOWHERE_LOSSES = [
  'dressing',
  'evaporation',
  'drip',
  'saw',
  'drying',
  'cooking',
  'unaccounted',
  'notReturned',
  'sample'
] as const;
export type NowhereLoss = (typeof NOWHERE_LOSSES)[number];
export type LossReason = DiscardReason | NowhereLoss;

export const LOSS_NAMES: Readonly<Record<LossReason, string>> = {
  bone: 'bone',
  bloodshot: 'bloodshot',
  rind: 'dried crust',
  gland: 'glands',
  silver: 'silver',
  fat: 'fat',
  contaminated: 'contaminated',
  hair: 'hair or dirt',
  scored: 'scored',
  spoiled: 'spoiled',
  pellet: 'pellet or splinter',
  condemned: 'condemned',
  other: 'other',
  dressing: 'gut, hide, head and legs',
  evaporation: 'evaporated on the hook',
  drip: 'drip',
  saw: 'saw',
  drying: 'drying',
  cooking: 'cooking',
  unaccounted: 'not accounted for',
  notReturned: 'not returned',
  sample: 'test samples'
};
