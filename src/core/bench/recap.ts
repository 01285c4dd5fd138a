import { isBody, type BookedEntry, type BookState, type Item } from '$core/book';
import type { Grams } from '$core/units';
import { birthWeights, type BenchChoices } from './row';
import { rowsOf } from './work';

/** One thing that was worked on, with what was done to it in order, and why then. */
export interface Recap {
  item: Item;
  steps: {
    title: string;
    why: string | undefined;
    /** What came off it, where something was weighed. */
    grams: Grams | undefined;
    skipped: boolean;
  }[];
}

/** What was done to an animal: the carcass first, then its parts as they were opened. */
export function recapOf(
  state: BookState,
  animalId: string,
  history: readonly BookedEntry[],
  choices: BenchChoices = {}
): Recap[] {
  const weights = birthWeights(history);
  const opened = history.flatMap(({ intent }) => (intent.kind === 'open' ? [intent.item] : []));
  const place = (item: Item) => (isBody(item) ? -1 : opened.indexOf(item.id));
  return Object.values(state.items)
    .filter((i) => i.owner === animalId && (isBody(i) || (i.kind === 'part' && opened.includes(i.id))))
    .sort((a, b) => place(a) - place(b))
    .map((item) => ({
      item,
      steps: rowsOf(state, item, weights, choices)
        .rows.filter((row) => row.done || row.skipped === true)
        .map(({ title, why, weight, done }) => ({ title, why, grams: weight, skipped: !done }))
    }));
}
