import { tubId, type Intent, type Reading } from '$core/book';
import { SPECIES, comesInLots, type SpeciesKey, type Stage } from '$core/reference';
import { MINUTE, roundGrams, type Grams } from '$core/units';
import { expectAnimal } from '$core/yield';
import type { PastAnimal } from './read';

/** What becomes of an animal that was weighed and of which nobody wrote down what it gave. */
export const NOT_WRITTEN = 'not written down';

/** Minutes between the entries of one animal: they stand in their order, on the day that the list says. */
const APART_MS = 10 * MINUTE;

/**
 * An old animal as the book has it: in by its first weight, skinned by its hanging weight, its meat in the grind tub (nobody
 * knows of which cuts it is), the rest gone as bone by the model and as "other" (trim, drying, whatever was not written
 * down). Of one without a boneless weight the carcass has left the house whole. Nothing is unaccounted for: that says of
 * work at this bench that somebody weighed and did not find.
 * @param ids  of the animal and its carcass
 * @param here  its meat still lies in the freezer; else it is eaten
 */
export function pastIntents(
  { facts, count, weights, boneless }: PastAnimal,
  ids: { animal: string; carcass: string },
  here: boolean
): { intent: Intent; at: number }[] {
  const { animal, carcass } = ids;
  const typed = (grams: Grams, stage?: Stage): Reading => ({
    grams,
    how: 'typed',
    ...(stage ? { stage } : {})
  });
  const stages = (['live', 'dressed', 'hanging'] as const).filter((stage) => weights[stage] !== undefined);
  const at = (stage: (typeof stages)[number]): Grams => weights[stage] as Grams;
  const [first] = stages;
  if (!first) return [];
  const lot = comesInLots(facts.species);
  const intents: Intent[] = [
    {
      kind: 'intake',
      animal,
      facts,
      into: lot ? { kind: 'lot', id: carcass, count } : { kind: 'carcass', id: carcass },
      reading: typed(at(first), first)
    },
    ...stages
      .slice(1)
      .map((stage): Intent => ({ kind: 'skin', animal, item: carcass, reading: typed(at(stage), stage) }))
  ];
  if (boneless === undefined) intents.push({ kind: 'give', animal, item: carcass, to: NOT_WRITTEN });
  else {
    const left = at(stages.at(-1) ?? first) - boneless;
    const bone = roundGrams(
      Math.min(left, likelyHanging(facts.species, weights) * (1 - expectAnimal(facts).softTissue))
    );
    const rest = roundGrams(left - bone);
    intents.push({ kind: 'tub', animal, tub: 'grind', from: carcass, reading: typed(boneless) });
    if (rest > 0)
      intents.push({
        kind: 'discard',
        animal,
        from: carcass,
        reason: 'other',
        reading: { grams: rest, how: 'model' }
      });
    intents.push({
      kind: 'close',
      animal,
      item: carcass,
      ...(bone > 0 ? { bone: { grams: bone, how: 'model' } } : {}),
      boneTo: 'discard'
    });
    if (!here) intents.push({ kind: 'eat', animal, item: tubId('grind', animal) });
  }
  return intents.map((intent, i) => ({ intent, at: facts.killedAt + i * APART_MS }));
}

/** Grams that hung, as weighed or as the species' ratios make them of what was. */
function likelyHanging(species: SpeciesKey, { live, dressed, hanging }: PastAnimal['weights']): number {
  const { hangingToLive, dressedToLive } = SPECIES[species];
  if (hanging !== undefined) return hanging;
  return (dressed === undefined ? (live ?? 0) : dressed / dressedToLive.mean) * hangingToLive.mean;
}
