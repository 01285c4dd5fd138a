import {
  balanceOf,
  net,
  piecesIn,
  tubWeight,
  voidedIn,
  type BookState,
  type BookedEntry,
  type Reading
} from '$core/book';
import type { TubKey } from '$core/reference';
import { grams, shareOut, type Grams } from '$core/units';

/** A piece that nobody has weighed: it stands in the book at what was expected of it. */
export interface Supposed {
  /** The entry that took it. */
  entry: string;
  item: string;
  grams: Grams;
}

/** The pieces in a tub that were taken at their expected weight and are still as they were taken. */
export function supposedIn(
  state: BookState,
  history: readonly BookedEntry[],
  animal: string,
  tub: TubKey
): Supposed[] {
  const gone = voidedIn(history);
  const readings = new Map<string, { item: string; reading: Reading }>();
  for (const { id, intent } of history) {
    if (gone.has(id) || !('animal' in intent) || intent.animal !== animal) continue;
    if (intent.kind === 'cut' && intent.creates.kind === 'piece')
      readings.set(id, { item: intent.creates.id, reading: intent.reading });
    const was = intent.kind === 'correct' ? readings.get(intent.entry) : undefined;
    if (was && intent.kind === 'correct') readings.set(intent.entry, { ...was, reading: intent.reading });
  }
  const inside = new Set(piecesIn(state, tub, animal).map((piece) => piece.id));
  return [...readings].flatMap(([entry, { item, reading }]) =>
    reading.how === 'model' && inside.has(item) && balanceOf(state, item) === net(reading)
      ? [{ entry, item, grams: net(reading) }]
      : []
  );
}

/** What a weighed tub makes of the pieces in it that nobody had weighed. */
export type SetRight =
  | { ok: true; corrections: { entry: string; grams: Grams }[]; factor: number }
  /** What was weighed before is heavier than the tub with all that lies in it. */
  | { ok: false; weighed: Grams };

/**
 * Shares a tub’s weight out among the pieces in it that were taken at their expected weight, in proportion to it, to the
 * gram; what was weighed before stays as it is.
 * @param total  net grams of the tub with all that lies in it
 * @returns undefined where nothing in it was supposed: the tub is weighed as ever
 */
export function setRight(
  state: BookState,
  history: readonly BookedEntry[],
  animal: string,
  tub: TubKey,
  total: Grams
): SetRight | undefined {
  const supposed = supposedIn(state, history, animal, tub);
  const sum = supposed.reduce((all, s) => all + s.grams, 0);
  if (sum === 0) return undefined;
  const weighed = grams(tubWeight(state, tub, animal) - sum);
  const left = total - weighed;
  // Every piece weighs something.
  if (left < supposed.length) return { ok: false, weighed };
  const shares = shareOut(
    grams(left),
    supposed.map((s) => s.grams)
  );
  const short = shares.map((n) => Math.max(1, n));
  // A gram that a crumb was given is the heaviest piece’s.
  const over = short.reduce((all, n) => all + n, 0) - left;
  const heaviest = short.indexOf(Math.max(...short));
  short[heaviest] = (short[heaviest] ?? 0) - over;
  return {
    ok: true,
    factor: left / sum,
    corrections: supposed.flatMap((s, i) =>
      short[i] === s.grams ? [] : [{ entry: s.entry, grams: grams(short[i] ?? 0) }]
    )
  };
}
