import { voidedIn, type BookedEntry } from '$core/book';
import type { Side } from '$core/reference';

/** A step for the left and one for the right are one thing to learn. */
export const stepBase = (key: string): string => key.replace(/-(left|right)$/, '');

/** How often the knife went into a muscle, by step. */
export type Gouges = Readonly<Record<string, number>>;

/**
 * Counts what was said of the knife in a muscle, by step, left and right as one; what was taken back counts no more.
 * @param hand  only of this person; of everybody without
 */
export function gougesOf(history: readonly BookedEntry[], hand?: string): Gouges {
  const gone = voidedIn(history);
  const counts = new Map<string, number>();
  for (const { id, hand: who, intent } of history) {
    if (intent.kind !== 'gouge' || gone.has(id) || (hand !== undefined && who !== hand)) continue;
    const key = stepBase(intent.step);
    counts.set(key, (counts.get(key) ?? 0) + 1);
  }
  return Object.fromEntries(counts);
}

/** Where on a drawing of this animal the knife went into a muscle, in shares of its width and height as it lies. */
export function gougesOn(
  history: readonly BookedEntry[],
  drawing: string,
  side: Side | undefined
): { id: string; x: number; y: number }[] {
  const gone = voidedIn(history);
  return history.flatMap(({ id, intent }) => {
    if (intent.kind !== 'gouge' || gone.has(id) || intent.at?.drawing !== drawing) return [];
    const own = /-(left|right)$/.exec(intent.step)?.[1];
    return own && side && own !== side ? [] : [{ id, x: intent.at.x, y: intent.at.y }];
  });
}

/** Counts of several animals, or of the past and of the animal in hand, as one. */
export function addGouges(...all: readonly Gouges[]): Gouges {
  const sum = new Map<string, number>();
  for (const counts of all)
    for (const [key, n] of Object.entries(counts)) sum.set(key, (sum.get(key) ?? 0) + n);
  return Object.fromEntries(sum);
}
