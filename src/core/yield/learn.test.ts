import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { normal, seeded } from '$core/statistics';
import { SPECIES_KEYS, type SpeciesKey } from '$core/reference';
import { expectAnimal } from './expect';
import type { YieldFacts } from './facts';
import { learn, priorOf, residualOf, without, type ResidualSums } from './learn';
import { learnShares } from './shares';
import { t80 } from '$core/statistics';

const sumsOf = (species: SpeciesKey, residuals: readonly number[]): ResidualSums => ({
  species,
  n: residuals.length,
  sum: residuals.reduce((a, b) => a + b, 0),
  sumOfSquares: residuals.reduce((a, b) => a + b * b, 0)
});
const roe: YieldFacts = { species: 'roe', sex: 'female', ageClass: 'adult' };

describe('what one animal says', () => {
  it('is its ratio with the shot put back, less the default', () => {
    // 14 kg hanging, 8.4 kg boneless, 0.5 kg bloodshot: 0.6357 against 0.63.
    expect(residualOf(roe, { gave: 8_400, shotLost: 500, hanging: 14_000, softTissue: 0.7 })).toBeCloseTo(
      8_900 / 14_000 - 0.63,
      9
    );
    // A closer trim takes 4 %: put back too. A young one is expected 0.02 lower.
    const young = { ...roe, ageClass: 'young' as const, trimStandard: 2 };
    expect(residualOf(young, { gave: 4_800, shotLost: 0, hanging: 8_000, softTissue: 0.7 })).toBeCloseTo(
      0.6 / 0.96 - 0.61,
      9
    );
  });

  it('is nothing where the figures cannot be an animal', () => {
    expect(residualOf(roe, { gave: 8_400, shotLost: 0, hanging: 0, softTissue: 0.7 })).toBeUndefined();
    expect(residualOf(roe, { gave: 300, shotLost: 0, hanging: 14_000, softTissue: 0.7 })).toBeUndefined();
    expect(residualOf(roe, { gave: 10_050, shotLost: 0, hanging: 14_000, softTissue: 0.7 })).toBeUndefined();
  });
});

describe('learning by partial pooling', () => {
  it('says the default where nothing is known', () => {
    const { shift, n, df, scale } = learn([], 'roe');
    expect({ shift, n, df }).toEqual({ shift: 0, n: 0, df: 20 });
    // √(0.04² + 0.02² + 0.02²): the default's own spread and that of a house nobody knows.
    expect(scale).toBeCloseTo(Math.hypot(0.04, 0.02, 0.02), 9);
    for (const species of SPECIES_KEYS) {
      const { shares, ...whole } = learn([], species, learnShares([], species));
      const prior = priorOf(species);
      expect(prior.scale).toBeCloseTo(whole.scale, 12);
      expect(prior.df).toBe(whole.df);
      for (const [key, part] of Object.entries(shares!)) {
        expect(prior.shares![key]!.scale).toBeCloseTo(part.scale, 12);
        expect(prior.shares![key]!.df).toBe(part.df);
      }
    }
  });

  it('agrees with a hand calculation for one species', () => {
    // Four roe at +0.02: s² = 20·0.04² / 23, τ² = 0.02², house prior 0.02.
    const s2 = (20 * 0.0016) / 23;
    const t2 = 0.0004;
    const w = 1 / (t2 + s2 / 4);
    const house = (w * 0.02) / (w + 1 / 0.0004);
    const b = t2 / (t2 + s2 / 4);
    const got = learn([sumsOf('roe', [0.02, 0.02, 0.02, 0.02])], 'roe');
    expect(got.shift).toBeCloseTo(b * 0.02 + (1 - b) * house, 9);
    expect(got.df).toBe(23);
    expect(got.scale).toBeCloseTo(Math.sqrt(s2 + (b * s2) / 4 + (1 - b) ** 2 / (w + 2500)), 9);
  });

  it('lies between a species’ own mean and the house’s, nearer to its own the more there are', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 30 }),
        fc.double({ min: -0.08, max: 0.08, noNaN: true }),
        fc.double({ min: -0.04, max: 0.04, noNaN: true }),
        (n, mean, other) => {
          const others = sumsOf(
            'moose',
            Array.from({ length: 12 }, () => other)
          );
          const few = learn(
            [
              sumsOf(
                'roe',
                Array.from({ length: n }, () => mean)
              ),
              others
            ],
            'roe'
          ).shift;
          const many = learn(
            [
              sumsOf(
                'roe',
                Array.from({ length: n * 20 }, () => mean)
              ),
              others
            ],
            'roe'
          ).shift;
          const [low, high] = [Math.min(mean, other, 0), Math.max(mean, other, 0)];
          expect(few).toBeGreaterThanOrEqual(low - 1e-9);
          expect(few).toBeLessThanOrEqual(high + 1e-9);
          expect(Math.abs(many - mean)).toBeLessThanOrEqual(Math.abs(few - mean) + 1e-3);
        }
      )
    );
  });

  it('forgets an animal exactly', () => {
    const all = [0.01, -0.02, 0.033];
    expect(without(sumsOf('roe', all), 0.033).sum).toBeCloseTo(sumsOf('roe', all.slice(0, 2)).sum, 12);
    const left = without(sumsOf('roe', all), 0.033);
    expect(learn([left], 'roe').shift).toBeCloseTo(learn([sumsOf('roe', all.slice(0, 2))], 'roe').shift, 9);
  });
});

