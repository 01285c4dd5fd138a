/** A tool or supply, what it is for, and what does instead; nothing does where `instead` is absent. */
export interface KitItem {
  name: string;
  use: string;
  instead?: string;
}

/** What the room should hold, by key. Usual practice. */
export const KIT = {
  boningKnife: {
    name: 'Boning knife, thin and bending, 13–15 cm',
    use: 'seams, bones, silver',
    instead: 'any thin pointed knife'
  },
  slicingKnife: {
    name: 'Slicing knife, stiff, 20–25 cm',
    use: 'steaks, even slices',
    instead: 'wait until the meat is firm, or cut a smaller muscle'
  },
  skinningBlade: { name: 'Broad skinning blade', use: 'hide off', instead: 'a round-bellied kitchen knife' },
  openingBlade: {
    name: 'Short pointed or hooked blade',
    use: 'belly and hide seams',
    instead: 'any short blade with two fingers guarding its edge'
  },
  steel: { name: 'Steel and stone', use: 'the edge' },
  meatHook: { name: 'Hand hook', use: 'pulling seams open', instead: 'a dry cloth' },
  gambrel: {
    name: 'Gambrel, hoist, rope, rated hook',
    use: 'hanging',
    instead: 'a beam and two ropes'
  },
  saw: { name: 'Bone saw or hatchet', use: 'breastbone, pelvis, ribs, shank', instead: 'joints by knife' },
  shears: { name: 'Shears', use: 'small bones, wing tips', instead: 'the knife, in the joint' },
  pliers: { name: 'Pliers', use: 'skin of small game', instead: 'a cloth' },
  tubs: { name: 'Named tubs, tared', use: 'every pile', instead: 'bags in boxes' },
  scale: {
    name: 'Scale: a fine one for the bench, or a hanging one',
    use: 'readings',
    instead: 'an estimate, marked as one'
  },
  probe: {
    name: 'Probe thermometer',
    use: 'deep meat, air',
    instead: 'a hand thermometer at fixed hours'
  },
  cloths: { name: 'Cloth game bags, clean sheet', use: 'the field' },
  gloves: {
    name: 'Gloves, plain and cut-proof; apron, towels, paper',
    use: 'hygiene; paper lifts loose membrane'
  },
  wash: { name: 'Water at hand, disinfectant for food surfaces', use: 'before, between, after' },
  string: { name: 'Netting, string', use: 'roasts' }
} as const satisfies Record<string, KitItem>;
export type KitKey = keyof typeof KIT;
export const KIT_KEYS = /* @__PURE__ */ Object.keys(KIT) as KitKey[];
