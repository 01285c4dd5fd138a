import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { AGE_CLASSES, CUTS, DEER_GROUP, PLACEMENTS, PROJECTILES, SEXES, SPECIES_KEYS } from '$core/reference';
import { t80 } from '$core/statistics';
import {
  compareSides,
  drawAnimal,
  expectAnimal,
  expectCut,
  expectFromPart,
  expectPart,
  guessCondition,
  learn,
  stagesFrom,
  verdictOf,
  type YieldFacts
} from '.';

const fallowDoe: YieldFacts = { species: 'fallow', sex: 'female', ageClass: 'adult' };
const roe: YieldFacts = { species: 'roe', sex: 'unknown', ageClass: 'adult' };

/**
 * √(0.04² + 0.02² + 0.02²)·t₂₀ ÷ 1.2816: animals, this house and this species in it; and 0.012 for a condition that is
 * guessed.
 */
const spread = (said = false) =>
  Math.hypot((Math.hypot(0.04, 0.02, 0.02) * t80(20)) / 1.2816, said ? 0 : 0.012);

describe('expected boneless ÷ hanging against hand-worked values', () => {
  // r′·(1 − t)·(1 − ℓ·p), worked by hand from the domain's tables
  const cases: [string, YieldFacts, number, number][] = [
    ['a clean adult roe', roe, 0.63, spread() / 0.63],
    ['a moose', { species: 'moose', sex: 'unknown', ageClass: 'adult' }, 0.66, spread() / 0.66],
    ['condition 1 takes 0.03', { ...roe, condition: 1 }, 0.6, spread(true) / 0.6],
    ['condition 5 adds 0.02', { ...roe, condition: 5 }, 0.65, spread(true) / 0.65],
    ['a kid loses 0.02', { ...roe, ageClass: 'young' }, 0.61, spread() / 0.61],
    ['a yearling loses 0.01', { ...roe, ageClass: 'yearling' }, 0.62, spread() / 0.62],
    ['an old one loses 0.01', { ...roe, ageClass: 'old' }, 0.62, spread() / 0.62],
    ['clean trim takes 4 %', { ...roe, trimStandard: 2 }, 0.6048, Math.hypot(spread() / 0.63, 0.02 / 0.96)],
    [
      'spotless trim takes 9 %',
      { ...roe, trimStandard: 3 },
      0.5733,
      Math.hypot(spread() / 0.63, 0.03 / 0.91)
    ],
    [
      'a chest shot takes 4 %',
      { ...roe, placement: 'chest' },
      0.6048,
      Math.hypot(spread() / 0.63, 0.02 / 0.96)
    ],
    [
      'a haunch shot takes 14 %',
      { ...roe, placement: 'haunch' },
      0.5418,
      Math.hypot(spread() / 0.63, 0.06 / 0.86)
    ],
    [
      'a broadhead halves it',
      { ...roe, placement: 'haunch', projectile: 'broadhead' },
      0.5859,
      Math.hypot(spread() / 0.63, 0.03 / 0.93)
    ],
    [
      'a frangible bullet makes it half again',
      { ...roe, placement: 'haunch', projectile: 'frangible' },
      0.4977,
      Math.hypot(spread() / 0.63, 0.09 / 0.79)
    ],
    [
      'a slug takes nine tenths',
      { ...roe, placement: 'haunch', projectile: 'slow' },
      0.63 * (1 - 0.126),
      Math.hypot(spread() / 0.63, 0.054 / 0.874)
    ],
    [
      'all together',
      { ...roe, ageClass: 'old', condition: 2, trimStandard: 2, placement: 'gut' },
      0.605 * 0.96 * 0.93,
      Math.hypot(spread(true) / 0.605, 0.02 / 0.96, 0.05 / 0.93)
    ]
  ];
  it.each(cases)('%s', (_, facts, mean, relativeSd) => {
    const { boneless } = expectAnimal(facts);
    expect(boneless.mean).toBeCloseTo(mean, 9);
    expect(boneless.relativeSd).toBeCloseTo(relativeSd, 9);
    expect(boneless.low).toBeCloseTo(mean * (1 - 1.2816 * relativeSd), 9);
    expect(boneless.high).toBeCloseTo(mean * (1 + 1.2816 * relativeSd), 9);
  });

  it('has a hand-worked trim share: a fallow doe’s soft tissue grows with her legs', () => {
    // shares: hind legs 0.385·1.02 = 0.3927, sum 1.0077; soft = (0.731 + 0.0077·0.83) ÷ 1.0077
    const soft = (0.7305 + 0.0077 * 0.83) / 1.0077;
    const e = expectAnimal(fallowDoe);
    expect(e.softTissue).toBeCloseTo(soft, 6);
    expect(e.trimShare).toBeCloseTo(1 - 0.63 / soft, 6);
  });

  it('weighs parts, sides and the bare frame by hand', () => {
    const hanging = 27_400;
    const e = expectAnimal({ species: 'fallow', sex: 'unknown', ageClass: 'adult' });
    expect(e.frame.mean * hanging).toBeCloseTo(4_110, 6);
    // 8 % between animals, 3 % each for the house and the species in it, in logits; t on 20 degrees of freedom.
    const cv = (share: number) =>
      (Math.hypot(0.08 / (1 - share), 0.03, 0.03) * (1 - share) * t80(20)) / 1.2816;
    expect(e.frame.low * hanging).toBeCloseTo(4_110 * (1 - 1.2816 * cv(0.15)), 6);
    const shoulder = e.parts.find((p) => p.key === 'shoulder')!;
    expect(shoulder.taken.mean * hanging).toBeCloseTo(5_617, 6);
    expect(shoulder.side!.mean * hanging).toBeCloseTo(2_808.5, 6);
    expect(shoulder.side!.high * hanging).toBeCloseTo(2_808.5 * (1 + 1.2816 * cv(0.205)), 6);
  });

  it('moves shares by sex and by rut', () => {
    const share = (facts: YieldFacts, key: string) =>
      expectAnimal(facts).parts.find((p) => p.key === key)!.share;
    expect(share(fallowDoe, 'hindLeg')).toBeCloseTo(0.3927 / 1.0077, 9);
    const stag: YieldFacts = { species: 'reddeer', sex: 'male', ageClass: 'adult' };
    expect(share({ ...stag, rut: true }, 'neck')).toBeCloseTo(0.08125 / 1.01625, 9);
    expect(share(stag, 'neck')).toBeCloseTo(0.065, 9);
    expect(share({ ...fallowDoe, rut: true }, 'neck')).toBeCloseTo(0.065 / 1.0077, 9);
  });

  it('puts a shot on the parts it hits, on the side it hits', () => {
    const e = expectAnimal({ ...roe, placement: 'oneShoulder', shotSide: 'left' });
    const part = (key: string) => e.parts.find((p) => p.key === key)!;
    const total = 0.63 * 0.09;
    const soft = { shoulder: 0.205 * 0.79, ribs: 0.028 };
    expect(part('shoulder').shotLoss).toBeCloseTo((total * soft.shoulder) / (soft.shoulder + soft.ribs), 9);
    expect(part('hindLeg').shotLoss).toBe(0);
    expect(
      part('shoulder').bonelessSides!.right.mean - part('shoulder').bonelessSides!.left.mean
    ).toBeCloseTo(part('shoulder').shotLoss, 9);
  });
});

