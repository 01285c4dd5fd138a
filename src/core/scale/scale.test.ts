import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { LineCutter, TakeGate, formatScaleLine, parseScaleLine, type ScaleReading } from '.';

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
    gate.show(at(1_284));
    expect(gate.press()).toBe(true);
    gate.take(1_284);
    gate.show(at(1_284));
    expect([gate.state, gate.press()]).toEqual(['taken', false]);
    gate.show(at(1_290));
    expect(gate.state).toBe('taken');
    gate.show(at(0));
    gate.show(at(1_284));
    expect(gate.press()).toBe(true);
  });
  it('arms while unsteady and takes when it steadies', () => {
    const gate = new TakeGate();
    gate.show(at(600, 'unsteady'));
    expect([gate.press(), gate.armed]).toEqual([false, true]);
    expect(gate.show(at(610, 'unsteady'))).toBe(false);
    expect(gate.show(at(605))).toBe(true);
    expect(gate.armed).toBe(false);
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
      gate.show(r);
      expect([gate.state, gate.press(), gate.armed]).toEqual([state, false, false]);
    }
  });
});
