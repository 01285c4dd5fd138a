import { voidedIn, type BookedEntry } from '$core/book';
import { TRIM_STANDARDS, TUB_TRIM, type TrimmedTub, type TubKey } from '$core/reference';
import { under } from '$core/units';

/** How closely each tub’s meat is trimmed here, a key of `TRIM_STANDARDS`. */
export type TubTrims = Readonly<Record<TrimmedTub, 1 | 2 | 3>>;

/** What was trimmed off pieces that were weighed as they came and trimmed after, by the tub they lay in. */
export interface Trimmed {
  /** Grams as they came off, and grams of silver, fat, gland and crust taken off them. */
  came: number;
  off: number;
  pieces: number;
}
export type Trims = Readonly<Partial<Record<TrimmedTub, Trimmed>>>;

/** True of a tub whose meat is trimmed for a use. */
export const isTrimmedTub = (tub: string): tub is TrimmedTub => tub in TUB_TRIM;

/** What is trimmed away goes here; lean that was cut off goes to a tub of meat, and is no loss. */
const isOff = (to: { tub: TubKey } | { reason: string }): boolean =>
  'tub' in to ? !isTrimmedTub(to.tub) : /^(silver|fat|gland|rind)$/.test(to.reason);

/**
 * What trimming took off one animal's pieces, by tub. Pieces that were weighed trimmed, thrown away or never trimmed say
 * nothing; a taking that was set right counts as it was set.
 * @param history  one animal's entries in the book's order
 * @param hand     only what this person trimmed; everybody's without
 */
export function trimsOf(history: readonly BookedEntry[], hand?: string): Trims {
  const gone = voidedIn(history);
  const pieces = new Map<string, { came: number; off: number; tub: string }>();
  const trimOf = new Map<string, string>();
  for (const { id, hand: who, intent, postings } of history) {
    if (gone.has(id)) continue;
    if (intent.kind === 'cut' && intent.creates.kind === 'piece' && !intent.creates.trimmed) {
      const { creates } = intent;
      const came = postings.reduce((sum, p) => (p.item === creates.id ? sum + p.grams : sum), 0);
      pieces.set(creates.id, { came, off: 0, tub: 'tub' in creates.place ? creates.place.tub : '' });
    }
    if (intent.kind === 'place' && intent.place && 'tub' in intent.place) {
      const piece = pieces.get(intent.item);
      if (piece) piece.tub = intent.place.tub;
    }
    const trims =
      intent.kind === 'trim' && intent.went.every(({ to }) => isOff(to)) ? intent.item : undefined;
    const item = trims ?? trimOf.get(intent.kind === 'correct' ? intent.entry : '');
    const piece = pieces.get(item ?? '');
    // What somebody else trimmed is theirs.
    if (!item || !piece || (hand !== undefined && who !== hand)) continue;
    if (trims) trimOf.set(id, item);
    piece.off -= postings.reduce((sum, p) => (p.item === item ? sum + p.grams : sum), 0);
  }
  const sums: Partial<Record<TrimmedTub, Trimmed>> = {};
  for (const { came, off, tub } of pieces.values()) {
    if (!isTrimmedTub(tub) || off <= 0) continue;
    const { came: c, off: o, pieces: n } = sums[tub] ?? { came: 0, off: 0, pieces: 0 };
    sums[tub] = { came: c + came, off: o + off, pieces: n + 1 };
  }
  return sums;
}

/** Sums of several animals as one. */
export function addTrims(...all: readonly Trims[]): Trims {
  const sums: Partial<Record<TrimmedTub, Trimmed>> = {};
  for (const trims of all)
    for (const [tub, { came, off, pieces }] of Object.entries(trims) as [TrimmedTub, Trimmed][]) {
      const { came: c, off: o, pieces: n } = sums[tub] ?? { came: 0, off: 0, pieces: 0 };
      sums[tub] = { came: c + came, off: o + off, pieces: n + pieces };
    }
  return sums;
}

/** How much a standard's own share weighs beside own pieces: as much as five of them. Own choice. */
const STANDARD_WEIGHT = 5;

/**
 * Share of a piece that trimming takes off, as its tub asks: the standard's, pulled towards own pieces as they come.
 * @returns the share, and how many own pieces stand behind it
 */
export function trimShare(
  tub: TrimmedTub,
  standards: TubTrims = TUB_TRIM,
  own: Trims = {}
): { standard: 1 | 2 | 3; share: number; pieces: number } {
  const standard = standards[tub];
  const { loss } = TRIM_STANDARDS[standard];
  const { came, off, pieces } = under(own, tub) ?? { came: 1, off: 0, pieces: 0 };
  const share = ((off / came) * pieces + loss * STANDARD_WEIGHT) / (pieces + STANDARD_WEIGHT);
  return { standard, share, pieces };
}
