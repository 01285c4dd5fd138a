import { seeded } from '$core/statistics';
import { DAY, HOUR } from '$core/units';
import type { AirPoint } from '$core/chill';

export interface Climate {
  turn?: number;
  passing?: number;
}

/** By the demo's lake it is always late autumn, and mild: what hangs in the shed does not freeze, whenever somebody looks. */
export const DEMO_CLIMATE: Climate = { turn: 0.86, passing: 2 };

/**
 * A stand-in for a weather service: an invented lake's air, the same for the same hour, and a forecast of it whose error
 * grows with its reach. Seeded; nothing leaves the machine.
 */
export class SimulatedWeather {
  /**
   * @param climate.turn     a time of the year that it always is, 0 … 1 from New Year; the calendar's unless said
   * @param climate.passing  how far passing weather takes the air off its season, K; ±4.5 unless said
   */
  constructor(
    private readonly seed = 7,
    private readonly climate: Climate = {}
  ) {}

  /** Slow weather: a value for a day, −1 … 1, going over smoothly to the next. */
  #drift(at: number, salt: number, every: number): number {
    const x = at / every;
    const i = Math.floor(x);
    const value = (k: number) => seeded(((this.seed + salt) * 2_654_435_761 + k * 40_503) >>> 0)() * 2 - 1;
    const f = x - i;
    const s = f * f * (3 - 2 * f);
    return value(i) * (1 - s) + value(i + 1) * s;
  }

  /** Air outside at a moment: season, day and passing weather. °C, ratio, m/s. */
  truth(at: number): { air: number; rh: number; wind: number } {
    const day = new Date(at);
    const turn = this.climate.turn ?? (day.getUTCMonth() * 30.4 + day.getUTCDate()) / 365;
    const season = 6 - 9 * Math.cos(2 * Math.PI * (turn - 0.05));
    const hour = (at / HOUR) % 24;
    const cloud = (this.#drift(at, 11, 2 * DAY) + 1) / 2;
    const swing = 3.2 * (1 - 0.6 * cloud) * Math.sin((2 * Math.PI * (hour - 9)) / 24);
    const passing = this.climate.passing ?? 4.5;
    const air =
      season + passing * this.#drift(at, 23, 2.6 * DAY) + swing + 0.4 * this.#drift(at, 5, 2 * HOUR);
    const wind = Math.max(0, 3 + 2.4 * this.#drift(at, 43, 1.4 * DAY) + 0.3 * swing);
    return {
      air,
      wind,
      rh: Math.min(0.99, Math.max(0.45, 0.82 + 0.1 * this.#drift(at, 31, DAY) - swing * 0.02))
    };
  }

  /** Hours ahead as a service would say them at `now`. */
  forecast(now: number, days = 9): AirPoint[] {
    const first = Math.ceil(now / HOUR) * HOUR;
    return Array.from({ length: days * 24 }, (_, i) => {
      const at = first + i * HOUR;
      const { air, rh, wind } = this.truth(at);
      const reach = (at - now) / DAY;
      const error = this.#drift(at, 71 + Math.floor(now / DAY), 18 * HOUR) * (0.5 + 0.35 * reach);
      return {
        at,
        air: Math.round((air + error) * 10) / 10,
        rh: Math.round(rh * 100) / 100,
        wind: Math.round(wind * 10) / 10,
        forecast: true
      };
    });
  }
}
