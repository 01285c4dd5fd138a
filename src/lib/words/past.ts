import type { DayOrder, PastDoubt, PastFault, PastField, PastUnit } from '$core/past';
import type { Formatter } from './formatter';
import { MASS_FAULTS } from './mass-faults';

/** What a column of an old list says, in words. */
export const PAST_FIELD_NAMES: Readonly<Record<PastField, string>> = {
  date: 'day it died',
  species: 'species',
  sex: 'sex',
  age: 'age',
  tag: 'tag',
  count: 'how many',
  owner: 'owner',
  takenBy: 'taken by',
  place: 'where',
  live: 'live weight',
  dressed: 'dressed weight (gut out, hide on)',
  hanging: 'hanging weight (hide, head, legs off)',
  boneless: 'boneless meat',
  note: 'note'
};

export const DAY_ORDER_NAMES: Readonly<Record<DayOrder, string>> = {
  ymd: 'year first: 2021-10-03',
  dmy: 'day first: 3.10.2021',
  mdy: 'month first: 10/3/2021',
  serial: 'days counted by the spreadsheet: 44472'
};
export const PAST_UNIT_NAMES: Readonly<Record<PastUnit, string>> = {
  kg: 'kilograms',
  g: 'grams',
  lb: 'pounds'
};

const FAULTS: Readonly<Record<Exclude<PastFault['code'], 'mass' | 'order'>, string>> = {
  'no-day': 'no day: the book needs to know when',
  day: 'not a day in that order',
  future: 'that day has not come yet',
  'no-species': 'no species',
  species: 'not a species here: say what it means',
  sex: 'not a sex: m, f, or what the species’ sexes are called',
  age: 'not an age: young, yearling, adult, old, or years',
  count: 'not a number of animals, 1 to 999',
  'no-weight': 'no weight: live, dressed or hanging, one of them',
  long: 'too long'
};

/** What is wrong with a cell, in words. */
export function pastFaultText(fault: PastFault): string {
  if (fault.code === 'mass') return MASS_FAULTS[fault.why];
  if (fault.code === 'order')
    return `more than its ${PAST_FIELD_NAMES[fault.more].replace(/ \(.*/, '')}: are the columns right?`;
  return FAULTS[fault.code];
}

/** What is asked of a weight that is far off, in words. */
export const pastDoubtText = ({ grams, low, high }: PastDoubt, format: Formatter): string =>
  `${format.mass(grams)} is far off for one of this kind: ${format.mass(low, 1)} to ${format.mass(high, 1)} is usual`;
