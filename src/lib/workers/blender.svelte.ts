import type { Blend, BlendAsk } from '$core/grind';
import type { BlendAnswer, BlendQuestion } from './blend.worker';

/** The linear programme in its worker: the answer to what was asked last. */
export class Blender {
  answer = $state.raw<Blend | undefined>();
  busy = $state(false);
  /** The worker broke off; what it had said stands. */
  broke = $state(false);
  #worker: Worker | undefined;
  #id = 0;

  ask(ask: BlendAsk): void {
    this.#id += 1;
    this.busy = true;
    this.#start().postMessage({ id: this.#id, ask } satisfies BlendQuestion);
  }

  #start(): Worker {
    if (this.#worker) return this.#worker;
    const worker = new Worker(new URL('./blend.worker.ts', import.meta.url), { type: 'module' });
    worker.addEventListener('message', ({ data }: MessageEvent<BlendAnswer>) => {
      if (data.id !== this.#id) return;
      this.answer = data.answer;
      this.busy = false;
      this.broke = false;
    });
    worker.addEventListener('error', (event) => {
      event.preventDefault();
      this.stop();
      this.broke = true;
      this.busy = false;
    });
    return (this.#worker = worker);
  }

  /** Ends it with its page. */
  stop(): void {
    this.#worker?.terminate();
    this.#worker = undefined;
  }
}
