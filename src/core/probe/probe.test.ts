import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { clockAt, midnightBefore, momentsAt, offsetAt } from '$core/units';
import {
  cellNumber,
  decodeText,
  parseDegrees,
  parseForecast,
  parseStamp,
  readTable,
  readingFault,
  recognise,
  withRoles
} from './index';

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

describe('what a logger says that is no temperature', () => {
  it('an error code is never one', () => {
    for (const cell of ['E02', '>50', 'A12', '<-40', ';3', '=4', '?7', '@9', 'Z3', '--', 'OL', '/5', ',5'])
      expect(cellNumber(cell, false), cell).toBeUndefined();
    const { readings, left } = read(
      `time,temp °C
2026-11-24 20:00,3.1
2026-11-24 20:10,E02
2026-11-24 20:20,>50
2026-11-24 20:30,3.3`,
      ','
    );
    expect(readings.map((r) => r.air)).toEqual([3.1, 3.3]);
    expect(left).toEqual({ nothing: 2 });
    expect(parseDegrees('E4').ok).toBe(false);
    expect(parseDegrees(';4').ok).toBe(false);
  });

  it('columns that nobody knows have no role, whatever they hold', () => {
    const { shape } = read(
      `time,temp °C,noise,spare
2026-11-24 20:00,3.1,55,12.1
2026-11-24 20:10,3.2,61,12.0`,
      ','
    );
    expect(shape.columns.map((c) => c.role)).toEqual(['moment', 'air', 'none', 'none']);
    expect(shape.rolesAsked).toBe(false);
    const nameless = read('2026-11-24 20:00,3.1,55\n2026-11-24 20:10,3.2,61', ',');
    expect(nameless.shape.columns.map((c) => c.role)).toEqual(['moment', 'none', 'none']);
    expect(nameless.shape.rolesAsked).toBe(true);
    expect(nameless.readings).toEqual([]);
    expect(read('2026-11-24 20:00,3.1\n2026-11-24 20:10,3.2', ',').shape).toMatchObject({
      rolesAsked: true,
      columns: [{ role: 'moment' }, { role: 'air' }]
    });
  });

  it('what is said of a column counts, and a role is given once', () => {
    const rows = table('time,a,b\n2026-11-24 20:00,3.1,21.4\n2026-11-24 20:10,3.2,21.0', ',');
    const found = recognise(rows);
    if (!found.ok) throw new Error(found.fault);
    const shape = withRoles(found.shape, ['moment', 'air', 'core']);
    expect(readTable(rows, shape, ZONE, NOW).readings[0]).toMatchObject({ air: 3.1, core: 21.4 });
    expect(withRoles(found.shape, ['moment', 'core', 'core']).columns.map((c) => c.role)).toEqual([
      'moment',
      'core',
      'none'
    ]);
  });

  it('a start time in the head is no reading: air stays air and core stays core', () => {
    const { shape, readings } = read(
      `Logger;QX-114
Started;2026-11-24 19:58:00
Time;Core °C;Air °C
2026-11-24 20:00;22.5;4.1
2026-11-24 20:10;22.3;4.0`,
      ';'
    );
    expect(shape.columns.map((c) => c.role)).toEqual(['moment', 'core', 'air']);
    expect(readings).toHaveLength(2);
    expect(readings[0]).toMatchObject({ core: 22.5, air: 4.1 });
  });

  describe('of a shape of its own', () => {
    const OSLO_20 = Date.UTC(2026, 10, 24, 19);

    it('a start and an interval in the head, rows numbered and one of them missing', () => {
      const head = (start: string, every: string) =>
        `Device,QX-7\n${start}\n${every}\nNo.,Temp °C,Humidity %`;
      const rows = '1,3.1,82\n2,3.2,83\n4,3.4,85';
      for (const [start, every] of [
        ['Start time,2026-11-24 20:00:00', 'Interval,10 min'],
        ['Started: 24.11.2026 20:00', 'Sample rate: 600 s'],
        ['First reading,24 Nov 2026 8:00 PM', 'Sampling period (min),10'],
        ['Begin:,2026-11-24T19:00:00Z', 'Logging every 00:10:00']
      ] as const) {
        const { shape, readings, left } = read(`${head(start, every)}\n${rows}`, ',');
        expect(shape.columns.map((c) => c.role)).toEqual(['none', 'air', 'rh']);
        expect(readings.map((r) => [(r.at - OSLO_20) / 60_000, r.air, r.rh])).toEqual([
          [0, 3.1, 0.82],
          [10, 3.2, 0.83],
          [30, 3.4, 0.85]
        ]);
        expect(left).toEqual({});
      }
      // A start that may be read two ways is asked about, and read as it was answered.
      const rows2 = table(`${head('Start,05/11/2026 20:00', 'Interval,10 min')}\n${rows}`, ',');
      const found = recognise(rows2);
      if (!found.ok) throw new Error(found.fault);
      expect(found.shape).toMatchObject({ order: 'dmy', orderAsked: true });
      const month = (order: 'dmy' | 'mdy') =>
        new Date(readTable(rows2, { ...found.shape, order }, ZONE, NOW).readings[0]?.at ?? 0).getUTCMonth() +
        1;
      expect([month('dmy'), month('mdy')]).toEqual([11, 5]);
      // A start alone does not say when the others were read.
      expect(recognise(table('Start,2026-11-24 20:00\nTemp °C\n3.1\n3.2', ','))).toEqual({
        ok: false,
        fault: 'noTime'
      });
    });

    it('hours or seconds since a start that the head names', () => {
      for (const [name, spans] of [
        ['Elapsed', ['00:00:00', '00:30:00', '25:00:00']],
        ['time [s]', ['0', '1800', '90000']],
        ['Time since start (h)', ['0', '0.5', '25']]
      ] as const) {
        const { shape, readings } = read(
          `Start;2026-11-24 20:00\n${name};Core °C;Air °C\n${spans.map((t, i) => `${t};${20 - i};4`).join('\n')}`,
          ';'
        );
        expect(shape.columns.map((c) => c.role)).toEqual(['elapsed', 'core', 'air']);
        expect(readings.map((r) => [(r.at - OSLO_20) / 3_600_000, r.core])).toEqual([
          [0, 20],
          [0.5, 19],
          [25, 18]
        ]);
      }
    });

    it('seconds or milliseconds since 1970, a serial number beside them', () => {
      for (const unit of [1, 1_000]) {
        const { shape, readings } = read(
          `serial,timestamp,t_air_c,t_core_c\n${[0, 600, 1_200]
            .map((s) => `4410027,${(OSLO_20 / 1_000 + s) * unit},${3 + s / 600},12.5`)
            .join('\n')}`,
          ',',
          'America/New_York'
        );
        expect(shape).toMatchObject({ order: 'epoch', orderAsked: false, zoned: true });
        expect(shape.columns.map((c) => c.role)).toEqual(['none', 'moment', 'air', 'core']);
        expect(readings.map((r) => [r.at - OSLO_20, r.air])).toEqual([
          [0, 3],
          [600_000, 4],
          [1_200_000, 5]
        ]);
      }
    });

    it('months by name in four languages, the day before or behind, with half days', () => {
      const stamps = [
        ['24 Nov 2026 20:00', '25 Nov 2026 20:00'],
        ['Nov 24 2026 8:00:00 PM', 'Nov 25 2026 8:00:00 PM'],
        ['Wed 24-des-2025 20:00', 'Tue 24-nov-2026 20:00'],
        ['24. Dezember 2025 20:00', '24. November 2026 20:00'],
        ['24 Mai 2026 20:00', '24 Okt 2026 20:00'],
        ['24 Mär 2026 20:00', '24 oct. 2026 20:00']
      ];
      for (const [a = '', b = ''] of stamps) {
        const { shape, readings } = read(`Time\tTemperature (C)\n${a}\t3.1\n${b}\t3.2`, '\t');
        expect([a, shape.orderAsked, readings.length, readings[0]?.air]).toEqual([a, false, 2, 3.1]);
      }
      expect(parseStamp('Nov 24 2026 8:00 PM', 'dmy')?.clock).toMatchObject({ month: 11, day: 24, hour: 20 });
      expect(parseStamp('24 Foo 2026', 'dmy')).toBeUndefined();
      expect(parseStamp('31 Feb 2026', 'dmy')).toBeUndefined();
    });
  });

  it('newest first loses nothing, not even in the hour that autumn has twice', () => {
    const lines = ['02:30,3.4', '02:00,3.3', '02:30,3.2', '02:00,3.1', '01:30,3'];
    const { readings, left } = read(`time,temp °C\n${lines.map((l) => `2026-10-25 ${l}`).join('\n')}`, ',');
    expect(readings.map((r) => r.air)).toEqual([3, 3.1, 3.2, 3.3, 3.4]);
    expect(left).toEqual({});
  });

  it('is read in UTF-16 of either order, with its mark or without, and in an old code page', () => {
    const text = 'time;temp °C\n2026-11-24 20:00;3,1';
    const wide = (big: boolean, mark: boolean) => {
      const codes = [...(mark ? ['\ufeff'] : []), ...text].map((c) => c.charCodeAt(0));
      return Uint8Array.from(codes.flatMap((c) => (big ? [c >> 8, c & 255] : [c & 255, c >> 8])));
    };
    for (const big of [true, false])
      for (const mark of [true, false]) expect(decodeText(wide(big, mark))).toBe(text);
    expect(decodeText(new TextEncoder().encode(text))).toBe(text);
    expect(decodeText(Uint8Array.from([...text].map((c) => c.charCodeAt(0))))).toBe(text);
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
    const { readings, left, leftRows, outOfOrder } = read(
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
    // Each with its line, as it stood.
    expect(leftRows.map(({ line, why, cells }) => [line, why, cells[0]])).toEqual([
      [3, 'twice', '2026-11-03 11:00'],
      [6, 'future', '2099-01-01 00:00'],
      [7, 'unreadable', 'yesterday'],
      [8, 'nothing', '2026-11-03 12:00']
    ]);
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
tomorrow 4 / 13  80 %  3 m/s
2026-11-27 14:00  6,5  80  4,5 m/s
about the same`,
      ZONE,
      today
    );
    expect(unread).toEqual([{ line: 7, text: 'about the same' }]);
    // Wind is what is marked m/s, and no humidity.
    expect(lines[4]).toMatchObject({ low: 4, high: 13, rh: 0.8, wind: 3 });
    expect(lines[5]).toMatchObject({ air: 6.5, rh: 0.8, wind: 4.5 });
    expect(lines[0]).toEqual({ kind: 'hour', at: Date.UTC(2026, 10, 26, 13), air: 4.5, rh: 0.82 });
    expect(lines[1]).toEqual({ kind: 'day', from: Date.UTC(2026, 10, 25, 23), low: 1, high: 6 });
    expect(lines[2]).toMatchObject({ from: Date.UTC(2026, 10, 26, 23), low: -2, high: 4 });
    expect(lines[3]).toMatchObject({ kind: 'day', high: 5 });
  });
});
