import { describe, expect, it } from 'vitest';
import {
  BOARD_CUTS,
  CUTS,
  PROCEDURES,
  SPECIES_KEYS,
  TRIM_STANDARDS,
  TUB_TRIM,
  VOCABULARIES,
  boneShareOf,
  cutKey,
  cutOf,
  frameBoneIn,
  leadMargin,
  muscleParts,
  procedureFor,
  sizedOf,
  usualHanging,
  usualTub,
  SPECIES
} from '$core/reference';

const orders = Object.values(PROCEDURES);

describe('what size makes of a piece', () => {
  it('joins it only to a cut that holds it', () => {
    for (const cut of Object.keys(CUTS)) {
      const sized = sizedOf(cut, 1, 'deer');
      if (sized?.kind !== 'below' || !('join' in sized.becomes)) continue;
      expect(cutOf(sized.becomes.join)?.whole, `${cut} in ${sized.becomes.join}`).toContain(cut);
    }
  });

  it('is the same from its own weight on, and never more the lighter it is', () => {
    for (const cut of Object.keys(CUTS))
      for (const group of ['deer', 'boar'] as const) {
        const kinds = [50, 200, 400, 700, 900, 2_000].map((g) => sizedOf(cut, g, group)?.kind);
        const rank = (kind: string | undefined) => ['below', 'own', 'parted'].indexOf(kind ?? 'own');
        for (let i = 1; i < kinds.length; i += 1)
          expect(rank(kinds[i]), `${cut} ${group}`).toBeGreaterThanOrEqual(rank(kinds[i - 1]));
      }
  });

  it('asks of each tub a trim that there is', () => {
    for (const standard of Object.values(TUB_TRIM)) expect(TRIM_STANDARDS[standard]).toBeDefined();
    expect(TRIM_STANDARDS[TUB_TRIM.prime].loss).toBeGreaterThan(TRIM_STANDARDS[TUB_TRIM.slow].loss);
  });
});

describe('cuts by another way', () => {
  it('are called after the cut they come of, in every vocabulary, and belong to its part and its animals', () => {
    for (const cut of Object.values(BOARD_CUTS)) {
      const mother = CUTS[cut.parted!]!;
      expect(cut.of).toBe(mother.of);
      expect(cut.groups).toEqual(mother.groups);
      expect(cut.share).toBeLessThan(mother.share);
      for (const words of VOCABULARIES) expect(cut.names[words].length).toBeGreaterThan(3);
    }
    expect(cutOf('flatIronOuter')?.names.retail).toBe('Flat iron, outer leaf');
    expect(cutOf('shoulderTender')?.names.plain).toBe('Shoulder tender');
  });

  it('go to the tub a boar’s meat is fit for: nobody dries it', () => {
    for (const cut of Object.values(CUTS)) {
      expect(usualTub(cut, 'boar')).not.toBe('jerky');
      expect(usualTub(cut, 'deer')).toBe(cut.tub);
    }
  });

  it('are found under the key they had before', () => {
    expect(cutKey('slab')).toBe('side');
    expect(cutOf('slab')?.key).toBe('side');
    expect(cutOf('constructor')).toBeUndefined();
    expect(procedureFor({ orders, group: 'rabbit' }, 'S5-slabs')?.key).toBe('S5-side');
  });

  it('over several parts take of each what they reach: a saddle half the straps and both fillets', () => {
    const saddle = cutOf('saddleFull')!;
    expect(muscleParts(saddle, 'deer').map(({ part, share }) => [part.key, share])).toEqual([
      ['strap', 0.5],
      ['tenderloin', 1]
    ]);
    expect(boneShareOf(saddle, 'deer')).toBe(0.28);
    // The spine in it is none of the straps' own: the frame is lighter by it.
    expect(frameBoneIn(saddle, 'deer')).toBeCloseTo(0.28, 9);
  });

  it('of a shoulder in joints leave its two large bones to arm and blade alike', () => {
    // A shoulder of 1000 g: 210 bone, 94.8 of it the shank's own (0.13 × 790 × 0.48 ÷ 0.52).
    const rest = (210 - (0.13 * 790 * 0.48) / 0.52) / 2;
    const bone = (soft: number) => rest / (rest + soft * 790);
    expect(cutOf('armJoint')!.bone).toBeCloseTo(bone(0.25), 6);
    expect(cutOf('bladeJoint')!.bone).toBeCloseTo(bone(0.35), 6);
    expect(cutOf('armSlices')!.bone).toBe(cutOf('armJoint')!.bone);
    expect(cutOf('shoulderBoned')!.boneIn).toBe(false);
  });
});

describe('lead', () => {
  it('costs a small animal the whole part, and a large one a hand more round the track', () => {
    expect(leadMargin(14_000)).toBe('part');
    expect(leadMargin(19_999)).toBe('part');
    expect(leadMargin(20_000)).toBe(20);
    expect(leadMargin(60_000)).toBe(20);
    expect(leadMargin(60_001)).toBe(30);
    expect(leadMargin(undefined)).toBe(20);
  });
});

describe('a usual adult', () => {
  it('hangs between its lightest and its heaviest', () => {
    for (const key of SPECIES_KEYS)
      for (const sex of ['female', 'male'] as const) {
        const { liveKg, hangingToLive } = SPECIES[key];
        expect(usualHanging(key, sex)).toBeGreaterThan(liveKg[sex][0] * 1000 * hangingToLive.mean * 0.99);
        expect(usualHanging(key, sex)).toBeLessThan(liveKg[sex][1] * 1000 * hangingToLive.mean * 1.01);
      }
  });
});
