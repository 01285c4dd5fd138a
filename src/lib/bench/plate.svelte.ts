import type { Reading, Refusal } from '$core/book';
import { atTestPace } from '$lib/device/pace';
import { ARM_MS, TakeGate, parseScaleLine, type ScaleReading } from '$core/scale';
import { MASS_FAULTS } from '$lib/words/mass-faults';
import { parseMass, roundGrams, type Grams, type MassUnit } from '$core/units';

/** What the bench has to say: in a place of its own, so that nothing moves. */
export interface Notice {
  kind: 'plain' | 'refused' | 'chain';
  text?: string;
  refusal?: Refusal;
  /** The way out, when there is one, and what it is called. */
  retry?: () => void;
  retryWords?: string;
  /** A second way out, and what it is called. */
  also?: { words: string; run: () => void };
  /** What leaving it is called. */
  leaveWords?: string;
  /** An item whose first weight may have been wrong. */
  correct?: string;
  /** Entries to take back, newest first. */
  chain?: string[];
}

export interface Weight {
  grams: Grams;
  tare: Grams;
  how: 'scale' | 'typed' | 'estimated' | 'model';
  /** Of the larder's own scale: the number of what lay on its plate. */
  plate?: string | undefined;
  /** Said by a stand-in. */
  simulated?: boolean;
}

/** Where lines come from: a scale on this device's cable, or the larder's own, which may be a stand-in. */
export interface LineSource {
  plate?: string;
  simulated?: boolean;
}

