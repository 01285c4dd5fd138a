import type { GroupKey } from '$core/reference';
import type { Bone, Point } from './drawing';
import { areaOf, contains, flatten } from './geometry';
import { loadDrawing } from './load';
import { band, closed } from './stroke';
import type { PlateKey } from './drawing';

/** An organ on a drawing: one or more closed paths, and where its label stands. */
export interface OrganShape {
  key: string;
  d: string;
  label: Point;
}

/** What lies inside an animal, drawn into its outline; what lies nearer to the eye comes later. */
export interface Inside {
  title: string;
  viewBox: string;
  outline: string;
  bones: Bone[];
  organs: OrganShape[];
}

type Shape = { points: readonly Point[] } | { along: readonly Point[]; width: number };
/** An organ and the shapes that it is drawn with, in units of its plate. */
type Row = [key: string, ...shapes: Shape[]];

const blob = (...flat: number[]): Shape => ({ points: pairs(flat) });
const tube = (width: number, ...flat: number[]): Shape => ({ along: pairs(flat), width });
const pairs = (flat: readonly number[]): Point[] =>
  flat.flatMap((x, i) => (i % 2 === 0 ? [[x, flat[i + 1] ?? 0] as const] : []));
/** A shape, and the same on the other side of a line down the middle. */
const both = (middle: number, shape: Shape): [Shape, Shape] => {
  const over = (points: readonly Point[]): Point[] => points.map(([x, y]) => [2 * middle - x, y]);
  return [shape, 'points' in shape ? { points: over(shape.points) } : { ...shape, along: over(shape.along) }];
};

/** A deer from its left: own drawing, places of the organs by eye. Own estimate. */
const DEER: readonly Row[] = [
  ['chestWall', tube(12, 652, 470, 604, 432, 580, 380, 598, 328, 660, 284, 740, 250, 796, 230)],
  [
    'lungs',
    blob(
      398,
      318,
      424,
      276,
      470,
      258,
      540,
      246,
      620,
      240,
      700,
      234,
      742,
      240,
      700,
      278,
      640,
      312,
      590,
      352,
      566,
      398,
      524,
      420,
      470,
      410,
      420,
      374
    )
  ],
  ['heart', blob(462, 400, 492, 376, 528, 388, 546, 424, 526, 460, 494, 472, 468, 444)],
  [
    'kidneys',
    blob(768, 226, 790, 212, 816, 216, 820, 232, 798, 240, 776, 240),
    blob(838, 222, 860, 208, 886, 212, 890, 228, 868, 236, 846, 236)
  ],
  [
    'paunch',
    blob(
      692,
      312,
      740,
      276,
      800,
      252,
      862,
      250,
      908,
      280,
      918,
      322,
      892,
      366,
      832,
      398,
      764,
      430,
      706,
      452,
      658,
      456,
      642,
      424,
      662,
      366
    )
  ],
  [
    'liver',
    blob(612, 344, 640, 308, 690, 280, 734, 266, 744, 286, 700, 328, 668, 384, 640, 420, 612, 404, 602, 374)
  ],
  ['spleen', blob(692, 342, 716, 302, 752, 276, 778, 270, 776, 290, 742, 322, 716, 366, 698, 372)],
  ['birthParts', blob(936, 262, 958, 244, 986, 248, 998, 264, 972, 276, 944, 278)],
  ['bladder', blob(946, 302, 966, 286, 992, 290, 1000, 310, 978, 326, 954, 324)]
];

/** A boar from its left. Own estimate. */
const BOAR: readonly Row[] = [
  ['chestWall', tube(12, 584, 500, 546, 450, 536, 390, 566, 320, 640, 260, 740, 226, 812, 214)],
  [
    'lungs',
    blob(
      346,
      322,
      372,
      274,
      420,
      252,
      500,
      238,
      600,
      226,
      690,
      220,
      728,
      226,
      660,
      262,
      590,
      312,
      550,
      370,
      528,
      420,
      478,
      436,
      420,
      424,
      370,
      382
    )
  ],
  ['heart', blob(418, 414, 448, 388, 486, 398, 506, 436, 488, 474, 454, 484, 426, 458)],
  [
    'kidneys',
    blob(776, 232, 798, 220, 822, 222, 828, 238, 806, 246, 784, 246),
    blob(846, 232, 868, 218, 890, 222, 896, 238, 874, 246, 854, 246)
  ],
  [
    'paunch',
    blob(
      640,
      330,
      700,
      270,
      770,
      256,
      850,
      262,
      896,
      300,
      896,
      360,
      880,
      420,
      810,
      466,
      720,
      490,
      640,
      494,
      606,
      466,
      616,
      396
    )
  ],
  [
    'liver',
    blob(560, 360, 596, 304, 650, 268, 706, 256, 712, 280, 664, 330, 632, 400, 606, 456, 572, 456, 556, 410)
  ],
  ['gall', blob(612, 396, 628, 390, 640, 406, 634, 430, 616, 434, 606, 414)],
  ['spleen', blob(706, 330, 730, 296, 766, 276, 792, 274, 786, 294, 750, 326, 728, 366, 710, 370)],
  ['birthParts', blob(914, 282, 936, 264, 964, 268, 974, 286, 950, 298, 922, 298)],
  ['bladder', blob(906, 324, 924, 312, 944, 318, 948, 336, 930, 350, 910, 346)]
];

