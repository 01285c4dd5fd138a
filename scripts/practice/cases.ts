import type { CoolingEventKey, FilmKey, AgeClass, Sex, SpeciesKey } from '../../src/core/reference';
import type { WarningKey } from '../../src/core/chill';

/*
 * Ways of work, good and bad, that the cooling and hanging models must tell apart. Ranges are a judgement of practice,
 * not measured curves. Killed at 17:00 in November unless `month` says otherwise.
 */

/** Steady degrees, or a day's low and high. */
type Air = number | readonly [low: number, high: number];

export interface PracticeCase {
  id: number;
  title: string;
  species: SpeciesKey;
  sex?: Sex;
  age?: AgeClass;
  kg: number;
  month?: number;
  /** Where it fell. */
  field: { air: Air; film?: FilmKey };
  /** Where it was taken. */
  room?: { air: Air; film: FilmKey };
  /** Ratio; not known unless said. */
  rh?: number;
  /** What was done, by hours from death. */
  events: readonly (readonly [hours: number, what: CoolingEventKey, to?: 'room'])[];
  /** Hours to 7 °C in the deepest of the ham; 4 °C for small game and birds. */
  hours: readonly [least: number, most: number] | 'never';
  /** Days from death. */
  opens?: readonly [number, number];
  closes?: readonly [number, number];
  /** The hour at which it is asked, and what must be heard then. */
  at: number;
  silent?: true;
  sounds?: readonly WarningKey[];
}

/** What an exemplary piece of work never hears. */
export const SILENT_OF: readonly WarningKey[] = ['sour', 'warm', 'spoil', 'cut', 'gut'];

const cold3 = { air: 3, film: 'breeze' } as const;
const fan3 = { air: 3, film: 'fan' } as const;
const fan2 = { air: 2, film: 'fan' } as const;

