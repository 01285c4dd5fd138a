import type { Muscle, Pins, Priority, Wish } from '$core/plan';
import type { PlanAnswer, PlanQuestion, PlanSolution } from './plan.worker';

/** Whoever waits for the first answer waits no longer than this, ms. Own choice. */
const PATIENCE = 12_000;

/**
 * Plans in a worker: a good plan at once, then the best. A question that is asked while another is being solved ends that
 * one: solvers cannot be asked to stop.
 */
export class Planner {
  answer = $state.raw<PlanSolution | undefined>();
  /** The best is still looked for. */
  busy = $state(false);
  /** The last priority that is settled while the best is looked for. */
  settled = $state<Priority | undefined>();
  /** The worker or the solver broke off, or took too long: what it had said stands. */
  broke = $state(false);
  #worker: Worker | undefined;
  #id = 0;
  #patience: ReturnType<typeof setTimeout> | undefined;
  #then: (() => void) | undefined;

  /** @param then  hears that the last answer is there, or that there will be none */
  ask(muscles: readonly Muscle[], wishes: readonly Wish[], pins: Pins, then?: () => void): void {
    this.#end();
    this.#then = then;
    this.#id += 1;
    const id = this.#id;
    this.busy = true;
    this.settled = undefined;
    this.broke = false;
    const worker = new Worker(new URL('./plan.worker.ts', import.meta.url), { type: 'module' });
    this.#worker = worker;
    worker.addEventListener('message', ({ data }: MessageEvent<PlanAnswer>) => {
      if (data.id !== this.#id) return;
      if (data.kind === 'unsolved') return this.#over(true);
      this.answer = data.solution;
      if (data.kind === 'better') this.settled = data.settled;
      if (data.kind === 'last') this.#over(false);
    });
    worker.addEventListener('error', (event) => {
      event.preventDefault();
      if (id === this.#id) this.#over(true);
    });
    this.#patience = setTimeout(() => this.#over(true), PATIENCE);
    worker.postMessage({ id, muscles, wishes, pins } satisfies PlanQuestion);
  }

  /** Looks no further: the answer that there is stands. */
  cancel(): void {
    this.#end();
    this.busy = false;
  }

  /** Ends it with its page. */
  stop(): void {
    this.cancel();
    this.#id += 1;
  }

  #over(broke: boolean): void {
    this.#end();
    this.busy = false;
    this.broke = broke;
    this.#then?.();
  }

  #end(): void {
    clearTimeout(this.#patience);
    this.#worker?.terminate();
    this.#worker = undefined;
  }
}
