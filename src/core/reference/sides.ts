/** The step that asks which way the other side is to go. */
export const SIDES_STEP = 'sides';

/** The two ways of the other side, by the answers of that step. */
export const SIDE_WAYS = [
  { key: 'right', name: 'Right on the bone', cuts: ['rack', 'strapRear'] },
  { key: 'neither', name: 'Right boned too', cuts: ['strap'] }
] as const;
export type SideWayKey = (typeof SIDE_WAYS)[number]['key'];
