import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SeasonTally, type SeasonShare } from './index';

const share = (hanging: number, boneless: number, low: number, high: number): SeasonShare => ({
  work: 'done',
  hanging,
  boneless,
  bloodshot: 100,
  unaccountedAbs: 10,
  expectedLow: low,
  expectedHigh: high,
  byUse: { roast: boneless },
  bills: {},
  condemned: false,
  day: '2026-11-5'
});

describe('a season', () => {
  it('adds intervals in quadrature', () => {
    const tally = new SeasonTally();
    tally.add(share(20_000, 12_000, 11_000, 14_000));
    tally.add(share(30_000, 18_000, 17_000, 21_000));
    const { expectedLow, expectedHigh, boneless, byUse } = tally.sums;
    // Middles 12 500 + 19 000, half-widths 1 500 and 2 000: together 2 500.
    expect([expectedLow, expectedHigh]).toEqual([29_000, 34_000]);
    expect(boneless).toBe(30_000);
    expect(byUse).toEqual({ roast: 30_000 });
  });

  it('counts what is not done, or was never on the hook, only in the whole', () => {
    const tally = new SeasonTally();
    tally.add({ ...share(20_000, 5_000, 11_000, 14_000), work: 'bench' });
    tally.add({ ...share(0, 6_000, 1, 2), hanging: null });
    expect(tally.sums).toMatchObject({ animals: 2, done: 0, boneless: 0, bonelessAll: 11_000, hanging: 0 });
  });

  it('knows apart what is closed and not condemned: only that has a cost a kilo', () => {
    const tally = new SeasonTally();
    tally.add({ ...share(20_000, 12_000, 1, 2), bills: { NOK: 500 } });
    tally.add({ ...share(20_000, 3_000, 1, 2), work: 'bench', bills: { '': 70, NOK: 5 } });
    tally.add({ ...share(20_000, 400, 1, 2), condemned: true });
    expect(tally.sums).toMatchObject({
      animals: 3,
      bonelessAll: 15_400,
      bills: { '': 70, NOK: 505 },
      settled: 1,
      bonelessSettled: 12_000,
      billsSettled: { NOK: 500 }
    });
  });

  it('is the same however often a share was put in and taken out again', () => {
    const any = fc.record({
      work: fc.constantFrom('hanging' as const, 'bench' as const, 'done' as const),
      hanging: fc.option(fc.integer({ min: 1, max: 300_000 })),
      boneless: fc.integer({ min: 0, max: 200_000 }),
      bills: fc.dictionary(fc.constantFrom('', 'NOK', 'EUR'), fc.integer({ min: 1, max: 20_000 })),
      day: fc.constantFrom('2026-11-5', '2026-11-6', '2026-12-1'),
      condemned: fc.boolean(),
      bloodshot: fc.integer({ min: 0, max: 9_000 }),
      unaccountedAbs: fc.integer({ min: 0, max: 900 }),
      expectedLow: fc.option(fc.integer({ min: 0, max: 90_000 })),
      expectedHigh: fc.option(fc.integer({ min: 90_000, max: 180_000 })),
      byUse: fc.dictionary(fc.constantFrom('roast', 'mince'), fc.integer({ min: 1, max: 9_000 }))
    });
    fc.assert(
      fc.property(fc.array(any, { maxLength: 20 }), fc.array(any, { maxLength: 20 }), (stay, go) => {
        const [moved, straight] = [new SeasonTally(), new SeasonTally()];
        for (const s of [...stay, ...go]) moved.add(s as SeasonShare);
        for (const s of go) moved.remove(s as SeasonShare);
        for (const s of stay) straight.add(s as SeasonShare);
        const { expectedLow, expectedHigh, ...exact } = moved.sums;
        const { expectedLow: low, expectedHigh: high, ...same } = straight.sums;
        expect(exact).toEqual(same);
        expect(expectedLow).toBeCloseTo(low, 3);
        expect(expectedHigh).toBeCloseTo(high, 3);
      })
    );
  });
});
