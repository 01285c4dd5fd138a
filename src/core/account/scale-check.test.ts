import { describe, expect, it } from 'vitest';
import { normal, seeded, type Uniform } from '$core/statistics';
import { atDepth } from '../testdepth';
import { scaleCheck } from '.';

/** Animals of a house whose bench scale shows so much of what it should. */
function house(shows: number, animals: number, uniform: Uniform) {
  return Array.from({ length: animals }, () => {
    const base = 12_000 + Math.round(60_000 * uniform());
    // Drip, rounding, a piece forgotten now and then.
    const slip = 0.005 + 0.006 * normal(uniform) + (uniform() < 0.1 ? 0.02 : 0);
    return { base, unaccounted: Math.round(base * (1 - (1 - slip) * shows)) };
  });
}
const HOUSES = atDepth(300);
const told = (shows: number, animals: number): number => {
  const uniform = seeded(20_261_202);
  let off = 0;
  for (let i = 0; i < HOUSES; i += 1) if (scaleCheck(house(shows, animals, uniform))?.off) off += 1;
  return off / HOUSES;
};

describe('parts against the whole', () => {
  it('notices a scale that is 3 % off to either side, and leaves a right one alone', () => {
    expect(told(0.97, 8)).toBeGreaterThan(0.9);
    expect(told(1.03, 8)).toBeGreaterThan(0.9);
    expect(told(1, 8)).toBeLessThan(0.01);
    expect(told(1, 4)).toBeLessThan(0.03);
  });

  it('says by how much, and nothing of few animals or of bone that nobody weighed', () => {
    const of = (...shares: number[]) =>
      scaleCheck(shares.map((s) => ({ base: 10_000, unaccounted: 10_000 * s })));
    expect(of(0.03, 0.032, 0.034, 0.036)).toMatchObject({ n: 4, off: true });
    expect(of(0.03, 0.032, 0.034, 0.036)?.lighter).toBeCloseTo(0.033, 9);
    expect(of(0.03, 0.032, 0.034)).toBeUndefined();
    expect(of(0.03, 0.032, 0.034, 0.28)).toBeUndefined();
    // Nothing was seen of what was supposed.
    expect(of(0, 0, 0, 0)).toBeUndefined();
    // One heavy slip in four is a slip.
    expect(of(0.004, 0.006, 0.005, 0.07)?.off).toBe(false);
    expect(of(-0.03, -0.028, -0.025, -0.031)).toMatchObject({ off: true });
  });
});
