import { sendJson } from './send';
import { AWAY } from '$lib/words/away';
import { restoreText, stageText, type RestoreWhy } from '$lib/words/restored';

/** Bytes of one piece: a slow line sends it within a minute or two, and a broken one loses no more. */
const PIECE = 4 * 1024 * 1024;
/** How often it is asked how the restore stands, ms. */
const ASK_MS = 400;
/** Tries of a piece before the line counts as broken. */
const TRIES = 5;

type State =
  | { state: 'coming'; received: number }
  | { state: 'running'; stage: Parameters<typeof stageText>[0]; done: number; total?: number }
  | { state: 'done'; entries: number }
  | { state: 'failed'; why: RestoreWhy };

/** How far it is: words, and a share of the stage in hand where that is known. */
export interface Restoring {
  text: string;
  share?: number | undefined;
}
export type RestoredSaid = { ok: true; entries: number } | { ok: false; text: string };

/**
 * Sends a backup in pieces and has it taken into the larder; on the way says how far it is.
 * @param signal  stops it, and takes back what has come
 */
export async function restoreFrom(
  file: Blob,
  onState: (now: Restoring) => void,
  signal: AbortSignal
): Promise<RestoredSaid> {
  onState({ text: 'Sending the file', share: 0 });
  const begun = await sendJson<{ id: string }>('/api/v1/restores', 'POST');
  if (!begun.ok) return begun;
  const url = `/api/v1/restores/${begun.body.id}`;
  const stop = () => void sendJson(url, 'DELETE');
  signal.addEventListener('abort', stop, { once: true });
  try {
    for (let at = 0; at < file.size; at += PIECE) {
      if (signal.aborted) return { ok: false, text: restoreText({ code: 'stopped' }) };
      const fault = await sendPiece(`${url}?at=${at}`, file.slice(at, at + PIECE));
      if (fault) return { ok: false, text: fault };
      onState({ text: 'Sending the file', share: Math.min(1, (at + PIECE) / file.size) });
    }
    const started = await sendJson<State>(url, 'POST');
    if (!started.ok) return started;
    return await untilEnded(url, onState);
  } finally {
    signal.removeEventListener('abort', stop);
  }
}

/** Sends one piece, again where the line broke; gives what is wrong. */
async function sendPiece(url: string, piece: Blob): Promise<string | undefined> {
  for (let tries = 1; ; tries += 1)
    try {
      const response = await fetch(url, {
        method: 'PUT',
        headers: { 'content-type': 'application/octet-stream' },
        body: piece
      });
      if (response.ok) return undefined;
      // The answer to a piece that had come was lost on the way: it was taken.
      if (response.status === 409 && tries > 1) return undefined;
      const { title, detail } = (await response.json()) as { title?: string; detail?: string };
      return [title, detail].filter(Boolean).join('. ');
    } catch {
      if (tries >= TRIES) return AWAY;
      await pause(ASK_MS * tries);
    }
}

async function untilEnded(url: string, onState: (now: Restoring) => void): Promise<RestoredSaid> {
  for (let silent = 0; ;) {
    const now = await stateAt(url);
    if (!now) silent += 1;
    else silent = 0;
    if (silent >= TRIES) return { ok: false, text: AWAY };
    if (now?.state === 'done') return { ok: true, entries: now.entries };
    if (now?.state === 'failed') return { ok: false, text: restoreText(now.why) };
    if (now?.state === 'running')
      onState({
        text: stageText(now.stage, now.done, now.total),
        share: now.total ? now.done / now.total : undefined
      });
    await pause(ASK_MS);
  }
}

/** How it stands; undefined where no answer came. */
async function stateAt(url: string): Promise<State | undefined> {
  try {
    const response = await fetch(url);
    return response.ok ? ((await response.json()) as State) : undefined;
  } catch {
    return undefined;
  }
}

const pause = (ms: number): Promise<void> => new Promise((done) => setTimeout(done, ms));
