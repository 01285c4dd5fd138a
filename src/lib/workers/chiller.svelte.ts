import type { Answer, Band, Question, Way } from '$core/chill';
import type { PlainAsked } from '$core/hang';
import type { ChillAnswer, ChillAsk } from './chill';

/** The model in its worker: what it has said last, whether it is at it, and whether it broke. */
export class Chiller {
  way = $state.raw<Way | undefined>();
  band = $state.raw<Band | undefined>();
  answers = $state.raw<Partial<Record<Question, Answer>>>({});
  busy = $state(false);
  /** The worker broke off; what it had said stands. */
  broke = $state(false);
  #worker: Worker | undefined;
  #id = 0;
  #frame = 0;
  #waiting: Omit<ChillAsk, 'id'> | undefined;
  #fresh: Partial<Record<Question, Answer>> = {};

  constructor(first?: Way) {
    this.way = first;
  }

  /** Asks; whatever was asked before is dropped. Several asks of one frame are one. */
  ask(plain: PlainAsked, at: number, now: number, band = true): void {
    this.#waiting = { plain, at, now, band };
    this.busy = true;
    this.#frame ||= requestAnimationFrame(() => {
      this.#frame = 0;
      const ask = this.#waiting;
      if (!ask) return;
      this.#waiting = undefined;
      this.#id += 1;
      this.#fresh = {};
      this.#start().postMessage({ id: this.#id, ...$state.snapshot(ask) } as ChillAsk);
    });
  }

  #start(): Worker {
    if (this.#worker) return this.#worker;
    const worker = new Worker(new URL('./chill.worker.ts', import.meta.url), { type: 'module' });
    worker.addEventListener('message', ({ data }: MessageEvent<ChillAnswer>) => this.#hear(data));
    worker.addEventListener('error', (event) => {
      event.preventDefault();
      this.#drop();
      this.broke = true;
      this.busy = false;
    });
    return (this.#worker = worker);
  }

  #hear(said: ChillAnswer): void {
    if (said.id !== this.#id) return;
    this.broke = false;
    if (said.kind === 'curve') {
      this.way = said.way;
      this.band = undefined;
    } else if (said.kind === 'answer') {
      this.#fresh = { ...this.#fresh, [said.answer.question]: said.answer };
      this.answers = { ...this.answers, ...this.#fresh };
    } else if (said.kind === 'band') this.band = said.band;
    else {
      this.answers = this.#fresh;
      this.busy = false;
    }
  }

  #drop(): void {
    this.#worker?.terminate();
    this.#worker = undefined;
  }

  /** Ends it with its page. */
  stop(): void {
    if (this.#frame) cancelAnimationFrame(this.#frame);
    this.#frame = 0;
    this.#drop();
  }
}
