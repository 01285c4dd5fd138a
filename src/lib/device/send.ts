import type { Doubted, Refusal } from '$core/book';
import { AWAY } from '$lib/words/away';

/** What the server said to something that was sent: its answer, or words for what was wrong; a question, where it asks one. */
export type Sent<T = unknown> =
  { ok: true; body: T } | { ok: false; text: string; asked?: Doubted; refusal?: Refusal };

/** Sends JSON; gives the answer, or the problem's own words: those at a field before those of the whole. */
export async function sendJson<T = unknown>(
  url: string,
  method: 'POST' | 'PUT' | 'DELETE',
  body?: unknown
): Promise<Sent<T>> {
  try {
    const response = await fetch(url, {
      method,
      headers: { 'content-type': 'application/json' },
      ...(body === undefined ? {} : { body: JSON.stringify(body) })
    });
    const said = (await response.json()) as T & {
      title?: string;
      detail?: string;
      errors?: { message: string }[];
    };
    if (response.ok) return { ok: true, body: said };
    return { ok: false, text: said.errors?.[0]?.message ?? said.detail ?? said.title ?? AWAY };
  } catch {
    return { ok: false, text: AWAY };
  }
}
