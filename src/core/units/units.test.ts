import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { seeded } from '$core/statistics';
import {
  GRAMS_PER_POUND,
  MAX_GRAMS,
  UUID7,
  animalCode,
  codeNumber,
  currencyDecimals,
  formatMass,
  formatMoment,
  formatMoney,
  grams,
  isCurrency,
  isTimeZone,
  massFigure,
  minorUnits,
  parseFigure,
  parseMass,
  parseMoney,
  parsePercent,
  present,
  roundGrams,
  seasonOf,
  shareOut,
  sumGrams,
  uuidv7
} from './index';

describe('grams', () => {
  it('are whole, or a bug', () => {
    expect(() => grams(1.5)).toThrow(RangeError);
    expect(() => grams(NaN)).toThrow(RangeError);
    expect(() => grams(Infinity)).toThrow(RangeError);
    expect(Object.is(grams(-0), 0)).toBe(true);
  });

  it('round halves away from zero, alike on both sides', () => {
    expect([0.5, 1.5, 2.49, -0.5, -1.5].map(roundGrams)).toEqual([1, 2, 2, -1, -2]);
    fc.assert(
      fc.property(fc.double({ min: -1e6, max: 1e6, noNaN: true }), (x) => {
        expect(roundGrams(-x)).toBe(grams(-roundGrams(x)));
        expect(Math.abs(roundGrams(x) - x)).toBeLessThanOrEqual(0.5);
      })
    );
  });

  it('shared out by weights add up to the gram', () => {
    expect(shareOut(grams(100), [1, 1, 1])).toEqual([34, 33, 33]);
    expect(shareOut(grams(7), [0, 0])).toEqual([7, 0]);
    expect(shareOut(grams(7), [])).toEqual([]);
    fc.assert(
      fc.property(
        fc.integer({ min: -500_000, max: 500_000 }),
        fc.array(fc.double({ min: 0, max: 1000, noNaN: true }), { minLength: 1, maxLength: 12 }),
        (total, weights) => {
          const shares = shareOut(grams(total), weights);
          expect(sumGrams(shares)).toBe(grams(total));
          const sum = weights.reduce((a, b) => a + b, 0);
          if (sum > 0)
            shares.forEach((s, i) =>
              expect(Math.abs(s - (total * (weights[i] ?? 0)) / sum)).toBeLessThan(1 + 1e-6)
            );
        }
      )
    );
  });
});

describe('masses as people type them', () => {
  const typed = (text: string, unit: 'kg' | 'lb' | 'g' = 'kg') => {
    const result = parseMass(text, unit);
    return result.ok ? result.grams : result.fault;
  };

  it.each([
    ['46.2', 46_200],
    ['46,2 kg', 46_200],
    [' 850 g ', 850],
    ['850g', 850],
    ['1 250 g', 1250],
    ['1\u202f250 g', 1250],
    ['4 lb 3 oz', Math.round((4 + 3 / 16) * GRAMS_PER_POUND)],
    ['12 lbs', 5443],
    ['.5', 500],
    ['0', 0],
    ['2 kg 300 g', 2300],
    ['1,250 g', 1250],
    ['1.250 g', 1250],
    ['12.5 g', 13],
    ['1,250', 1250],
    ['1.250 kg', 1250],
    ['0.250', 250],
    ['1.340,5', 1_340_500],
    ['1,340.5 kg', 1_340_500],
    ['1.340.500 g', 1_340_500],
    ['2000', MAX_GRAMS]
  ])('%s is %i g', (text, value) => expect(typed(text)).toBe(value));

  it.each([
    ['', 'empty'],
    ['   ', 'empty'],
    ['-3', 'negative'],
    ['−1,2 kg', 'negative'],
    ['1,250 lb', 'twoWays'],
    ['3,500 oz', 'twoWays'],
    ['1.2.3', 'notANumber'],
    ['1,2,3.4', 'notANumber'],
    ['-', 'notANumber'],
    ['heavy', 'notANumber'],
    ['3 stone', 'unknownUnit'],
    ['2000.5', 'tooHeavy'],
    ['1e99', 'unknownUnit'],
    ['3 4', 'notANumber'],
    ['12.3.4', 'notANumber'],
    ['NaN', 'notANumber'],
    ['٣', 'notANumber']
  ])('“%s” is refused as %s', (text, fault) => expect(typed(text)).toBe(fault));

  it('means the unit of the field when none is typed', () => {
    expect(typed('10', 'lb')).toBe(4536);
    expect(typed('10', 'g')).toBe(10);
    expect(typed('10 kg', 'lb')).toBe(10_000);
  });

  it('never throws and stays within bounds, whatever is typed', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 40 }), fc.constantFrom('kg', 'lb', 'g'), (text, unit) => {
        const result = parseMass(text, unit as 'kg');
        if (result.ok) {
          expect(Number.isSafeInteger(result.grams)).toBe(true);
          expect(result.grams).toBeGreaterThanOrEqual(0);
          expect(result.grams).toBeLessThanOrEqual(MAX_GRAMS);
        }
      }),
      { numRuns: 2000 }
    );
  });

  it('reads back what it shows with three decimals of a kilogram', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: MAX_GRAMS }), (value) => {
        expect(typed(massFigure(value, { unit: 'kg', decimals: 3 }))).toBe(value);
      })
    );
  });
});

