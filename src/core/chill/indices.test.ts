import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { AGEING, SPOILERS, WARM_GROWERS } from '$core/reference';
import { degreeHours, growth, hoursAbove, q10, running, whenReached } from './index';

/** Simpson on many pieces; exact enough for anything smooth, and fine enough for a corner. */
function simpson(f: (x: number) => number, n = 20_000): number {
  let sum = f(0) + f(1);
  for (let i = 1; i < n; i += 1) sum += (i % 2 === 0 ? 2 : 4) * f(i / n);
  return sum / (3 * n);
}
const degrees = fc.double({ min: -20, max: 55, noNaN: true });
const span = fc.double({ min: 0.01, max: 12, noNaN: true });

describe('closed forms against dense quadrature', () => {
  it('square-root growth, clipped at both ends, to 1e-6', () => {
    fc.assert(
      fc.property(fc.constantFrom(SPOILERS, WARM_GROWERS), span, degrees, degrees, (law, dt, a, b) => {
        const mu = (t: number) =>
          t <= law.min || t >= law.max
            ? 0
            : (law.b * (t - law.min) * (1 - Math.exp(law.c * (t - law.max)))) ** 2;
        const dense = dt * simpson((x) => mu(a + x * (b - a)));
        expect(Math.abs(growth(law, dt, a, b) - dense)).toBeLessThan(1e-6 * Math.max(1, dense));
      }),
      { numRuns: 200 }
    );
  });

  it('growth has its optimum at 25 and 39 °C, and through equal ends the closed form is its own limit', () => {
    for (const [law, optimum] of [
      [SPOILERS, 25],
      [WARM_GROWERS, 39]
    ] as const) {
      const at = (t: number) => growth(law, 1, t, t);
      const best = Array.from({ length: 601 }, (_, i) => i / 10).reduce((a, b) => (at(b) > at(a) ? b : a));
      expect(Math.abs(best - optimum)).toBeLessThan(1);
      expect(at(law.min - 1)).toBe(0);
      expect(at(law.max + 1)).toBe(0);
      for (const t of [-3, 5, 20, 34])
        expect(growth(law, 2, t, t + 0.03) / (2 * at(t + 0.015) || 1)).toBeCloseTo(at(t + 0.015) ? 1 : 0, 3);
    }
  });

  it('growth by tenfold in ten degrees, to 1e-6 and through equal ends', () => {
    fc.assert(
      fc.property(span, degrees, degrees, (dt, a, b) => {
        const k = (t: number) => 0.2 * AGEING.q10 ** ((t - AGEING.at) / 10);
        const dense = dt * simpson((x) => k(a + x * (b - a)), 2000);
        expect(Math.abs(q10(0.2, AGEING.q10, AGEING.at, dt, a, b) / dense - 1)).toBeLessThan(1e-6);
      }),
      { numRuns: 200 }
    );
    expect(q10(0.2, 2.4, 2, 3, 4, 4)).toBeCloseTo(0.2 * 3 * 2.4 ** 0.2, 12);
    expect(q10(0.2, 2.4, 2, 3, 4, 4 + 1e-9)).toBeCloseTo(q10(0.2, 2.4, 2, 3, 4, 4), 9);
  });

  it('degree-hours and hours above a line', () => {
    fc.assert(
      fc.property(span, degrees, degrees, degrees, (dt, a, b, line) => {
        const dense = dt * simpson((x) => Math.max(0, a + x * (b - a) - line));
        expect(Math.abs(degreeHours([0, dt], [a, b], line) - dense)).toBeLessThan(1e-5 * Math.max(1, dense));
        const share = [a, b].filter((t) => t > line).length;
        const hours = hoursAbove([0, dt], [a, b], line);
        if (share === 2) expect(hours).toBe(dt);
        if (share === 0) expect(hours).toBe(0);
        if (share === 1) expect(hours).toBeCloseTo((dt * (Math.max(a, b) - line)) / Math.abs(b - a), 9);
      })
    );
  });
});

describe('when a sum is reached', () => {
  it('is never, at the start, or where the sum says', () => {
    const time = [0, 1, 2, 5];
    const sum = running(time, (_, dt) => dt * 2);
    expect(Array.from(sum)).toEqual([0, 2, 4, 10]);
    expect(whenReached(time, sum, 11)).toBe(Infinity);
    expect(whenReached(time, sum, 0)).toBe(0);
    expect(whenReached(time, sum, 7)).toBe(3.5);
    expect(whenReached([], [], 1)).toBe(Infinity);
  });

  it('inside a segment it follows the law, not the chord', () => {
    const inside = (i: number, share: number) => [0, 4][i - 1]! + share ** 2 * 4;
    expect(whenReached([0, 1], [0, 4], 1, inside)).toBeCloseTo(0.5, 9);
    expect(whenReached([0, 1], [0, 4], 1)).toBeCloseTo(0.25, 9);
  });
});
