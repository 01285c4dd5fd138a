import type { ScaleReading } from './line';

/** How far a reading must be from the one taken before it counts as another piece: 10 g or 2 %, whichever is more. */
export const leaves = (taken: number, now: number): boolean =>
  Math.abs(now - taken) > Math.max(10, Math.abs(taken) * 0.02);

export type GateState =
  'empty' | 'unsteady' | 'ready' | 'taken' | 'negative' | 'overload' | 'fault' | 'silent';

/**
 * Decides whether the reading on the plate may be taken. After a take the scale must leave that reading first; a press
 * while the plate is unsteady arms, and the next steady reading is taken.
 */
export class TakeGate {
  #reading: ScaleReading | undefined;
  #taken: number | undefined;
  armed = false;

  /** Shows the gate a new line; true when an armed press may now take it. */
  show(reading: ScaleReading | undefined): boolean {
    this.#reading = reading;
    if (
      reading &&
      this.#taken !== undefined &&
      (reading.state === 'steady' || reading.state === 'unsteady') &&
      leaves(this.#taken, reading.grams)
    )
      this.#taken = undefined;
    if (this.armed && this.state === 'ready') {
      this.armed = false;
      return true;
    }
    return false;
  }

  get state(): GateState {
    const reading = this.#reading;
    if (!reading) return 'silent';
    if (reading.state === 'overload' || reading.state === 'fault') return reading.state;
    if (this.#taken !== undefined) return 'taken';
    if (reading.state === 'unsteady') return 'unsteady';
    if (reading.grams < 0) return 'negative';
    return reading.grams === 0 ? 'empty' : 'ready';
  }

  /** A press: true when the reading may be taken now; while unsteady it arms for the next steady one. */
  press(): boolean {
    if (this.state === 'ready') return true;
    this.armed = this.state === 'unsteady';
    return false;
  }

  /** The reading has been booked. */
  take(grams: number): void {
    this.#taken = grams;
    this.armed = false;
  }
}
