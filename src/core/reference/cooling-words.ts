import type { CoolingEventKey, StiffnessKey } from './cooling-events';

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

export const STIFFNESS_NAMES: Readonly<Record<StiffnessKey, string>> = {
  notYet: 'limp, not stiff yet',
  stiffening: 'stiffening',
  stiff: 'stiff',
  loosening: 'loosening',
  loose: 'loose again'
};
/** Air of which {@link STIFFNESS_HOURS} are said, °C. Working default. */
export const STIFFNESS_AIR = [0, 10] as const;
/** Hours from death in which each is usual in large game at 0–10 °C; about half as long in small. Working default. */
export const STIFFNESS_HOURS: Readonly<Record<StiffnessKey, readonly [from: number, to: number]>> = {
  notYet: [0, 3],
  stiffening: [3, 12],
  stiff: [12, 30],
  loosening: [24, 48],
  loose: [36, Infinity]
};
