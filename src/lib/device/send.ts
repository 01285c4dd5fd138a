import type { Doubted, Refusal } from '$core/book';
import { AWAY } from '$lib/words/away';

/** What the server said to something that was sent: its answer, or words for what was wrong; a question, where it asks one. */
export type Sent<T = unknown> =
  { ok: true; body: T } | { ok: false; text: string; asked?: Doubted; refusal?: Refusal };

interface Problem {
  title?: string;
  detail?: string;
  errors?: { message: string }[];
}

async function send<T>(
  url: string,
  init: RequestInit,
  words: (problem: Problem) => string | undefined
): Promise<Sent<T>> {
  try {
    const response = await fetch(url, init);
    const said = (await response.json()) as T & Problem;
    return response.ok ? { ok: true, body: said } : { ok: false, text: words(said) ?? AWAY };
  } catch {
    return { ok: false, text: AWAY };
  }
}

/** Sends JSON; gives the answer, or the problem's own words: those at a field before those of the whole. */
export const sendJson = <T = unknown>(
  url: string,
  method: 'POST' | 'PUT' | 'DELETE',
  body?: unknown
): Promise<Sent<T>> =>
  send<T>(
    url,
    {
      method,
      headers: { 'content-type': 'application/json' },
      ...(body === undefined ? {} : { body: JSON.stringify(body) })
    },
    ({ errors, detail, title }) => errors?.[0]?.message ?? detail ?? title
  );

/** Sends a file as it is; gives the answer, or what is wrong with the file and why. */
export const sendFile = <T = unknown>(url: string, file: Blob): Promise<Sent<T>> =>
  send<T>(
    url,
    { method: 'POST', headers: { 'content-type': file.type || 'application/octet-stream' }, body: file },
    ({ title, detail }) => [title, detail].filter(Boolean).join('. ') || undefined
  );
