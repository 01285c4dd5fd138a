import { CUTS, MUSCLE_CV, PART_CV, SIDE_SD, SPECIES, boneShareOf, cutOf, cutsOf } from '$core/reference';
import { normal, seeded } from '$core/statistics';
import { roundGrams, type Grams, under } from '$core/units';
import { expectAnimal } from './expect';
import { sharesOf } from './shares';
import type { YieldFacts } from './facts';

/**
 * A hidden true animal, drawn from the model: what each part and muscle of this one carcass really weighs. Used by the
 * demo's stand-in scale and by the demo larder's generator, so that some lie above and some below what is expected.
 */
export interface TrueAnimal {
  /** Grams as taken of a part (`hindLeg`, `left`), both sides when none is given. */
  part(key: string, side?: 'left' | 'right'): number;
  /** Grams of a cut as taken, kept on the bone or not, before trim. */
  cut(key: string, side?: 'left' | 'right', boneIn?: boolean): number;
  /** Bone of a part as it lies bare on the table. */
  bone(key: string, side?: 'left' | 'right'): number;
  /** Boneless ÷ hanging of this very animal before shot and trim standard. */
  cleanRatio: number;
  frame: number;
  fat: number;
}

/** Draws a true animal of a hanging weight. The same seed and facts always give the same animal. */
export function drawAnimal(facts: YieldFacts, hanging: number, seed: number): TrueAnimal {
  const uniform = seeded(seed);
  const draw = (cv: number) => Math.exp(cv * normal(uniform) - (cv * cv) / 2);
  const shares = sharesOf(facts).map((part) => ({ ...part, share: part.share * draw(PART_CV) }));
  const sum = shares.reduce((total, part) => total + part.share, 0);
  const parts = new Map(
    shares.map((part) => [
      part.key,
      { grams: (hanging * part.share) / sum, part, tilt: (SIDE_SD / 2) * normal(uniform) }
    ])
  );
  const bones = new Map(shares.map((part) => [part.key, Math.min(0.5, part.bone * draw(0.06))]));
  const muscles = new Map<string, number>();
  const { group } = SPECIES[facts.species];
  for (const key of new Set(Object.values(CUTS).map((cut) => cut.of))) {
    const drawn = cutsOf(key, group).map((cut) => [cut.key, cut.share * draw(MUSCLE_CV)] as const);
    const total = drawn.reduce((a, [, share]) => a + share, 0);
    for (const [cut, share] of drawn) muscles.set(cut, share / total);
  }
  const figure = SPECIES[facts.species].bonelessToHanging;
  const cleanRatio = Math.min(0.72, expectAnimal(facts).cleanRatio + figure.sd * 0.6 * normal(uniform));
  const part = (key: string, side?: 'left' | 'right') => {
    const found = parts.get(key);
    if (!found) return 0;
    if (!side || !found.part.paired) return found.grams;
    return (found.grams / 2) * (side === 'left' ? 1 + found.tilt : 1 - found.tilt);
  };
  const boneless = (key: string, side?: 'left' | 'right') => part(key, side) * (1 - (bones.get(key) ?? 0));
  return {
    part,
    cut: (key, side, boneIn) => {
      const cut = cutOf(key);
      if (!cut) return 0;
      if (cut.key === 'wholeBird') return hanging;
      const pieces = cut.whole && cut.whole.length > 1 ? cut.whole : undefined;
      const soft = cut.reaches
        ? cut.reaches.reduce((a, [of, share]) => a + boneless(of, side) * share, 0)
        : pieces
          ? pieces.reduce(
              (a, piece) => a + boneless(under(CUTS, piece)?.of ?? '', side) * (muscles.get(piece) ?? 0),
              0
            )
          : // One muscle, or a length of it.
            boneless(cut.of, side) *
            (cut.whole
              ? cut.share * (muscles.get(cut.whole[0] ?? '') ?? 0)
              : (muscles.get(key) ?? cut.share));
      return soft / (boneIn ? 1 - boneShareOf(cut, group) : 1);
    },
    bone: (key, side) => part(key, side) * (bones.get(key) ?? 0),
    cleanRatio,
    frame: part('frame'),
    fat: part('fat')
  };
}

/** Rounds as a bench scale shows it: to its division, 5 g unless said otherwise. */
export const toDivision = (value: number, division = 5): Grams =>
  roundGrams(Math.round(value / division) * division);
