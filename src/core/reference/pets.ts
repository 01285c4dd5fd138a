import type { GroupKey } from './species';

/** Kinds whose meat goes to dogs and cats cooked, or not at all. Usual practice. */
const COOKED_FOR_PETS: readonly GroupKey[] = ['boar', 'rabbit', 'waterfowl'];

/** Whether raw meat of a kind is usually given to animals at all. */
export const rawForPets = (group: GroupKey): boolean => !COOKED_FOR_PETS.includes(group);
