import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  isAllOf,
  ARM_MS,
  LineCutter,
  PlateCount,
  TakeGate,
  formatScaleLine,
  parseScaleLine,
  type ScaleReading
} from '.';

const reading = fc.record({
  state: fc.constantFrom('steady' as const, 'unsteady' as const),
  grams: fc.integer({ min: -2_000_000, max: 2_000_000 }),
  tare: fc.integer({ min: 0, max: 999_999 })
}) as fc.Arbitrary<ScaleReading>;

describe('the line of a scale', () => {
  it('reads back what it writes', () => {
    fc.assert(
      fc.property(
        reading,
        (r) => void expect(parseScaleLine(formatScaleLine(r))).toEqual({ ok: true, reading: r })
      )
    );
  });
  it('never makes a weight of anything else: any one character changed is a fault or the same line', () => {
    fc.assert(
      fc.property(reading, fc.nat(30), fc.string({ minLength: 1, maxLength: 1 }), (r, at, char) => {
        const line = formatScaleLine(r);
        const changed = line.slice(0, at % line.length) + char + line.slice((at % line.length) + 1);
        if (changed.trim() !== line) expect(parseScaleLine(changed).ok).toBe(false);
      }),
      { numRuns: 2_000 }
    );
  });
  it('survives any text', () => {
    fc.assert(
      fc.property(
        fc.string(),
        (text) =>
          void expect(['shape', 'checksum', 'range', 'read']).toContain(
            ((r) => (r.ok ? 'read' : r.fault))(parseScaleLine(text))
          )
      ),
      { numRuns: 2_000 }
    );
  });
  it('shows no weight on overload', () => {
    expect(
      parseScaleLine(formatScaleLine({ state: 'overload', grams: 5 as never, tare: 0 as never }))
    ).toMatchObject({ reading: { state: 'overload', grams: 0 } });
  });
  it('cuts lines whatever the pieces they come in', () => {
    fc.assert(
      fc.property(fc.array(reading, { maxLength: 8 }), fc.integer({ min: 1, max: 9 }), (list, size) => {
        const text = list.map((r) => `${formatScaleLine(r)}\r\n`).join('');
        const cutter = new LineCutter();
        const lines: string[] = [];
        for (let i = 0; i < text.length; i += size) lines.push(...cutter.feed(text.slice(i, i + size)));
        expect(lines).toEqual(list.map(formatScaleLine));
      })
    );
  });
  it('throws endless noise away', () => {
    const cutter = new LineCutter();
    expect(cutter.feed('x'.repeat(10_000))).toEqual([]);
    expect(
      cutter.feed(`\n${formatScaleLine({ state: 'steady', grams: 7 as never, tare: 0 as never })}\n`).at(-1)
    ).toContain('0000007');
  });
});

