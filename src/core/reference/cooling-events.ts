/** What can be done to a carcass while it cools, and where it can be taken. */
export const COOLING_EVENTS = [
  'dressed',
  'hideOff',
  'pelvisSplit',
  'quartered',
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
  dressed: 'dressed',
  hideOff: 'hide off',
  pelvisSplit: 'pelvis split',
  quartered: 'quartered',
  fanOn: 'fan on',
  fanOff: 'fan off',
  shade: 'into the shade',
  sun: 'in the sun',
  iceIn: 'ice in the cavity',
  iceOut: 'ice out',
  moved: 'moved'
};

/** How stiff an animal is felt to be. */
export const STIFFNESS_KEYS = ['stiff', 'loosening', 'loose'] as const;
export type StiffnessKey = (typeof STIFFNESS_KEYS)[number];
