import type { GroupKey } from '$core/reference';

/** Groups of species as one says them in a list. */
export const GROUP_NAMES: Readonly<Record<GroupKey, string>> = {
  deer: 'deer',
  boar: 'boar',
  rabbit: 'rabbit and hare',
  gamebird: 'pheasant and partridge',
  pigeonlike: 'pigeon',
  waterfowl: 'duck and goose'
};