describe('what a species has of its own', () => {
  it('moose and elk carry more in front than a roe, and their parts add up', () => {
    const of = (species: YieldFacts['species']) =>
      expectAnimal({ species, sex: 'unknown', ageClass: 'adult' });
    const [moose, small] = [of('moose'), of('roe')];
    const share = (e: ReturnType<typeof of>, key: string) => e.parts.find((p) => p.key === key)!.share;
    expect(share(moose, 'shoulder')).toBeCloseTo(0.225, 9);
    expect(share(moose, 'neck')).toBeGreaterThan(share(small, 'neck'));
    expect(share(moose, 'hindLeg')).toBeLessThan(share(small, 'hindLeg'));
    expect(moose.softTissue).toBeCloseTo(0.743, 3);
    expect(moose.trimShare).toBeCloseTo(1 - 0.66 / 0.743, 2);
    expect(of('elk').softTissue).toBeCloseTo(moose.softTissue, 9);
    expect(moose.parts.reduce((sum, p) => sum + p.share, 0)).toBeCloseTo(1, 9);
  });

  it('skin kept on a pheasant, or off a duck, moves weight and meat alike', () => {
    const of = (species: YieldFacts['species'], skin?: 'on' | 'off') =>
      expectAnimal({ species, sex: 'unknown', ageClass: 'adult', ...(skin ? { skin } : {}) });
    // Skin of 9 % of the skinned weight, all of it eaten.
    expect(of('pheasant', 'on').cleanRatio).toBeCloseTo((0.63 + 0.09) / 1.09, 9);
    expect(of('pheasant', 'off')).toEqual(of('pheasant'));
    expect(of('duck', 'on')).toEqual(of('duck'));
    expect(of('duck', 'off').cleanRatio).toBeCloseTo(0.56 * 1.17 - 0.17, 9);
    const live = 1_000;
    const hanging = (skin?: 'on' | 'off') =>
      stagesFrom(
        { species: 'duck', sex: 'unknown', ageClass: 'adult', ...(skin ? { skin } : {}) },
        'live',
        live
      ).hanging.grams;
    expect(hanging('off')).toBeCloseTo(hanging() / 1.17, 6);
    for (const e of [of('pheasant', 'on'), of('duck', 'off')]) {
      expect(e.parts.reduce((sum, p) => sum + p.share, 0)).toBeCloseTo(1, 9);
      expect(e.parts.reduce((sum, p) => sum + p.boneless.mean, 0)).toBeCloseTo(e.boneless.mean, 9);
    }
  });

  it('a house whose hares give more than the table’s soft tissue may learn so', () => {
    const learned = learn([{ species: 'hare', n: 30, sum: 1.5, sumOfSquares: 0.08 }], 'hare');
    const e = expectAnimal({ species: 'hare', sex: 'unknown', ageClass: 'adult' }, learned);
    expect(e.cleanRatio).toBeCloseTo(0.66 + learned.shift, 9);
    expect(e.cleanRatio).toBeGreaterThan(e.softTissue);
    expect(e.trimShare).toBe(0);
  });

  it('of one side that was hit nobody knows which: both bands reach from hit to whole', () => {
    const unsaid = expectAnimal({ ...roe, placement: 'haunch' }).parts.find((p) => p.key === 'hindLeg')!;
    const left = expectAnimal({ ...roe, placement: 'haunch', shotSide: 'left' }).parts.find(
      (p) => p.key === 'hindLeg'
    )!;
    expect(unsaid.bonelessSides!.left.mean).toBeCloseTo(unsaid.bonelessSides!.right.mean, 9);
    expect(unsaid.bonelessSides!.left.low).toBeLessThan(left.bonelessSides!.left.mean);
    expect(unsaid.bonelessSides!.left.high).toBeGreaterThan(left.bonelessSides!.right.mean);
    expect(unsaid.boneless.mean).toBeCloseTo(left.boneless.mean, 9);
  });
});

