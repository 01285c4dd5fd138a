import { lightSoFar } from '$core/account';
import { asksWorth, pieceAhead, type PieceAhead, type WorkRow } from '$core/bench';
import { worthTheKnife } from '$core/worth';
import { keptByTrim } from '$core/yield';
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

/** What a small cut is worth against the minutes it takes, of what is eaten of it, trimmed; '' where nobody asks. */
export function worthLine({ act, expected }: WorkRow, session: Session): string {
  const { takes, account, bench, data, format } = session;
  if (act.kind !== 'take' || !asksWorth(act.cut) || !expected || takes === undefined) return '';
  const kept = account && !bench.trimmed ? keptByTrim(account.expectation) : 1;
  const worth = worthTheKnife(act.cut, expected.mean * kept, takes, data.prices, data.household);
  if (!worth) return '';
  const { grams, meals, value, perMinute } = worth;
  return `Worth the knife? ${format.mass(grams)}, ${meals.toFixed(1)} meals, ${format.money(value)}; ${format.money(perMinute)} a minute.`;
}

/** At the frame: what came off light, and may still sit there; '' where nothing did. */
export function lightLine({ act }: WorkRow, { focus, account, format }: Session): string {
  if (act.kind !== 'close' || !account || (focus?.kind !== 'carcass' && focus?.kind !== 'lot')) return '';
  const light = lightSoFar(account).map((l) => `${l.name.toLowerCase()} by ${format.mass(l.by)}`);
  return light.length > 0 ? `Light so far: ${light.join(', ')}.` : '';
}
