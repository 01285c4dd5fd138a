import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { HOUR, localDate, localHour } from '$core/units';
import {
  PLAIN,
  drawnPerKg,
  eatersOf,
  eatingTimes,
  elsewhereOf,
  freezerRooms,
  placesOf,
  softAt,
  usualDays,
  type Standing,
  type Sum
} from '.';

const chest: Standing = {
  key: 'chest',
  kind: 'freezer',
  name: 'Chest',
  within: 'room:shed',
  litres: 300,
  power: 1.1
};
const left: Standing = { key: 'left', kind: 'shelf', name: 'left', within: 'chest' };
const plain: Standing = { key: 'old', kind: 'freezer', name: 'Old one', within: 'room:shed' };
const rack: Standing = { key: 'rack', kind: 'shelf', name: 'rack', within: 'room:cold' };
const PLACES = [chest, left, plain, rack];

describe('rooms of the cold', () => {
  it('hold each gram once: on a shelf, on none, or elsewhere', () => {
    const sum = fc.record({
      place: fc.constantFrom('at:chest', 'at:left', 'at:old', 'at:rack', 'shelf:freezer', ''),
      class: fc.constantFrom('P', 'S', 'G'),
      count: fc.integer({ min: 1, max: 40 }),
      grams: fc.integer({ min: 1, max: 40_000 })
    });
    fc.assert(
      fc.property(fc.array(sum, { maxLength: 30 }), (sums: Sum[]) => {
        const rooms = freezerRooms(PLACES, sums, []);
        const grams = (list: readonly { grams: number }[]) => list.reduce((n, s) => n + s.grams, 0);
        const away = elsewhereOf(rooms, sums);
        expect(grams(rooms) + grams(away)).toBe(grams(sums));
        for (const room of rooms) {
          expect(grams(room.shelves)).toBe(room.grams);
          for (const shelf of room.shelves) expect(grams(shelf.by)).toBe(shelf.grams);
        }
        expect(away.map((a) => a.place)).not.toContain('at:left');
      })
    );
  });
  it('are as their plate says, or as a plain freezer', () => {
    const [one, other] = freezerRooms(PLACES, [], []);
    expect(one).toMatchObject({ litres: 300, said: true, power: 1.1, set: PLAIN.set, grams: 0 });
    expect(other).toMatchObject({ litres: PLAIN.litres, said: false });
    expect(other).not.toHaveProperty('power');
    // A freezer without shelves is its own shelf.
    expect(one?.shelves.map((s) => s.name)).toEqual(['', 'left']);
    expect(other?.shelves.map((s) => s.name)).toEqual(['Old one']);
    expect([...placesOf(freezerRooms(PLACES, [], []))]).toEqual(['at:chest', 'at:left', 'at:old']);
  });
  it('warm by what went in tonight, not by what lies there', () => {
    const sums = [{ place: 'at:left', class: 'G', count: 60, grams: 60_000 }];
    const [calm] = freezerRooms([chest, left], sums, []);
    const [warm] = freezerRooms([chest, left], sums, [{ place: 'at:left', grams: 30_000 }]);
    expect(calm?.warms.kelvin).toBe(0);
    expect(calm?.tonight).toBe(0);
    expect(warm?.tonight).toBe(30_000);
    expect(warm?.warms.much).toBe(true);
  });
});

describe('what a freezer draws', () => {
  it('by the kilogram and month, where its plate says so and something lies in it', () => {
    expect(drawnPerKg({ power: 1, grams: 30_437.5 })).toBeCloseTo(1, 9);
    expect(drawnPerKg({ power: 1, grams: 0 })).toBeUndefined();
    expect(drawnPerKg({ grams: 5_000 } as never)).toBeUndefined();
  });
});

describe('what is taken out too late', () => {
  it('is soft as long after as it would have been in time, the margin aside', () => {
    const [at, out] = [100 * HOUR, 76 * HOUR];
    expect(softAt({ at, out }, out)).toBe(at - 4 * HOUR);
    expect(softAt({ at, out }, 90 * HOUR)).toBe(110 * HOUR);
  });
});

describe('a week', () => {
  const zones = [
    'UTC',
    'Europe/Oslo',
    'Asia/Tokyo',
    'America/Los_Angeles',
    'Pacific/Auckland',
    'Pacific/Kiritimati',
    'Pacific/Pago_Pago'
  ];
  it('is eaten at six in the evening of each of its days, wherever the larder stands, when clocks are changed too', () => {
    for (const zone of zones)
      for (const now of [Date.UTC(2026, 9, 23, 9), Date.UTC(2027, 2, 26, 22), Date.UTC(2026, 10, 28, 0)]) {
        const times = eatingTimes(now, zone);
        expect(times.map((at) => localHour(at, zone))).toEqual(Array(7).fill(18));
        expect(times.map((at) => localDate(at, zone).day)).toEqual(
          Array.from({ length: 7 }, (_, i) => localDate(now + i * 86_400_000, zone).day)
        );
      }
  });
  it.each([
    [0, []],
    [1, [1]],
    [2, [1, 4]],
    [4, [1, 2, 4, 5]],
    [7, [1, 2, 3, 4, 5, 6]]
  ])('%i days of it lie evenly apart, the first tomorrow', (count, days) => {
    expect(usualDays(count)).toEqual(days);
  });
  it('has those at the table who sit there on that day of it', () => {
    // 28 November 2026 is a Saturday.
    const times = eatingTimes(Date.UTC(2026, 10, 28, 6), 'Europe/Oslo');
    expect(eatersOf(times, 'Europe/Oslo', 4)).toEqual(Array(7).fill(4));
    expect(eatersOf(times, 'Europe/Oslo', 4, [1, 2, 3, 4, 5, 6, 0])).toEqual([6, 0, 1, 2, 3, 4, 5]);
  });
});
