import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { degreesTyped, kilosTyped } from './typed';

describe('a field of another unit than what is kept', () => {
  it('shows what is kept, and keeps what is typed', () => {
    expect(degreesTyped('F').show(3)).toBe(37.4);
    expect(degreesTyped('F').read(41)).toBeCloseTo(5, 9);
    expect(kilosTyped('lb').show(80)).toBe(176);
    expect([degreesTyped('C').show(3.5), kilosTyped('kg').read(25)]).toEqual([3.5, 25]);
    expect([degreesTyped('F').read(''), degreesTyped('F').show(null)]).toEqual([null, null]);
  });

  it('never shows a limit that what is typed at it would break', () => {
    fc.assert(
      fc.property(fc.integer({ min: -40, max: 20 }), fc.integer({ min: 21, max: 90 }), (min, max) => {
        for (const typed of [degreesTyped('F'), degreesTyped('C'), kilosTyped('lb')]) {
          const shown = typed.limits({ min, max });
          expect(typed.read(Number(shown?.min))).toBeGreaterThanOrEqual(min - 1e-9);
          expect(typed.read(Number(shown?.max))).toBeLessThanOrEqual(max + 1e-9);
        }
      })
    );
    expect(degreesTyped('F').limits(undefined)).toBeUndefined();
  });
});
