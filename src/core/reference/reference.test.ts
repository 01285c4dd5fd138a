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
  boneShareOf,
  cutOf,
  cutsOf,
  frameBoneIn,
  softTissue,
  type GroupKey
} from '.';

const GROUPS = Object.keys(PARTS) as GroupKey[];

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
    (part) => expect(cutsOf(part, 'deer').reduce((sum, cut) => sum + cut.share, 0)).toBeCloseTo(1, 12)
  );

  it.each(GROUPS)('of the %s are cut into muscles that add up, part by part', (group) => {
    for (const part of PARTS[group])
      if (part.meat)
        expect(cutsOf(part.key, group).reduce((sum, cut) => sum + cut.share, 0)).toBeCloseTo(1, 9);
  });

  it('leave with the bone a cut is kept on, and no more', () => {
    // A crown: 24 % bone, none of it the breasts' own; a leg of a pheasant: its own bone, none of the frame's.
    expect(frameBoneIn(cutOf('crown')!, 'gamebird')).toBeCloseTo(0.24, 12);
    expect(frameBoneIn(cutOf('birdLeg')!, 'gamebird')).toBeCloseTo(0, 12);
    expect(boneShareOf(cutOf('birdLeg')!, 'waterfowl')).toBe(0.25);
    expect(boneShareOf(cutOf('wing')!, 'waterfowl')).toBe(0.5);
    // A whole pheasant is 0.663 soft; what is not its legs' and wings' own bone is the frame, 0.23 of it.
    expect(boneShareOf(cutOf('wholeBird')!, 'gamebird')).toBeCloseTo(0.337, 3);
    expect(frameBoneIn(cutOf('wholeBird')!, 'gamebird')).toBeCloseTo(0.23, 3);
    // A leg of 1000 g: 830 soft; shank 0.06 × 830 ÷ 0.55 = 90.5 g with 40.7 g bone; scraps 49.8 g away.
    expect(cutOf('haunchShort')!.bone).toBeCloseTo((170 - 40.75) / (1000 - 90.55 - 49.8), 3);
  });
});

describe('reference data', () => {
  it('names only parts that exist', () => {
    const partsOf = (group: GroupKey) => new Set(PARTS[group].map((p) => p.key));
    const deer = partsOf('deer');
    for (const cut of Object.values(CUTS))
      for (const group of cut.groups) expect(partsOf(group).has(cut.of), `${cut.key} of ${group}`).toBe(true);
    for (const shot of Object.values(SHOT_LOSS))
      if (shot.hits !== 'scattered') for (const hit of shot.hits) expect(deer.has(hit)).toBe(true);
    for (const procedure of Object.values(PROCEDURES))
      for (const step of procedure.steps)
        for (const take of step.takes)
          for (const group of procedure.groups)
            expect(
              take.kind === 'part' ? partsOf(group).has(take.cut) : cutOf(take.cut)?.groups.includes(group),
              `${procedure.key} ${take.cut} ${group}`
            ).toBe(true);
  });

  it('lets the seam procedures take every muscle of their part once', () => {
    for (const key of ['S1', 'S2']) {
      const procedure = PROCEDURES[key]!;
      const taken = procedure.steps.flatMap((s) => s.takes.map((t) => t.cut)).sort();
      expect(taken).toEqual(
        cutsOf(procedure.part!, 'deer')
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
