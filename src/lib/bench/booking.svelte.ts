import { isBoundary, type Doubted, type Intent } from '$core/book';
import type { MassUnit } from '$core/units';
import { DOUBT_NO, DOUBT_YES } from '$lib/words/doubts';
import type { Bench } from './bench.svelte';
import { Plate, type Weight } from './plate.svelte';

/** Work on a piece that is off already: trimmed, parted in two, or weighed anew. */
export interface Task {
  kind: 'trim' | 'split' | 'reweigh' | 'correct';
  item: string;
}

/** A plate whose weights are booked on one animal: what is booked, what is asked about it, and what is said then. */
export abstract class Booking extends Plate {
  readonly bench: Bench;
  lastTaken = $state.raw<
    { text: string; grams: number; expected?: { low: number; high: number } | undefined } | undefined
  >(undefined);
  /** Both sides of a pair lie on the scale together. */
  both = $state(false);
  /** The step somebody chose, by its key. */
  protected chosen = $state<string | undefined>(undefined);
  #inHand = $state.raw<Task | undefined>(undefined);
  /** Keeps what is in hand over a reload. */
  keepTask: (task: Task | undefined) => void = () => undefined;
  protected readonly silverTo: () => 'stock' | 'discard';
  protected readonly onBooked: () => void;
  readonly #tone: (kind: 'booked' | 'refused') => void;

  /** @param tone  gives a sound where the device wants one */
  constructor(
    bench: Bench,
    unit: MassUnit,
    silverTo: () => 'stock' | 'discard',
    onBooked: () => void,
    tone: (kind: 'booked' | 'refused') => void = () => undefined
  ) {
    super(unit, () => bench.settle());
    this.#tone = tone;
    this.bench = bench;
    this.silverTo = silverTo;
    this.onBooked = onBooked;
  }

  /** What somebody has taken in hand again. */
  protected get inHand(): Task | undefined {
    return this.#inHand;
  }
  protected set inHand(task: Task | undefined) {
    if (task === this.#inHand) return;
    this.#inHand = task;
    this.keepTask(task);
  }
  /** Goes on with what was in hand before a reload. */
  resume(task: Task): void {
    this.#inHand = task;
  }

  /**
   * Books what asks for no weight, once a press.
   * @param press  the control that was pressed
   * @param said  words for when it is booked
   */
  act(press: string, said: (() => string) | undefined, ...intents: Intent[]): void {
    if (this.bounced(press)) return;
    this.book(undefined, ...intents);
    if (said && !this.notice) this.notice = { kind: 'plain', text: said() };
  }

  /** Books what was meant; what is refused or asked about is said with its ways out. `rest`: intents, and what follows. */
  protected book(weight: Weight | undefined, ...rest: (Intent | (() => void) | undefined)[]): void {
    const intents = rest.filter((r): r is Intent => typeof r === 'object');
    const then = rest.find((r): r is () => void => typeof r === 'function');
    const refusal = this.bench.book(...intents);
    this.#tone(refusal ? 'refused' : 'booked');
    if (refusal) {
      const [intent] = intents;
      const over =
        refusal.code === 'overdrawn' &&
        intent &&
        'acknowledged' in { acknowledged: undefined, ...intent } &&
        !isBoundary(refusal.item) &&
        (intent.kind === 'cut' || intent.kind === 'discard' || intent.kind === 'tub');
      if (refusal.code === 'doubt') {
        const { why } = refusal;
        this.notice = {
          kind: 'refused',
          refusal,
          retryWords: DOUBT_YES[why],
          leaveWords: DOUBT_NO[why],
          ...(why === 'loss' ? { correct: refusal.item } : {}),
          // A tub is lighter because what lies in it was trimmed, more often than because it dripped.
          ...(why === 'writeOff' && intent?.kind === 'tub' && refusal.grams > 0
            ? {
                also: {
                  words: 'Trimmed: silver, fat',
                  run: () => this.book(weight, { ...intent, lost: 'silver' }, then)
                }
              }
            : {}),
          retry: () => this.book(weight, ...intents.map((i) => assured(i, why)), then)
        };
        return;
      }
      this.notice = {
        kind: 'refused',
        refusal,
        ...(over && refusal.code === 'overdrawn' ? { correct: refusal.item } : {}),
        ...(over
          ? {
              retryWords: 'Rest unaccounted',
              retry: () => this.book(weight, { ...intent, acknowledged: true } as Intent, then)
            }
          : {})
      };
      return;
    }
    this.took(weight);
    this.both = false;
    this.notice = undefined;
    then?.();
    this.onBooked();
  }
}

/** The intent with one more question answered with yes. */
export const assured = (intent: Intent, why: Doubted): Intent => ({
  ...intent,
  sure: [...new Set([...(intent.sure ?? []), why])]
});
