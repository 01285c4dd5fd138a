import { invalidate, invalidateAll } from '$app/navigation';
import { navigating } from '$app/state';

/**
 * Waits until whoever is on the way to another page is there. SvelteKit gives up a way that is not at its end as soon as
 * anything is loaded anew: on a slow machine a press would lead nowhere.
 */
export async function arrived(): Promise<void> {
  // A way that begins in the same breath, after what was heard just now, is known a task later.
  await new Promise((next) => setTimeout(next));
  for (let before: Promise<void> | null = null; navigating.complete && navigating.complete !== before;) {
    before = navigating.complete;
    // A way that was given up for another ends as a failure; the other is waited for in the next round.
    await before.catch(() => undefined);
  }
}

/** Loads anew what depends on a key, once nobody is on the way to another page. */
export async function refresh(key: string): Promise<void> {
  await arrived();
  await invalidate(key);
}

/** Loads all of the page anew, once nobody is on the way to another. */
export async function refreshAll(): Promise<void> {
  await arrived();
  await invalidateAll();
}
