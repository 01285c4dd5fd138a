import { under } from '$core/units';
import type { GroupKey } from '$core/reference';

/** A point on a drawing, in the units of its view box. */
export type Point = readonly [x: number, y: number];

/** A muscle or part on a drawing: a closed path, and where its label stands. */
export interface Region {
  /** Key of a cut or a part. */
  key: string;
  /** Only on drawings that show both sides. */
  side?: 'left' | 'right';
  d: string;
  label: Point;
  /** Another way to cut, laid over the others. */
  alt?: boolean;
}

export interface Bone {
  key: string;
  d: string;
  feel?: Point;
}

export interface Mark {
  kind: 'gland' | 'vessel' | 'tendon' | 'joint';
  key: string;
  at?: Point;
  d?: string;
}

/** A line drawing as data: regions tile the outline. Paths use M, L, C and Z with absolute points. */
export interface Drawing {
  key: string;
  title: string;
  /** `x y width height`. */
  viewBox: string;
  outline: string;
  regions: Region[];
  bones: Bone[];
  marks: Mark[];
  /** What lies underneath and can still be chosen. */
  dashed: { key: string; d: string; side?: 'left' | 'right' }[];
  grain?: { key?: string; d: string }[];
}

export const PLATE_KEYS = [
  'deer-side',
  'trunk-top',
  'trunk-inside',
  'hindleg-outside',
  'hindleg-inside',
  'shoulder-outside',
  'shoulder-inside',
  'boar-side',
  'rabbit-top',
  'bird-front'
] as const;
export type PlateKey = (typeof PLATE_KEYS)[number];
/** A plate, or a piece on the board by its cut. */
export type DrawingKey = PlateKey | `board-${string}`;

/** How a piece on the board is looked at: one way, mirrored for the right. */
export const boardView = (cut: string): View => ({
  drawing: `board-${cut}`,
  name: 'board',
  oneSide: true,
  best: []
});

/** A way to look at what lies open. */
export interface View {
  drawing: DrawingKey;
  name: string;
  /** Shows a left side, and is mirrored for the right; else both sides are on it. */
  oneSide: boolean;
  /** Regions that this view shows better than those before it. */
  best: readonly string[];
}

/** A way to look at an animal or a part of it. */
export interface PlateView extends View {
  drawing: PlateKey;
}

const VIEWS: Record<string, readonly PlateView[]> = {
  carcass: [
    { drawing: 'deer-side', name: 'side', oneSide: true, best: [] },
    { drawing: 'trunk-top', name: 'back', oneSide: false, best: [] },
    { drawing: 'trunk-inside', name: 'inside', oneSide: false, best: ['tenderloin', 'diaphragm'] }
  ],
  hindLeg: [
    { drawing: 'hindleg-outside', name: 'outside', oneSide: true, best: [] },
    { drawing: 'hindleg-inside', name: 'inside', oneSide: true, best: ['topRound', 'topRoundCap'] }
  ],
  shoulder: [
    { drawing: 'shoulder-outside', name: 'outside', oneSide: true, best: [] },
    { drawing: 'shoulder-inside', name: 'inside', oneSide: true, best: ['underBlade'] }
  ]
};

const FRONT: readonly PlateView[] = [{ drawing: 'bird-front', name: 'front', oneSide: false, best: [] }];
const WHOLE: Partial<Record<GroupKey, readonly PlateView[]>> = {
  deer: VIEWS.carcass ?? [],
  boar: [{ drawing: 'boar-side', name: 'side', oneSide: true, best: [] }, ...(VIEWS.carcass ?? []).slice(1)],
  rabbit: [{ drawing: 'rabbit-top', name: 'back', oneSide: false, best: [] }],
  gamebird: FRONT,
  pigeonlike: FRONT,
  waterfowl: FRONT
};

/** The drawings of what lies open, the usual one first; none for what has no drawing yet. */
export function viewsOf(group: GroupKey, part: string | undefined): readonly PlateView[] {
  return (part === undefined ? WHOLE[group] : under(VIEWS, part)) ?? [];
}

/** The view that shows a cut best. */
export const viewFor = <V extends View>(views: readonly V[], cut: string | undefined): V | undefined =>
  views.find((view) => cut !== undefined && view.best.includes(cut)) ?? views[0];

/** `x y width height` as numbers. */
export function boxOf(drawing: Pick<Drawing, 'viewBox'>): {
  x: number;
  y: number;
  width: number;
  height: number;
} {
  const [x = 0, y = 0, width = 1, height = 1] = drawing.viewBox.split(' ').map(Number);
  return { x, y, width, height };
}
