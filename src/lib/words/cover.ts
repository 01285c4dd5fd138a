import { CURVE_NEEDS } from '$core/chill';

/** Why a probe's curve teaches nothing of rooms and coats. */
export const UNFIT_WORDS: Readonly<Record<'short' | 'cold' | 'warm' | 'story' | 'air', string>> = {
  short: `read for less than ${CURVE_NEEDS.hours} hours`,
  cold: `never read above ${CURVE_NEEDS.above} °C: the probe went in late`,
  warm: `not down to ${CURVE_NEEDS.below} °C yet`,
  story: 'the hours of opening, hanging or hide off were not told, only concluded',
  air: 'the air round it was not read without long gaps'
};

/** What it takes. */
export const COVER_WORDS = {
  needs: `A curve teaches when a probe read a large animal for ${CURVE_NEEDS.hours} hours, from above ${CURVE_NEEDS.above} to below ${CURVE_NEEDS.below} °C, in read air, and the hours of opening, hide off and hanging were told.`
} as const;
