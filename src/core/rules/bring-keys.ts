import { PART_NAMES } from '$core/reference';
import { under } from '$core/units';

/** What a code may want brought out of the field: parts by name, and what belongs to no part. */
export const BRING_KEYS = [
  'hindLeg',
  'shoulder',
  'strap',
  'tenderloin',
  'neck',
  'ribs',
  'flank',
  'brisket',
  'belly',
  'breast',
  'leg',
  'heart',
  'liver',
  'tongue',
  'head',
  'hide',
  'sex',
  'bareFrame'
] as const;
export type BringKey = (typeof BRING_KEYS)[number];

const OTHERS: Readonly<Record<string, string>> = {
  heart: 'Heart',
  liver: 'Liver',
  tongue: 'Tongue',
  head: 'Head',
  hide: 'Hide',
  sex: 'Proof of sex, attached',
  bareFrame: 'Photograph of the bare frame'
};

/**
 * What one thing of a list is called.
 * @example bringName('hindLeg') // 'Hind leg'
 */
export const bringName = (key: BringKey): string => under(OTHERS, key) ?? under(PART_NAMES, key) ?? key;
