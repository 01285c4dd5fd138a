import { superForm, type FormOptions, type SuperForm, type SuperValidated } from 'sveltekit-superforms';
import { arrived } from '$lib/device/refresh';
import { PATIENCE_MS } from '$lib/device/send';
import { isUnanswered, wordsOf } from './plain-form';

/**
 * A form that says so when nobody answers. Without it a lost connection leaves the page as it was, and the press dead.
 */
export function honestForm<
  T extends Record<string, unknown>,
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- the library's own default for a message
  M = any,
  In extends Record<string, unknown> = T
>(
  initial: SuperValidated<T, M, In>,
  {
    keep,
    ...options
  }: FormOptions<T, M, In> & {
    /** Keeps what the form says on this device, where nobody answered; gives what to say of that. */
    keep?: () => Promise<string>;
  } = {}
): SuperForm<T, M> {
  const made: SuperForm<T, M> = superForm<T, M, In>(initial, {
    resetForm: false,
    taintedMessage: null,
    ...options,
    onSubmit({ customRequest }) {
      customRequest(send);
    },
    // What comes back loads the page anew, and would end a way that somebody has gone on meanwhile.
    onResult: arrived,
    onError({ result }) {
      made.message.set(wordsOf(result) as M);
      // What is kept is said in the place of what went wrong.
      if (keep && isUnanswered(result.error))
        void keep().then(
          (said) => made.message.set(said as M),
          // What keeps it could not be loaded either: what is typed is still there.
          () => undefined
        );
    }
  });
  return made;
}

/** Sends a form as its page would, and waits no longer than for anything else: a press never stays down on a dead line. */
async function send({
  action,
  formData
}: {
  action: URL;
  formData: FormData;
}): Promise<Response | { type: 'error'; status: number; error: unknown }> {
  try {
    return await fetch(action, {
      method: 'POST',
      headers: { accept: 'application/json', 'x-sveltekit-action': 'true' },
      cache: 'no-store',
      body: formData,
      signal: AbortSignal.timeout(PATIENCE_MS)
    });
  } catch (error) {
    return { type: 'error', status: 500, error };
  }
}
