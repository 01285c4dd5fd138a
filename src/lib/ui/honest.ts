import { superForm, type FormOptions, type SuperForm, type SuperValidated } from 'sveltekit-superforms';
import { AWAY } from '$lib/words/away';

const BROKEN =
  'Something broke on the way. It may not be in the book: what you typed is still here. Look, then press again.';

/**
 * A form that says so when nobody answers. Without it a lost connection leaves the page as it was, and the press dead.
 */
export function honestForm<
  T extends Record<string, unknown>,
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- the library's own default for a message
  M = any,
  In extends Record<string, unknown> = T
>(initial: SuperValidated<T, M, In>, options: FormOptions<T, M, In> = {}): SuperForm<T, M> {
  const made: SuperForm<T, M> = superForm<T, M, In>(initial, {
    resetForm: false,
    taintedMessage: null,
    ...options,
    onError({ result }) {
      // Only a request that nobody answered fails as one; the library gives it the status 500 like any other.
      const unanswered: unknown = result.error;
      made.message.set((unanswered instanceof TypeError ? AWAY : BROKEN) as M);
    }
  });
  return made;
}
