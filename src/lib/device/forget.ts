import { openStore } from './store';

/** What this device has seen of pages and animals goes with whoever leaves; what waits to be sent stays theirs. */
export async function forgetSeen(): Promise<void> {
  await (await openStore()).forgetBooks();
  await globalThis.caches?.delete('pages');
}
