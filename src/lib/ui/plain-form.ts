import { applyAction } from '$app/forms';
import type { SubmitFunction } from '@sveltejs/kit';
import { arrived } from '$lib/device/refresh';
import { AWAY, BROKEN } from '$lib/words/away';

/**
 * Sends a form of a few presses: goes on where it leads, and says at its place when nobody answers or nobody may.
 * @param say  hears what is wrong, '' at the start of a press
 */
export const plainForm =
  (say: (text: string) => void): SubmitFunction =>
  () => {
    say('');
    return async ({ result, update }) => {
      if (result.type === 'redirect') return window.location.assign(result.location);
      if (result.type === 'error') return say(wordsOf(result));
      await arrived();
      await (result.type === 'failure' ? applyAction(result) : update());
    };
  };

/** Answers that say themselves what is the matter: not signed in, not allowed, busy or read only, full. */
const SAID: readonly number[] = [401, 403, 503, 507];

/** What to say of a form that failed on its way: nobody answered, somebody was turned away, or something broke. */
export function wordsOf({ error, status }: { error: unknown; status?: number | undefined }): string {
  if (isUnanswered(error)) return AWAY;
  const message = (error as { message?: unknown } | undefined)?.message;
  return typeof message === 'string' && SAID.includes(status ?? 0) ? message : BROKEN;
}

/** Whether a request failed for want of an answer: only such a one fails as a type or by its time. */
export const isUnanswered = (error: unknown): boolean =>
  error instanceof TypeError || (error instanceof DOMException && error.name === 'TimeoutError');
