/**
 * What can be done to a carcass while it cools, and where it can be taken. `dressed`: opened, the gut out of it.
 * `hamOpened`: the ham opened along its inner seam to the bone. `hung`: legs apart; `laid`: on the ground or a table;
 * `packed`: stacked, in a bag, shut in a boot. `breeze` and `sheltered` say how the air moves there.
 */
export const COOLING_EVENTS = [
  'dressed',
  'hideOff',
  'pelvisSplit',
  'quartered',
  'hamOpened',
  'hung',
  'laid',
  'packed',
  'breeze',
  'sheltered',
  'fanOn',
  'fanOff',
  'shade',
  'sun',
  'iceIn',
  'iceOut',
  'moved'
] as const;
export type CoolingEventKey = (typeof COOLING_EVENTS)[number];
/** How stiff an animal is felt to be, in the order it comes and goes. */
export const STIFFNESS_KEYS = ['notYet', 'stiffening', 'stiff', 'loosening', 'loose'] as const;
export type StiffnessKey = (typeof STIFFNESS_KEYS)[number];
