import { describe, expect, it } from 'vitest';
import { readFile } from '../air-import';
import { loggerClock } from './logger';
import { SimulatedLogger, type LoggerProbe } from './simulated-logger';
import { DEMO_CLIMATE, SimulatedWeather } from './simulated-weather';
import { DAY, MINUTE } from '$core/units';

const FROM = Date.UTC(2026, 9, 20);
const weather = new SimulatedWeather();
const cold: LoggerProbe = { name: 'P2', place: 'room:cold', kind: 'cold', set: 3 };
const shed: LoggerProbe = { name: 'P1', place: 'room:shed', kind: 'shed' };
const logger = new SimulatedLogger([cold, shed], weather);

describe('the stand-in logger', () => {
  it('says the same for the same minute, falls silent now and then, and its doors open', () => {
    const rows = [...logger.span(cold, FROM, FROM + 20 * DAY, 5)];
    expect(rows).toEqual([...logger.span(cold, FROM, FROM + 20 * DAY, 5)]);
    expect(rows.length).toBeLessThan((20 * DAY) / (5 * MINUTE));
    expect(rows.length).toBeGreaterThan(0.95 * ((20 * DAY) / (5 * MINUTE)));
    const air = rows.map((r) => r.air!);
    const mean = air.reduce((a, b) => a + b, 0) / air.length;
    expect(Math.abs(mean - 3)).toBeLessThan(0.6);
    expect(Math.max(...air)).toBeGreaterThan(mean + 1.5);
    const open = rows.filter((r) => logger.at(cold, r.at)!.door);
    expect(open.length).toBeGreaterThan(20);
    expect(logger.battery(cold, FROM)).not.toBe(logger.battery(cold, FROM + 30 * DAY));
  });

  it('its file is read back as it was, in either style, gaps and all', () => {
    const zone = 'Europe/Oslo';
    for (const [unit, separator] of [
      ['C', ','],
      ['F', ';']
    ] as const) {
      const text = [
        ...logger.csv(shed, FROM, FROM + 12 * DAY, 10, { unit, separator, clock: loggerClock(zone) })
      ].join('');
      const file = readFile(text, { timeZone: zone }, FROM + 20 * DAY);
      if (!file.ok) throw new Error(file.fault);
      expect(file.shape).toMatchObject({ unit, unitAsked: false, comma: separator === ';' });
      const rows = [...logger.span(shed, FROM, FROM + 12 * DAY, 10)];
      expect(file.read.readings).toHaveLength(rows.length);
      file.read.readings.forEach((r, i) => {
        expect(r.at).toBe(rows[i]!.at);
        expect(Math.abs(r.air! - rows[i]!.air!)).toBeLessThan(0.06);
        expect(Math.abs(r.rh! - rows[i]!.rh!)).toBeLessThan(0.002);
      });
      expect(file.read.gaps.length).toBeGreaterThan(0);
      // The night the clocks go back lies in it: every row found its moment.
      expect(file.read.clockChange).toBeGreaterThan(5);
    }
  });
});

describe('the stand-in weather', () => {
  it('is colder by night and in winter, and its forecast errs the more the further it reaches', () => {
    const mean = (from: number, days: number, hour?: number) => {
      const list = Array.from({ length: days * 24 }, (_, h) => from + h * 3_600_000).filter(
        (t) => hour === undefined || new Date(t).getUTCHours() === hour
      );
      return list.reduce((s, t) => s + weather.truth(t).air, 0) / list.length;
    };
    expect(mean(Date.UTC(2026, 6, 1), 30)).toBeGreaterThan(mean(Date.UTC(2026, 0, 1), 30) + 8);
    expect(mean(FROM, 30, 15)).toBeGreaterThan(mean(FROM, 30, 3) + 1);
    const errors = (day: number) => {
      let sum = 0;
      for (let start = 0; start < 20; start += 1) {
        const now = FROM + start * DAY;
        const { at, air } = weather.forecast(now)[day * 24]!;
        sum += Math.abs(air - weather.truth(at).air);
      }
      return sum;
    };
    expect(errors(8)).toBeGreaterThan(errors(0));
    expect(weather.forecast(FROM)).toEqual(weather.forecast(FROM));
  });

  it('does not depend on the calendar by the demo’s lake: nothing in its shed freezes on any day, and no day is warm', () => {
    const demo = new SimulatedLogger([shed], new SimulatedWeather(7, DEMO_CLIMATE));
    for (let day = 0; day < 3 * 365; day += 1) {
      // The night half of a day, after which a thin carcass is as cold as it gets.
      const read = Array.from(
        { length: 12 },
        (_, h) => demo.at(shed, Date.UTC(2026, 0, 1 + day, 8 - h))?.air
      ).filter((air) => air !== undefined);
      const mean = read.reduce((a, b) => a + b, 0) / read.length;
      expect(mean).toBeGreaterThan(-0.8);
      expect(mean).toBeLessThan(6);
    }
  });
});