const SPECIES: SpeciesKey[] = ['roe', 'fallow', 'reddeer', 'moose', 'sika'];

/** Share of 2 000 next animals whose true ratio lies in the learned 80 % interval. */
function coverage(draw: (shift: number, uniform: () => number) => number, seed: number): number {
  const uniform = seeded(seed);
  let inside = 0;
  let total = 0;
  while (total < 2_000) {
    const house = 0.02 * normal(uniform);
    const shifts = SPECIES.map(() => house + 0.02 * normal(uniform));
    const sums = SPECIES.map((species, j) =>
      sumsOf(
        species,
        Array.from({ length: Math.floor(uniform() * 9) }, () => draw(shifts[j]!, uniform))
      )
    );
    for (const [j, species] of SPECIES.entries()) {
      const { shift, scale, df } = learn(sums, species);
      inside += Math.abs(draw(shifts[j]!, uniform) - shift) <= t80(df) * scale ? 1 : 0;
      total += 1;
    }
  }
  return inside / total;
}

describe('the 80 % interval of the next animal', () => {
  it('holds 76 to 84 of a hundred on 2 000 simulated animals', () => {
    const share = coverage((shift, uniform) => shift + 0.04 * normal(uniform), 2026);
    expect(share).toBeGreaterThan(0.76);
    expect(share).toBeLessThan(0.84);
  });

  it('is too narrow where the world is wilder than the model: cutters of two kinds in one house', () => {
    // Every other animal is cut by somebody who leaves a tenth on the bone: the model knows one kind of cutter.
    const share = coverage(
      (shift, uniform) => shift + 0.04 * normal(uniform) + (uniform() < 0.5 ? 0.09 : -0.09),
      2026
    );
    expect(share).toBeLessThan(0.76);
  });

  it('moves the expectation of an animal, and says of how many', () => {
    const learned = learn([sumsOf('roe', [0.03, 0.02, 0.04, 0.03, 0.02, 0.04, 0.03])], 'roe');
    const plain = expectAnimal(roe);
    const moved = expectAnimal(roe, learned);
    expect(moved.cleanRatio).toBeCloseTo(plain.cleanRatio + learned.shift, 9);
    expect(moved.boneless.standing).toBe('yours');
    expect(moved.boneless.n).toBe(7);
    expect(plain.boneless.standing).toBe('default');
    expect(moved.boneless.mean).toBeGreaterThan(plain.boneless.mean);
    expect(moved.boneless.high - moved.boneless.mean).toBeCloseTo(
      Math.hypot(t80(learned.df) * learned.scale, 1.2816 * 0.012),
      3
    );
    // The more there are, the narrower: from the first one on.
    const width = (n: number) => {
      const e = expectAnimal(
        roe,
        learn(
          n === 0
            ? []
            : [
                sumsOf(
                  'roe',
                  Array.from({ length: n }, (_, i) => (i % 2 ? 0.04 : -0.04))
                )
              ],
          'roe'
        )
      ).boneless;
      return e.high - e.low;
    };
    const widths = [0, 1, 2, 4, 8, 16].map(width);
    for (let i = 1; i < widths.length; i += 1) expect(widths[i]!).toBeLessThan(widths[i - 1]!);
    // Parts still add up to the whole.
    const sum = moved.parts.reduce((a, p) => a + p.boneless.mean, 0);
    expect(sum).toBeCloseTo(moved.boneless.mean, 9);
    // Of another species nothing is said but what the house has taught.
    expect(expectAnimal({ ...roe, species: 'elk' }, learn([], 'elk')).boneless.standing).toBe('default');
    // Nor is its default moved by other species: what reads as the default is it.
    const house = learn([sumsOf('roe', [0.05, 0.05, 0.05, 0.05])], 'elk');
    expect(house.shift).toBeGreaterThan(0);
    expect(expectAnimal({ ...roe, species: 'elk' }, house)).toEqual(expectAnimal({ ...roe, species: 'elk' }));
  });
});
