import type { SharedBy } from '$core/worth';

/** How a season's costs are shared, as the end of a sentence. */
export const sharedWords = (by: SharedBy, unitWord: string): string =>
  ({
    animal: 'alike by each animal, a lot of small game as one',
    kilo: `by the ${unitWord} boneless`,
    day: 'alike by each day out, and a day by what was taken on it'
  })[by];
