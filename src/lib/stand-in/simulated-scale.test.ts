import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { parseScaleLine, type ScaleReading } from '$core/scale';
import { SimulatedScale } from './simulated-scale';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

/** Listens for so many tenths of a second; gives what parsed, and how many lines did not. */
function listen(scale: SimulatedScale, ticks: number): { readings: ScaleReading[]; broken: number } {
  const readings: ScaleReading[] = [];
  let broken = 0;
  const stop = scale.lines((line) => {
    const parsed = parseScaleLine(line);
    if (parsed.ok) readings.push(parsed.reading);
    else broken += 1;
  });
  vi.advanceTimersByTime(ticks * 100);
  stop();
  return { readings, broken };
}

describe('the simulated scale', () => {
  it('wobbles, then settles on what lies on it, in its divisions', () => {
    const scale = new SimulatedScale();
    listen(scale, 10);
    scale.lay(1_283);
    const { readings } = listen(scale, 20);
    const states = readings.map((r) => r.state);
    expect(states).toContain('unsteady');
    expect(states.slice(-5)).toEqual(Array(5).fill('steady'));
    expect(states.lastIndexOf('unsteady')).toBeLessThan(states.length - 5);
    expect(readings.at(-1)?.grams).toBe(1_285);
    for (const r of readings) expect(r.grams % 5).toBe(0);
  });

  it('is empty between two pieces, so that a new one can be told from the old', () => {
    const scale = new SimulatedScale();
    scale.lay(900);
    listen(scale, 15);
    scale.lay(905);
    const { readings } = listen(scale, 15);
    expect(readings.some((r) => Math.abs(r.grams) < 50)).toBe(true);
    expect(readings.at(-1)).toMatchObject({ state: 'steady', grams: 905 });
  });

  it('takes the tare off, and goes below nothing when the tub is lifted', () => {
    const scale = new SimulatedScale();
    scale.lay(400);
    listen(scale, 15);
    scale.tare();
    expect(listen(scale, 10).readings.at(-1)).toMatchObject({ grams: 0, tare: 400 });
    scale.lay(0);
    expect(listen(scale, 15).readings.at(-1)?.grams).toBe(-400);
  });

  it('says when it is too much', () => {
    const scale = new SimulatedScale();
    scale.lay(450_000);
    expect(listen(scale, 15).readings.at(-1)?.state).toBe('overload');
  });

  it('never settles while somebody leans on the table', () => {
    const scale = new SimulatedScale();
    scale.lay(2_000);
    scale.noise(true);
    const { readings } = listen(scale, 30);
    expect(readings.every((r) => r.state === 'unsteady')).toBe(true);
    // It shakes no harder the longer it is shaken.
    const later = listen(scale, 300).readings.map((r) => r.grams);
    expect(Math.max(...later) - Math.min(...later)).toBeLessThanOrEqual(90);
    scale.noise(false);
    expect(listen(scale, 10).readings.at(-1)?.state).toBe('steady');
  });

  it('is one table, tells everybody that it is shaken, and calms itself after a minute', () => {
    const scale = new SimulatedScale();
    const heard: boolean[] = [];
    const stop = scale.shaken((on) => heard.push(on));
    scale.lay(2_000);
    listen(scale, 10);
    scale.noise(true);
    scale.noise(true);
    expect(heard).toEqual([false, true]);
    vi.advanceTimersByTime(59_000);
    expect(listen(scale, 5).readings.every((r) => r.state === 'unsteady')).toBe(true);
    vi.advanceTimersByTime(2_000);
    expect(heard).toEqual([false, true, false]);
    expect(listen(scale, 10).readings.at(-1)?.state).toBe('steady');
    stop();
    scale.close();
  });

  it('now and then drops a character, and the parser throws that line away', () => {
    const scale = new SimulatedScale();
    scale.lay(1_000);
    const { readings, broken } = listen(scale, 300);
    expect(broken).toBeGreaterThan(0);
    expect(broken).toBeLessThan(10);
    for (const r of readings.slice(20)) expect(r.grams).toBe(1_000);
  });

  it('is still when nobody listens', () => {
    const scale = new SimulatedScale();
    listen(scale, 1);
    expect(vi.getTimerCount()).toBe(0);
    const hear = vi.fn();
    scale.lines(hear);
    scale.close();
    vi.advanceTimersByTime(1000);
    expect(hear).not.toHaveBeenCalled();
  });
});
