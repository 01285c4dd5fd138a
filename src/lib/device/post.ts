import type { Intent, Refusal } from '$core/book';
import { freshId } from './ids';
import { refusalText } from '$lib/words/messages';
import type { Formatter } from '$lib/words/format';
import { sendJson, type Sent } from './send';

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