describe('laws of the expectation', () => {
  const facts = fc.record({
    species: fc.constantFrom(...SPECIES_KEYS),
    sex: fc.constantFrom(...SEXES),
    ageClass: fc.constantFrom(...AGE_CLASSES),
    condition: fc.option(fc.integer({ min: 1, max: 5 })),
    rut: fc.boolean(),
    placement: fc.option(fc.constantFrom(...PLACEMENTS)),
    shotSide: fc.option(fc.constantFrom('left' as const, 'right' as const)),
    projectile: fc.option(fc.constantFrom(...PROJECTILES)),
    trimStandard: fc.integer({ min: 1, max: 3 })
  });
  it('parts add up: shares to 1, boneless of the parts to the boneless of the whole, sides to their part', () => {
    fc.assert(
      fc.property(facts, (f) => {
        const e = expectAnimal(f);
        expect(e.parts.reduce((a, p) => a + p.share, 0)).toBeCloseTo(1, 9);
        expect(e.parts.reduce((a, p) => a + p.boneless.mean, 0)).toBeCloseTo(e.boneless.mean, 9);
        for (const p of e.parts) {
          expect(p.boneless.mean).toBeGreaterThanOrEqual(-1e-12);
          if (p.bonelessSides)
            expect(p.bonelessSides.left.mean + p.bonelessSides.right.mean).toBeCloseTo(p.boneless.mean, 9);
        }
      })
    );
  });
});

