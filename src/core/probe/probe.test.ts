import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { clockAt, midnightBefore, momentsAt, offsetAt } from '$core/units';
import { parseDegrees, parseForecast, parseStamp, readTable, readingFault, recognise } from './index';

const ZONE = 'Europe/Oslo';
const NOW = Date.UTC(2026, 11, 1);
const table = (text: string, by: string) =>
  text
    .trim()
    .split('\n')
    .map((l) => l.split(by));
function read(text: string, by: string, zone = ZONE) {
  const rows = table(text, by);
  const found = recognise(rows);
  if (!found.ok) throw new Error(found.fault);
  return { shape: found.shape, ...readTable(rows, found.shape, zone, NOW) };
}

describe('clocks', () => {
  it('show what the zone shows, and find the moment back; twice in autumn, never in spring', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: Date.UTC(2001, 0, 1) / 1000, max: Date.UTC(2030, 0, 1) / 1000 }),
        fc.constantFrom(ZONE, 'America/St_Johns', 'Asia/Kolkata', 'UTC', 'Australia/Lord_Howe'),
        (s, zone) => {
          expect(momentsAt(clockAt(s * 1000, zone), zone)).toContain(s * 1000);
          const midnight = midnightBefore(s * 1000, zone);
          expect(midnight).toBeLessThanOrEqual(s * 1000);
          expect(s * 1000 - midnight).toBeLessThan(26 * 3_600_000);
        }
      )
    );
    const at = (month: number, day: number, hour: number) => ({
      year: 2026,
      month,
      day,
      hour,
      minute: 30,
      second: 0
    });
    expect(momentsAt(at(10, 25, 2), ZONE)).toEqual([
      Date.UTC(2026, 9, 25, 0, 30),
      Date.UTC(2026, 9, 25, 1, 30)
    ]);
    expect(momentsAt(at(3, 29, 2), ZONE)).toEqual([]);
    expect(offsetAt(Date.UTC(2026, 6, 1), ZONE)).toBe(7_200_000);
  });
});

