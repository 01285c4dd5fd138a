import { PART_NAMES, comesInLots, type SpeciesKey } from '$core/reference';

export const PARTS_ALONE = ['hindLeg', 'shoulder', 'neck'] as const;

/** Parts that come in alone, and their sides, as lists to choose from. */
export const partItems = PARTS_ALONE.map((value) => ({ value, name: PART_NAMES[value] ?? value }));
export const sideItems = [
  { value: 'left', name: 'left' },
  { value: 'right', name: 'right' }
];

export const WEIGH_STAGES = ['hanging', 'dressed', 'drawn', 'live', 'part'] as const;

/** Stages that animals of a species are weighed in at. */
export const stagesOf = (species: SpeciesKey): (typeof WEIGH_STAGES)[number][] =>
  comesInLots(species) ? ['hanging', 'drawn', 'live'] : ['hanging', 'dressed', 'live', 'part'];
