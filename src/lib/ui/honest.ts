import { superForm, type FormOptions, type SuperForm, type SuperValidated } from 'sveltekit-superforms';
import { wordsOf } from './plain-form';

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
      made.message.set(wordsOf(result) as M);
    }
  });
  return made;
}
