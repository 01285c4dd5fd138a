import { log } from './log';

/**
 * Lets a promise go on by itself: what becomes of it is waited for by nobody, and what goes wrong is written to the log.
 * A promise that nobody hears ends the whole process when it fails.
 * @param what  goes wrong, as the log says it
 */
export function heard(promise: Promise<unknown>, what: string): void {
  promise.catch((error: unknown) => log.error({ err: error }, what));
}
