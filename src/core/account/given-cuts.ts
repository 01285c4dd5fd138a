import { accountsOf, type BookState } from '$core/book';
import { cutKey, isMeat, type ClassKey } from '$core/reference';
import { roundGrams, type Grams } from '$core/units';

/** A cut that an animal gave, left and right together. */
export interface GivenCut {
  cut: string;
  grams: Grams;
  pieces: number;
}

/**
 * The cuts of an animal that somebody will eat, wherever they lie now, the heaviest first. Losses and what has been eaten
 * are not among them.
 */
export function givenCuts(state: BookState, animal: string): GivenCut[] {
  const cuts = new Map<string, { grams: number; pieces: number }>();
  for (const { item, balance, loss, out } of accountsOf(state, animal)) {
    if (loss || out === 'eaten' || out === 'sample' || !item.cut || item.kind === 'part') continue;
    const meat = (Object.entries(balance) as [ClassKey, number][])
      .filter(([key]) => isMeat(key))
      .reduce((sum, [, grams]) => sum + grams, 0);
    if (meat <= 0) continue;
    const key = cutKey(item.cut);
    const row = cuts.get(key) ?? { grams: 0, pieces: 0 };
    cuts.set(key, { grams: row.grams + meat, pieces: row.pieces + 1 });
  }
  return [...cuts]
    .map(([cut, { grams, pieces }]) => ({ cut, grams: roundGrams(grams), pieces }))
    .sort((a, b) => b.grams - a.grams || a.cut.localeCompare(b.cut));
}
