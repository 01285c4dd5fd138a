import { under } from '$core/units';
import { areaOf, contains, flatten } from './geometry';
import type { Drawing, Mark, Point, Region } from './drawing';

/** Which way the fibres run: all one way (degrees), as a fan from a point, from a middle line both ways, or bending. */
type Grain =
  | { way: 'straight'; degrees: number }
  | { way: 'fan'; from: Point }
  | { way: 'feather'; y: number; degrees: number }
  | { way: 'bend'; x: number; degrees: readonly [number, number] };

/** How a piece lies on the board: its outline, the seam that parts it, and what runs through it. */
interface Plate {
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
const PLATES: Readonly<Record<string, Plate>> = {
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

/** Cuts that have a picture of their own on the board. */
export const BOARD_PLATES: readonly string[] = Object.keys(PLATES);

const round = (n: number): number => Math.round(n * 100) / 100;
const at = ([x, y]: Point): string => `${round(x)} ${round(y)}`;
const near = (points: readonly Point[], i: number, closed: boolean): Point => {
  const n = points.length;
  return points[closed ? (i + n) % n : Math.min(n - 1, Math.max(0, i))] as Point;
};

/**
 * One curve of a Catmull–Rom spline as a cubic, from point i to the next: the control points lie a sixth of the chord of
 * the neighbours away, so that curves of neighbours meet without a corner.
 */
function curve(points: readonly Point[], i: number, closed: boolean): string {
  const [before, from, to, after] = [-1, 0, 1, 2].map((k) => near(points, i + k, closed)) as [
    Point,
    Point,
    Point,
    Point
  ];
  const a: Point = [from[0] + (to[0] - before[0]) / 6, from[1] + (to[1] - before[1]) / 6];
  const b: Point = [to[0] - (after[0] - from[0]) / 6, to[1] - (after[1] - from[1]) / 6];
  return `C${at(a)} ${at(b)} ${at(to)}`;
}

/** Curves along the outline from one of its points to another. */
const along = (outline: readonly Point[], from: number, to: number): string => {
  const n = outline.length;
  const steps = (to - from + n) % n || n;
  return Array.from({ length: steps }, (_, k) => curve(outline, from + k, true)).join('');
};
const open = (points: readonly Point[]): string =>
  points
    .slice(0, -1)
    .map((_, i) => curve(points, i, false))
    .join('');
const line = (points: readonly Point[]): string => `M${at(points[0] as Point)}${open(points)}`;

/** Where a label has the most room: the point of a grid that lies farthest from every edge, level twice as far. */
function labelIn(d: string): Point {
  const paths = flatten(d);
  let best: { point: Point; room: number } = { point: [0, 0], room: 0 };
  /** Room in one direction, no farther than it must be looked for. */
  const clear = ([x, y]: Point, dx: number, dy: number, most: number): number => {
    let steps = 0;
    while (steps < most && contains(paths, [x + dx * (steps + 1), y + dy * (steps + 1)])) steps += 1;
    return steps;
  };
  for (let x = 14; x <= 230; x += 6)
    for (let y = 18; y <= 134; y += 5) {
      const point: Point = [x, y];
      if (!contains(paths, point)) continue;
      let room = 40;
      for (const [dx, dy] of [
        [0, 2],
        [0, -2],
        [4, 0],
        [-4, 0]
      ] as const)
        if (room > best.room) room = clear(point, dx, dy, room);
      if (room > best.room) best = { point, room };
    }
  return best.point;
}

const turn = (grain: Grain, [x, y]: Point): number => {
  switch (grain.way) {
    case 'straight':
      return grain.degrees;
    case 'fan':
      return (Math.atan2(y - grain.from[1], x - grain.from[0]) * 180) / Math.PI;
    case 'feather':
      return y < grain.y ? -grain.degrees : grain.degrees;
    case 'bend':
      return grain.degrees[x < grain.x ? 0 : 1];
  }
};

/** Short strokes along the fibres, wherever there is meat on both ends of them. */
function strokes(outline: string, grain: Grain): { d: string }[] {
  const paths = flatten(outline);
  const rows: { d: string }[] = [];
  for (let y = 26; y <= 130; y += 9)
    for (let x = 18 + ((y / 9) % 2) * 12; x <= 226; x += 24) {
      const angle = (turn(grain, [x, y]) * Math.PI) / 180;
      const ends = [-8, 8].map((k): Point => [x + k * Math.cos(angle), y + k * Math.sin(angle)]);
      if (ends.every((p) => contains(paths, p)))
        rows.push({ d: `M${at(ends[0] as Point)}L${at(ends[1] as Point)}` });
    }
  return rows;
}

/**
 * The picture of a piece on the board: its pieces tile its outline along the seam, with tendon, vein and grain.
 * @returns undefined of a cut that is not worked on the board
 */
export function boardDrawing(cut: string): Drawing | undefined {
  const plate = under(PLATES, cut);
  if (!plate) return undefined;
  const { outline: points, seam, grain } = plate;
  const outline = `M${at(points[0] as Point)}${along(points, 0, 0)}Z`;
  const region = (key: string, d: string): Region => ({ key, d, label: labelIn(d) });
  const through: readonly Point[] = seam
    ? [points[seam.from] as Point, ...seam.through, points[seam.to] as Point]
    : [];
  const regions = seam
    ? [
        region(
          seam.pieces[0],
          `M${at(through[0] as Point)}${along(points, seam.from, seam.to)}${open([...through].reverse())}Z`
        ),
        region(
          seam.pieces[1],
          `M${at(points[seam.to] as Point)}${along(points, seam.to, seam.from)}${open(through)}Z`
        )
      ]
    : [region(plate.becomes ?? cut, outline)];
  const tendons = plate.tendon === 'seam' ? [through] : (plate.tendon ?? []);
  const marks: Mark[] = [
    ...tendons.map((t): Mark => ({ kind: 'tendon', key: 'tendon', d: line(t) })),
    ...(plate.vein ? [{ kind: 'vessel' as const, key: 'insideRoundVein', d: line(plate.vein) }] : []),
    ...(plate.silver
      ? [
          {
            kind: 'tendon' as const,
            key: 'silver',
            d: `M${at(points[plate.silver[0]] as Point)}${along(points, plate.silver[0], plate.silver[1])}`
          }
        ]
      : []),
    ...(plate.node ? [{ kind: 'gland' as const, key: 'hip', at: plate.node }] : [])
  ];
  return {
    key: `board-${cut}`,
    title: plate.title,
    viewBox: '0 0 240 150',
    outline,
    // The largest first, so that a small one is not hidden by it.
    regions: [...regions].sort((a, b) => areaOf(b.d) - areaOf(a.d)),
    bones: plate.bone ? [{ key: 'bone', d: line(plate.bone) }] : [],
    marks,
    dashed: [],
    grain: strokes(outline, grain)
  };
}
