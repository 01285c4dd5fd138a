import { parentPort, type MessagePort } from 'node:worker_threads';
import { STREAMS, TASKS } from './tasks';
import type { Asked, Said } from './aside';

/* A thread beside the server's own: it does what it is asked, and says what comes of it. */

/** Buffers of an answer, which are handed over and not copied. */
function* buffersOf(value: unknown): Generator<ArrayBuffer> {
  if (ArrayBuffer.isView(value) && value.buffer instanceof ArrayBuffer) yield value.buffer;
  else if (typeof value === 'object' && value !== null)
    for (const one of Object.values(value)) yield* buffersOf(one);
}

const faultOf = (error: unknown): string =>
  error instanceof Error ? (error.stack ?? error.message) : String(error);

async function work(port: MessagePort, { id, task, asked }: Asked): Promise<void> {
  const say = (said: Said) =>
    port.postMessage(said, said.kind === 'done' ? [...new Set(buffersOf(said.answer))] : []);
  try {
    if (Object.hasOwn(STREAMS, task)) {
      const stream = STREAMS[task as keyof typeof STREAMS] as (asked: unknown) => AsyncIterable<unknown>;
      for await (const one of stream(asked)) say({ id, kind: 'said', said: one });
      say({ id, kind: 'done', answer: undefined });
    } else {
      const whole = TASKS[task as keyof typeof TASKS] as (asked: unknown) => unknown;
      say({ id, kind: 'done', answer: await whole(asked) });
    }
  } catch (error) {
    say({ id, kind: 'fault', why: faultOf(error) });
  }
}

const port = parentPort;
// What cannot even be said ends this thread, and the server hears of that.
port?.on('message', (asked: Asked) => {
  work(port, asked).catch((error: unknown) =>
    process.nextTick(() => {
      throw error;
    })
  );
});
