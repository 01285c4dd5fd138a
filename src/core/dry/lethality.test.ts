import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { HOT } from '$core/reference';
import { MINUTE } from '$core/units';
import { heatedBy, type Core } from '.';

const at = (...rows: [minute: number, celsius: number][]): Core[] =>
  rows.map(([minute, celsius]) => ({ at: minute * MINUTE, celsius }));

/** The same integral in steps of a second. */
function bySeconds(rows: readonly Core[], asked: number): number {
  let sum = 0;
  for (let i = 1; i < rows.length; i += 1) {
    const [a, b] = [rows[i - 1]!, rows[i]!];
    for (let t = a.at + 500; t < b.at; t += 1_000) {
      const celsius = a.celsius + ((b.celsius - a.celsius) * (t - a.at)) / (b.at - a.at);
      if (celsius >= 54.4) sum += 1_000 * 10 ** ((celsius - asked) / 5.56);
    }
  }
  return sum;
}

describe('heat over time in the middle', () => {
  it('agrees with published times: 63 °C for about four minutes does what 71 °C for ten seconds does', () => {
    // A published table has 62.8 °C for 4 min, 60 °C for 12 min and 71.1 °C for under 10 s as one and the same.
    const done = (celsius: number) => {
      const rows = at(...Array.from({ length: 241 }, (_, k): [number, number] => [k / 4, celsius]));
      return heatedBy(rows, HOT.through)!.enough! / MINUTE;
    };
    expect(done(63)).toBeGreaterThan(3.5);
    expect(done(63)).toBeLessThan(5);
    expect(done(60)).toBeGreaterThan(11);
    expect(done(60)).toBeLessThan(18);
  });

  it('is the integral of seconds, on any course of readings', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({ gap: fc.integer({ min: 1, max: 14 }), celsius: fc.integer({ min: 20, max: 75 }) }),
          {
            minLength: 2,
            maxLength: 12
          }
        ),
        (steps) => {
          let minute = 0;
          const rows = at(...steps.map(({ gap, celsius }): [number, number] => [(minute += gap), celsius]));
          const found = heatedBy(rows, HOT.through)!.share * HOT.through.ms;
          const slow = bySeconds(rows, HOT.through.celsius);
          expect(Math.abs(found - slow)).toBeLessThanOrEqual(0.02 * slow + 20);
        }
      )
    );
  });

  it('counts the cooler of two readings that lie far apart', () => {
    expect(heatedBy(at([0, 20], [60, 75]), HOT.through)!.share).toBe(0);
    expect(heatedBy(at([0, 60], [60, 90]), HOT.through)!.share).toBeCloseTo(360 * 10 ** (-11 / 5.56), 1);
  });

  it('tells the hottest, and when it was there; nothing of what was never read', () => {
    expect(heatedBy([], HOT.most)).toBeUndefined();
    const one = heatedBy(at([3, 74.5]), HOT.most)!;
    expect([one.hottest, one.reached, one.share]).toEqual([74.5, 3 * MINUTE, 0]);
    expect(heatedBy(at([3, 73.9]), HOT.most)!.reached).toBeUndefined();
  });

  it('a hotter course never did less', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 40, max: 74 }), fc.integer({ min: 0, max: 5 })), {
          minLength: 2,
          maxLength: 10
        }),
        (rows) => {
          const cool = at(...rows.map(([t], i): [number, number] => [i * 5, t]));
          const hot = at(...rows.map(([t, more], i): [number, number] => [i * 5, t + more]));
          expect(heatedBy(hot, HOT.through)!.share).toBeGreaterThanOrEqual(
            heatedBy(cool, HOT.through)!.share
          );
        }
      )
    );
  });
});
