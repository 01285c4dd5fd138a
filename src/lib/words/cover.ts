import { CURVE_NEEDS } from '$core/chill';
import type { Formatter } from './formatter';

/** Why a probe's curve teaches nothing of rooms and coats. */
export const unfitWords = (
  format: Formatter
): Readonly<Record<'short' | 'cold' | 'warm' | 'story' | 'air', string>> => ({
  short: `read for less than ${CURVE_NEEDS.hours} hours`,
  cold: `never read above ${format.degrees(CURVE_NEEDS.above, 0)}: the probe went in late`,
  warm: `not down to ${format.degrees(CURVE_NEEDS.below, 0)} yet`,
  story: 'the hours of opening, hanging or hide off were not told, only concluded',
  air: 'the air round it was not read without long gaps'
});

/** What it takes. */
export const curveNeeds = (format: Formatter): string =>
  `A curve teaches when a probe read a large animal for ${CURVE_NEEDS.hours} hours, from above ${format.degrees(CURVE_NEEDS.above, 0)} to below ${format.degrees(CURVE_NEEDS.below, 0)}, in read air, and the hours of opening, hide off and hanging were told.`;
