import { voidedIn, type BookedEntry } from '$core/book';

/**
 * Whether pieces or parts of an animal were taken at what was expected of them. Set right: each of them has been given its
 * share of a weighed tub, or a weight, since. Open: of some nobody has seen anything.
 * @param history  of one animal
 */
export function supposedEver(history: readonly BookedEntry[]): 'none' | 'setRight' | 'open' {
  const gone = voidedIn(history);
  const standing = history.filter((entry) => !gone.has(entry.id));
  const taken = standing.filter(({ intent }) => intent.kind === 'cut' && intent.reading.how === 'model');
  if (taken.length === 0) return 'none';
  const corrected = new Set(
    standing.flatMap(({ intent }) => (intent.kind === 'correct' ? [intent.entry] : []))
  );
  return taken.every((entry) => corrected.has(entry.id)) ? 'setRight' : 'open';
}
