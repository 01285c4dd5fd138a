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
    const wide = Math.max(...['Eye of', 'round', '1.25 kg'].map((line) => textWidth(line, 'small'))) + 1;
    expect(linesIn('Eye of round', '1.25 kg', { width: wide, height: 60 })).toEqual([
      'Eye of',
      'round',
      '1.25 kg'
    ]);
    // Three lines want the height of three.
    expect(linesIn('Eye of round', '1.25 kg', { width: wide, height: 50 })).toEqual(['1.25 kg']);
    expect(linesIn('Flat iron', '1.25 kg', { width: 140, height: 30 })).toEqual(['Flat iron 1.25 kg']);
    expect(linesIn('Flat iron', '1.25 kg', { width: wide, height: 30 })).toEqual(['1.25 kg']);
    expect(linesIn('Flat iron', '1.25 kg', { width: 20, height: 30 })).toEqual([]);
  });

  it('no line is wider than the shape it stands on', () => {
    const name = fc.constantFrom('Strap', 'Belly and flank', 'Outside leg, hip end', 'Front ball, firm side');
    fc.assert(
      fc.property(name, fc.nat(200), fc.nat(120), (text, width, height) => {
        const lines = linesIn(text, '12.25 kg', { width, height });
        for (const line of lines) expect(textWidth(line, 'small')).toBeLessThan(width);
        if (lines.length > 1) expect(lines.length * 19).toBeLessThanOrEqual(height);
      })
    );
  });

  it('never lie on one another, none goes up, aside, or farther than a line', () => {
    const label = fc.record({
      lines: fc.array(fc.constantFrom('Strap', 'Eye of round', '1.25 kg'), { minLength: 1, maxLength: 3 }),
      x: fc.integer({ min: 0, max: 300 }),
      y: fc.integer({ min: 0, max: 200 })
    });
    fc.assert(
      fc.property(fc.array(label, { maxLength: 12 }), (labels) => {
        const placed = setApart(labels, 1);
        // The uppermost has its place in any case.
        expect(placed.length > 0).toBe(labels.length > 0);
        for (const [i, a] of placed.entries()) {
          const from = labels.filter((l) => l.x === a.x && l.lines === a.lines);
          expect(from.some((l) => a.y >= l.y && a.y - l.y <= 19)).toBe(true);
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