/** Two presses closer together than this are one: a pedal bounces. */
const BOUNCE_MS = atTestPace() ? 4 : 250;
/** A press so soon after a take is that take's bounce, not the answer to what is asked next. */
const ANSWER_MS = atTestPace() ? 4 : 400;

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
  /** The moment of the key or touch that is being worked on, by the browser: a busy machine hears it later. */
  pressedAt: number | undefined;
  /** Asks for a weight by hand where no scale speaks, and goes on with it; false where a scale should speak. */
  byHand: (then: () => void) => boolean = () => false;
  #pending: { press: () => void; about: string } | undefined;
  #source: LineSource = {};
  /** The number of what lies on the larder's own scale. */
  lies = $state.raw<string | undefined>();
  #expires: ReturnType<typeof setTimeout> | undefined;
  #tookAt = -Infinity;
  readonly #lastPress = new Map<string, number>();

  /** @param settle  lays everything out by the book as it is now, before a press acts on it */
  constructor(unit: MassUnit, settle: () => void) {
    this.#unit = unit;
    this.#settle = settle;
  }

  /** What a press is about: the step in hand and the book it was made by. A press that waits is dropped when it changes. */
  protected about(): string {
    return '';
  }

  /** A line of the scale. */
  show(line: string, source: LineSource = {}): void {
    const parsed = parseScaleLine(line);
    if (!parsed.ok) return;
    this.#source = source;
    this.lies = source.plate;
    const shown = this.#gate.show(parsed.reading, performance.now());
    if (shown.fire) this.#settle();
    const { reading } = parsed;
    const was = this.reading;
    if (!was || was.grams !== reading.grams || was.state !== reading.state || was.tare !== reading.tare)
      this.reading = reading;
    this.gate = this.#gate.state;
    this.armed = this.#gate.armed;
    if (!shown.fire) {
      if (shown.dropped) this.#drop(DROP_WORDS[shown.dropped]);
      return;
    }
    const pending = this.#pending;
    this.#forget();
    if (pending && pending.about !== this.about()) this.#drop(DROP_WORDS.step);
    else pending?.press();
  }

  /** The stream has ended: what was read last no longer counts. */
  silent(): void {
    const shown = this.#gate.show(undefined, performance.now());
    this.reading = undefined;
    this.gate = 'silent';
    this.armed = false;
    if (!shown.fire && shown.dropped) this.#drop(DROP_WORDS[shown.dropped]);
  }

  /** Lets a press that waits for a steady reading go, and says so. */
  disarm(why: keyof typeof DROP_WORDS): void {
    if (!this.#pending) return;
    this.#gate.disarm();
    this.armed = false;
    this.#drop(DROP_WORDS[why]);
  }

  #forget(): void {
    clearTimeout(this.#expires);
    this.#pending = undefined;
  }

  #drop(words: string): void {
    this.#forget();
    this.notice = { kind: 'plain', text: words };
  }

  /** Another bench has taken what lies on the plate of the larder's scale. */
  takenElsewhere(plate: string, words: string): void {
    if (this.#source.plate !== plate || !this.reading || this.#gate.state === 'taken') return;
    this.#gate.take(this.reading.grams);
    this.#forget();
    this.gate = this.#gate.state;
    this.armed = false;
    this.notice = { kind: 'plain', text: words };
  }

  /** A digit, a sign, or a correction, on the keypad. */
  digit(key: string): void {
    if (key === 'back') this.typed = this.typed.slice(0, -1);
    else if (key === 'clear') this.typed = '';
    else if (this.typed.length < 9) this.typed += key;
  }

  /**
   * The weight to book: what was typed, else what the scale may give now. Undefined arms, or says why not.
   * @param supposed  what it should weigh, where nobody weighs
   */
  protected weight(then: () => void, supposed?: Grams): Weight | undefined {
    if (this.typed !== '') {
      const mass = parseMass(this.typed, this.#unit);
      if (mass.ok && mass.grams > 0)
        return {
          grams: mass.grams,
          tare: roundGrams(0),
          how: this.estimated ? 'estimated' : 'typed'
        };
      const why = mass.ok ? 'nothing is not a weight' : MASS_FAULTS[mass.fault];
      this.notice = {
        kind: 'plain',
        text: `“${this.typed}”: ${why}${why.endsWith('?') ? '' : '.'} It is still there to change.`
      };
      return undefined;
    }
    if (supposed !== undefined) return { grams: supposed, tare: roundGrams(0), how: 'model' };
    if (this.#gate.press(performance.now())) {
      this.#forget();
      const { reading } = this;
      return reading
        ? {
            grams: roundGrams(reading.grams + reading.tare),
            tare: reading.tare,
            how: 'scale',
            ...this.#source
          }
        : undefined;
    }
    this.armed = this.#gate.armed;
    this.gate = this.#gate.state;
    if (this.armed) {
      this.#forget();
      this.#pending = { press: then, about: this.about() };
      this.#expires = setTimeout(() => this.disarm('late'), ARM_MS + 50);
    } else if (this.gate !== 'silent' || !this.byHand(then))
      this.notice = { kind: 'plain', text: GATE_WORDS[this.gate] };
    return undefined;
  }

  /** The same control pressed twice in a blink is one press; two different ones are two. */
  protected bounced(control: string): boolean {
    this.#settle();
    const now = this.pressedAt ?? performance.now();
    const bounced = now - (this.#lastPress.get(control) ?? -Infinity) < BOUNCE_MS;
    if (!bounced) this.#lastPress.set(control, now);
    return bounced;
  }

  /** True so soon after a take that a press is more likely its bounce than an answer to what is asked now. */
  protected get justTook(): boolean {
    return (this.pressedAt ?? performance.now()) - this.#tookAt < ANSWER_MS;
  }

  /** A weight is in the book: the scale must leave it before another counts. */
  protected took(weight: Weight | undefined): void {
    if (weight) this.#gate.take(weight.grams - weight.tare);
    this.#tookAt = this.pressedAt ?? performance.now();
    this.#forget();
    this.gate = this.#gate.state;
    this.armed = false;
    // What asked for no weight has used none: what was typed is the next piece's.
    if (!weight) return;
    this.typed = '';
    this.estimated = false;
  }
}

/** A weight as the book keeps it. */
export const asReading = ({ grams, tare, how, plate, simulated }: Weight): Reading => ({
  grams,
  how,
  ...(tare > 0 ? { tare } : {}),
  ...(how === 'scale' ? { device: simulated ? 'simulated scale' : 'bench scale', steady: true } : {}),
  ...(how === 'scale' && plate ? { plate } : {}),
  ...(how === 'scale' && simulated ? { simulated: true as const } : {})
});

/** Why a press that waited for a steady reading was dropped. */
const DROP_WORDS = {
  late: 'Not steady within two seconds: nothing was booked. Press again when it is.',
  empty: 'The plate went empty: the press was dropped, nothing was booked.',
  jump: 'Something else came on the plate: the press was dropped. Look, and press again.',
  silent: 'The scale fell silent: the press was dropped, nothing was booked.',
  hidden: 'The page was out of sight: the press was dropped, nothing was booked.',
  step: 'Another step is in hand now: the press was dropped. Look, and press again.',
  other: 'Another device has booked on this animal: the press was dropped. Look, and press again.'
} as const;

const GATE_WORDS: Record<TakeGate['state'], string> = {
  empty: 'The plate is empty. Put the piece on, or type its weight with the digits.',
  unsteady: 'Not steady yet. The press waits two seconds for it.',
  ready: '',
  taken: 'This reading is in the book. Lift it off; the next one counts.',
  negative: 'The plate shows less than nothing: look at the tare.',
  overload: 'Too heavy for this scale. Cut it in two, or type the weight from a hanging scale.',
  fault: 'The scale reports a fault. Weights can be typed.',
  silent: 'No word from the scale. Weights can be typed with the digits.'
};
