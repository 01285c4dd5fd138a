import type { HangingWindow } from '$core/chill';
import type { Formatter } from './format';

type W = Pick<
  HangingWindow,
  'opens' | 'closes' | 'never' | 'state' | 'openedBy' | 'closedBy' | 'line' | 'felt'
>;

const DAY = 86_400_000;
/** A day and an hour; far ones by their day alone. */
const when = (at: number, format: Formatter, now: number): string =>
  Math.abs(at - now) > 6 * DAY ? format.day(at) : format.moment(at);

/** What a window says now, in one line. */
export function stateWords(w: W, format: Formatter, now: number): string {
  if (w.state === 'closed') return `Closed since ${when(w.closes, format, now)}: cut now, or not at all.`;
  if (w.never) return 'Cut now: ageing would cost more than it gives.';
  if (w.state === 'open')
    return Number.isFinite(w.closes) ? `Open until ${when(w.closes, format, now)}.` : 'Open.';
  const opens = Number.isFinite(w.opens)
    ? `Opens ${when(w.opens, format, now)}`
    : 'Does not open in this record';
  return Number.isFinite(w.closes) ? `${opens}, closes ${when(w.closes, format, now)}.` : `${opens}.`;
}

/** Why it opens then and closes then. */
export function closingWords(w: W): string {
  const opening =
    w.openedBy === 'stiff'
      ? w.felt
        ? `opens when it is loose; felt ${w.felt}`
        : 'opens when it should be loose; nobody has felt it'
      : 'opens by ageing';
  const closing =
    w.closedBy === 'spoilage' ? 'closes by growth on the surface' : 'closes by the table’s days';
  const line =
    w.line === 'stop'
      ? 'Growth is past the line where one stops. '
      : w.line === 'close'
        ? 'Growth is past the closing line. '
        : w.line === 'hurry'
          ? 'Growth is at the line: trim, and hurry. '
          : '';
  return `${line}${opening.charAt(0).toUpperCase()}${opening.slice(1)}; ${closing}.`;
}
