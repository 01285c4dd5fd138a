import type { ScaleReading } from './line';

/** How far a reading must be from the one taken before it counts as another piece: 10 g or 2 %, whichever is more. */
export const leaves = (taken: number, now: number): boolean =>
  Math.abs(now - taken) > Math.max(10, Math.abs(taken) * 0.02);

/** A press on an unsteady plate is for now: it waits so long for a steady reading and no longer, ms. */
export const ARM_MS = 2_000;
/** Under so many grams the plate is empty, whatever it trembles. */
const EMPTY_GRAMS = 10;
/** An armed press is dropped when the reading jumps by more than the piece it was made on, or by this, grams. */
const JUMP_GRAMS = 100;

export type GateState =
  'empty' | 'unsteady' | 'ready' | 'taken' | 'negative' | 'overload' | 'fault' | 'silent';

/** Why a press that waited is dropped. */
export type Dropped = 'late' | 'empty' | 'jump' | 'silent';

/** What a line does to a press that waits: takes now, is dropped, or nothing. */
export type Shown = { fire: true } | { fire: false; dropped?: Dropped };

/**
 * Decides whether the reading on the plate may be taken. After a take the scale must leave that reading first; a press
 * while the plate is unsteady arms for {@link ARM_MS}, and the next steady reading of the same piece is taken.
 */
export class TakeGate {
  #reading: ScaleReading | undefined;
  #taken: number | undefined;
  #armed: { at: number; grams: number } | undefined;

  get armed(): boolean {
    return this.#armed !== undefined;
  }

  /**
   * Shows the gate a new line, or that there is none any more.
   * @param now  ms of any steady clock, the same as of {@link press}
   */
  show(reading: ScaleReading | undefined, now: number): Shown {
    this.#reading = reading;
    if (
      reading &&
      this.#taken !== undefined &&
      (reading.state === 'steady' || reading.state === 'unsteady') &&
      leaves(this.#taken, reading.grams)
    )
      this.#taken = undefined;
    const armed = this.#armed;
    if (!armed) return { fire: false };
    const dropped = this.#dropped(armed, now);
    if (dropped) {
      this.#armed = undefined;
      return { fire: false, dropped };
    }
    if (this.state !== 'ready') return { fire: false };
    this.#armed = undefined;
    return { fire: true };
  }

  #dropped(armed: { at: number; grams: number }, now: number): Dropped | undefined {
    const reading = this.#reading;
    if (!reading || reading.state === 'fault' || reading.state === 'overload') return 'silent';
    if (now - armed.at > ARM_MS) return 'late';
    if (reading.grams < EMPTY_GRAMS) return 'empty';
    const jump = Math.abs(reading.grams - armed.grams);
    return jump > Math.max(JUMP_GRAMS, armed.grams) ? 'jump' : undefined;
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
  press(now: number): boolean {
    if (this.state === 'ready') return true;
    const reading = this.#reading;
    this.#armed =
      this.state === 'unsteady' && reading && reading.grams >= EMPTY_GRAMS
        ? { at: now, grams: reading.grams }
        : undefined;
    return false;
  }

  /** Lets a press that waits go. */
  disarm(): void {
    this.#armed = undefined;
  }

  /** The reading has been booked, here or at another bench. */
  take(grams: number): void {
    this.#taken = grams;
    this.#armed = undefined;
  }
}

/**
 * Numbers what lies on a plate: another number as soon as a steady reading has been left. Two benches that read one scale
 * know by it that they look at the same piece.
 */
export class PlateCount {
  #steady: number | undefined;
  #number = 0;

  /** Whether something lies there that has been steady: what comes next has another number. */
  get counted(): boolean {
    return this.#steady !== undefined;
  }

  /** @returns the number of what lies on the plate with this reading */
  show(reading: ScaleReading): number {
    const weighs = reading.state === 'steady' || reading.state === 'unsteady';
    if (this.#steady !== undefined && (!weighs || leaves(this.#steady, reading.grams))) {
      this.#steady = undefined;
      this.#number += 1;
    }
    if (reading.state === 'steady') this.#steady = reading.grams;
    return this.#number;
  }
}
