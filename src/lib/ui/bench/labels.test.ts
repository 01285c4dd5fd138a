import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { textWidth } from '../text';
import { halves, linesIn, setApart } from './labels';

describe('labels of the seam map', () => {
  it('are parted at the blank nearest their middle', () => {
    expect(halves('Eye of round')).toEqual(['Eye of', 'round']);
    expect(halves('Strap')).toEqual([]);
  });

  it('say what has room: both below each other, both beside each other, the figure alone, nothing', () => {
    expect(linesIn('Flat iron', '1.25 kg', { width: 90, height: 60 })).toEqual(['Flat iron', '1.25 kg']);
    expect(linesIn('Eye of round', '1.25 kg', { width: 50, height: 60 })).toEqual([
      'Eye of',
      'round',
      '1.25 kg'
    ]);
    expect(linesIn('Flat iron', '1.25 kg', { width: 120, height: 30 })).toEqual(['Flat iron 1.25 kg']);
    expect(linesIn('Flat iron', '1.25 kg', { width: 50, height: 30 })).toEqual(['1.25 kg']);
    expect(linesIn('Flat iron', '1.25 kg', { width: 20, height: 30 })).toEqual([]);
  });

  it('never lie on one another, and none goes up or aside', () => {
    const label = fc.record({
      lines: fc.array(fc.constantFrom('Strap', 'Eye of round', '1.25 kg'), { minLength: 1, maxLength: 3 }),
      x: fc.integer({ min: 0, max: 300 }),
      y: fc.integer({ min: 0, max: 200 })
    });
    fc.assert(
      fc.property(fc.array(label, { maxLength: 12 }), (labels) => {
        const placed = setApart(labels, 1);
        expect(placed).toHaveLength(labels.length);
        const sorted = [...labels].sort((a, b) => a.y - b.y);
        for (const [i, a] of placed.entries()) {
          expect(a.x).toBe(sorted[i]!.x);
          expect(a.y).toBeGreaterThanOrEqual(sorted[i]!.y);
          for (const b of placed.slice(i + 1)) {
            const wide = [a, b].reduce(
              (sum, l) => sum + Math.max(...l.lines.map((line) => textWidth(line, 'small'))) / 2,
              0
            );
            if (Math.abs(a.x - b.x) >= wide) continue;
            const high = (19 * (a.lines.length + b.lines.length)) / 2;
            expect(Math.abs(a.y - b.y)).toBeGreaterThanOrEqual(high - 1e-9);
          }
        }
      }),
      { numRuns: 300 }
    );
  });
});
