import { MINUTE } from '$core/units';
const KEY = 'yonder-cautions';

/** The day as this device counts it. */
const today = (): string => new Date().toLocaleDateString('sv');

/** Cautions that somebody at this device has read and does not want again today. Tomorrow they are back. */
class Dismissed {
  #keys = $state.raw<ReadonlySet<string>>(new Set());

  constructor() {
    if (typeof localStorage === 'undefined') return;
    try {
      const kept = JSON.parse(localStorage.getItem(KEY) ?? '{}') as { day?: string; keys?: string[] };
      if (kept.day === today()) this.#keys = new Set(kept.keys ?? []);
    } catch {
      // What cannot be read is not kept.
    }
  }

  has(key: string): boolean {
    return this.#keys.has(key);
  }

  add(key: string): void {
    this.#keys = new Set([...this.#keys, key]);
    localStorage.setItem(KEY, JSON.stringify({ day: today(), keys: [...this.#keys] }));
  }
}

export const dismissed = new Dismissed();

const EDGE = 'yonder-edge';

/** The bench's own time: a minute hand, and how long the knife has gone on one edge. */
export class Minutes {
  now = $state(Date.now());
  #edge = $state(Date.now());
  #timer: ReturnType<typeof setInterval> | undefined;

  start(): () => void {
    const kept = Number(localStorage.getItem(EDGE));
    // An edge of another sitting is nobody's measure.
    if (kept > Date.now() - 4 * 60 * MINUTE) this.#edge = kept;
    else this.fresh();
    this.#timer = setInterval(() => (this.now = Date.now()), 10_000);
    return () => clearInterval(this.#timer);
  }

  /** The edge is fresh. */
  fresh(): void {
    this.#edge = Date.now();
    this.now = Date.now();
    localStorage.setItem(EDGE, String(this.#edge));
  }

  /** Whole minutes on one edge. */
  get edge(): number {
    return Math.max(0, Math.floor((this.now - this.#edge) / MINUTE));
  }

  /** Whole minutes since a moment. */
  since(at: number): number {
    return Math.max(0, Math.floor((this.now - at) / MINUTE));
  }
}
