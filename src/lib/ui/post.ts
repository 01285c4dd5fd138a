import type { Intent, Refusal } from '$core/book';
import { uuidv7 } from '$core/units';
import { refusalText } from './messages';
import type { Formatter } from './format';

/** A fresh id made in the browser. */
export const freshId = (): string => uuidv7(Date.now(), (n) => crypto.getRandomValues(new Uint8Array(n)));

/** What the server said to something that was sent: done, or words for what was wrong. */
export type Sent = { ok: true } | { ok: false; text: string };

const AWAY = 'The server is away. Nothing was sent; what you typed is still here.';

/** Sends JSON; gives the problem's own words. */
export async function sendJson(
  url: string,
  method: 'POST' | 'PUT' | 'DELETE',
  body?: unknown
): Promise<Sent> {
  try {
    const response = await fetch(url, {
      method,
      headers: { 'content-type': 'application/json' },
      ...(body === undefined ? {} : { body: JSON.stringify(body) })
    });
    if (response.ok) return { ok: true };
    const problem = (await response.json()) as {
      title: string;
      detail?: string;
      errors?: { message: string }[];
    };
    return { ok: false, text: problem.errors?.[0]?.message ?? problem.detail ?? problem.title };
  } catch {
    return { ok: false, text: AWAY };
  }
}

/** Books intents one after another; stops at the first that the book refuses. */
export async function bookAll(
  intents: readonly { intent: Intent; at?: number; id?: string }[],
  hand: string,
  format: Formatter
): Promise<Sent> {
  try {
    const response = await fetch('/api/v1/entries', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(
        intents.map(({ intent, at, id }) => ({
          id: id ?? freshId(),
          at: at ?? Date.now(),
          hand,
          device: 'page',
          intent
        }))
      )
    });
    const answer = (await response.json()) as {
      title?: string;
      detail?: string;
      errors?: { message: string }[];
      results?: { status: string; refusal?: Refusal }[];
    };
    if (!response.ok)
      return { ok: false, text: answer.errors?.[0]?.message ?? answer.detail ?? answer.title ?? AWAY };
    const refused = answer.results?.find((r) => r.status === 'refused')?.refusal;
    return refused ? { ok: false, text: refusalText(refused, format, () => 'It') } : { ok: true };
  } catch {
    return { ok: false, text: AWAY };
  }
}
