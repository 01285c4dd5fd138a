import type { BookedEntry, Doubted, Draft, Refusal } from '$core/book';
import { AWAY } from '$lib/words/away';
import { whosePage } from './whose';

/** What the server said to something that was sent: its answer, or words for what was wrong; a question, where it asks one. */
export type Sent<T = unknown> =
  | { ok: true; body: T }
  | {
      ok: false;
      text: string;
      asked?: Doubted;
      refusal?: Refusal;
      /** It is kept when it is sent again with `sure`. */
      question?: string;
      /** Nobody answered: it may or may not have come. */
      away?: true;
    };

interface Problem {
  title?: string;
  detail?: string;
  errors?: { message: string }[];
  question?: string;
}

/** How long an answer is waited for, ms; a line that is dead says nothing of itself. */
export const PATIENCE_MS = 15_000;

/** Sends a request; what is wrong is said by the words for its problem. */
export async function send<T>(
  url: string,
  init: RequestInit,
  words: (problem: Problem) => string | undefined
): Promise<Sent<T>> {
  try {
    const response = await fetch(url, init);
    const said = (await response.json()) as T & Problem;
    if (response.ok) return { ok: true, body: said };
    const { question } = said;
    return { ok: false, text: words(said) ?? AWAY, ...(question ? { question } : {}) };
  } catch {
    return { ok: false, text: AWAY, away: true };
  }
}

/** A problem's own words: those at a field before those of the whole. */
export const nearest = ({ errors, detail, title }: Problem): string | undefined =>
  errors?.[0]?.message ?? detail ?? title;

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
      signal: AbortSignal.timeout(PATIENCE_MS),
      ...(body === undefined ? {} : { body: JSON.stringify(body) })
    },
    nearest
  );

/** Sends drafts to the book. */
export const sendEntries = (drafts: readonly Draft[]): Promise<Sent<Answers>> =>
  send<Answers>(...entriesRequest(drafts, whosePage()), nearest);

/** Sends a file as it is; gives the answer, or what is wrong with the file and why. */
export const sendFile = <T = unknown>(url: string, file: Blob): Promise<Sent<T>> =>
  send<T>(
    url,
    { method: 'POST', headers: { 'content-type': file.type || 'application/octet-stream' }, body: file },
    ({ title, detail }) => [title, detail].filter(Boolean).join('. ') || undefined
  );

/** What the book said to one draft. */
export interface Answer {
  status: 'booked' | 'already-booked' | 'refused';
  entry?: BookedEntry;
  refusal?: Refusal | { code: 'invalid' };
  errors?: { message: string }[];
}

/** What it said to all of them, and how far this device's clock is behind its own, ms, where that is much. */
export interface Answers {
  results: Answer[];
  clock?: { off: number };
}

/**
 * A request that carries drafts to the book, with what this device's clock shows now.
 * @param owner  who was signed in when they were pressed: nobody else signs them
 */
export const entriesRequest = (
  drafts: readonly Draft[],
  owner?: string
): [url: string, init: RequestInit] => [
  '/api/v1/entries',
  {
    method: 'POST',
    headers: {
      'content-type': 'application/json',
      'device-now': String(Date.now()),
      ...(owner === undefined ? {} : { 'pressed-by': owner })
    },
    body: JSON.stringify(drafts),
    signal: AbortSignal.timeout(PATIENCE_MS)
  }
];
