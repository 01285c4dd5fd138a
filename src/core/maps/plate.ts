import type { GroupKey } from '$core/reference';

/** A point on a plate, in the units of its view box. */
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
export interface Plate {
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

const FILES: Record<PlateKey, () => Promise<{ default: unknown }>> = {
  'deer-side': () => import('./plates/deer-side.json'),
  'trunk-top': () => import('./plates/trunk-top.json'),
  'trunk-inside': () => import('./plates/trunk-inside.json'),
  'hindleg-outside': () => import('./plates/hindleg-outside.json'),
  'hindleg-inside': () => import('./plates/hindleg-inside.json'),
  'shoulder-outside': () => import('./plates/shoulder-outside.json'),
  'shoulder-inside': () => import('./plates/shoulder-inside.json'),
  'boar-side': () => import('./plates/boar-side.json'),
  'rabbit-top': () => import('./plates/rabbit-top.json'),
  'bird-front': () => import('./plates/bird-front.json')
};

/** A drawing's data; fetched when it is first asked for. */
export const loadPlate = async (key: PlateKey): Promise<Plate> => (await FILES[key]()).default as Plate;

/** A way to look at what lies open. */
export interface View {
  plate: PlateKey;
  name: string;
  /** Shows a left side, and is mirrored for the right; else both sides are on it. */
  oneSide: boolean;
  /** Regions that this view shows better than those before it. */
  best: readonly string[];
}

const VIEWS: Record<string, readonly View[]> = {
  carcass: [
    { plate: 'deer-side', name: 'side', oneSide: true, best: [] },
    { plate: 'trunk-top', name: 'back', oneSide: false, best: [] },
    { plate: 'trunk-inside', name: 'inside', oneSide: false, best: ['tenderloin', 'diaphragm'] }
  ],
  hindLeg: [
    { plate: 'hindleg-outside', name: 'outside', oneSide: true, best: [] },
    { plate: 'hindleg-inside', name: 'inside', oneSide: true, best: ['topRound', 'topRoundCap'] }
  ],
  shoulder: [
    { plate: 'shoulder-outside', name: 'outside', oneSide: true, best: [] },
    { plate: 'shoulder-inside', name: 'inside', oneSide: true, best: ['underBlade'] }
  ]
};

const FRONT: readonly View[] = [{ plate: 'bird-front', name: 'front', oneSide: false, best: [] }];
const WHOLE: Partial<Record<GroupKey, readonly View[]>> = {
  deer: VIEWS.carcass ?? [],
  boar: [{ plate: 'boar-side', name: 'side', oneSide: true, best: [] }, ...(VIEWS.carcass ?? []).slice(1)],
  rabbit: [{ plate: 'rabbit-top', name: 'back', oneSide: false, best: [] }],
  gamebird: FRONT,
  pigeonlike: FRONT,
  waterfowl: FRONT
};

/** The drawings of what lies open, the usual one first; none for what has no drawing yet. */
export function viewsOf(group: GroupKey, part: string | undefined): readonly View[] {
  return (part === undefined ? WHOLE[group] : VIEWS[part]) ?? [];
}

/** The view that shows a cut best. */
export const viewFor = (views: readonly View[], cut: string | undefined): View | undefined =>
  views.find((view) => cut !== undefined && view.best.includes(cut)) ?? views[0];

/** `x y width height` as numbers. */
export function boxOf(plate: Pick<Plate, 'viewBox'>): {
  x: number;
  y: number;
  width: number;
  height: number;
} {
  const [x = 0, y = 0, width = 1, height = 1] = plate.viewBox.split(' ').map(Number);
  return { x, y, width, height };
}
