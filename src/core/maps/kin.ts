import type { PlateKey } from './drawing';
import type { Shape } from './warp';

/** An outline that is drawn from another’s. */
export interface Kin {
  from: PlateKey;
  title: string;
  shape: Shape;
}

/** The middle of the drawings that show both sides, and the back of those that show one, in units of their view box. */
const [MIDDLE, TOP, BACK] = [280, 220, 150];

/** A boar’s length ÷ a deer’s, hung, from its hocks to its neck. Own estimate, by eye. */
const BOAR_LONG: Shape['length'] = [
  [0, 0.62],
  [250, 0.85],
  [500, 1],
  [900, 0.96],
  [1_180, 0.7]
];

/**
 * Kinds that differ in proportion only: length and depth ÷ those of the drawing they come from, by place along the body.
 * Own estimate, by eye, after the build of each.
 */
export const KIN: Readonly<Partial<Record<PlateKey, Kin>>> = {
  'elk-side': {
    from: 'red-side',
    title: 'Elk carcass, left side',
    shape: {
      along: 'x',
      line: BACK,
      length: [
        [0, 1.04],
        [500, 1],
        [1_240, 1.02]
      ],
      depth: [
        [120, 1.2],
        [420, 1.12],
        [760, 1.02],
        [1_240, 1.04]
      ]
    }
  },
  'tusker-side': {
    from: 'boar-side',
    title: 'Carcass of a male boar, left side',
    shape: {
      along: 'x',
      line: BACK,
      length: [
        [0, 1.1],
        [420, 1.06],
        [900, 0.94],
        [1_200, 0.92]
      ],
      depth: [
        [0, 1.12],
        [380, 1.16],
        [800, 0.96],
        [1_200, 0.9]
      ]
    }
  },
  'boar-back': {
    from: 'deer-back',
    title: 'Boar carcass hung head down, from the back',
    shape: {
      along: 'y',
      line: MIDDLE,
      length: BOAR_LONG,
      depth: [
        [0, 1.05],
        [300, 1.12],
        [620, 1.3],
        [900, 1.22],
        [1_180, 1.35]
      ]
    }
  },
  'boar-belly': {
    from: 'deer-belly',
    title: 'Boar carcass hung head down, opened, from the belly',
    shape: {
      along: 'y',
      line: MIDDLE,
      length: BOAR_LONG,
      depth: [
        [0, 1.05],
        [300, 1.12],
        [620, 1.16],
        [900, 1.16],
        [1_180, 1.35]
      ]
    }
  },
  'hare-side': {
    from: 'rabbit-side',
    title: 'Hare, left side',
    shape: {
      along: 'x',
      line: BACK,
      length: [
        [30, 1.05],
        [500, 1.12],
        [930, 1.16]
      ],
      depth: [
        [30, 1],
        [450, 0.9],
        [700, 1],
        [930, 1.1]
      ]
    }
  },
  'hare-top': {
    from: 'rabbit-top',
    title: 'Hare, from the back',
    shape: {
      along: 'x',
      line: TOP,
      length: [
        [36, 1.02],
        [500, 1.1],
        [986, 1.16]
      ],
      depth: [
        [36, 1],
        [450, 0.84],
        [800, 0.96],
        [986, 1]
      ]
    }
  },
  'partridge-top': {
    from: 'gamebird-top',
    title: 'Partridge or grouse, breast up',
    shape: {
      along: 'y',
      line: MIDDLE,
      length: [
        [0, 0.6],
        [140, 0.84],
        [480, 0.84],
        [720, 0.8]
      ],
      depth: [
        [0, 0.95],
        [300, 1.04],
        [720, 0.98]
      ]
    }
  },
  'goose-top': {
    from: 'waterfowl-top',
    title: 'Goose, breast up',
    shape: {
      along: 'y',
      line: MIDDLE,
      length: [
        [0, 1.6],
        [130, 1.2],
        [300, 1.02],
        [880, 1]
      ],
      depth: [
        [0, 1.05],
        [400, 1.14],
        [700, 1.12],
        [880, 1.05]
      ]
    }
  }
};
