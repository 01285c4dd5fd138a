import type { Draft, Intent, Refusal } from '$core/book';
import { freshId } from './ids';
import { KEPT } from '$lib/words/away';
import type { PlainFormatter } from '$lib/words/format';
import { outbox, type Answer } from './outbox.svelte';
import { sendEntries, type Sent } from './send';

/** What became of entries: in the book, or kept on this device because nobody answered; `said` is '' or what to say of that. */
export type Booked = { ok: true; kept: boolean; said: string } | Extract<Sent, { ok: false }>;

/**
 * Books intents one after another; gives the first refusal in words. What rests on a refused one is refused too. Where
 * nobody answers they are kept on this device, and sent as soon as somebody does.
 */
export async function bookAll(
  intents: readonly { intent: Intent; at?: number }[],
  hand: string,
  format: PlainFormatter
): Promise<Booked> {
  const drafts = intents.map(({ intent, at }) => ({
    id: freshId(),
    at: at ?? Date.now(),
    hand,
    device: 'page',
    intent
  }));
  const sent = await sendEntries(drafts);
  if (!sent.ok) return sent.away ? keep(drafts) : sent;
  const refused = sent.body.results.find((r) => r.status === 'refused');
  return refused ? refusedIn(refused, format) : { ok: true, kept: false, said: '' };
}

/** Shows what has changed, where it is in the book; what is only kept here is not there yet. */
export const thenShow = async ({ kept }: { kept: boolean }, show: () => Promise<void>): Promise<void> =>
  kept ? undefined : show();

/** Keeps drafts on this device until the book has answered for them. */
export async function keep(drafts: readonly Draft[]): Promise<Booked> {
  await outbox.put(drafts);
  return { ok: true, kept: true, said: KEPT };
}

/** What is refused is rare: its words come when it is. */
async function refusedIn(
  { refusal, errors }: Answer & { errors?: { message: string }[] },
  format: PlainFormatter
): Promise<Booked> {
  const { refusalText } = await import('$lib/words/messages');
  const known = refusal?.code === 'invalid' ? undefined : (refusal as Refusal | undefined);
  return {
    ok: false,
    ...(known ? { refusal: known } : {}),
    ...(known?.code === 'doubt' ? { asked: known.why } : {}),
    text: known
      ? refusalText(known, format, () => 'It')
      : (errors?.[0]?.message ?? 'It could not be booked as it stood.')
  };
}