describe('the gate', () => {
  const at = (grams: number, state: ScaleReading['state'] = 'steady') =>
    ({ state, grams, tare: 0 }) as ScaleReading;
  it('takes a steady piece once, and another only after the plate has left the first', () => {
    const gate = new TakeGate();
    gate.show(at(1_284), 0);
    expect(gate.press(0)).toBe(true);
    gate.take(1_284);
    gate.show(at(1_284), 100);
    expect([gate.state, gate.press(100)]).toEqual(['taken', false]);
    gate.show(at(1_290), 200);
    expect(gate.state).toBe('taken');
    gate.show(at(0), 300);
    gate.show(at(1_284), 400);
    expect(gate.press(400)).toBe(true);
  });
  it('arms while unsteady and takes when it steadies', () => {
    const gate = new TakeGate();
    gate.show(at(600, 'unsteady'), 0);
    expect([gate.press(0), gate.armed]).toEqual([false, true]);
    expect(gate.show(at(610, 'unsteady'), 100).fire).toBe(false);
    expect(gate.show(at(605), 200)).toEqual({ fire: true });
    expect(gate.armed).toBe(false);
  });
  it('lets a press go after two seconds, on an empty plate, on another piece, and when the scale falls silent', () => {
    const armed = () => {
      const gate = new TakeGate();
      gate.show(at(600, 'unsteady'), 0);
      gate.press(0);
      return gate;
    };
    expect(armed().show(at(605), ARM_MS + 1)).toEqual({ fire: false, dropped: 'late' });
    expect(armed().show(at(605), ARM_MS)).toEqual({ fire: true });
    expect(armed().show(at(0), 200)).toEqual({ fire: false, dropped: 'empty' });
    expect(armed().show(at(4, 'unsteady'), 200)).toEqual({ fire: false, dropped: 'empty' });
    expect(armed().show(at(1_300, 'unsteady'), 200)).toEqual({ fire: false, dropped: 'jump' });
    expect(armed().show(at(4_860), 200)).toEqual({ fire: false, dropped: 'jump' });
    expect(armed().show(undefined, 200)).toEqual({ fire: false, dropped: 'silent' });
    // What was dropped does not come back when the plate is steady again.
    const gate = armed();
    gate.show(at(0), 200);
    expect(gate.show(at(605), 300)).toEqual({ fire: false });
  });
  it('never fires on what the press was not made for, whatever the plate does', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 50, max: 20_000 }),
        fc.array(
          fc.record({
            grams: fc.integer({ min: -50, max: 40_000 }),
            state: fc.constantFrom('steady' as const, 'unsteady' as const),
            after: fc.integer({ min: 50, max: 900 })
          }),
          { maxLength: 30 }
        ),
        (pressed, lines) => {
          const gate = new TakeGate();
          gate.show(at(pressed, 'unsteady'), 0);
          gate.press(0);
          let now = 0;
          let empty = false;
          for (const line of lines) {
            now += line.after;
            empty ||= line.grams < 10;
            const { fire } = gate.show(at(line.grams, line.state), now);
            if (!fire) continue;
            expect(now).toBeLessThanOrEqual(ARM_MS);
            expect(empty).toBe(false);
            expect(line.grams).toBeLessThanOrEqual(Math.max(pressed * 2, pressed + 100));
          }
        }
      )
    );
  });
  it('never takes nothing, less than nothing, too much or a fault', () => {
    const gate = new TakeGate();
    for (const [r, state] of [
      [undefined, 'silent'],
      [at(0), 'empty'],
      [at(-5), 'negative'],
      [at(0, 'overload'), 'overload'],
      [at(0, 'fault'), 'fault']
    ] as const) {
      gate.show(r, 0);
      expect([gate.state, gate.press(0), gate.armed]).toEqual([state, false, false]);
    }
  });
});

describe('the number of what lies on a plate', () => {
  const at = (grams: number, state: ScaleReading['state'] = 'steady') =>
    ({ state, grams, tare: 0 }) as ScaleReading;
  it('stays while a piece trembles, and is another as soon as it has been left', () => {
    const count = new PlateCount();
    const first = count.show(at(1_284));
    expect(count.show(at(1_284))).toBe(first);
    expect(count.show(at(1_288, 'unsteady'))).toBe(first);
    const off = count.show(at(0));
    expect(off).not.toBe(first);
    count.show(at(600, 'unsteady'));
    const second = count.show(at(612));
    expect(second).not.toBe(first);
    expect(count.show(at(612))).toBe(second);
    // The same weight again is another piece.
    count.show(at(0));
    expect(count.show(at(612))).not.toBe(second);
  });
});

describe('all of it', () => {
  it.each([
    [845, 844, true],
    [834, 844, true],
    [833, 844, false],
    [860, 844, false],
    [12_090, 12_000, true],
    [12_200, 12_000, false],
    [3, 9, false],
    [0, 4, false],
    [8, 9, true]
  ])('%i g on the scale of %i g in the book: %s', (weighed, left, all) => {
    expect(isAllOf(weighed, left)).toBe(all);
  });
});
