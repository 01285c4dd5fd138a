import { HOLD_NAMES, SPECIES, hotFor, kitchenCard, type ClassKey, type SpeciesKey } from '$core/reference';
import { under } from '$core/units';
import { capital } from './format';
import type { Formatter } from './formatter';
import { coreWords } from './kitchen';

/** Why something is held, as a label and a list say it. */
export const heldWords = (held: string): string =>
  held === 'condemned' ? held : (under(HOLD_NAMES as Record<string, string>, held) ?? held);

/** How something is cooked through, in words of a language. */
export interface CookWords {
  through: (degrees: string) => string;
  heat: (degrees: string) => string;
}
export const COOK_WORDS: CookWords = {
  through: (t) => `Cook through: ${t} in the middle, never pink.`,
  heat: (t) => `Heat through: ${t} in the middle.`
};

/** How a pack is cooked, in one line: the first way of its kitchen card, or through. */
export function cookWords(
  {
    cut,
    species,
    batch,
    class: key
  }: {
    cut?: string | undefined;
    species: readonly SpeciesKey[];
    batch?: string | undefined;
    class: ClassKey;
  },
  format: Formatter,
  /** In another language than the cards are written in: how it is cooked through. */
  spoken?: CookWords
): string {
  const words = spoken ?? COOK_WORDS;
  const groups = species.map((s) => SPECIES[s].group);
  const hot = (as: 'through' | 'again') => format.degrees(hotFor(groups, as).celsius, 0);
  if (batch === 'cooked' || batch === 'stock') return words.heat(hot('again'));
  if (batch === 'jerky') return '';
  if (batch === 'rendered') return '';
  const [group] = groups;
  const card = cut && group && !batch ? kitchenCard(cut, group) : undefined;
  const [way] = card?.ways ?? [];
  if (way && key !== 'G' && !spoken) return `${capital(way.name)}: middle ${coreWords(way.core, format)}.`;
  return words.through(hot('through'));
}
