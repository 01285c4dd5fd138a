import type { Reading, Refusal } from '$core/book';
import { TakeGate, parseScaleLine, type ScaleReading } from '$core/scale';
import { MASS_FAULTS } from '$lib/forms/mass-faults';
import { parseMass, roundGrams, type Grams, type MassUnit } from '$core/units';

/** What the bench has to say: in a place of its own, so that nothing moves. */
export interface Notice {
  kind: 'plain' | 'refused' | 'chain';
  text?: string;
  refusal?: Refusal;
  /** The way out, when there is one, and what it is called. */
  retry?: () => void;
  retryWords?: string;
  /** An item whose first weight may have been wrong. */
  correct?: string;
  /** Entries to take back, newest first. */
  chain?: string[];
}

export interface Weight {
  grams: Grams;
  tare: Grams;
  how: 'scale' | 'typed' | 'estimated';
}

/** Two presses closer together than this are one: a pedal bounces. */
const BOUNCE_MS = 250;

/** What lies on the plate or was typed, and whether it may be taken now. */
export class Plate {
  readonly #unit: MassUnit;
  readonly #settle: () => void;
  readonly #gate = new TakeGate();

  reading = $state.raw<ScaleReading | undefined>(undefined);
  gate = $state<TakeGate['state']>('silent');
  armed = $state(false);
  typed = $state('');
  /** A typed weight is a guess, and is marked as one. */
  estimated = $state(false);
  notice = $state.raw<Notice | undefined>(undefined);
  #pendingPress: (() => void) | undefined;
  readonly #lastPress = new Map<string, number>();

  /** @param settle  lays everything out by the book as it is now, before a press acts on it */
  constructor(unit: MassUnit, settle: () => void) {
    this.#unit = unit;
    this.#settle = settle;
  }

  /** A line of the scale. */
  show(line: string): void {
    const parsed = parseScaleLine(line);
    if (!parsed.ok) return;
    const fire = this.#gate.show(parsed.reading);
    if (fire) this.#settle();
    const { reading } = parsed;
    const was = this.reading;
    if (!was || was.grams !== reading.grams || was.state !== reading.state || was.tare !== reading.tare)
      this.reading = reading;
    this.gate = this.#gate.state;
    this.armed = this.#gate.armed;
    if (fire) {
      const press = this.#pendingPress;
      this.#pendingPress = undefined;
      press?.();
    }
  }

  /** The stream has ended: what was read last no longer counts. */
  silent(): void {
    this.#gate.show(undefined);
    this.reading = undefined;
    this.gate = 'silent';
    this.armed = false;
  }

  /** A digit, or a correction, on the keypad. */
  digit(key: string): void {
    if (key === 'back') this.typed = this.typed.slice(0, -1);
    else if (key === 'clear') this.typed = '';
    else if (this.typed.length < 9) this.typed += key;
  }

  /** The weight to book: what was typed, else what the scale may give now. Undefined arms, or says why not. */
  protected weight(then: () => void): Weight | undefined {
    if (this.typed !== '') {
      const mass = parseMass(this.typed, this.#unit);
      if (mass.ok && mass.grams > 0)
        return {
          grams: mass.grams,
          tare: roundGrams(0),
          how: this.estimated ? 'estimated' : 'typed'
        };
      const why = mass.ok ? 'nothing is not a weight' : MASS_FAULTS[mass.fault];
      this.notice = { kind: 'plain', text: `“${this.typed}”: ${why}. It is still there to change.` };
      return undefined;
    }
    if (this.#gate.press()) {
      const reading = this.reading;
      return reading
        ? { grams: roundGrams(reading.grams + reading.tare), tare: reading.tare, how: 'scale' }
        : undefined;
    }
    this.armed = this.#gate.armed;
    this.gate = this.#gate.state;
    if (this.armed) this.#pendingPress = then;
    else this.notice = { kind: 'plain', text: GATE_WORDS[this.gate] };
    return undefined;
  }

  /** The same control pressed twice in a blink is one press; two different ones are two. */
  protected bounced(control: string): boolean {
    this.#settle();
    const now = performance.now();
    const bounced = now - (this.#lastPress.get(control) ?? -Infinity) < BOUNCE_MS;
    if (!bounced) this.#lastPress.set(control, now);
    return bounced;
  }

  /** A weight is in the book: the scale must leave it before another counts. */
  protected took(weight: Weight | undefined): void {
    if (weight) this.#gate.take(weight.grams - weight.tare);
    this.gate = this.#gate.state;
    this.armed = false;
    this.typed = '';
    this.estimated = false;
  }
}

/** A weight as the book keeps it. */
export const asReading = ({ grams, tare, how }: Weight): Reading => ({
  grams,
  how,
  ...(tare > 0 ? { tare } : {}),
  ...(how === 'scale' ? { device: 'bench scale', steady: true } : {})
});

const GATE_WORDS: Record<TakeGate['state'], string> = {
  empty: 'The plate is empty. Put the piece on, or type its weight with the digits.',
  unsteady: 'Not steady yet. The press waits for it.',
  ready: '',
  taken: 'This reading is in the book. Lift it off; the next one counts.',
  negative: 'The plate shows less than nothing: look at the tare.',
  overload: 'Too heavy for this scale. Cut it in two, or type the weight from a hanging scale.',
  fault: 'The scale reports a fault. Weights can be typed.',
  silent: 'No word from the scale. Weights can be typed with the digits.'
};
