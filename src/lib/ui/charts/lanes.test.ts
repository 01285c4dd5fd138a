import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { barOf, laneSpan, lanesOf } from './lanes';

const frame = { from: 40, to: 760, width: 800 };
const x = (at: number) => 40 + at;

describe('labels under a chart', () => {
  it('share a row while they are apart, and take another where they are not', () => {
    const rows = lanesOf(
      [
        { at: 300, label: 'to the cold room' },
        { at: 0, label: 'hide off' },
        { at: 320, label: 'quartered' }
      ],
      x,
      frame
    );
    expect(rows.map((r) => [r.label, r.row])).toEqual([
      ['hide off', 0],
      ['to the cold room', 0],
      ['quartered', 1]
    ]);
  });

  it('stand before their mark where they would run out of the drawing', () => {
    const [last] = lanesOf([{ at: 715, label: 'to the cold room' }], x, frame);
    expect(last).toMatchObject({ before: true, left: 755, row: 0 });
  });

  it('never lie over one another, never out of the drawing, and keep the order of time', () => {
    const marks = fc.array(
      fc.record({
        at: fc.integer({ min: -100, max: 900 }),
        label: fc.string({ minLength: 1, maxLength: 24 })
      }),
      { maxLength: 12 }
    );
    fc.assert(
      fc.property(marks, (given) => {
        const rows = lanesOf(given, x, frame);
        expect(rows.map((r) => r.at)).toEqual(given.map((m) => m.at).sort((a, b) => a - b));
        rows.forEach((one, i) => {
          const [start, end] = laneSpan(one.label, one);
          expect(end).toBeLessThanOrEqual(frame.width);
          for (const other of rows.slice(0, i)) {
            if (other.row !== one.row) continue;
            const [from, to] = laneSpan(other.label, other);
            expect(end <= from || start >= to).toBe(true);
          }
        });
        // As few rows as needed: a row is opened only for what fits into none before it.
        const used = new Set(rows.map((r) => r.row));
        expect([...used].sort((a, b) => a - b)).toEqual([...used].map((_, i) => i));
      })
    );
  });
});

describe('the bar of a window', () => {
  it('runs from its opening to its end, and can always be seen', () => {
    expect(barOf({ never: false, opens: 100, closes: 300 }, 50, x)).toEqual({ start: 140, end: 340 });
    expect(barOf({ never: false, opens: 100, closes: 101 }, 50, x)).toEqual({ start: 140, end: 146 });
    // Closed before it opens: it has no length of its own.
    expect(barOf({ never: true, opens: 400, closes: 90 }, 50, x)).toEqual({ start: 90, end: 440 });
    expect(barOf(undefined, 50, x)).toBeUndefined();
  });
});
