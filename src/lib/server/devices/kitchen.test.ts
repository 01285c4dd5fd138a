import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { HOUR } from '$core/units';
import { coolingLog, dryingOf } from '$core/dry';
import { COOLED } from '$core/reference';
import { dryerLog, probeReads } from './kitchen';

const T = Date.UTC(2026, 10, 28, 6);

describe('the simulated dryer', () => {
  it('weighs every half hour, and nothing gets heavier in it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 200, max: 6_000 }),
        fc.double({ min: 2, max: 12, noNaN: true }),
        fc.double({ min: 0, max: 30, noNaN: true }),
        (grams, mm, hours) => {
          const log = dryerLog('a', { at: T, grams }, T + hours * HOUR, mm);
          expect(log).toHaveLength(Math.min(32, Math.floor(hours * 2)));
          let last = grams;
          for (const w of log) {
            expect(w.grams).toBeLessThanOrEqual(last);
            last = w.grams;
          }
        }
      )
    );
  });
  it('says the same of the same minute again, and dries thin slabs sooner', () => {
    const log = (mm: number) => dryerLog('a', { at: T, grams: 3_000 }, T + 8 * HOUR, mm);
    expect(log(5)).toEqual(log(5));
    expect(log(3).at(-1)?.grams ?? 0).toBeLessThan(log(5).at(-1)?.grams ?? 0);
    expect(dryingOf({ at: T, grams: 3_000 }, log(5)).perHour).toBeCloseTo(0.2, 1);
  });
});

describe('the simulated probe', () => {
  it('reads mince warmer the longer it takes, meat coldest', () => {
    const at = (hours: number) => probeReads('mince', 'a', T, T + hours * HOUR);
    expect(at(1)).toBeGreaterThan(at(0));
    expect(probeReads('meat', 'a', T, T)).toBeLessThan(probeReads('mixed', 'a', T, T));
  });
  it('cooks a dish through, and cools it as the rule asks', () => {
    const cores = Array.from({ length: 23 }, (_, i) => {
      const at = T + (i * HOUR) / 2;
      return { at, celsius: probeReads('core', 'a', T, at) };
    });
    expect(Math.max(...cores.map((c) => c.celsius))).toBeGreaterThan(85);
    const log = coolingLog(cores, T + 11 * HOUR);
    expect(log.state).toBe('cold');
    expect(log.warm?.late).toBe(false);
    expect(log.cold?.late).toBe(false);
    expect(cores.at(-1)?.celsius).toBeLessThan(COOLED.cold);
  });
});
