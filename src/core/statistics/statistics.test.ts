import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  Z80,
  lowMedian,
  normal,
  normalCdf,
  normalQuantile,
  quantile,
  seedOf,
  seeded,
  t80,
  trimmedMean
} from './index';

describe('chance', () => {
  it('repeats for a seed and lies in [0, 1)', () => {
    const [a, b] = [seeded(seedOf('26-001')), seeded(seedOf('26-001'))];
    const drawn = Array.from({ length: 2000 }, () => a());
    expect(Array.from({ length: 2000 }, () => b())).toEqual(drawn);
    expect(Math.min(...drawn)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...drawn)).toBeLessThan(1);
    expect(drawn.reduce((s, x) => s + x, 0) / drawn.length).toBeCloseTo(0.5, 1);
  });

  it('is normal with mean 0 and sd 1', () => {
    const u = seeded(11);
    const xs = Array.from({ length: 20_000 }, () => normal(u));
    const mean = xs.reduce((s, x) => s + x, 0) / xs.length;
    const sd = Math.sqrt(xs.reduce((s, x) => s + (x - mean) ** 2, 0) / xs.length);
    expect(Math.abs(mean)).toBeLessThan(0.03);
    expect(Math.abs(sd - 1)).toBeLessThan(0.03);
  });
});

describe('distributions', () => {
  it('know the normal by its table', () => {
    expect(normalQuantile(0.9)).toBeCloseTo(1.28155, 4);
    expect(normalQuantile(0.9)).toBeCloseTo(Z80, 4);
    expect(normalCdf(1.959964)).toBeCloseTo(0.975, 6);
    fc.assert(
      fc.property(fc.double({ min: 0.001, max: 0.999, noNaN: true }), (p) => {
        expect(normalCdf(normalQuantile(p))).toBeCloseTo(p, 6);
        expect(normalQuantile(1 - p)).toBeCloseTo(-normalQuantile(p), 5);
      })
    );
  });

  it('knows Student’s t by its table', () => {
    expect(t80(8)).toBeCloseTo(1.3968, 3);
    expect(t80(20)).toBeCloseTo(1.3253, 4);
    expect(t80(1e6)).toBeCloseTo(1.2816, 4);
  });
});

describe('order', () => {
  it('gives the middle that did occur, the lower of two', () => {
    expect(lowMedian([])).toBeNaN();
    expect(lowMedian([7, 1, 300])).toBe(7);
    expect(lowMedian([5, 300])).toBe(5);
    const given = [3, 1, 2];
    lowMedian(given);
    expect(given).toEqual([3, 1, 2]);
  });

  it('gives quantiles with straight lines between, and infinite ends', () => {
    expect(quantile([10, 20, 30], 0.25)).toBe(15);
    expect(quantile([10, 20, 30], 1)).toBe(30);
    expect(quantile([4], 0.9)).toBe(4);
    expect(quantile([1, Infinity, Infinity], 0.9)).toBe(Infinity);
    expect(quantile([], 0.5)).toBeNaN();
  });
});

describe('a mean', () => {
  it('of the middle is not moved by one wild value', () => {
    expect(trimmedMean([])).toBeUndefined();
    expect(trimmedMean([4])).toBe(4);
    // A fifth off at either end: 2 and 24 go, the middle three stay.
    expect(trimmedMean([3, 2, 4, 5, 24])).toBe(4);
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 1, max: 9, noNaN: true }), { minLength: 5, maxLength: 40 }),
        (list) => {
          const mean = trimmedMean(list)!;
          expect(mean).toBeGreaterThanOrEqual(Math.min(...list));
          expect(mean).toBeLessThanOrEqual(Math.max(...list));
          // One wild value moves it by no more than the spread of the rest.
          const wild = trimmedMean([...list.slice(1), 10_000])!;
          expect(wild).toBeLessThanOrEqual(Math.max(...list));
        }
      )
    );
  });
});
