import { describe, expect, it } from 'vitest';
import {
  CUTS,
  PARTS,
  PROCEDURES,
  SHOT_LOSS,
  SPECIES,
  SPECIES_KEYS,
  TUBS,
  TUB_KEYS,
  animalName,
  cutOf,
  cutsOf,
  softTissue
} from '.';

describe('shares', () => {
  it.each(SPECIES_KEYS)(
    'of %s add up to the whole carcass, and its boneless fits in its soft tissue',
    (key) => {
      const parts = PARTS[SPECIES[key].group];
      expect(parts.reduce((sum, p) => sum + p.share, 0)).toBeCloseTo(1, 12);
      const trimShare = 1 - SPECIES[key].bonelessToHanging.mean / softTissue(parts);
      expect(trimShare).toBeGreaterThanOrEqual(0);
      expect(trimShare).toBeLessThan(0.16);
    }
  );

  it('give the soft tissue each group is known by', () => {
    const expected = {
      deer: 0.731,
      boar: 0.71,
      rabbit: 0.681,
      gamebird: 0.663,
      pigeonlike: 0.641,
      waterfowl: 0.6
    };
    for (const [group, soft] of Object.entries(expected))
      expect(Math.abs(softTissue(PARTS[group as keyof typeof PARTS]) - soft)).toBeLessThan(0.0015);
  });

  it('give the trim shares each species is known by', () => {
    const trim = (key: keyof typeof SPECIES) =>
      1 - SPECIES[key].bonelessToHanging.mean / softTissue(PARTS[SPECIES[key].group]);
    expect(trim('whitetail')).toBeCloseTo(0.14, 2);
    expect(trim('elk')).toBeCloseTo(0.12, 2);
    expect(trim('moose')).toBeCloseTo(0.1, 2);
    expect(trim('boar')).toBeCloseTo(0.07, 2);
  });

  it.each(['hindLeg', 'shoulder', 'strap', 'tenderloin', 'neck', 'ribs', 'flank', 'brisket'])(
    'of the muscles of the %s add up to its boneless',
    (part) => expect(cutsOf(part).reduce((sum, cut) => sum + cut.share, 0)).toBeCloseTo(1, 12)
  );
});

describe('reference data', () => {
  it('names only parts that exist', () => {
    const deer = new Set(PARTS.deer.map((p) => p.key));
    for (const cut of Object.values(CUTS)) expect(deer.has(cut.of)).toBe(true);
    for (const shot of Object.values(SHOT_LOSS))
      if (shot.hits !== 'scattered') for (const hit of shot.hits) expect(deer.has(hit)).toBe(true);
    for (const procedure of Object.values(PROCEDURES))
      for (const step of procedure.steps)
        for (const take of step.takes)
          expect(take.kind === 'part' ? deer.has(take.cut) : cutOf(take.cut) !== undefined).toBe(true);
  });

  it('lets the seam procedures take every muscle of their part once', () => {
    for (const key of ['S1', 'S2']) {
      const procedure = PROCEDURES[key]!;
      const taken = procedure.steps.flatMap((s) => s.takes.map((t) => t.cut)).sort();
      expect(taken).toEqual(
        cutsOf(procedure.part!)
          .map((c) => c.key)
          .sort()
      );
    }
  });

  it('has one letter a tub', () => {
    expect(new Set(TUB_KEYS.map((k) => TUBS[k].letter)).size).toBe(TUB_KEYS.length);
  });

  it('calls animals what hunters call them', () => {
    const name = (
      species: keyof typeof SPECIES,
      sex: 'male' | 'female' | 'unknown',
      ageClass: 'young' | 'adult' = 'adult'
    ) => animalName({ species, sex, ageClass });
    expect(name('fallow', 'female')).toBe('Fallow doe');
    expect(name('reddeer', 'male')).toBe('Red stag');
    expect(name('roe', 'male', 'young')).toBe('Roe kid');
    expect(name('moose', 'unknown')).toBe('Moose');
    expect(name('goose', 'female')).toBe('Goose');
    expect(name('boar', 'female')).toBe('Boar sow');
  });
});