describe('a logger’s file', () => {
  it('with semicolons, decimal commas, °F, and a gap', () => {
    const { shape, readings, gaps, left } = read(
      `Serial;QX-114
Date;Time;Temperature °F;Humidity %
24.11.2026;22:00:00;39,2;84,0
24.11.2026;22:30:00;38,3;85,5
24.11.2026;23:00:00;185;85,0
25.11.2026;06:00:00;41,0;81,0`,
      ';'
    );
    expect(shape).toMatchObject({ unit: 'F', unitAsked: false, comma: true, order: 'dmy' });
    expect(readings.map((r) => [new Date(r.at).toISOString(), +r.air!.toFixed(2), r.rh])).toEqual([
      ['2026-11-24T21:00:00.000Z', 4, 0.84],
      ['2026-11-24T21:30:00.000Z', 3.5, 0.855],
      ['2026-11-25T05:00:00.000Z', 5, 0.81]
    ]);
    expect(left).toEqual({ sensor: 1 });
    expect(gaps).toHaveLength(1);
  });

  it('with commas, ISO times of their own zone, and a core', () => {
    const { shape, readings } = read(
      `timestamp,air,core
2026-11-24T20:00:00-05:00,4.1,22.5
2026-11-24T21:00:00-05:00,3.9,19.0`,
      ','
    );
    expect(shape).toMatchObject({ zoned: true, unit: 'C', unitAsked: false, comma: false });
    expect(readings[0]).toEqual({ at: Date.UTC(2026, 10, 25, 1), air: 4.1, core: 22.5 });
  });

  it('without a word about units asks when the figures look like °F', () => {
    expect(read('time,reading t\n2026-11-01 10:00,38.1\n2026-11-01 11:00,37.9', ',').shape).toMatchObject({
      unit: 'F',
      unitAsked: true
    });
    expect(read('time,reading t\n2026-11-01 10:00,3.1\n2026-11-01 11:00,2.9', ',').shape).toMatchObject({
      unit: 'C',
      unitAsked: false
    });
  });

  it('asks which comes first, day or month, and takes the likelier', () => {
    expect(read('t,temp\n03/04/2026 10:00,3\n03/05/2026 10:00,3', ',').shape).toMatchObject({
      order: 'mdy',
      orderAsked: true
    });
    expect(read('t,temp\n03/04/2026 10:00,3\n04/04/2026 10:00,3', ',').shape).toMatchObject({
      order: 'dmy',
      orderAsked: true
    });
    expect(read('t,temp\n25/04/2026 10:00,3', ',').shape).toMatchObject({ order: 'dmy', orderAsked: false });
    expect(read('t,temp\n04/25/2026 1:00 PM,3', ',').readings[0]!.at).toBe(Date.UTC(2026, 3, 25, 11));
  });

  it('goes on through the hour that autumn has twice', () => {
    const { readings, clockChange, left } = read(
      `time,temp °C
2026-10-25 01:30,3
2026-10-25 02:00,3.1
2026-10-25 02:30,3.2
2026-10-25 02:00,3.3
2026-10-25 02:30,3.4
2026-10-25 03:00,3.5`,
      ','
    );
    expect(readings.map((r) => new Date(r.at).toISOString().slice(11, 16))).toEqual([
      '23:30',
      '00:00',
      '00:30',
      '01:00',
      '01:30',
      '02:00'
    ]);
    expect(clockChange).toBe(4);
    expect(left).toEqual({});
  });

  it('leaves the future, the unreadable and repeats out, and counts them', () => {
    const { readings, left, outOfOrder } = read(
      `time,temp °C
2026-11-03 10:00,3
2026-11-03 11:00,4
2026-11-03 10:30,3.5
2026-11-03 11:00,4.5
2099-01-01 00:00,3
yesterday,3
2026-11-03 12:00,--`,
      ','
    );
    expect(readings.map((r) => r.air)).toEqual([3, 3.5, 4.5]);
    expect(left).toEqual({ twice: 1, future: 1, unreadable: 1, nothing: 1 });
    expect(outOfOrder).toBe(1);
  });

  it('is refused by name when there is nothing in it to read', () => {
    expect(recognise([])).toEqual({ ok: false, fault: 'empty' });
    expect(
      recognise([
        ['a', 'b'],
        ['1', '2']
      ])
    ).toEqual({ ok: false, fault: 'noTime' });
    expect(
      recognise([
        ['time', 'who'],
        ['2026-11-01 10:00', 'Tove']
      ])
    ).toEqual({ ok: false, fault: 'noDegrees' });
    expect(
      recognise([
        ['date', 't'],
        ['2026-11-01', '3']
      ])
    ).toEqual({ ok: false, fault: 'noTime' });
  });

  it('never throws, whatever is in it, and never gives back what it should leave out', () => {
    const cell = fc.oneof(
      fc.string({ maxLength: 12 }),
      fc.constantFrom(
        '2026-11-01 10:00',
        '01.11.2026',
        '10:00',
        '85',
        '-127',
        '3,5',
        '38.2 °F',
        '99999',
        '',
        '%',
        'time',
        'temp'
      ),
      fc.double().map(String)
    );
    fc.assert(
      fc.property(fc.array(fc.array(cell, { maxLength: 6 }), { maxLength: 30 }), (rows) => {
        const found = recognise(rows);
        if (!found.ok) return;
        const { readings } = readTable(rows, found.shape, ZONE, NOW);
        readings.forEach((r, i) => {
          expect(readingFault(r, NOW)).toBeUndefined();
          if (i > 0) expect(r.at).toBeGreaterThan(readings[i - 1]!.at);
        });
      }),
      { numRuns: 600 }
    );
  });
});

describe('what is typed', () => {
  it('degrees, with and without a unit; a larder at 38 is asked about', () => {
    expect(parseDegrees('3,4 °C')).toEqual({ ok: true, celsius: 3.4 });
    expect(parseDegrees('−2')).toEqual({ ok: true, celsius: -2 });
    expect(parseDegrees('41 F')).toEqual({ ok: true, celsius: 5 });
    expect(parseDegrees('38')).toEqual({ ok: true, celsius: 38, asked: 'fahrenheit' });
    expect(parseDegrees('warm')).toEqual({ ok: false });
  });

  it('stamps that are no day are none', () => {
    expect(parseStamp('31.02.2026 10:00', 'dmy')).toBeUndefined();
    expect(parseStamp('2026-11-01 25:00', 'ymd')).toBeUndefined();
  });

  it('a forecast by the hour or by the day, and says which lines it could not read', () => {
    const today = { year: 2026, month: 11, day: 25 };
    const { lines, unread } = parseForecast(
      `2026-11-26 14:00  4,5  82
tomorrow: 1 / 6
Fri -2 to 4
27.11. 28 41 F
about the same`,
      ZONE,
      today
    );
    expect(unread).toEqual([{ line: 5, text: 'about the same' }]);
    expect(lines[0]).toEqual({ kind: 'hour', at: Date.UTC(2026, 10, 26, 13), air: 4.5, rh: 0.82 });
    expect(lines[1]).toEqual({ kind: 'day', from: Date.UTC(2026, 10, 25, 23), low: 1, high: 6 });
    expect(lines[2]).toMatchObject({ from: Date.UTC(2026, 10, 26, 23), low: -2, high: 4 });
    expect(lines[3]).toMatchObject({ kind: 'day', high: 5 });
  });
});
