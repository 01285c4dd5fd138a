import type { Intent } from './kinds';

/** Who books, and in which house: kept beside an entry, never in its intent. */
export interface Actor {
  name: string;
  site: string;
}

/** The house of a larder that has only one. */
export const HOME = 'house';

/** Whether somebody may book something. */
export type May = (actor: Actor, intent: Intent) => boolean;

/** Nobody is known by more than a name so far: everybody may book everything. */
export const may: May = () => true;
