import { under } from '$core/units';
import { areaOf, contains, flatten } from './geometry';
import { along, at, closed, line, open } from './stroke';
import type { Drawing, Mark, Point, Region } from './drawing';
import { PLATES, type Grain } from './plates';

/** Cuts that have a picture of their own on the board. */
export const BOARD_PLATES: readonly string[] = Object.keys(PLATES);

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
  const outline = closed(points);
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
