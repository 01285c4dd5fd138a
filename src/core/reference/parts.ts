import { SPECIES, type GroupKey, type SpeciesKey } from './species';

/** How much of a part's weight varies between animals (coefficient of variation). Working default. */
export const PART_CV = 0.08;
/** How much a muscle's share of its part varies between animals. Working default. */
export const MUSCLE_CV = 0.1;
/** Left and right agree within this ratio on an undamaged animal; used as the sd of ln(left ÷ right). Working default. */
export const SIDE_SD = 0.03;
/** Females carry this much more of the weight in the hind legs (a factor on that share). Working default. */
export const FEMALE_HIND_FACTOR = 1.02;
/** A rutting male carries this much more in the neck (a factor on that share). Working default. */
export const RUT_NECK_FACTOR = 1.25;

/** A share of the hanging carcass. `paired` parts are given for both sides together. */
export interface PartShare {
  key: string;
  share: number;
  /** Bone ÷ part, by weight. 1 for the bare frame. */
  bone: number;
  paired: boolean;
  /** Loose fat counts as neither meat nor bone. */
  meat: boolean;
}

const part = (key: string, share: number, bone: number, paired: boolean, meat = true): PartShare => ({
  key,
  share,
  bone,
  paired,
  meat
});

/** Shares of the hanging carcass by group; each column adds up to 1. Working defaults. */
export const PARTS: Readonly<Record<GroupKey, readonly PartShare[]>> = {
  deer: [
    part('hindLeg', 0.385, 0.17, true),
    part('shoulder', 0.205, 0.21, true),
    part('strap', 0.095, 0, true),
    part('tenderloin', 0.014, 0, true),
    part('neck', 0.065, 0, false),
    part('ribs', 0.028, 0, true),
    part('flank', 0.032, 0, true),
    part('brisket', 0.015, 0, true),
    part('frame', 0.15, 1, false, false),
    part('fat', 0.011, 0, false, false)
  ],
  boar: [
    part('hindLeg', 0.31, 0.17, true),
    part('shoulder', 0.22, 0.21, true),
    part('strap', 0.085, 0, true),
    part('tenderloin', 0.013, 0, true),
    part('neck', 0.06, 0, false),
    part('ribs', 0.03, 0, true),
    part('belly', 0.075, 0, true),
    part('brisket', 0.017, 0, true),
    part('frame', 0.13, 1, false, false),
    part('fat', 0.06, 0, false, false)
  ],
  rabbit: [
    part('hindLeg', 0.36, 0.14, true),
    part('foreLeg', 0.17, 0.2, true),
    part('strap', 0.13, 0, true),
    part('flankRib', 0.09, 0, true),
    part('tenderloin', 0.015, 0, true),
    part('frame', 0.235, 1, false, false)
  ],
  gamebird: [
    part('breast', 0.34, 0, true),
    part('tender', 0.05, 0, true),
    part('leg', 0.28, 0.22, true),
    part('wing', 0.1, 0.45, true),
    part('frame', 0.23, 1, false, false)
  ],
  pigeonlike: [
    part('breast', 0.45, 0, true),
    part('tender', 0.05, 0, true),
    part('leg', 0.1, 0.25, true),
    part('wing', 0.12, 0.45, true),
    part('frame', 0.28, 1, false, false)
  ],
  waterfowl: [
    part('breast', 0.31, 0, true),
    part('tender', 0.04, 0, true),
    part('leg', 0.24, 0.25, true),
    part('wing', 0.14, 0.5, true),
    part('frame', 0.27, 1, false, false)
  ]
};

/** Moose and elk carry more in front than small deer do: shares in the order of the deer's parts. Working default. */
const LARGE_SHARES = [0.35, 0.225, 0.085, 0.013, 0.085, 0.036, 0.037, 0.019, 0.14, 0.01] as const;
const LARGE_DEER = PARTS.deer.map((p, i): PartShare => ({ ...p, share: LARGE_SHARES[i] as number }));
const OWN_PARTS: Partial<Readonly<Record<SpeciesKey, readonly PartShare[]>>> = {
  moose: LARGE_DEER,
  elk: LARGE_DEER
};
/** Coefficient of variation of a part's weight where a species has shares of its own. Working default. */
const OWN_PARTS_CV = 0.1;

/** Shares of the hanging carcass of a species: its own where it has any, else its group's. */
export const partsOf = (species: SpeciesKey): readonly PartShare[] =>
  OWN_PARTS[species] ?? PARTS[SPECIES[species].group];

/** How much a part's weight varies between animals of a species (coefficient of variation). */
export const partCv = (species: SpeciesKey): number => (OWN_PARTS[species] ? OWN_PARTS_CV : PART_CV);

/** Flank steak ÷ flank: 0.006 of the hanging carcass of a deer's 0.032, 0.007 of a moose's or elk's 0.037. Working default. */
export const flankSteakShare = (species: SpeciesKey): number =>
  OWN_PARTS[species] ? 0.007 / 0.037 : 0.006 / 0.032;

/**
 * Skin kept on, ÷ the skinned weight, and the parts it lies on; and whether the species' ratios are of plucked birds,
 * skin on. Pigeons and grouse as gamebirds are. Working default.
 */
export const SKIN: Partial<Readonly<Record<GroupKey, { share: number; plucked: boolean }>>> = {
  gamebird: { share: 0.09, plucked: false },
  pigeonlike: { share: 0.09, plucked: false },
  waterfowl: { share: 0.17, plucked: true }
};
/** Parts of a bird that have skin on them. Exact. */
export const SKINNED_PARTS: readonly string[] = ['breast', 'leg', 'wing'];

export const PART_NAMES: Readonly<Record<string, string>> = {
  hindLeg: 'Hind leg',
  shoulder: 'Shoulder',
  strap: 'Strap',
  tenderloin: 'Fillet',
  neck: 'Neck',
  ribs: 'Rib meat',
  flank: 'Flank',
  brisket: 'Brisket',
  belly: 'Belly and flank',
  frame: 'Bare frame',
  fat: 'Loose fat',
  foreLeg: 'Fore leg',
  flankRib: 'Flank and rib',
  breast: 'Breast',
  tender: 'Tender',
  leg: 'Leg',
  wing: 'Wing'
};

/** Soft tissue of a group: Σ share·(1 − bone) over its meat. Deer 0.731. */
export function softTissue(parts: readonly PartShare[]): number {
  return parts.reduce((sum, p) => (p.meat ? sum + p.share * (1 - p.bone) : sum), 0);
}
