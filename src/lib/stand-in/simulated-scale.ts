import { formatScaleLine } from '$core/scale';
import { seeded, type Uniform } from '$core/statistics';
import { MINUTE, grams } from '$core/units';

/** Ticks with an empty plate before the next piece lies on it, and until that is steady. */
const LIFT_TICKS = 3;
const SETTLE_TICKS = 5;
/** A shaken table calms itself. */
const SHAKEN_MS = MINUTE;
const CAPACITY = 400_000;
const DIVISION = 5;

/** Lines a second under test; a bench scale in continuous mode sends about ten. */
export const TEST_LINES = 100;

/** The demo's scale: a plate on which pieces are laid one after another, with the wobble, tare and limits of a real one. */
export class SimulatedScale {
  readonly name = 'simulated';
  readonly #intervalMs: number;
  readonly #listeners = new Set<(line: string) => void>();
  readonly #uniform: Uniform = seeded(4620);
  #timer: ReturnType<typeof setInterval> | undefined;
  #load = 0;
  #next: number | undefined;
  #lift = 0;
  #settle = 0;
  #tare = 0;
  #noise = false;
  #calms: ReturnType<typeof setTimeout> | undefined;
  readonly #shaken = new Set<(on: boolean) => void>();
  #sentSteady = 0;
  asked: string | undefined;
  wish: string | undefined;

  /** @param linesPerSecond  as many as a bench scale in continuous mode sends, 1 to 100 */
  constructor(linesPerSecond = 10) {
    this.#intervalMs = 1_000 / Math.min(100, Math.max(1, linesPerSecond));
  }

  lines(listener: (line: string) => void): () => void {
    this.#listeners.add(listener);
    this.#timer ??= setInterval(() => this.#tick(), this.#intervalMs);
    return () => {
      this.#listeners.delete(listener);
      if (this.#listeners.size === 0) this.#stop();
    };
  }

  lay(value: number, asked?: string): void {
    this.asked = asked;
    this.#next = Math.max(0, value);
    this.#lift = this.#load > 0 ? LIFT_TICKS : 1;
    this.#load = 0;
    this.#settle = 1;
  }

  tare(): void {
    this.#tare = Math.round(this.#load / DIVISION) * DIVISION;
    this.#settle = 2;
  }

  noise(on: boolean): void {
    clearTimeout(this.#calms);
    this.#shake(on);
    // Nobody leans on a table for ever; the next bench must not wait for whoever shook it.
    if (on) {
      this.#calms = setTimeout(() => this.#shake(false), SHAKEN_MS);
      this.#calms.unref?.();
    }
  }

  #shake(on: boolean): void {
    if (this.#noise === on) return;
    this.#noise = on;
    for (const hear of this.#shaken) hear(on);
  }

  shaken(listener: (on: boolean) => void): () => void {
    this.#shaken.add(listener);
    listener(this.#noise);
    return () => this.#shaken.delete(listener);
  }

  close(): void {
    clearTimeout(this.#calms);
    this.#shaken.clear();
    this.#listeners.clear();
    this.#stop();
  }

  #stop(): void {
    clearInterval(this.#timer);
    this.#timer = undefined;
  }

  #tick(): void {
    if (this.#next !== undefined && this.#lift <= 0) {
      this.#load = this.#next;
      this.#next = undefined;
      this.#settle = SETTLE_TICKS;
    }
    this.#lift -= 1;
    const line = this.#line();
    for (const listener of this.#listeners) listener(line);
  }

  #line(): string {
    const tare = grams(this.#tare);
    if (this.#load > CAPACITY) return formatScaleLine({ state: 'overload', grams: grams(0), tare });
    const wobble =
      this.#settle > 0 || this.#noise
        ? Math.max(0, this.#settle) * (this.#uniform() - 0.5) * Math.min(400, 20 + this.#load * 0.02) +
          (this.#noise ? (this.#uniform() - 0.5) * 80 : 0)
        : 0;
    const steady = this.#settle <= 0 && !this.#noise;
    this.#settle -= 1;
    const shown = grams(Math.round((this.#load + wobble) / DIVISION) * DIVISION - this.#tare);
    this.#sentSteady = steady ? this.#sentSteady + 1 : 0;
    const line = formatScaleLine({ state: steady ? 'steady' : 'unsteady', grams: shown, tare });
    // A worn cable now and then drops a character; the parser throws such lines away.
    return this.#sentSteady > 0 && this.#sentSteady % 57 === 0 ? line.slice(1) : line;
  }
}
