import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { clockAt } from './zone';

const ZONES = [
  'Europe/Oslo',
  'Europe/Dublin',
  'America/St_Johns',
  'America/Sao_Paulo',
  'Asia/Kolkata',
  'Asia/Kathmandu',
  'Pacific/Apia',
  'Australia/Lord_Howe',
  'Africa/Monrovia',
  'UTC'
];
const calendars = new Map(
  ZONES.map((timeZone) => [
    timeZone,
    new Intl.DateTimeFormat('sv', { timeZone, dateStyle: 'short', timeStyle: 'medium' })
  ])
);
/** What a calendar of its own writes, a field each. */
const written = (at: number, timeZone: string): number[] =>
  calendars.get(timeZone)!.format(at).split(/\D+/).map(Number);
const shown = (at: number, timeZone: string): number[] => Object.values(clockAt(at, timeZone));

describe('a clock in a zone', () => {
  it('shows what the calendar writes, at any moment since 1970', () => {
    const moment = fc.integer({ min: 0, max: Date.UTC(2060, 0, 1) });
    fc.assert(
      fc.property(moment, fc.constantFrom(...ZONES), (at, zone) => {
        expect(shown(at, zone)).toEqual(written(at, zone));
      }),
      { numRuns: 500 }
    );
  });

  it('shows it on each side of every change of the clocks, to the second', () => {
    let changes = 0;
    for (const zone of ZONES)
      // Years with changes on both halves of the earth, and one in which a day was left out.
      for (const year of [2011, 2026])
        for (let day = Date.UTC(year, 0, 1); day < Date.UTC(year + 1, 0, 1); day += 86_400_000) {
          const [, , , ...time] = written(day, zone);
          const [, , , ...next] = written(day + 86_400_000, zone);
          const isLong = year === 2011 && zone === 'Pacific/Apia';
          if (time.join() === next.join() && !isLong) continue;
          changes += 1;
          for (let hour = 0; hour <= 24; hour += 1)
            for (const s of [-1, 0, 1, 1_799, 1_800]) {
              const at = day + hour * 3_600_000 + s * 1000;
              expect(shown(at, zone)).toEqual(written(at, zone));
            }
        }
    expect(changes).toBeGreaterThan(20);
  });
});
