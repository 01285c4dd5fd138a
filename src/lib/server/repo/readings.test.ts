import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { temporaryHouse } from '../testkit';
import { animalPlace, roomPlace } from './readings';
import { HOUR } from '$core/units';

const START = Math.floor(Date.UTC(2026, 9, 1) / HOUR) * HOUR;
const place = roomPlace('cold');

describe('readings', () => {
  let house: Awaited<ReturnType<typeof temporaryHouse>>;
  beforeAll(async () => {
    house = await temporaryHouse();
  });
  afterAll(() => house.end());

  it('are taken once, however often they come, and summed up by the hour', async () => {
    const rows = Array.from({ length: 600 }, (_, i) => ({
      at: START + i * 60_000,
      air: 3 + (i % 60) / 60,
      rh: 0.8
    }));
    expect(await house.readings.add(place, 'P1', rows)).toEqual({ added: 600, known: 0 });
    expect(await house.readings.add(place, 'P1', rows.slice(100, 650))).toEqual({ added: 0, known: 500 });
    const hours = await house.readings.air(place, START, START + 10 * HOUR);
    expect(hours).toHaveLength(10);
    for (const h of hours) {
      expect(h.air).toBeCloseTo(3 + 29.5 / 60, 2);
      expect(h.at % HOUR).toBeCloseTo(29.5 * 60_000, -3);
      expect(h.rh).toBeCloseTo(0.8, 3);
    }
    expect(await house.readings.places()).toEqual([{ place, n: 600, from: START, to: START + 9 * HOUR }]);
  });

  it('come back as few points as asked for, with how far they reached', async () => {
    const fine = await house.readings.series(place, START, START + 10 * HOUR, 50);
    expect(fine.length).toBeLessThanOrEqual(51);
    expect(Math.min(...fine.map((p) => p.low!))).toBe(3);
    expect(Math.max(...fine.map((p) => p.high!))).toBeCloseTo(3.98, 2);
    const coarse = await house.readings.series(place, START, START + 10 * HOUR, 5);
    expect(coarse).toHaveLength(5);
    expect(coarse[0]!.air).toBeCloseTo(3.49, 2);
    expect(coarse[0]!.high).toBeCloseTo(3.98, 2);
  });

  it('of a hand may be taken back; a probe’s stand', async () => {
    const at = START + 5 * HOUR + 30_000;
    await house.readings.add(place, 'hand', [{ at, air: 9 }]);
    const before = await house.readings.air(place, START + 5 * HOUR, START + 5 * HOUR);
    expect(await house.readings.remove(place, at)).toBe(true);
    expect(await house.readings.remove(place, START)).toBe(false);
    const after = await house.readings.air(place, START + 5 * HOUR, START + 5 * HOUR);
    expect(before[0]!.air).toBeGreaterThan(after[0]!.air);
  });

  it('of a core are the animal’s own', async () => {
    await house.readings.add(animalPlace('a'), 'P9', [{ at: START, core: 21.4 }]);
    expect(await house.readings.cores('a', START, START + HOUR)).toEqual([{ at: START, core: 21.4 }]);
    expect(await house.readings.cores('b', START, START + HOUR)).toEqual([]);
  });

  it('a forecast is a new word on its own span, and only there', async () => {
    const at = (h: number) => START + h * HOUR;
    await house.forecasts.put(
      [0, 1, 2, 3].map((h) => ({ at: at(h), air: 5 })),
      'service'
    );
    await house.forecasts.put(
      [
        { at: at(1), air: 9 },
        { at: at(2), air: 9, rh: 0.7 }
      ],
      'typed'
    );
    const rows = await house.forecasts.between(START, at(9));
    expect(rows.map((r) => [r.air, r.source])).toEqual([
      [5, 'service'],
      [9, 'typed'],
      [9, 'typed'],
      [5, 'service']
    ]);
    expect(rows[2]!.rh).toBe(0.7);
  });
});
