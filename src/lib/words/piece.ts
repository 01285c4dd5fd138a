import type { PieceAhead } from '$core/bench';
import { TUBS, USE_NAMES, type Below } from '$core/reference';
import type { PlainFormatter } from './format';

const becomes = (below: Below, format: PlainFormatter): string => {
  if ('join' in below) return `leave it joined: ${format.cut(below.join).toLowerCase()}`;
  if ('use' in below) return USE_NAMES[below.use];
  return TUBS[below.tub].name.toLowerCase();
};

/** What size makes of a piece, in words; '' where nobody has sizes for it. */
export function sizeWords({ sized }: Pick<PieceAhead, 'sized'>, format: PlainFormatter): string {
  if (!sized) return '';
  // A figure and its unit stay on one line.
  const mass = (grams: number) => format.mass(grams, 1).replace(' ', '\u00a0');
  if (sized.kind === 'own') return 'large enough alone';
  if (sized.kind === 'parted') return `large: part it on the board from ${mass(sized.from)}`;
  return `under ${mass(sized.from)}: ${becomes(sized.becomes, format)}`;
}

const TRIM_ASKS: Readonly<Record<1 | 2 | 3, string>> = {
  1: 'close trim: thin silver stays',
  2: 'clean trim: thin silver off',
  3: 'spotless trim: every white thread off'
};

/** What trim its use asks for, in words; '' where nothing of it is trimmed. */
export function trimWords({ trim }: Pick<PieceAhead, 'trim'>, format: PlainFormatter): string {
  if (!trim) return '';
  const { standard, grams, pieces } = trim;
  const asked = TRIM_ASKS[standard];
  if (grams === 0) return asked;
  const own = pieces > 0 ? `, by ${pieces} of yours` : '';
  return `${asked}${standard === 1 ? '; about' : ', about'} ${format.mass(grams)}${standard === 1 ? ' off' : ''}${own}`;
}

/**
 * The piece that comes, in one line: how tender it is by now, what it suits, what size makes of it.
 * @example 'tender 4.0 of 5 · jerky, steak · large enough alone'
 */
export function pieceWords(piece: PieceAhead, format: PlainFormatter): string {
  return [
    piece.tender === undefined
      ? ''
      : `tender ${piece.tender.toFixed(1)} of 5${piece.hung ? ' as it has hung' : ''}`,
    piece.uses
      .slice(0, 2)
      .map((use) => USE_NAMES[use])
      .join(', '),
    sizeWords(piece, format)
  ]
    .filter(Boolean)
    .join(' · ');
}
