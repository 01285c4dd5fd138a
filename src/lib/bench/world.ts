import { outbox } from '$lib/device/outbox.svelte';
import { sendJson } from '$lib/device/send';
import { connect, type StreamHandlers } from '$lib/device/stream';

/** What lies beyond a bench: where its entries go, what its scale says, what it keeps. */
export interface World {
  outbox: Pick<
    typeof outbox,
    'put' | 'kept' | 'book' | 'keepBook' | 'listen' | 'again' | 'dismiss' | 'conflicts'
  >;
  /** The stream of one animal's bench: lines of the scale, news of the book. */
  connect: (animal: string, handlers: StreamHandlers) => { close: () => void };
  /** A word to the scale's stand-in; `off`: the number of what it lifted off the plate for the piece asked for. */
  toScale: (body: unknown) => Promise<{ off?: string } | undefined>;
  /** A choice of this bench that the larder keeps. */
  keep: (path: string, body: unknown) => void;
  /** Nothing of it is in the larder's book. */
  practice?: true;
}

/** The larder that this page came from. */
export const LARDER: World = {
  outbox,
  connect: (animal, handlers) => connect(`/api/v1/bench/${animal}/stream`, handlers),
  toScale: async (body) => {
    const sent = await sendJson<{ off?: string }>('/api/v1/scale', 'POST', body);
    return sent.ok ? sent.body : undefined;
  },
  keep: (path, body) => void sendJson(path, 'PUT', body)
};