/** A hare or rabbit from its left. Own estimate. */
const RABBIT: readonly Row[] = [
  [
    'nodes',
    blob(196, 258, 204, 250, 214, 252, 216, 262, 206, 268, 197, 266),
    blob(676, 230, 684, 222, 694, 224, 696, 234, 686, 240, 677, 238)
  ],
  [
    'lungs',
    blob(222, 262, 252, 222, 310, 204, 380, 196, 436, 204, 424, 244, 386, 274, 330, 292, 272, 292, 236, 284),
    blob(262, 292, 284, 282, 310, 294, 308, 312, 284, 318, 266, 308)
  ],
  [
    'kidneys',
    blob(526, 196, 540, 186, 558, 188, 562, 200, 546, 208, 530, 206),
    blob(580, 192, 594, 182, 612, 184, 616, 196, 600, 204, 584, 202)
  ],
  ['liver', blob(432, 288, 440, 246, 468, 220, 504, 216, 512, 240, 492, 276, 476, 308, 448, 314)],
  ['gall', blob(466, 292, 474, 284, 484, 288, 484, 300, 474, 306, 465, 302)],
  [
    'gut',
    blob(500, 268, 524, 232, 566, 222, 620, 226, 654, 244, 662, 262, 640, 284, 592, 302, 545, 312, 508, 302)
  ],
  ['spleen', blob(556, 236, 572, 228, 590, 246, 592, 268, 582, 272, 568, 256)],
  ['bladder', blob(676, 266, 692, 254, 712, 256, 716, 274, 700, 286, 680, 282)],
  ['scent', blob(838, 236, 846, 230, 854, 234, 854, 244, 846, 248, 838, 244)]
];

/** Units across the drawing of a bird. Exact. */
const BIRD_WIDE = 560;

/** A bird on its back, the breast lifted off; drawn with its neck up. Own estimate. */
const BIRD: readonly Row[] = [
  [
    'airSacs',
    ...both(280, blob(222, 214, 242, 198, 256, 214, 256, 252, 240, 272, 222, 256)),
    ...both(280, tube(12, 196, 282, 200, 330, 212, 378))
  ],
  ['crop', blob(248, 148, 266, 126, 296, 124, 314, 146, 308, 178, 280, 192, 254, 178)],
  ['gut', blob(296, 410, 330, 392, 352, 420, 344, 470, 316, 508, 280, 524, 246, 506, 244, 470, 282, 452)],
  ['liver', ...both(280, blob(216, 300, 244, 280, 274, 288, 276, 340, 258, 378, 230, 362))],
  ['gall', blob(292, 352, 304, 346, 312, 356, 310, 372, 298, 378, 290, 366)],
  ['heart', blob(262, 226, 284, 212, 304, 226, 300, 260, 282, 282, 266, 262)],
  ['gizzard', blob(222, 412, 250, 392, 282, 402, 292, 432, 272, 460, 238, 458, 220, 438)],
  ['breastMeat', ...both(280, blob(150, 250, 166, 212, 178, 260, 178, 330, 186, 390, 168, 396, 152, 330))]
];

const PLATES: Readonly<Record<GroupKey, { from: PlateKey; rows: readonly Row[]; upright?: true }>> = {
  deer: { from: 'deer-side', rows: DEER },
  boar: { from: 'boar-side', rows: BOAR },
  rabbit: { from: 'rabbit-side', rows: RABBIT },
  gamebird: { from: 'gamebird-top', rows: BIRD, upright: true },
  pigeonlike: { from: 'gamebird-top', rows: BIRD, upright: true },
  waterfowl: { from: 'gamebird-top', rows: BIRD, upright: true }
};

const pathOf = (shape: Shape): string =>
  'points' in shape ? closed(shape.points) : band(shape.along, shape.width);

/** The middle of the largest of its paths, moved to where it is inside of it. */
function labelOf(paths: readonly string[]): Point {
  const [largest = ''] = [...paths].sort((a, b) => areaOf(b) - areaOf(a));
  const [path] = flatten(largest);
  const points = path?.points ?? [];
  const middle: Point = [
    points.reduce((sum, p) => sum + p[0], 0) / (points.length || 1),
    points.reduce((sum, p) => sum + p[1], 0) / (points.length || 1)
  ];
  if (path && contains([path], middle)) return middle;
  // A bent tube: between two points of its edges that face each other.
  const half = Math.floor(points.length / 4);
  const [a, b] = [points[half] ?? middle, points[points.length - half] ?? middle];
  return [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
}

/**
 * What lies inside an animal of a kind: its organs in its outline, large and small game from the left, birds on their back.
 */
export async function loadInside(group: GroupKey): Promise<Inside> {
  const { from, rows, upright } = PLATES[group];
  const plate = await loadDrawing(from);
  // A bird lies with its neck to the left, as the other drawings of it do.
  const turn = (points: readonly Point[]): Point[] =>
    upright ? points.map(([x, y]) => [y, BIRD_WIDE - x]) : [...points];
  const turned = (shape: Shape): Shape =>
    'points' in shape ? { points: turn(shape.points) } : { ...shape, along: turn(shape.along) };
  return {
    title: `Inside: ${plate.title.toLowerCase()}`,
    viewBox: plate.viewBox,
    outline: plate.outline,
    bones: plate.bones.filter(({ key }) => ['spine', 'ribs', 'pelvis', 'keel'].includes(key)),
    organs: rows.map(([key, ...shapes]) => {
      const paths = shapes.map((shape) => pathOf(turned(shape)));
      return { key, d: paths.join(''), label: labelOf(paths) };
    })
  };
}
