import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { PARTS, PART_CV, type SpeciesKey } from '$core/reference';
import { normal, seeded } from '$core/statistics';
import { expectAnimal, expectCut, expectPart } from './expect';
import type { YieldFacts } from './facts';
import { learn } from './learn';
import { learnShares, logit, shareResidualsOf, sharesOf, type LearnedShares, type ShareRow } from './shares';

const hind: YieldFacts = { species: 'reddeer', sex: 'male', ageClass: 'adult' };
const share = (of: ReturnType<typeof sharesOf>, key: string) => of.find((p) => p.key === key)!.share;
const shift = (value: number, n = 5): LearnedShares[string] => ({ n, shift: value, scale: 0.1, df: 12 });

describe('shares as own animals have moved them', () => {
  it('are the default’s where nothing is learned, and always add up to one', () => {
    expect(sharesOf(hind, {})).toEqual(sharesOf(hind));
    expect(sharesOf(hind, { hindLeg: shift(0.3, 0) })).toEqual(sharesOf(hind));
    const keys = PARTS.deer.map((p) => p.key);
    fc.assert(
      fc.property(fc.array(fc.double({ min: -0.8, max: 0.8, noNaN: true }), { minLength: 12 }), (shifts) => {
        const learned = Object.fromEntries(
          keys.map((key, i) => [key, shift(shifts[i % shifts.length] ?? 0)])
        );
        const all = sharesOf(hind, learned);
        expect(all.reduce((sum, p) => sum + p.share, 0)).toBeCloseTo(1, 12);
        for (const part of all) expect(part.share).toBeGreaterThan(0);
      })
    );
  });

  it('move by a logit, and the others make room', () => {
    const before = sharesOf(hind);
    const after = sharesOf(hind, { shoulder: shift(0.2) });
    const x = 1 / (1 + Math.exp(-(logit(share(before, 'shoulder')) + 0.2)));
    const sum = 1 - share(before, 'shoulder') + x;
    expect(share(after, 'shoulder')).toBeCloseTo(x / sum, 12);
    expect(share(after, 'hindLeg')).toBeCloseTo(share(before, 'hindLeg') / sum, 12);
  });

  it('are read out of what one animal gave, but for the parts that were hit', () => {
    const taken = new Map([
      ['hindLeg', 16_000],
      ['shoulder', 9_000],
      ['neck', 5]
    ]);
    const clean = shareResidualsOf(hind, taken, 46_000);
    expect(clean.hindLeg).toBeCloseTo(logit(16 / 46) - logit(share(sharesOf(hind), 'hindLeg')), 12);
    // A neck of five grams is no neck.
    expect(Object.keys(clean).sort()).toEqual(['hindLeg', 'shoulder']);
    const hit = shareResidualsOf({ ...hind, placement: 'oneShoulder' }, taken, 46_000);
    expect(Object.keys(hit)).toEqual(['hindLeg']);
    expect(shareResidualsOf(hind, taken, 0)).toEqual({});
  });

  it('say whose they are, in parts, pieces and the frame alike', () => {
    const rows: ShareRow[] = Array.from({ length: 6 }, () => ({
      species: 'reddeer' as SpeciesKey,
      residuals: { shoulder: 0.15, frame: -0.1 }
    }));
    const learned = learn(
      [{ species: 'reddeer', n: 6, sum: 0, sumOfSquares: 0 }],
      'reddeer',
      learnShares(rows, 'reddeer')
    );
    const e = expectAnimal(hind, learned);
    const plain = expectAnimal(hind);
    const part = (of: typeof e, key: string) => of.parts.find((p) => p.key === key)!;
    expect(part(e, 'shoulder').taken).toMatchObject({ standing: 'yours', n: 6 });
    expect(part(e, 'hindLeg').taken.standing).toBe('default');
    expect(part(e, 'shoulder').taken.mean).toBeGreaterThan(part(plain, 'shoulder').taken.mean);
    expect(e.frame.mean).toBeLessThan(plain.frame.mean);
    expect(expectPart(hind, 'shoulder', 46_000, 'left', learned)!.mean).toBeCloseTo(
      (part(e, 'shoulder').taken.mean * 46_000) / 2,
      6
    );
    const strap = (l?: typeof learned) =>
      expectCut(hind, 'strap', { side: 'left', hanging: 46_000, learned: l })!;
    expect(strap(learned).mean).not.toBe(strap().mean);
    // What another species has taught says nothing here.
    expect(expectPart({ ...hind, species: 'roe' }, 'shoulder', 14_000, 'left', learned)).toEqual(
      expectPart({ ...hind, species: 'roe' }, 'shoulder', 14_000, 'left')
    );
  });

  it('hold eight parts in ten of animals that nobody has seen, in a house unlike the default', () => {
    const uniform = seeded(20261);
    let inside = 0;
    let all = 0;
    for (let house = 0; house < 50; house += 1) {
      const bias = new Map(PARTS.deer.map((p) => [p.key, 0.08 * normal(uniform)]));
      const draw = (): Map<string, number> => {
        const moved = sharesOf(hind).map((p) => {
          const sd = PART_CV / (1 - p.share);
          const at = logit(p.share) + (bias.get(p.key) ?? 0) + sd * normal(uniform);
          return [p.key, 1 / (1 + Math.exp(-at))] as const;
        });
        const sum = moved.reduce((a, [, x]) => a + x, 0);
        return new Map(moved.map(([key, x]) => [key, (x / sum) * 46_000]));
      };
      const rows = Array.from({ length: 12 }, (): ShareRow => ({
        species: 'reddeer',
        residuals: shareResidualsOf(hind, draw(), 46_000)
      }));
      const learned = learn([], 'reddeer', learnShares(rows, 'reddeer'));
      const e = expectAnimal(hind, learned);
      for (let animal = 0; animal < 40; animal += 1) {
        const next = draw();
        for (const part of e.parts) {
          const value = (next.get(part.key) ?? 0) / 46_000;
          inside += value >= part.taken.low && value <= part.taken.high ? 1 : 0;
          all += 1;
        }
      }
    }
    expect(all).toBeGreaterThan(2_000 * 8);
    expect(inside / all).toBeGreaterThan(0.76);
    expect(inside / all).toBeLessThan(0.84);
  });
});
