import { rulesOf } from '../kinds';
import type { BookedEntry } from '../schema';
import type { BookState, Item } from '../state';

/**
 * Every item that was ever brought into being, those of entries that were taken back too: so that what such an entry booked
 * can be named. Items that stand are as they are now, the others as they were born.
 * @param history  the animal's entries in the book's order
 */
export function everBorn(history: readonly BookedEntry[], state: BookState): Record<string, Item> {
  const items = { ...state.items };
  for (const { id, at, intent, postings } of history)
    for (const item of rulesOf(intent).effects?.({ id, at, intent, postings }, { ...state, items }).births ??
      [])
      items[item.id] ??= item;
  return items;
}
