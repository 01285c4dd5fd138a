import { COOLED, FRIDGE, HOT, RENDERED, TENDER, inCelsius } from '$core/reference';

const THROUGH = `${inCelsius(HOT.through.celsius)}, of birds and small game ${inCelsius(HOT.most.celsius)}`;

/** What is begun here, as the page calls it. */
export const WHAT = {
  jerky: 'jerky',
  cooked: 'a cooked dish',
  stock: 'stock',
  rendered: 'rendered fat'
} as const;
export type What = keyof typeof WHAT;
/** What is usual, said at the step; the local code decides. */
export const SAYS: Record<What | 'sausage', string> = {
  jerky: `Slices of 4–6 mm, every trace of fat off. The meat itself reaches ${THROUGH}, before or while it dries: a dryer’s air alone does not kill what game carries. No boar is dried.`,
  sausage: `Smoked or poached until the middle has ${THROUGH}, then cooled at once; fresh sausage is frozen, or eaten within two days, fried or grilled through.`,
  cooked: `Browned, a third of liquid, lid on; ${inCelsius(TENDER.braise)} in the middle until a fork turns in it. Then from ${inCelsius(COOLED.hot)} to ${inCelsius(COOLED.warm)} within two hours and to ${inCelsius(COOLED.cold)} within four more, in shallow trays.`,
  stock: `Roasted bones and silver, 4–8 hours below the boil. No spine, head or nodes of deer, and nothing that is held. Cooled as fast as a dish, at most ${inCelsius(FRIDGE.celsius)} or frozen.`,
  rendered: `White, sweet fat in small dice, with a little water, below ${inCelsius(RENDERED)} until the scraps are pale. Strained, cooled, in the dark.`
};
/** Letters of what each is made of. */
export const TAKES: Record<What, readonly string[]> = {
  jerky: ['J', 'P', 'S', 'G'],
  cooked: ['S', 'P', 'G', 'J', 'O'],
  stock: ['K'],
  rendered: ['F']
};
