import type { Side } from './cuts';

/** Where a bullet, slug, broadhead or charge struck. */
export const PLACEMENTS = [
  'head',
  'neck',
  'chest',
  'oneShoulder',
  'bothShoulders',
  'spine',
  'haunch',
  'gut',
  'smallShot'
] as const;
export type Placement = (typeof PLACEMENTS)[number];

export const PROJECTILES = ['expanding', 'slow', 'frangible', 'leadFree', 'broadhead', 'steel'] as const;
export type Projectile = (typeof PROJECTILES)[number];

export interface ShotLoss {
  name: string;
  /** Share of the expected boneless lost to bloodshot and fragments: mean and sd. */
  loss: number;
  sd: number;
  /** Parts that the loss falls on, those a group has; `scattered` means all of them. */
  hits: readonly string[] | 'scattered';
  /** Only one of the pair is hit. */
  oneSide: boolean;
  /** Organs usually lost. */
  organs: readonly string[];
}

/** Working defaults. The hip is part of the hind leg here. */
export const SHOT_LOSS: Readonly<Record<Placement, ShotLoss>> = {
  head: { name: 'Head or high neck', loss: 0.005, sd: 0.005, hits: ['neck'], oneSide: false, organs: [] },
  neck: { name: 'Neck', loss: 0.03, sd: 0.02, hits: ['neck'], oneSide: false, organs: [] },
  chest: {
    name: 'Chest, behind the shoulder',
    loss: 0.04,
    sd: 0.02,
    hits: ['ribs', 'flank', 'belly'],
    oneSide: false,
    organs: ['lungs', 'heart']
  },
  oneShoulder: {
    name: 'One shoulder',
    loss: 0.09,
    sd: 0.04,
    hits: ['shoulder', 'ribs'],
    oneSide: true,
    organs: ['lungs']
  },
  bothShoulders: {
    name: 'Both shoulders',
    loss: 0.17,
    sd: 0.06,
    hits: ['shoulder', 'ribs', 'neck'],
    oneSide: false,
    organs: ['lungs', 'heart']
  },
  spine: {
    name: 'Spine or saddle',
    loss: 0.1,
    sd: 0.05,
    hits: ['strap', 'tenderloin'],
    oneSide: false,
    organs: ['kidneys']
  },
  haunch: { name: 'Haunch', loss: 0.14, sd: 0.06, hits: ['hindLeg'], oneSide: true, organs: [] },
  gut: {
    name: 'Gut',
    loss: 0.07,
    sd: 0.05,
    hits: ['flank', 'belly', 'tenderloin'],
    oneSide: false,
    organs: ['liver', 'kidneys']
  },
  smallShot: { name: 'Small shot', loss: 0.06, sd: 0.04, hits: 'scattered', oneSide: false, organs: [] }
};

/**
 * Where an animal was hit of which nobody has said it, and how often that is; the rest were hit nowhere that costs meat.
 * Own estimate.
 */
export const UNSAID_SHOT: Readonly<Record<'large' | 'small', readonly (readonly [Placement, number])[]>> = {
  large: [
    ['head', 0.08],
    ['neck', 0.08],
    ['chest', 0.42],
    ['oneShoulder', 0.16],
    ['bothShoulders', 0.04],
    ['spine', 0.03],
    ['haunch', 0.03],
    ['gut', 0.04]
  ],
  small: [['smallShot', 0.75]]
};

/** Factor on the placement's loss and on its sd, and whether there is no lead in it. Working default. */
export const PROJECTILE_FACTOR: Readonly<Record<Projectile, { name: string; factor: number; clean?: true }>> =
  {
    expanding: { name: 'Expanding rifle bullet', factor: 1 },
    slow: { name: 'Slow heavy bullet or slug', factor: 0.9 },
    frangible: { name: 'Fast frangible bullet', factor: 1.5 },
    leadFree: { name: 'Lead-free rifle bullet or slug', factor: 0.75, clean: true },
    broadhead: { name: 'Broadhead', factor: 0.5, clean: true },
    steel: { name: 'Steel or other lead-free shot', factor: 1, clean: true }
  };

/** Whether lead may be in the meat: it was hit, and nobody has said that there was none in what hit it. */
export const mayHoldLead = ({ placement, projectile }: Shot): boolean =>
  !!placement && !(projectile && PROJECTILE_FACTOR[projectile].clean);

/** Whether a part lies where it was hit, as somebody has said; of a side nobody named, both. */
export function struckAt(
  { placement, shotSide }: Pick<Shot, 'placement'> & { shotSide?: Side | null | undefined },
  part: string,
  side?: Side
): boolean {
  const hit = placement ? SHOT_LOSS[placement] : undefined;
  if (!hit) return false;
  return (
    (hit.hits === 'scattered' || hit.hits.includes(part)) &&
    (!shotSide || !side || side === 'both' || shotSide === side)
  );
}

interface Shot {
  placement?: Placement | null | undefined;
  projectile?: Projectile | null | undefined;
}

/**
 * How far round the track of a lead bullet meat is given up, in cm; `part` where all of the hit part is. Usual practice;
 * local codes come first.
 * @param hanging  grams of one animal on the hook; without it the middle one is asked for
 */
export function leadMargin(hanging: number | undefined): 'part' | 20 | 30 {
  if (hanging !== undefined && hanging < 20_000) return 'part';
  return hanging !== undefined && hanging > 60_000 ? 30 : 20;
}

export interface TrimStandard {
  name: string;
  means: string;
  /** Share of the boneless lost, and its sd. */
  loss: number;
  sd: number;
}
/** Whether meat was trimmed before it was weighed. */
export const TRIM_SAID = ['all', 'some', 'none'] as const;
export type TrimSaid = (typeof TRIM_SAID)[number];

/** What a trim standard takes: share of the soft tissue, and its sd. Working default. */
export const TRIM_STANDARDS: Readonly<Record<1 | 2 | 3, TrimStandard>> = {
  1: { name: 'Close', means: 'hard tendon, glands, outer silver and fat off', loss: 0, sd: 0 },
  2: { name: 'Clean', means: 'also thin silver off steaks and roasts', loss: 0.04, sd: 0.02 },
  3: { name: 'Spotless', means: 'every white thread off', loss: 0.09, sd: 0.03 }
};