describe('masses as they are shown', () => {
  it('in kilograms, and in grams when small', () => {
    expect(formatMass(1284, { unit: 'kg' })).toBe('1.28 kg');
    expect(formatMass(85, { unit: 'kg' })).toBe('85 g');
    expect(formatMass(-310, { unit: 'kg' })).toBe('−0.31 kg');
    expect(formatMass(46_200, { unit: 'kg', decimals: 1 })).toBe('46.2 kg');
  });

  it('in pounds, and in ounces when small', () => {
    expect(formatMass(1284, { unit: 'lb' })).toBe('2.83 lb');
    expect(formatMass(85, { unit: 'lb' })).toBe('3.0 oz');
  });

  it('without a minus on nothing', () => {
    expect(massFigure(-1, { unit: 'kg', decimals: 1 })).toBe('0.0');
    expect(formatMass(0, { unit: 'kg' })).toBe('0 g');
  });
});

describe('money', () => {
  it('knows the decimals of a currency', () => {
    expect(['EUR', 'JPY', 'KWD'].map(currencyDecimals)).toEqual([2, 0, 3]);
    expect(isCurrency('NOK')).toBe(true);
    expect(isCurrency('XQZ')).toBe(false);
    expect(isCurrency('eur')).toBe(false);
  });

  it('is read in major units and kept in minor ones', () => {
    expect(parseMoney('38,50', 'EUR')).toEqual({ ok: true, amount: 3850 });
    expect(parseMoney('1 200', 'JPY')).toEqual({ ok: true, amount: 1200 });
    expect(parseMoney('-1', 'EUR')).toEqual({ ok: false, fault: 'negative' });
    expect(parseMoney('1e3', 'EUR')).toEqual({ ok: false, fault: 'notANumber' });
    expect(parseMoney('1000001', 'EUR')).toEqual({ ok: false, fault: 'tooMuch' });
    expect(parseMoney('', 'EUR')).toEqual({ ok: false, fault: 'notANumber' });
  });

  it('is shown whole when short', () => {
    expect(formatMoney(17_640, 'EUR')).toBe('€176.40');
    expect(formatMoney(17_640, 'EUR', true)).toBe('€176');
    expect(minorUnits(-0.5)).toBe(-1);
  });
});

describe('ids', () => {
  it('sort by time of making and look like version 7', () => {
    const random = seeded(4);
    const bytes = (n: number) => Uint8Array.from({ length: n }, () => Math.floor(random() * 256));
    const ids = [1, 255, 256, 1_760_000_000_000, 2 ** 48 - 1].map((ms) => uuidv7(ms, bytes));
    for (const id of ids) expect(id).toMatch(UUID7);
    expect([...ids].sort()).toEqual(ids);
    expect(ids[3]?.replace('-', '').slice(0, 12)).toBe((1_760_000_000_000).toString(16).padStart(12, '0'));
  });
});

describe('seasons', () => {
  const season = (iso: string, zone = 'UTC') => seasonOf(Date.parse(iso), { month: 7, day: 1 }, zone);

  it('begin on their first day in the larder’s own zone', () => {
    expect(season('2026-06-30T23:59Z')).toBe(2025);
    expect(season('2026-07-01T00:00Z')).toBe(2026);
    expect(season('2027-02-01T12:00Z')).toBe(2026);
    expect(season('2026-06-30T23:30Z', 'Europe/Oslo')).toBe(2026);
    expect(season('2026-07-01T02:00Z', 'America/New_York')).toBe(2025);
  });

  it('give animals their codes', () => {
    expect(animalCode(2026, 31)).toBe('26-031');
    expect(animalCode(2026, 1204)).toBe('26-1204');
    expect(animalCode(2105, 7)).toBe('05-007');
    for (const n of [1, 31, 999, 1000, 12_345]) expect(codeNumber(animalCode(2026, n))).toBe(n);
    expect(codeNumber('somebody')).toBe(0);
  });

  it('know zones and say moments in them', () => {
    expect(isTimeZone('Europe/Oslo')).toBe(true);
    expect(isTimeZone('Middle/Nowhere')).toBe(false);
    expect(isTimeZone('')).toBe(false);
    expect(formatMoment(Date.parse('2026-11-12T18:42Z'), 'Europe/Oslo')).toBe('12 Nov, 19:42');
    expect(formatMoment(Date.parse('2026-11-12T18:42Z'), 'Europe/Oslo', false)).toBe('12 November 2026');
  });
});

describe('a bare figure', () => {
  it.each([
    ['1,5', 1.5],
    ['−1.5', -1.5],
    ['–3', -3],
    [' 12 ', 12],
    ['.5', 0.5],
    ['7.', 7],
    ['', undefined],
    ['1e3', undefined],
    ['1.2.3', undefined],
    ['0x10', undefined],
    ['seven', undefined],
    ['1 000', undefined]
  ])('%j is %s', (text, value) => {
    expect(parseFigure(text)).toBe(value);
  });
  it.each([
    ['12,5 %', 0.125],
    ['7', 0.07],
    ['%', undefined],
    ['5 %%', undefined]
  ])('%j of a hundred is %s', (text, share) => {
    expect(parsePercent(text)).toBe(share);
  });
  it('is there where it says something, and is not where it does not', () => {
    expect(present({ a: 1, b: undefined, c: '', d: null, e: false })).toEqual({
      a: 1,
      c: '',
      d: null,
      e: false
    });
    expect(Object.keys(present({ a: undefined }))).toEqual([]);
  });
});
