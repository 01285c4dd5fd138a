import { describe, expect, it } from 'vitest';
import { Z80, mixtureMoments, mixtureQuantile, normal, seeded } from './index';

describe('a mixture of normals', () => {
  it('of one is that one', () => {
    const one = [{ weight: 1, mean: 5, sd: 2 }];
    expect(mixtureQuantile(one, 0.9)).toBeCloseTo(5 + 2 * Z80, 3);
    expect(mixtureMoments(one)).toEqual({ mean: 5, sd: 2 });
    expect(mixtureQuantile(one, 0.5)).toBeCloseTo(5, 5);
  });

  it('has the quantiles and moments of what is drawn from it', () => {
    const two = [
      { weight: 0.3, mean: 1, sd: 0.2 },
      { weight: 0.7, mean: 2, sd: 0.5 }
    ];
    const uniform = seeded(4);
    const drawn = Array.from({ length: 40_000 }, () => {
      const c = uniform() < 0.3 ? two[0]! : two[1]!;
      return c.mean + c.sd * normal(uniform);
    }).sort((a, b) => a - b);
    for (const p of [0.1, 0.5, 0.9])
      expect(mixtureQuantile(two, p)).toBeCloseTo(drawn[Math.round(p * drawn.length)]!, 1);
    const { mean, sd } = mixtureMoments(two);
    expect(mean).toBeCloseTo(1.7, 9);
    expect(sd).toBeCloseTo(Math.sqrt(drawn.reduce((s, x) => s + (x - 1.7) ** 2, 0) / drawn.length), 1);
  });

  it('lies between what is known exactly', () => {
    const exact = [
      { weight: 0.5, mean: 1, sd: 0 },
      { weight: 0.5, mean: 3, sd: 0 }
    ];
    expect(mixtureQuantile(exact, 0.1)).toBeCloseTo(1, 5);
    expect(mixtureQuantile(exact, 0.9)).toBeCloseTo(3, 5);
  });
});
