import type { BookedEntry, Draft, Intent } from '$core/book';
import type { MassUnit } from '$core/units';
import { Cable } from '$lib/bench/cable.svelte';
import { benchKey, takesOver } from '$lib/bench/keys';
import { Plate, type Weight } from '$lib/bench/plate.svelte';
import { deviceName, freshId } from '$lib/device/ids';
import { isTyping } from '$lib/device/typing';
import { outbox } from '$lib/device/outbox.svelte';
import { sendJson } from '$lib/device/send';
import { connect } from '$lib/device/stream';

/** What a station is told as its page opens. */
export interface StationData {
  larder: { units: MassUnit };
  /** Whose hand entries are signed with. */
  hand: string;
  /** A simulated scale may be used, and answers here. */
  standIn: boolean;
  demo: boolean;
}

/** A tone, where somebody has asked for tones: what makes it comes with the first. */
const sound = (kind: 'booked' | 'refused'): void =>
  void import('$lib/device/sound').then(({ tone }) => tone(kind));

/**
 * A place in the room where things are weighed and booked that are not of one animal alone: what its scale says, and what
 * becomes of the entries that it has handed in.
 */
export class Station extends Plate {
  readonly cable: Cable;
  readonly #data: () => StationData;
  /** The page hears what is pressed. */
  awake = $state(false);
  panel = $state<'keypad' | 'scale' | undefined>();
  /** Somebody shakes the stand-in's table. */
  shaken = $state(false);
  /** Entries handed in here and not answered yet. */
  waiting = $state(0);
  readonly #sent = new Map<string, { done: (entry: BookedEntry) => void; refused: () => void }>();
  #device = '';
  #press: () => void = () => undefined;

  constructor(data: () => StationData) {
    super(data().larder.units, () => undefined);
    this.#data = data;
    this.cable = new Cable(this);
  }

  get data(): StationData {
    return this.#data();
  }

  /**
   * Joins the scale's stream and the outbox; gives the way to leave.
   * @param press  what Space and a pedal do
   * @param news  somebody has booked something
   */
  join(press: () => void, news: (seq: number) => void = () => undefined): () => void {
    this.#device = deviceName();
    this.#press = press;
    outbox.start();
    const leave = outbox.listen((draft, answer) => {
      const hears = this.#sent.get(draft.id);
      if (!hears) return;
      this.#sent.delete(draft.id);
      this.waiting = this.#sent.size;
      if (answer.status !== 'refused') {
        if (answer.entry) hears.done(answer.entry);
        return;
      }
      hears.refused();
      sound('refused');
      const { refusal } = answer;
      if (refusal && refusal.code !== 'invalid') this.notice = { kind: 'refused', refusal };
      else
        this.notice = {
          kind: 'plain',
          text: `Not booked: ${answer.errors?.[0]?.message ?? 'something in it cannot be read'}.`
        };
      // It is said here, where it was pressed.
      void outbox.dismiss(draft.id);
    });
    const stream = connect('/api/v1/scale/stream', {
      scale: (line, plate) =>
        !this.cable.on && this.show(line, { plate, ...(this.data.standIn ? { simulated: true } : {}) }),
      taken: ({ plate, hand, device }) => {
        if (device !== this.#device)
          this.takenElsewhere(
            plate,
            `${hand} has taken that off this scale. Lift it off; the next one counts.`
          );
      },
      table: (on) => (this.shaken = on),
      book: news,
      lost: () => !this.cable.on && this.silent(),
      found: () => news(0)
    });
    const leaveCable = this.cable.start();
    const hide = () => document.hidden && this.disarm('hidden');
    document.addEventListener('visibilitychange', hide);
    this.awake = true;
    return () => {
      leave();
      stream.close();
      leaveCable();
      document.removeEventListener('visibilitychange', hide);
    };
  }

  /**
   * Hands intents in, in this order; they are kept on the device until the book has answered.
   * @param done  hears each entry that stands
   * @param refused  hears that one was not booked; why is said in the notice
   */
  book(
    intents: readonly Intent[],
    done: (entry: BookedEntry) => void = () => undefined,
    refused: () => void = () => undefined
  ): Draft[] {
    const drafts = intents.map((intent): Draft => ({
      id: freshId(),
      at: Date.now(),
      hand: this.data.hand,
      device: this.#device,
      intent
    }));
    for (const draft of drafts) this.#sent.set(draft.id, { done, refused });
    this.waiting = this.#sent.size;
    void outbox.put(drafts);
    sound('booked');
    return drafts;
  }

  /**
   * Takes what lies on the plate, or was typed; an unsteady plate is waited for.
   * @param what  the control that was pressed: the same one twice in a blink is one press
   */
  take(what: string, then: (weight: Weight) => void): void {
    if (this.bounced(what)) return;
    this.#take(then);
  }
  #take(then: (weight: Weight) => void): void {
    const weight = this.weight(() => this.#take(then));
    if (!weight) return;
    this.notice = undefined;
    this.panel = undefined;
    this.took(weight);
    then(weight);
  }

  /** A control pressed for something that needs no weight; the same one twice in a blink is one press. */
  act(what: string, then: () => void): void {
    if (!this.bounced(what)) then();
  }

  /** Lays something on the stand-in's plate, in the demo. */
  readonly lay = (grams: number): void => {
    if (this.data.demo && this.data.standIn) void this.toScale({ action: 'lay', grams });
  };
  readonly toScale = (body: unknown) => sendJson('/api/v1/scale', 'POST', body);

  /** A key, wherever it was pressed on the page. */
  readonly hear = (event: KeyboardEvent): void => {
    const { target } = event;
    // A list to tick is gone through by keys of its own.
    if (event.key === ' ' && target instanceof HTMLInputElement) return;
    const key = benchKey(event, {
      free: target === document.body,
      typing: isTyping(target),
      typed: this.typed !== '',
      letters: []
    });
    if (!key || key.kind === 'find' || key.kind === 'keys' || key.kind === 'more') return;
    if (takesOver(key, event)) event.preventDefault();
    if (!this.awake) return;
    if (key.kind === 'press') this.#press();
    else if (key.kind === 'back') this.panel = undefined;
    else if (key.kind === 'erase') this.digit('back');
    else if (key.kind === 'digit') {
      this.panel = 'keypad';
      this.digit(key.digit);
    }
  };
}
