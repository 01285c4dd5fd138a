import type { Side } from './cuts';

/** What a stop for glands and vessels is called in an entry of the book: one tick each. */
export const glandTick = (gland: string, side?: Side): string => `gland-${gland}${side ? `-${side}` : ''}`;
/** The key that stops for all glands of a part had before each got its own tick. */
export const ALL_GLANDS = 'glands';