describe('stages', () => {
  it('go up and down by the species’ ratios', () => {
    const from = stagesFrom(roe, 'dressed', 18_300);
    expect(from.live.grams).toBeCloseTo(18_300 / 0.76, 6);
    expect(from.hanging.grams).toBeCloseTo((18_300 * 0.59) / 0.76, 6);
    expect(from.hanging.relativeSd).toBeCloseTo(Math.hypot(0.03 / 0.76, 0.03 / 0.59), 9);
    expect(stagesFrom(roe, 'hanging', 14_200).live.grams).toBeCloseTo(14_200 / 0.59, 6);
    expect(stagesFrom(roe, 'live', 24_000).hanging).toEqual({
      grams: 24_000 * 0.59,
      relativeSd: 0.03 / 0.59,
      modelled: true
    });
  });
  it('use the regression for a white-tailed deer: 100 lb dressed is 129.9 lb live', () => {
    const { live } = stagesFrom(
      { species: 'whitetail', sex: 'male', ageClass: 'adult' },
      'dressed',
      45_359.237
    );
    expect(live.grams / 453.59237).toBeCloseTo(129.92, 6);
  });
  it('take a drawn rabbit for 80 % of its live weight', () => {
    expect(
      stagesFrom({ species: 'rabbit', sex: 'male', ageClass: 'adult' }, 'drawn', 1_200).live.grams
    ).toBeCloseTo(1_500, 6);
  });
});

describe('cuts', () => {
  it('come off the carcass as part × (1 − bone) × share, CV √(8² + 10²) %', () => {
    const e = expectCut({ species: 'fallow', sex: 'unknown', ageClass: 'adult' }, 'flatIron', {
      side: 'left',
      hanging: 27_400
    })!;
    expect(e.mean).toBeCloseTo(27_400 * 0.1025 * 0.79 * 0.15, 6);
    const part = expectAnimal({ species: 'fallow', sex: 'unknown', ageClass: 'adult' }).parts.find(
      (p) => p.key === 'shoulder'
    )!;
    expect(e.relativeSd).toBeCloseTo(Math.hypot(part.taken.relativeSd, 0.1), 9);
  });
  it('come off a weighed part with the muscle’s spread alone; a shank keeps its bone', () => {
    const e = expectCut(roe, 'hindShank', { partGrams: 2_700 })!;
    expect(e.mean).toBeCloseTo((2_700 * 0.83 * 0.06) / 0.55, 6);
    expect(expectCut(roe, 'hindShank', { partGrams: 2_700, boneIn: false })!.mean).toBeCloseTo(
      2_700 * 0.83 * 0.06,
      6
    );
  });
  it('of the flank come to the species’ own 0.006 of the carcass', () => {
    expect(expectCut(roe, 'flankSteak', { hanging: 10_000 })!.mean).toBeCloseTo(60, 6);
  });
  it('give a part brought in alone its own expectation', () => {
    const e = expectFromPart(roe, 'hindLeg', 2_700, 'left')!;
    expect(e.mean).toBeCloseTo(2_700 * 0.83 * (0.63 / 0.7305), 0);
    expect(expectPart(roe, 'hindLeg', 14_000, 'left')!.mean).toBeCloseTo(2_695, 6);
  });
});

