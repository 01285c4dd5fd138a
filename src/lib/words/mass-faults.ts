import type { MassFault } from '$core/units';

/** Words for what is wrong with a typed mass. */
export const MASS_FAULTS = {
  empty: 'how much does it weigh?',
  notANumber: 'not a weight: a figure such as 46.2, with its unit or without',
  negative: 'a weight is not below zero',
  twoWays: 'that may be read two ways: write 1250 or 1.25, without the comma',
  tooHeavy: 'more than two tonnes: is the unit right?',
  unknownUnit: 'unknown unit: kg, g, lb or oz'
} as const satisfies Record<MassFault, string>;
