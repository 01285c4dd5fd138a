import type { ReadingFault, TableFault } from '$core/probe';

/** Words for why a reading is not taken. */
export const READING_FAULTS: Readonly<Record<ReadingFault, string>> = {
  future: 'that moment is still to come',
  ancient: 'before the year 2000: is the logger’s clock set?',
  sensor: 'what a broken or waking sensor says, not a temperature',
  range: 'beyond what a larder can be: is the unit right?',
  humidity: 'humidity is 0 to 100 %',
  nothing: 'say a temperature'
};

/** Words for why a file is not read. */
export const TABLE_FAULTS: Readonly<Record<TableFault, string>> = {
  empty: 'There is nothing in it.',
  noTime: 'No column of it looks like a time. A date with an hour is needed in every row.',
  noDegrees: 'No column of it looks like a temperature.'
};
