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
export const COOLING_NAMES: Readonly<Record<CoolingEventKey, string>> = {
  dressed: 'opened, gut out',
  hideOff: 'hide off',
  pelvisSplit: 'pelvis split',
  quartered: 'quartered',
  hamOpened: 'ham opened to the bone',
  hung: 'hung, legs apart',
  laid: 'laid down',
  packed: 'packed or stacked',
  breeze: 'a breeze goes through',
  sheltered: 'out of the wind',
  fanOn: 'fan on',
  fanOff: 'fan off',
  shade: 'into the shade',
  sun: 'in the sun',
  iceIn: 'ice in the cavity',
  iceOut: 'ice out',
  moved: 'moved'
};

/** How stiff an animal is felt to be, in the order it comes and goes. */
export const STIFFNESS_KEYS = ['notYet', 'stiffening', 'stiff', 'loosening', 'loose'] as const;
export type StiffnessKey = (typeof STIFFNESS_KEYS)[number];
export const STIFFNESS_NAMES: Readonly<Record<StiffnessKey, string>> = {
  notYet: 'limp, not stiff yet',
  stiffening: 'stiffening',
  stiff: 'stiff',
  loosening: 'loosening',
  loose: 'loose again'
};
/** Hours from death in which each is usual in large game at 0–10 °C; about half as long in small. Working default. */
export const STIFFNESS_HOURS: Readonly<Record<StiffnessKey, readonly [from: number, to: number]>> = {
  notYet: [0, 3],
  stiffening: [3, 12],
  stiff: [12, 30],
  loosening: [24, 48],
  loose: [36, Infinity]
};
