import type { Point } from './drawing';

/** Which way the fibres run: all one way (degrees), as a fan from a point, from a middle line both ways, or bending. */
export type Grain =
  | { way: 'straight'; degrees: number }
  | { way: 'fan'; from: Point }
  | { way: 'feather'; y: number; degrees: number }
  | { way: 'bend'; x: number; degrees: readonly [number, number] };

/** How a piece lies on the board: its outline, the seam that parts it, and what runs through it. */
export interface Plate {
  title: string;
  outline: readonly Point[];
  /** The seam from one point of the outline to another, and the pieces: from the first on, and the rest. */
  seam?: { from: number; to: number; through: readonly Point[]; pieces: readonly [string, string] };
  /** The one piece it becomes, where no seam parts it; the cut itself without. */
  becomes?: string;
  /** Gristle, cord and middle sinew, as open lines; the seam itself where it lies in it. */
  tendon?: readonly (readonly Point[])[] | 'seam';
  vein?: readonly Point[];
  node?: Point;
  /** Points of the outline between which heavy silver lies on the edge. */
  silver?: readonly [from: number, to: number];
  bone?: readonly Point[];
  grain: Grain;
}

const ROLL: readonly Point[] = [
  [14, 75],
  [46, 50],
  [112, 42],
  [182, 48],
  [226, 75],
  [182, 102],
  [112, 109],
  [46, 100]
];
const BALL: readonly Point[] = [
  [28, 75],
  [60, 36],
  [120, 22],
  [180, 38],
  [212, 75],
  [180, 112],
  [120, 128],
  [60, 115]
];
const SHANK: readonly Point[] = [
  [14, 75],
  [50, 50],
  [112, 42],
  [172, 55],
  [228, 66],
  [228, 85],
  [172, 97],
  [112, 111],
  [50, 102]
];
const level = (degrees = 0): Grain => ({ way: 'straight', degrees });

