import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { HOUR } from '$core/units';
import { COOLED } from '$core/reference';
import { DRIED, MOST_SEASONING, coolingLog, driedAt, dryingOf, seasoning, type Core } from '.';

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

describe('a dish that cools', () => {
  const at = (hours: number, celsius: number): Core => ({ at: T + hours * HOUR, celsius });
  it('says nothing before it was hot, and is hot until it leaves 63 °C', () => {
    expect(coolingLog([], T)).toEqual({ state: 'unread' });
    expect(coolingLog([at(0, 40), at(1, 20)], T + HOUR)).toEqual({ state: 'unread' });
    expect(coolingLog([at(0, 40), at(1, 92)], T + HOUR)).toEqual({ state: 'hot' });
  });
  it('is held against two hours to 20 °C and four more to 3 °C, by what was read', () => {
    const log = coolingLog([at(0, 93), at(1, 63), at(2.5, 20), at(6, 3)], T + 7 * HOUR);
    expect(log.state).toBe('cold');
    expect(log.from).toBeCloseTo(T + HOUR, -2);
    expect(log.warm).toMatchObject({ late: false, by: (log.from ?? 0) + COOLED.toWarm });
    expect(log.warm?.at).toBeCloseTo(T + 2.5 * HOUR, -2);
    expect(log.cold).toMatchObject({ late: false });
  });
  it('is late where it was there too late, and where it is not there yet', () => {
    const slow = [at(0, 90), at(1, 63), at(4, 20)];
    expect(coolingLog(slow, T + 4 * HOUR).warm?.late).toBe(true);
    const unread = [at(0, 90), at(1, 63), at(1.5, 50)];
    expect(coolingLog(unread, T + 2.9 * HOUR).warm?.late).toBe(false);
    expect(coolingLog(unread, T + 3.1 * HOUR).warm?.late).toBe(true);
    expect(coolingLog(unread, T + 3.1 * HOUR).warm).not.toHaveProperty('at');
  });
  it('begins anew when it is heated again, in whatever order it was read', () => {
    const log = coolingLog([at(9, 12), at(0, 90), at(2, 30), at(7, 80), at(3, 15)], T + 9 * HOUR);
    expect(log.from).toBeGreaterThan(T + 7 * HOUR);
    expect(log.warm?.late).toBe(false);
  });
});

describe('a seasoning of dishes and jerky', () => {
  it.each([
    [18, 3_540, 500, { grams: 64 }],
    [0, 3_540, 0, { grams: 0 }],
    [2.5, 0, 10, { grams: 0 }],
    [18, 3_540, 63, { grams: 64, fault: 'short' }],
    [undefined, 3_540, 500, { grams: 0, fault: 'rate' }],
    [-1, 3_540, 500, { grams: 0, fault: 'rate' }],
    [MOST_SEASONING + 1, 3_540, 500, { grams: 0, fault: 'rate' }]
  ])('%s ‰ of %i g, of %i g on the shelf', (rate, raw, left, said) => {
    expect(seasoning(rate, raw, left)).toEqual(said);
  });
});
