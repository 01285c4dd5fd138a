import type { GateState } from '$core/scale';

/** What the plate of a scale is at, beside its figure. */
export const GATE_NAMES: Readonly<Record<GateState, string>> = {
  empty: 'plate empty',
  unsteady: 'not steady',
  ready: 'steady',
  taken: 'taken, lift it off',
  negative: 'below zero',
  overload: 'too heavy',
  fault: 'scale fault',
  silent: 'no scale'
};
