import { oneOf, placeOf, type Hung } from '$core/hang';
import type { Settings } from '$core/settings';
import type { AnimalCard } from './repo/animals';

/** What the cooling of an animal is reckoned from. */
export function hungOf(card: AnimalCard, settings: Settings): { hung: Hung; place: string } {
  const { record } = card;
  const hung: Hung = {
    id: card.id,
    facts: card.facts,
    marks: record.marks,
    cooling: record.cooling,
    felt: record.felt,
    firstAt: card.firstAt,
    hanging: oneOf(card.likely ?? card.hanging ?? card.base, card.count ?? undefined),
    ...(card.whole === 0 ? { quartered: true } : {})
  };
  return { hung, place: placeOf(hung, settings.rooms) };
}