/** By cut; drawn as a butcher sees it on the board, thick end to the left unless its seam says otherwise. */
export const PLATES: Readonly<Record<string, Plate>> = {
  topRound: {
    title: 'Inside leg, bone face up',
    outline: [
      [20, 72],
      [50, 32],
      [112, 15],
      [176, 24],
      [216, 60],
      [210, 102],
      [164, 127],
      [100, 134],
      [46, 114]
    ],
    seam: {
      from: 1,
      to: 8,
      through: [
        [80, 60],
        [72, 95]
      ],
      pieces: ['topRoundMain', 'topRoundSmall']
    },
    vein: [
      [92, 40],
      [104, 72],
      [98, 112]
    ],
    tendon: [
      [
        [198, 60],
        [207, 80],
        [197, 100]
      ]
    ],
    silver: [2, 4],
    grain: level()
  },
  topRoundCap: {
    title: 'Inside flap',
    outline: [
      [20, 64],
      [70, 34],
      [150, 28],
      [214, 55],
      [220, 90],
      [150, 116],
      [76, 114],
      [26, 95]
    ],
    silver: [1, 3],
    grain: level(8)
  },
  bottomRound: {
    title: 'Outside leg, bone face up',
    outline: [
      [14, 72],
      [60, 40],
      [140, 31],
      [204, 45],
      [228, 76],
      [204, 105],
      [140, 118],
      [60, 108]
    ],
    silver: [5, 7],
    tendon: [
      [
        [58, 76],
        [140, 70],
        [194, 76]
      ]
    ],
    grain: level()
  },
  rumpEnd: {
    title: 'Hip end of the outside leg',
    outline: [
      [62, 35],
      [122, 24],
      [182, 35],
      [198, 75],
      [182, 115],
      [122, 126],
      [62, 115],
      [46, 75]
    ],
    silver: [0, 2],
    tendon: [
      [
        [62, 58],
        [56, 76],
        [62, 94]
      ]
    ],
    grain: { way: 'bend', x: 122, degrees: [20, -20] }
  },
  eyeRound: { title: 'Back-of-leg roll', outline: ROLL, silver: [0, 4], grain: level() },
  tipSide: {
    title: 'Firm side of the front ball',
    outline: BALL,
    tendon: [
      [
        [36, 75],
        [120, 71],
        [204, 75]
      ]
    ],
    silver: [1, 3],
    grain: { way: 'feather', y: 74, degrees: 32 }
  },
  tipCore: {
    title: 'Front ball, bone face up',
    outline: BALL,
    seam: {
      from: 1,
      to: 5,
      through: [
        [98, 62],
        [142, 90]
      ],
      pieces: ['tipOuter', 'tipInner']
    },
    tendon: 'seam',
    grain: { way: 'bend', x: 120, degrees: [35, 10] }
  },
  topSirloin: {
    title: 'Hip piece, gristle down',
    outline: [
      [28, 108],
      [55, 55],
      [110, 26],
      [170, 26],
      [216, 60],
      [222, 100],
      [160, 130],
      [88, 134]
    ],
    seam: {
      from: 5,
      to: 7,
      through: [
        [172, 104],
        [122, 112]
      ],
      pieces: ['hipStrips', 'topSirloinMain']
    },
    node: [196, 96],
    tendon: [
      [
        [40, 102],
        [62, 92],
        [80, 106]
      ]
    ],
    grain: { way: 'fan', from: [18, 118] }
  },
  triTip: {
    title: 'Hip corner',
    outline: [
      [40, 118],
      [60, 70],
      [106, 36],
      [160, 30],
      [206, 55],
      [186, 95],
      [140, 118],
      [90, 130]
    ],
    node: [176, 60],
    silver: [5, 7],
    grain: { way: 'bend', x: 124, degrees: [-38, 24] }
  },
  heel: {
    title: 'Calf',
    outline: [
      [24, 75],
      [60, 41],
      [132, 34],
      [190, 54],
      [226, 75],
      [190, 98],
      [132, 116],
      [60, 110]
    ],
    seam: { from: 2, to: 6, through: [[150, 75]], pieces: ['heelCore', 'heelHeads'] },
    tendon: [
      [
        [166, 75],
        [222, 75]
      ]
    ],
    grain: { way: 'feather', y: 75, degrees: 20 }
  },
  hindShank: {
    title: 'Lower hind leg',
    outline: SHANK,
    tendon: [
      [
        [170, 90],
        [226, 80]
      ]
    ],
    bone: [
      [26, 76],
      [60, 70],
      [150, 72],
      [226, 72]
    ],
    grain: level(2)
  },
  foreShank: {
    title: 'Lower front leg',
    outline: SHANK,
    tendon: [
      [
        [170, 90],
        [226, 80]
      ]
    ],
    bone: [
      [26, 76],
      [60, 70],
      [150, 72],
      [226, 72]
    ],
    grain: level(2)
  },
  flatIron: {
    title: 'Outside of the blade, seen from its edge',
    outline: [
      [14, 77],
      [60, 48],
      [130, 36],
      [196, 50],
      [228, 76],
      [196, 102],
      [130, 116],
      [60, 106]
    ],
    seam: {
      from: 0,
      to: 4,
      through: [
        [70, 78],
        [130, 75],
        [190, 77]
      ],
      pieces: ['flatIronOuter', 'flatIronInner']
    },
    tendon: 'seam',
    silver: [1, 3],
    grain: level(28)
  },
  mockTender: {
    title: 'Ridge-side roll',
    outline: ROLL,
    tendon: [
      [
        [18, 75],
        [62, 74]
      ]
    ],
    grain: level()
  },
  armRoast: {
    title: 'Back of the shoulder, bone face up',
    outline: [
      [24, 80],
      [55, 36],
      [120, 18],
      [190, 35],
      [222, 80],
      [190, 122],
      [120, 136],
      [55, 124]
    ],
    seam: {
      from: 0,
      to: 5,
      through: [
        [80, 92],
        [140, 100]
      ],
      pieces: ['armLong', 'armSide']
    },
    silver: [1, 3],
    grain: level(12)
  },
  underBlade: {
    title: 'Inside of the blade, blade face up',
    outline: [
      [20, 70],
      [70, 36],
      [150, 28],
      [218, 58],
      [220, 95],
      [150, 122],
      [75, 118],
      [25, 100]
    ],
    seam: { from: 3, to: 5, through: [[168, 76]], pieces: ['shoulderTender', 'bladeSheet'] },
    vein: [
      [36, 86],
      [96, 80],
      [160, 66]
    ],
    grain: level(-10)
  },
  strap: {
    title: 'Strap, silver up, hip end right',
    outline: [
      [12, 75],
      [50, 55],
      [122, 50],
      [186, 54],
      [228, 75],
      [186, 97],
      [122, 101],
      [50, 96]
    ],
    seam: { from: 2, to: 6, through: [[126, 75]], pieces: ['strapRear', 'strapFront'] },
    silver: [1, 3],
    grain: level()
  },
  tenderloin: {
    title: 'Fillet, head right',
    outline: [
      [12, 75],
      [60, 62],
      [122, 54],
      [176, 48],
      [222, 60],
      [226, 86],
      [176, 104],
      [122, 98],
      [60, 88]
    ],
    seam: { from: 2, to: 7, through: [[125, 76]], pieces: ['filletHead', 'filletTail'] },
    silver: [3, 5],
    tendon: [
      [
        [60, 82],
        [122, 91],
        [176, 96]
      ]
    ],
    grain: level()
  },
  neckRoast: {
    title: 'Neck, inner face up',
    outline: [
      [24, 82],
      [50, 36],
      [120, 22],
      [190, 32],
      [222, 76],
      [196, 120],
      [120, 132],
      [50, 121]
    ],
    becomes: 'neckRoll',
    node: [66, 98],
    tendon: [
      [
        [36, 74],
        [120, 40],
        [212, 66]
      ]
    ],
    grain: { way: 'bend', x: 120, degrees: [28, -24] }
  },
  flankWhole: {
    title: 'Flank, inside up, belly edge down',
    outline: [
      [14, 82],
      [40, 45],
      [110, 28],
      [190, 30],
      [230, 70],
      [216, 110],
      [130, 131],
      [50, 121]
    ],
    seam: {
      from: 5,
      to: 7,
      through: [
        [150, 106],
        [96, 106]
      ],
      pieces: ['flankSteak', 'flankFlap']
    },
    silver: [1, 3],
    grain: level(4)
  },
  ribMeat: {
    title: 'Strips of rib meat',
    outline: [
      [18, 62],
      [80, 47],
      [160, 47],
      [222, 62],
      [222, 93],
      [160, 104],
      [80, 104],
      [18, 91]
    ],
    silver: [0, 3],
    grain: level(-34)
  },
  brisket: {
    title: 'Brisket, seam of fat between its layers',
    outline: [
      [20, 94],
      [55, 50],
      [120, 30],
      [186, 35],
      [226, 70],
      [206, 110],
      [130, 129],
      [60, 125]
    ],
    seam: {
      from: 0,
      to: 4,
      through: [
        [82, 90],
        [150, 80]
      ],
      pieces: ['brisketPoint', 'brisketFlat']
    },
    grain: level(14)
  },
  breast: {
    title: 'Breast, skin side down, tip right',
    outline: [
      [24, 70],
      [60, 36],
      [116, 25],
      [172, 46],
      [222, 94],
      [172, 110],
      [110, 122],
      [54, 110]
    ],
    silver: [6, 7],
    grain: { way: 'fan', from: [244, 106] }
  },
  rabbitHind: {
    title: 'Hind leg, inner thigh up',
    outline: [
      [20, 72],
      [60, 31],
      [116, 25],
      [162, 50],
      [200, 62],
      [230, 69],
      [230, 84],
      [196, 92],
      [152, 105],
      [96, 125],
      [45, 115]
    ],
    seam: { from: 3, to: 8, through: [[160, 78]], pieces: ['rabbitShin', 'rabbitThigh'] },
    bone: [
      [44, 70],
      [100, 74],
      [158, 78],
      [228, 76]
    ],
    grain: level(4)
  },
  rabbitFore: {
    title: 'Fore leg',
    outline: [
      [20, 76],
      [60, 46],
      [120, 41],
      [176, 62],
      [228, 71],
      [228, 86],
      [176, 95],
      [120, 112],
      [60, 108]
    ],
    bone: [
      [40, 80],
      [110, 76],
      [226, 78]
    ],
    grain: level(3)
  }
};
