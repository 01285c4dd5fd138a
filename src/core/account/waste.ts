import { beamOf, type BookState } from '$core/book';
import { DISCARD_REASONS, SPECIES, type GroupKey } from '$core/reference';
import { roundGrams, under, type Grams } from '$core/units';
import { boneStillOn, summaryOf } from './summary';

/** What of an animal somebody has to take away: what is thrown away already, and what is to come. */
export interface Waste {
  group: GroupKey;
  thrown: Grams;
  /** Bone still in what lies open or hangs, by the model; less where some of it goes to the pot. */
  bone: Grams;
  /** Silver, fat, crust and blood to come: what is still on, less its bone and the meat that is expected of it. */
  trim: Grams;
}

/** Waste of one animal; nothing of one that is not in the book. */
export function wasteOf(state: BookState, animal: string): Waste | undefined {
  const known = under(state.animals, animal);
  if (!known) return undefined;
  const { segments, stillOn } = beamOf(state, animal);
  const summary = summaryOf(state, animal);
  const thrown = segments
    .filter(({ key }) => (DISCARD_REASONS as readonly string[]).includes(key))
    .reduce((sum, { grams }) => sum + grams, 0);
  const bone = Math.min(stillOn, boneStillOn(state, animal));
  const meat = summary?.expectedBoneless
    ? Math.max(0, summary.expectedBoneless.mean - summary.yield.boneless)
    : Math.max(0, stillOn - bone);
  return {
    group: SPECIES[known.facts.species].group,
    thrown: roundGrams(thrown),
    bone: roundGrams(bone),
    trim: roundGrams(Math.max(0, stillOn - bone - meat))
  };
}

/** Waste of several animals, by kind: rules for what is taken away differ between them. */
export function addWaste(all: readonly Waste[]): Waste[] {
  const sums = new Map<GroupKey, Waste>();
  for (const { group, thrown, bone, trim } of all) {
    const sum = sums.get(group) ?? { group, thrown: roundGrams(0), bone: roundGrams(0), trim: roundGrams(0) };
    sums.set(group, {
      group,
      thrown: roundGrams(sum.thrown + thrown),
      bone: roundGrams(sum.bone + bone),
      trim: roundGrams(sum.trim + trim)
    });
  }
  return [...sums.values()].filter(({ thrown, bone, trim }) => thrown + bone + trim > 0);
}
