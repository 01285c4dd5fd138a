import { under } from '$core/units';
import { isBody, type Item } from '$core/book';
import { PART_NAMES, cutOf, type Vocabulary } from '$core/reference';

/**
 * "Left shoulder" as "Shoulder, left".
 * @example partName({ cut: 'shoulder', side: 'left' }) // 'Shoulder, left'
 */
export const partName = (item: Pick<Item, 'cut' | 'side'>): string =>
  `${under(PART_NAMES, item.cut ?? '') ?? item.cut ?? 'Part'}${item.side ? `, ${item.side}` : ''}`;

/** What an item is called on screen. */
export function itemName(item: Item | undefined, vocabulary: Vocabulary): string {
  if (!item) return 'gone';
  if (isBody(item)) return (item.count ?? 1) > 1 ? `Lot of ${item.count}` : 'Carcass';
  if (item.kind === 'pack') return item.what ?? 'Pack';
  if (item.kind === 'batch') return item.what ?? 'Batch';
  if (item.kind === 'store' || item.kind === 'equipment') return item.what ?? 'Store';
  if (item.kind === 'part') return partName(item);
  if (item.kind === 'tub') return `${item.tub ?? ''} tub`;
  const cut = cutOf(item.cut);
  return `${cut ? cut.names[vocabulary] : (item.what ?? 'Piece')}${item.side && item.side !== 'both' ? `, ${item.side}` : ''}`;
}
