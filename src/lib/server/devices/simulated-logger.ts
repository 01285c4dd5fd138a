import { normal, seedOf, seeded } from '$core/statistics';
import { DAY, HOUR, MINUTE } from '$core/units';
import type { ProbeReading } from '$core/probe';
import type { SimulatedWeather } from './simulated-weather';

export interface LoggerProbe {
  name: string;
  /** Where it hangs: `room:<key>`, or `animal:<id>` with its core in the ham. */
  place: string;
  kind: 'cold' | 'shed' | 'core';
  /** What a held room is set to, °C. */
  set?: number;
  /** Of a core: °C at a moment as the model of a hidden true animal has it. */
  core?: (at: number) => number | undefined;
}

/**
 * A temperature and humidity logger that is none: probes that drift, doors that open, silences, a battery that runs down.
 * What a probe says at a minute depends on the minute alone, so that any span may be asked for again.
 */
export class SimulatedLogger {
  constructor(
    readonly probes: readonly LoggerProbe[],
    private readonly weather: SimulatedWeather
  ) {}

  probe(name: string): LoggerProbe | undefined {
    return this.probes.find((p) => p.name === name);
  }

  /** Per cent of the battery left: a month and a half a charge. */
  battery(probe: LoggerProbe, at: number): number {
    const span = 45 * DAY;
    const phase = seedOf(probe.name) % span;
    return Math.round(100 * (1 - (((at + phase) % span) / span) * 0.92));
  }

  /** What the probe says at a minute; undefined in one of its silences. */
  at(probe: LoggerProbe, at: number): (ProbeReading & { door?: boolean }) | undefined {
    const minute = Math.floor(at / MINUTE) * MINUTE;
    const seed = seedOf(probe.name);
    // A silence of an hour to five, about once in nine days, and longer ones on a flat battery.
    const block = Math.floor((minute + (seed % DAY)) / (9 * DAY));
    const silence = seeded(seed ^ (block * 7919));
    const starts = block * 9 * DAY - (seed % DAY) + silence() * 8 * DAY;
    const lasts = HOUR * (1 + 4 * silence());
    if (minute >= starts && minute < starts + lasts) return undefined;
    const noise = seeded((seed ^ (minute / MINUTE)) >>> 0);
    const drift = 0.25 * Math.sin((2 * Math.PI * minute) / (40 * DAY) + (seed % 7));
    if (probe.kind === 'core') {
      const core = probe.core?.(minute);
      return core === undefined
        ? undefined
        : { at: minute, core: round(core + drift * 0.4 + 0.05 * normal(noise)) };
    }
    const outside = this.weather.truth(minute);
    const door = this.#door(probe, minute);
    if (probe.kind === 'shed') {
      // Walls hold the day back by a few hours and take half of its swing.
      const late = this.weather.truth(minute - 3 * HOUR).air;
      const air = 0.5 * outside.air + 0.5 * late + 0.6 + drift + 0.08 * normal(noise);
      return {
        at: minute,
        air: round(air),
        rh: ratio(outside.rh - 0.03 + 0.01 * normal(noise)),
        ...(door > 0.2 ? { door: true } : {})
      };
    }
    const set = probe.set ?? 3;
    const cycle = 0.45 * Math.sin((2 * Math.PI * minute) / (38 * MINUTE));
    const air = set + cycle + drift + door * Math.max(2, outside.air - set + 6) * 0.5 + 0.06 * normal(noise);
    return {
      at: minute,
      air: round(air),
      rh: ratio(0.83 - 0.03 * cycle + 0.08 * door + 0.008 * normal(noise)),
      ...(door > 0.2 ? { door: true } : {})
    };
  }

  /** How far a door's warmth still lies in the room, 0 … 1: opened some times a day, gone in twenty minutes. */
  #door(probe: LoggerProbe, minute: number): number {
    const day = Math.floor(minute / DAY);
    const uniform = seeded(seedOf(probe.name) ^ (day * 104_729));
    let most = 0;
    for (let i = 0; i < 5; i += 1) {
      const opened = day * DAY + (6 + 14 * uniform()) * HOUR;
      const since = (minute - opened) / MINUTE;
      if (since >= 0 && since < 40) most = Math.max(most, Math.exp(-since / 9));
    }
    return most;
  }

  /** A span of readings at an interval in minutes. */
  *span(probe: LoggerProbe, from: number, to: number, every = 1): Generator<ProbeReading> {
    const step = every * MINUTE;
    for (let at = Math.ceil(from / step) * step; at <= to; at += step) {
      const reading = this.at(probe, at);
      if (reading) yield { at: reading.at, air: reading.air, core: reading.core, rh: reading.rh };
    }
  }

  /** The file that such a logger gives over its cable: local clock, semicolons where asked, its battery in a column. */
  *csv(
    probe: LoggerProbe,
    from: number,
    to: number,
    every: number,
    style: { unit: 'C' | 'F'; separator: ',' | ';'; clock: (at: number) => string }
  ): Generator<string> {
    const { unit, separator, clock } = style;
    const figure = (value: number) => {
      const text = value.toFixed(1);
      return separator === ';' ? text.replace('.', ',') : text;
    };
    const degrees = (t: number) => figure(unit === 'F' ? (t * 9) / 5 + 32 : t);
    yield `Logger${separator}${probe.name}\n`;
    yield [
      'Date Time',
      `${probe.kind === 'core' ? 'Core' : 'Temperature'} (°${unit})`,
      'Humidity (%RH)',
      'Battery (%)'
    ].join(separator) + '\n';
    for (const r of this.span(probe, from, to, every)) {
      const t = r.core ?? r.air ?? 0;
      yield [
        clock(r.at),
        degrees(t),
        r.rh === undefined ? '' : figure(r.rh * 100),
        String(this.battery(probe, r.at))
      ].join(separator) + '\n';
    }
  }
}

const round = (t: number): number => Math.round(t * 10) / 10;
const ratio = (rh: number): number => Math.min(0.99, Math.max(0.2, Math.round(rh * 1000) / 1000));