describe('condition, verdict and sides', () => {
  it('guesses condition from the month only where the date is known', () => {
    const at = (month: number) => Date.UTC(2026, month - 1, 15);
    expect(guessCondition({ ...roe })).toBe(3);
    expect(guessCondition({ ...roe, killedAt: at(2) })).toBe(2);
    expect(guessCondition({ species: 'reddeer', sex: 'male', ageClass: 'adult', killedAt: at(11) })).toBe(2);
    expect(guessCondition({ species: 'roe', sex: 'male', ageClass: 'adult', killedAt: at(11) })).toBe(3);
    expect(guessCondition({ species: 'reddeer', sex: 'female', ageClass: 'adult', killedAt: at(11) })).toBe(
      3
    );
  });
  it('counts the ends of the interval as within', () => {
    expect([9.9, 10, 11, 12, 12.1].map((x) => verdictOf(x, { low: 10, high: 12 }))).toEqual([
      'below',
      'within',
      'within',
      'within',
      'above'
    ]);
  });
  it('finds sides uneven only beyond chance, stricter the more pairs there are', () => {
    expect(compareSides(4_860, 5_020)!.uneven).toBe(false);
    expect(compareSides(1_090, 1_500)).toMatchObject({ uneven: true, lighter: 'left' });
    const edge = Math.exp(0.03 * 2.7) * 1_000;
    expect(compareSides(edge, 1_000, 1)!.uneven).toBe(true);
    expect(compareSides(edge, 1_000, 8)!.uneven).toBe(false);
    expect(compareSides(0, 1)).toBeUndefined();
  });
});

describe('a true animal', () => {
  it('is one whole: parts add up to the carcass, muscles and bone to their part', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...DEER_GROUP),
        fc.integer(),
        fc.integer({ min: 8_000, max: 300_000 }),
        (species, seed, hanging) => {
          const f: YieldFacts = { species, sex: 'female', ageClass: 'adult' };
          const animal = drawAnimal(f, hanging, seed);
          const total = expectAnimal(f).parts.reduce((a, p) => a + animal.part(p.key), 0);
          expect(total).toBeCloseTo(hanging, 4);
          expect(animal.part('hindLeg', 'left') + animal.part('hindLeg', 'right')).toBeCloseTo(
            animal.part('hindLeg'),
            4
          );
          const muscles = Object.values(CUTS)
            .filter((c) => c.of === 'hindLeg' && c.groups.includes('deer'))
            .reduce((a, c) => a + animal.cut(c.key, 'left'), 0);
          expect(muscles + animal.bone('hindLeg', 'left')).toBeCloseTo(animal.part('hindLeg', 'left'), 4);
        }
      )
    );
  });
  it('lies above the expectation as often as below', () => {
    let above = 0;
    for (let seed = 0; seed < 400; seed += 1)
      if (drawAnimal(roe, 14_000, seed).part('shoulder', 'left') > 14_000 * 0.1025) above += 1;
    expect(above).toBeGreaterThan(150);
    expect(above).toBeLessThan(250);
  });
});

describe('a shot on one side', () => {
  it('makes only that side uncertain: the other is as sure as without a shot', () => {
    const facts = { species: 'reddeer', sex: 'male', ageClass: 'adult' } as const;
    const leg = (more: object) => expectAnimal({ ...facts, ...more }).parts.find((p) => p.key === 'hindLeg')!;
    const clean = leg({}).bonelessSides!;
    const hit = leg({ placement: 'haunch', shotSide: 'left' }).bonelessSides!;
    expect(hit.right.relativeSd).toBeCloseTo(clean.right.relativeSd, 12);
    expect(hit.right.mean).toBeCloseTo(clean.right.mean, 12);
    expect(hit.left.relativeSd).toBeGreaterThan(2 * clean.left.relativeSd);
    expect(hit.left.mean).toBeLessThan(clean.left.mean);
    // Where nobody knows which side, both are.
    const either = leg({ placement: 'haunch' }).bonelessSides!;
    expect(either.left.relativeSd).toBeGreaterThan(clean.left.relativeSd);
    expect(either.right).toEqual(either.left);
  });
});
