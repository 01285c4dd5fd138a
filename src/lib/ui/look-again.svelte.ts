import { refresh } from '$lib/device/refresh';

/** Between two looks of a page at what is still reckoned behind it, ms. */
const AGAIN_MS = 1_000;

/**
 * Loads a page's data anew, once a second, while something of it is still reckoned behind the page.
 * @param unready  whether it is, by the data as they are now
 */
export function lookAgain(key: string, unready: () => boolean): void {
  let looks = $state(0);
  $effect(() => {
    // Counts as a reason to look at it again, though the answer may be the same.
    void looks;
    if (!unready()) return;
    const again = setTimeout(() => void refresh(key).then(() => (looks += 1)), AGAIN_MS);
    return () => clearTimeout(again);
  });
}
