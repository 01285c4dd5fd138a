import type { Role } from '$core/book';

/** What a role may do, in a few words. */
export const ROLE_WORDS: Record<Role, string> = {
  keeper: 'Keeper: everything',
  hand: 'Hand: all but settings',
  guest: 'Guest: looks on'
};
