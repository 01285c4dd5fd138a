import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { addSums, degreesWide, formatMassRange, inDegrees, inUnits, percentRange, sumIn, toCelsius } from '.';

describe('°C and °F', () => {
  it('meet at the fixed points, and come back the same', () => {
    expect([-40, 0, 37, 100].map((c) => inDegrees(c, 'F'))).toEqual([-40, 32, 98.60000000000001, 212]);
    fc.assert(
      fc.property(fc.double({ min: -60, max: 300, noNaN: true }), fc.constantFrom('C', 'F'), (c, unit) => {
        expect(toCelsius(inDegrees(c, unit), unit)).toBeCloseTo(c, 9);
        expect(inDegrees(c + 5, unit) - inDegrees(c, unit)).toBeCloseTo(degreesWide(5, unit), 9);
      })
    );
  });

  it('are turned in a sentence, one figure or two; the same sentence where nothing else is chosen', () => {
    const american = { degrees: 'F', units: 'lb' } as const;
    const said = (text: string) => inUnits(text, american);
    expect(said('Cooked to 74 °C.')).toBe('Cooked to 165 °F.');
    expect(said('Held at 0 to 4 °C, or −18 °C.')).toBe('Held at 32 to 39 °F, or 0 °F.');
    expect(said('Water of 60–65 °C for a minute')).toBe('Water of 140–149 °F for a minute');
    expect(said('Over 25 kg at the waist or 15 kg overhead')).toBe(
      'Over 55 lb at the waist or 33 lb overhead'
    );
    expect(said('20 cm round the track, 30 minutes, 12.')).toBe('20 cm round the track, 30 minutes, 12.');
    fc.assert(
      fc.property(fc.string(), (text) => {
        expect(inUnits(text, { degrees: 'C', units: 'kg' })).toBe(text);
      })
    );
  });
});

describe('an interval', () => {
  it('whose ends are shown alike is one figure', () => {
    expect(percentRange(0.612, 0.614, 0)).toBe('61 %');
    expect(percentRange(0.612, 0.614)).toBe('61.2–61.4 %');
    expect(formatMassRange(61_020, 61_040, { unit: 'kg', decimals: 1 })).toBe('61.0 kg');
    expect(formatMassRange(1_150, 1_420, { unit: 'kg' })).toBe('1.15–1.42 kg');
  });
});

describe('sums', () => {
  it('of several currencies are never added; taking out what was put in leaves nothing', () => {
    const any = fc.dictionary(fc.constantFrom('', 'EUR', 'NOK'), fc.integer({ min: 1, max: 9_999 }));
    fc.assert(
      fc.property(any, any, (a, b) => {
        expect(addSums(addSums(a, b), b, -1)).toEqual(a);
        const { own, others } = sumIn(a, { currency: 'NOK', firstCurrency: 'EUR' });
        expect(own).toBe(a.NOK ?? 0);
        expect(others.reduce((sum, o) => sum + o.amount, 0)).toBe((a[''] ?? 0) + (a.EUR ?? 0));
      })
    );
  });
});
