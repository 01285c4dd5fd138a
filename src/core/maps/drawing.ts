import { under } from '$core/units';
import type { GroupKey, Sex, SpeciesKey } from '$core/reference';

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

export type PlateKey = (typeof PLATE_KEYS)[number];
/** Outlines and parts that are drawn; those of kin are drawn from one another. */
export const PLATE_KEYS = [
  ...['deer-side', 'roe-side', 'red-side', 'elk-side', 'moose-side', 'deer-back', 'deer-belly'],
  ...['boar-side', 'tusker-side', 'boar-back', 'boar-belly'],
  ...['hindleg-outside', 'hindleg-inside', 'shoulder-outside', 'shoulder-inside'],
  ...['rabbit-side', 'rabbit-top', 'hare-side', 'hare-top'],
  ...['gamebird-top', 'partridge-top', 'waterfowl-top', 'goose-top', 'pigeon-top']
] as const;
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

const PARTS: Readonly<Record<string, readonly PlateView[]>> = {
  hindLeg: [
    { drawing: 'hindleg-outside', name: 'outside', oneSide: true, best: [] },
    { drawing: 'hindleg-inside', name: 'inside', oneSide: true, best: ['topRound', 'topRoundCap'] }
  ],
  shoulder: [
    { drawing: 'shoulder-outside', name: 'outside', oneSide: true, best: [] },
    { drawing: 'shoulder-inside', name: 'inside', oneSide: true, best: ['underBlade'] }
  ]
};

const side = (drawing: PlateKey): PlateView => ({ drawing, name: 'side', oneSide: true, best: [] });
const both = (drawing: PlateKey, name: string, ...best: string[]): PlateView => ({
  drawing,
  name,
  oneSide: false,
  best
});
const INSIDE = ['tenderloin', 'diaphragm'];
const LARGE = (own: PlateKey): readonly PlateView[] => [
  side(own),
  both('deer-back', 'back'),
  both('deer-belly', 'inside', ...INSIDE)
];

/** Outlines of their own; the others of a group look like its first. */
const OWN: Readonly<Partial<Record<SpeciesKey, readonly PlateView[]>>> = {
  roe: LARGE('roe-side'),
  reddeer: LARGE('red-side'),
  elk: LARGE('elk-side'),
  moose: LARGE('moose-side'),
  hare: [both('hare-top', 'back'), side('hare-side')],
  partridge: [both('partridge-top', 'front')],
  goose: [both('goose-top', 'front')]
};
const WHOLE: Readonly<Record<GroupKey, readonly PlateView[]>> = {
  deer: LARGE('deer-side'),
  boar: [side('boar-side'), both('boar-back', 'back'), both('boar-belly', 'inside', ...INSIDE)],
  rabbit: [both('rabbit-top', 'back'), side('rabbit-side')],
  gamebird: [both('gamebird-top', 'front')],
  pigeonlike: [both('pigeon-top', 'front')],
  waterfowl: [both('waterfowl-top', 'front')]
};

/** Whose drawing is wanted. */
export interface Drawn {
  species: SpeciesKey;
  group: GroupKey;
  sex?: Sex | undefined;
}

/** The drawings of what lies open, the usual one first; none for what has no drawing yet. */
export function viewsOf({ species, group, sex }: Drawn, part: string | undefined): readonly PlateView[] {
  if (part !== undefined) return under(PARTS, part) ?? [];
  const views = OWN[species] ?? WHOLE[group];
  // An old boar is all shoulder, a sow is not.
  return group === 'boar' && sex === 'male' ? [side('tusker-side'), ...views.slice(1)] : views;
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
