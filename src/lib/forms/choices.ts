import { PART_NAMES } from '$core/reference';

export const PARTS_ALONE = ['hindLeg', 'shoulder', 'neck'] as const;

/** Parts that come in alone, and their sides, as lists to choose from. */
export const partItems = PARTS_ALONE.map((value) => ({ value, name: PART_NAMES[value] ?? value }));
export const sideItems = [
  { value: 'left', name: 'left' },
  { value: 'right', name: 'right' }
];
