import type { Doubted, Intent, Refusal } from '$core/book';
import { freshId } from '$lib/bench/ids';
import { AWAY } from './away';
import { refusalText } from './messages';
import type { Formatter } from './format';

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

/** Books intents one after another; gives the first refusal in words. What rests on a refused one is refused too. */
export async function bookAll(
  intents: readonly { intent: Intent; at?: number }[],
  hand: string,
  format: Formatter
): Promise<Sent> {
  const drafts = intents.map(({ intent, at }) => ({
    id: freshId(),
    at: at ?? Date.now(),
    hand,
    device: 'page',
    intent
  }));
  const sent = await sendJson<{
    results: { status: string; refusal?: Refusal; errors?: { message: string }[] }[];
  }>('/api/v1/entries', 'POST', drafts);
  if (!sent.ok) return sent;
  const refused = sent.body.results.find((r) => r.status === 'refused');
  if (!refused) return sent;
  return {
    ok: false,
    ...(refused.refusal ? { refusal: refused.refusal } : {}),
    ...(refused.refusal?.code === 'doubt' ? { asked: refused.refusal.why } : {}),
    text: refused.refusal
      ? refusalText(refused.refusal, format, () => 'It')
      : (refused.errors?.[0]?.message ?? 'It could not be booked as it stood.')
  };
}
