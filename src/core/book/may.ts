import type { Intent } from './kinds';

/**
 * What somebody may do in a larder: a keeper everything, a hand everything but settings, a guest reads.
 * Where nobody signs in, nobody has a role.
 */
export const ROLES = ['keeper', 'hand', 'guest'] as const;
export type Role = (typeof ROLES)[number];

/** Who books, and in which house: kept beside an entry, never in its intent. */
export interface Actor {
  name: string;
  site: string;
  /** Undefined where the larder asks nobody for a name. */
  role?: Role;
}

/** The house of a larder that has only one. */
export const HOME = 'house';

/** Whether somebody may book something. */
export type May = (actor: Actor, intent: Intent) => boolean;

/** Whoever works here may book everything; a guest only reads. */
export const may: May = ({ role }) => role !== 'guest';

/** Whether one role may do what is asked of another: each may do what those after it may. */
export const atLeast = (role: Role, asked: Role): boolean => ROLES.indexOf(role) <= ROLES.indexOf(asked);
