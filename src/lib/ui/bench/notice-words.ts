import { pieceAhead, type PieceAhead, type WorkRow } from '$core/bench';
import type { Session } from '$lib/bench/session.svelte';
import { pieceWords } from '$lib/words/piece';

/** What lies under the words of a notice, of the drawing and of the piece that comes: loaded once the bench stands. */
export { entryTitle } from '$lib/words/entries';
export { refusalText } from '$lib/words/messages';
export { pointedWords } from '$lib/words/pointed';

/** The piece that a step takes off, at this bench. */
export const pieceOf = (row: WorkRow, { desk, facts, lotCount }: Session): PieceAhead | undefined =>
  desk.task ? undefined : pieceAhead(row, facts, { count: Math.max(1, lotCount) });

/** The piece that a step takes off in one line; '' where it takes none. */
export const pieceLine = (row: WorkRow, session: Session): string => {
  const piece = pieceOf(row, session);
  return piece ? pieceWords(piece, session.format) : '';
};
