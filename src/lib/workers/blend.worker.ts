import { blend, type Blend, type BlendAsk } from '$core/grind';

/** A question to the worker, and its answer. */
export interface BlendQuestion {
  id: number;
  ask: BlendAsk;
}
export interface BlendAnswer {
  id: number;
  answer: Blend | undefined;
}

addEventListener('message', ({ data: { id, ask } }: MessageEvent<BlendQuestion>) => {
  postMessage({ id, answer: blend(ask) } satisfies BlendAnswer);
});
