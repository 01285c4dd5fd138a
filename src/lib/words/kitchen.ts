import type { Core, KitchenWay } from '$core/reference';
import { cookingMinutes } from '$core/reference';
import type { Formatter } from './formatter';

const span = ([low, high]: readonly [number, number], unit: string) =>
  low === high ? `${low} ${unit}` : `${low}–${high} ${unit}`;
const halves = (minutes: number) => Math.round(minutes / 30) / 2;

/** How hot the middle has to be, in words. */
export const coreWords = ({ asked, restMinutes }: Core, format: Formatter): string =>
  `${format.degrees(asked, 0)}${restMinutes ? `, ${restMinutes} min rest` : ''}`;

/** How long it takes; of a roast whose weight nobody has said, by its weight. */
export function spanWords(way: Pick<KitchenWay, 'span'>, format: Formatter, grams?: number): string {
  if (!way.span) return '';
  const minutes = cookingMinutes(way.span, grams);
  if (!minutes)
    return way.span.kind === 'weight'
      ? `${span(way.span.minutes, 'minutes')} for each ${format.unit === 'kg' ? format.small(way.span.per) : format.mass(way.span.per, 1)}`
      : '';
  const text =
    minutes[1] > 90 ? span([halves(minutes[0]), halves(minutes[1])], 'hours') : span(minutes, 'minutes');
  return way.span.kind === 'side' ? `${text} a side` : text;
}

/** Where it is cooked and how hot: the oven, or the pan. */
export const heatWords = ({ oven }: Pick<KitchenWay, 'oven'>, format: Formatter): string =>
  oven ? `oven ${format.degreeSpan(oven)}` : '';
