import { heard } from '../heard';

/** Events that wait for one listener that does not take them; a scale speaks some ten times a second. */
const MOST_WAITING = 600;

/** How often a stream says that it is there, ms. */
const BEAT_MS = 15_000;

const open = new Set<() => void>();

/** Ends every open stream, so that the server can stop at once. */
export function stopStreams(): void {
  for (const close of open) close();
}

/**
 * A stream of server-sent events. `start` is given the way to send, and gives back the way to clean up; that runs once,
 * whoever ends the stream.
 * @param stands  asked at each beat: whether whoever listens may still; a stream outlives no sign-in
 */
export function eventStream(
  signal: AbortSignal,
  start: (send: (event: string, data: string, id?: string) => void) => () => void,
  stands: () => Promise<boolean> = () => Promise.resolve(true)
): Response {
  const encoder = new TextEncoder();
  let close: () => void = () => undefined;
  const stream = new ReadableStream<Uint8Array>({
    start(controller) {
      let ended = false;
      const send = (event: string, data: string, id?: string) => {
        const mark = id === undefined ? '' : `id: ${id}\n`;
        if (ended) return;
        // Whoever takes nothing for so long has gone, or joins again and is told what it missed.
        if ((controller.desiredSize ?? 0) < -MOST_WAITING) return close();
        controller.enqueue(encoder.encode(`event: ${event}\n${mark}data: ${data}\n\n`));
      };
      const stop = start(send);
      const beat = setInterval(() => {
        send('beat', '');
        // Whether they may cannot be asked of a larder that is busy: the next beat asks again.
        heard(
          stands().then((still) => still || close()),
          'whether somebody may still listen could not be asked'
        );
      }, BEAT_MS);
      close = () => {
        if (ended) return;
        ended = true;
        clearInterval(beat);
        open.delete(close);
        stop();
        try {
          controller.close();
        } catch {
          // the other side has gone already
        }
      };
      open.add(close);
      signal.addEventListener('abort', close, { once: true });
    },
    cancel() {
      close();
    }
  });
  return new Response(stream, {
    headers: { 'content-type': 'text/event-stream', 'cache-control': 'no-store', 'x-accel-buffering': 'no' }
  });
}
