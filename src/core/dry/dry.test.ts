import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { HOUR } from '$core/units';
import { DRIED, driedAt, dryingOf } from '.';

const T = Date.UTC(2026, 10, 28, 6);
describe('drying', () => {
  it('is foretold by the weighings of a curve of its own kind, whenever they were taken', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.03, max: 0.5, noNaN: true }),
        fc.uniqueArray(fc.integer({ min: 1, max: 12 }), { minLength: 1, maxLength: 6 }),
        (perHour, hours) => {
          const weighings = hours.map((h) => ({ at: T + h * HOUR, grams: 2_000 * driedAt(h, perHour) }));
          const { share, perHour: found, from, to } = dryingOf({ at: T, grams: 2_000 }, weighings);
          const used = hours.filter((h) => (driedAt(h, perHour) - 0.29) / 0.71 > 0.0101);
          fc.pre(used.length > 0);
          expect(found).toBeCloseTo(perHour, 6);
          expect(share).toBeCloseTo(driedAt(Math.max(...hours), perHour), 9);
          expect(driedAt(((from ?? 0) - T) / HOUR, perHour)).toBeCloseTo(DRIED.from, 6);
          expect(driedAt(((to ?? 0) - T) / HOUR, perHour)).toBeCloseTo(DRIED.to, 6);
          expect(to).toBeGreaterThan(from ?? Infinity);
        }
      )
    );
  });
  it('says nothing of what has lost nothing, and of an impossible weight only its share', () => {
    expect(dryingOf({ at: T, grams: 1_000 }, [])).toEqual({ share: 1 });
    expect(dryingOf({ at: T, grams: 1_000 }, [{ at: T + HOUR, grams: 1_000 }])).toEqual({ share: 1 });
    expect(dryingOf({ at: T, grams: 1_000 }, [{ at: T + HOUR, grams: 120 }])).toEqual({ share: 0.12 });
    expect(dryingOf({ at: T, grams: 1_000 }, [{ at: T - HOUR, grams: 600 }])).toEqual({ share: 1 });
    expect(() => dryingOf({ at: T, grams: 0 }, [])).toThrow(RangeError);
  });
});
