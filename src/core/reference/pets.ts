import type { GroupKey } from './species';

/** Kinds whose meat goes to dogs and cats cooked, or not at all; how they are called there. Usual practice. */
export const COOKED_FOR_PETS: Readonly<Partial<Record<GroupKey, string>>> = {
  boar: 'a boar',
  rabbit: 'a hare or a rabbit',
  waterfowl: 'a duck or a goose'
};

/** Whether raw meat of a kind is usually given to animals at all. */
export const rawForPets = (group: GroupKey): boolean => COOKED_FOR_PETS[group] === undefined;