export const PRACTICE_CASES: readonly PracticeCase[] = [
  {
    id: 1,
    title: 'roe buck, hide on, opened 35 min, hung 1 h, still −1…5 °C',
    species: 'roe',
    sex: 'male',
    kg: 14,
    field: { air: [-1, 5] },
    events: [
      [35 / 60, 'dressed'],
      [1, 'hung']
    ],
    hours: [12, 20],
    opens: [3, 6],
    closes: [8, 15],
    at: 48,
    silent: true
  },
  {
    id: 2,
    title: 'roe, opened 30 min, skinned and hung 2 h, room 3 °C breeze',
    species: 'roe',
    kg: 14,
    field: { air: 5 },
    room: cold3,
    events: [
      [0.5, 'dressed'],
      [2, 'hideOff'],
      [2, 'moved', 'room']
    ],
    hours: [8, 12],
    opens: [3, 6],
    closes: [7, 15],
    at: 48,
    silent: true
  },
  {
    id: 3,
    title: 'roe, found next morning: unopened 10 h lying at 8 °C, then opened, room 3 °C breeze',
    species: 'roe',
    kg: 14,
    field: { air: 8 },
    room: cold3,
    events: [
      [10, 'dressed'],
      [10, 'moved', 'room']
    ],
    hours: [17, 32],
    at: 24,
    sounds: ['gut']
  },
  {
    id: 4,
    title: 'roe, summer coat, 25 °C, opened 20 min, fan room 3 °C at 2 h',
    species: 'roe',
    kg: 14,
    month: 7,
    field: { air: 25 },
    room: fan3,
    events: [
      [1 / 3, 'dressed'],
      [2, 'moved', 'room']
    ],
    hours: [9, 16],
    closes: [8, 15],
    at: 48,
    silent: true
  },
  {
    id: 5,
    title: 'roe, summer coat, opened 1 h, hung at 25 °C still for 14 h',
    species: 'roe',
    kg: 14,
    month: 7,
    field: { air: 25 },
    events: [
      [1, 'dressed'],
      [1, 'hung']
    ],
    hours: 'never',
    at: 14,
    sounds: ['warm', 'cut']
  },
  {
    id: 6,
    title: 'fallow doe, hide on, opened 1 h, shed 3 °C breeze at 2 h',
    species: 'fallow',
    kg: 26,
    field: { air: 5 },
    room: cold3,
    events: [
      [1, 'dressed'],
      [2, 'moved', 'room']
    ],
    hours: [14, 24],
    opens: [3.5, 6],
    closes: [8, 15],
    at: 72,
    silent: true
  },
  {
    id: 7,
    title: 'fallow doe, skinned 3 h, fan room 3 °C, 85 %',
    species: 'fallow',
    kg: 26,
    field: { air: 5 },
    room: fan3,
    rh: 0.85,
    events: [
      [1, 'dressed'],
      [3, 'hideOff'],
      [3, 'moved', 'room']
    ],
    hours: [9, 15],
    opens: [3.5, 6],
    closes: [8, 15],
    at: 72,
    silent: true
  },
  {
    id: 8,
    title: 'fallow fawn, skinned 1 h, hung in −5 °C breeze',
    species: 'fallow',
    age: 'young',
    kg: 15,
    field: { air: -5, film: 'breeze' },
    events: [
      [1, 'dressed'],
      [1, 'hideOff'],
      [1, 'hung']
    ],
    hours: [5, 9],
    at: 24,
    silent: true,
    sounds: ['cold']
  },
  {
    id: 9,
    title: 'red stag, hide on, opened 40 min, hung in 3 °C breeze at 3 h',
    species: 'reddeer',
    sex: 'male',
    kg: 95,
    field: { air: 5 },
    room: cold3,
    events: [
      [2 / 3, 'dressed'],
      [3, 'moved', 'room']
    ],
    hours: [26, 42],
    opens: [4, 7],
    closes: [10, 21],
    at: 72,
    silent: true
  },
  {
    id: 10,
    title: 'red stag, opened 1 h, left lying in hide 14 h at 15 °C, then 3 °C room',
    species: 'reddeer',
    sex: 'male',
    kg: 95,
    field: { air: 15 },
    room: cold3,
    events: [
      [1, 'dressed'],
      [14, 'moved', 'room']
    ],
    hours: [38, 62],
    at: 60,
    sounds: ['sour']
  },
  {
    id: 11,
    title: 'red stag, skinned 3 h, hung at 15 °C still for 36 h',
    species: 'reddeer',
    sex: 'male',
    kg: 95,
    field: { air: 15 },
    events: [
      [1, 'dressed'],
      [3, 'hideOff'],
      [3, 'hung']
    ],
    hours: 'never',
    at: 36,
    sounds: ['warm', 'spoil', 'cut']
  },
  {
    id: 12,
    title: 'four red hinds, opened 1 h, stacked warm in a closed trailer 9 °C for 14 h, then 3 °C room',
    species: 'reddeer',
    kg: 50,
    field: { air: 9 },
    room: cold3,
    events: [
      [1, 'dressed'],
      [1, 'packed'],
      [15, 'moved', 'room']
    ],
    hours: [28, 48],
    at: 48,
    sounds: ['sour']
  },
  {
    id: 13,
    title: 'elk cow, quartered and skinned 3 h, shed 3 °C breeze',
    species: 'elk',
    kg: 140,
    field: { air: 5 },
    room: cold3,
    events: [
      [1, 'dressed'],
      [3, 'quartered'],
      [3, 'moved', 'room']
    ],
    hours: [20, 36],
    opens: [4.5, 7],
    closes: [9, 21],
    at: 72,
    silent: true
  },
  {
    id: 14,
    title: 'elk bull, whole under winter hide, opened 1.5 h, hung at 10 °C still',
    species: 'elk',
    sex: 'male',
    kg: 200,
    field: { air: 10 },
    events: [
      [1.5, 'dressed'],
      [3, 'hung']
    ],
    hours: 'never',
    at: 48,
    sounds: ['sour']
  },
  {
    id: 15,
    title: 'moose, opened 40 min, quartered 95 min, 0…5 °C breeze',
    species: 'moose',
    kg: 180,
    field: { air: [0, 5], film: 'breeze' },
    events: [
      [2 / 3, 'dressed'],
      [95 / 60, 'quartered'],
      [95 / 60, 'hung']
    ],
    hours: [22, 40],
    opens: [4.5, 7.5],
    closes: [9, 21],
    at: 72,
    silent: true
  },
  {
    id: 16,
    title: 'moose, opened 1 h, lying whole under its hide 14 h at 5 °C, then quartered, 3 °C',
    species: 'moose',
    kg: 200,
    field: { air: 5 },
    room: cold3,
    events: [
      [1, 'dressed'],
      [14, 'quartered'],
      [14, 'moved', 'room']
    ],
    hours: [36, 60],
    at: 60,
    sounds: ['sour']
  },
  {
    id: 17,
    title: 'moose, found next day: unopened under its hide 14 h at −5 °C',
    species: 'moose',
    kg: 200,
    field: { air: -5 },
    room: cold3,
    events: [
      [14, 'dressed'],
      [14, 'quartered'],
      [14, 'moved', 'room']
    ],
    hours: [28, 52],
    at: 48,
    sounds: ['gut', 'sour']
  },
  {
    id: 18,
    title: 'boar, rind on, opened 1 h, fan room 3 °C at 2 h',
    species: 'boar',
    kg: 40,
    field: { air: 5 },
    room: fan3,
    events: [
      [1, 'dressed'],
      [2, 'moved', 'room']
    ],
    hours: [17, 28],
    opens: [2, 4],
    closes: [6, 10],
    at: 48,
    silent: true
  },
  {
    id: 19,
    title: 'boar, in hide, opened 1.5 h, hung at 12 °C still for two days',
    species: 'boar',
    sex: 'male',
    kg: 100,
    field: { air: 12 },
    events: [
      [1.5, 'dressed'],
      [2, 'hung']
    ],
    hours: 'never',
    at: 48,
    sounds: ['sour']
  },
  {
    id: 20,
    title: 'boar, opened 40 min, skinned, split 3 h, fan room 2 °C',
    species: 'boar',
    sex: 'male',
    kg: 100,
    field: { air: 5 },
    room: fan2,
    events: [
      [2 / 3, 'dressed'],
      [3, 'hideOff'],
      [3, 'pelvisSplit'],
      [3, 'moved', 'room']
    ],
    hours: [15, 26],
    opens: [2, 4],
    closes: [6, 10],
    at: 48,
    silent: true
  },
  {
    id: 21,
    title: 'hare, drawn 30 min, hung in fur 2 °C breeze',
    species: 'hare',
    kg: 2.2,
    field: { air: 2, film: 'breeze' },
    events: [
      [0.5, 'dressed'],
      [0.5, 'hung']
    ],
    hours: [8, 16],
    opens: [1, 3],
    closes: [6, 10],
    at: 48,
    silent: true
  },
  {
    id: 22,
    title: 'rabbit, skinned 1 h, fan room 2 °C',
    species: 'rabbit',
    kg: 0.8,
    field: { air: 5 },
    room: fan2,
    events: [
      [1, 'dressed'],
      [1, 'hideOff'],
      [1, 'moved', 'room']
    ],
    hours: [3, 7],
    opens: [0.4, 1.8],
    closes: [3, 4.6],
    at: 36,
    silent: true
  },
  {
    id: 23,
    title: 'pheasant, undrawn, hung in feather 3 °C breeze, singly',
    species: 'pheasant',
    kg: 0.9,
    field: { air: 3, film: 'breeze' },
    events: [[0.5, 'hung']],
    hours: [9, 18],
    opens: [0.8, 2.5],
    closes: [6, 9.1],
    at: 60,
    silent: true
  },
  {
    id: 24,
    title: 'pheasants, undrawn, in a plastic bag at 15 °C for 24 h',
    species: 'pheasant',
    kg: 0.9,
    field: { air: 15 },
    events: [[0.25, 'packed']],
    hours: 'never',
    at: 24,
    sounds: ['gut']
  },
  {
    id: 25,
    title: 'mallard, drawn 2 h, in feather, 3 °C breeze at 3 h',
    species: 'duck',
    kg: 0.8,
    field: { air: 5 },
    room: cold3,
    events: [
      [2, 'dressed'],
      [3, 'moved', 'room']
    ],
    hours: [9, 18],
    opens: [0.6, 2],
    closes: [3, 4.6],
    at: 36,
    silent: true
  },
  {
    id: 26,
    title: 'greylag, drawn 3 h, in feather, fan room 2 °C',
    species: 'goose',
    kg: 2.7,
    field: { air: 5 },
    room: fan2,
    events: [
      [3, 'dressed'],
      [3, 'moved', 'room']
    ],
    hours: [12, 24],
    opens: [0.8, 2.5],
    closes: [3, 4.6],
    at: 48,
    silent: true
  },
  {
    id: 27,
    title: 'roe, hide on, opened 30 min, hung 1 h in an 8 °C breeze shed, 85 %',
    species: 'roe',
    kg: 14,
    field: { air: 8 },
    room: { air: 8, film: 'breeze' },
    rh: 0.85,
    events: [
      [0.5, 'dressed'],
      [1, 'moved', 'room']
    ],
    hours: 'never',
    opens: [2, 4],
    closes: [4, 10],
    at: 48,
    silent: true
  }
];
