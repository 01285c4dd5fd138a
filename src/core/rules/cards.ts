import { HOUR, under } from '$core/units';
import type { Facts, Tick } from '$core/book';
import { SPECIES, type HoldReason, type SpeciesKey } from '$core/reference';
import type { RuleCard } from './schema';

/** Built in: the one hold that usual practice opens on every boar. A larder may switch it off, by its own code. */
export const BUILT_IN_CARDS: readonly RuleCard[] = [
  {
    key: 'boar-trichinella',
    kind: 'test',
    title: 'Boar: trichinella sample',
    says: 'Diaphragm, tongue or foreleg muscle to the laboratory; nothing leaves before its answer.',
    source: 'EU 2015/1375 where it applies; ask your own authority',
    species: ['boar'],
    areas: [],
    list: [],
    hold: 'test',
    on: true
  }
];

/** The larder's cards over the built-in ones, by key. */
export const mergeCards = (own: readonly RuleCard[]): RuleCard[] => [
  ...BUILT_IN_CARDS.filter((c) => !own.some((o) => o.key === c.key)),
  ...own
];

const plain = (text: string): string => text.trim().toLowerCase();

/** Whether a card is for an animal: its species, and a place that names one of its areas. */
export function cardApplies(
  card: Pick<RuleCard, 'species' | 'areas' | 'on'>,
  facts: Pick<Facts, 'species' | 'place'>
): boolean {
  if (!card.on) return false;
  if (card.species.length > 0 && !card.species.includes(facts.species)) return false;
  if (card.areas.length === 0) return true;
  const place = plain(facts.place ?? '');
  return place !== '' && card.areas.some((area) => place.includes(plain(area)));
}

/** Holds that cards and the gate's answers open on an animal, but for those of the same reason that stand. */
export function holdsFor(
  facts: Pick<Facts, 'species' | 'place' | 'gate'>,
  cards: readonly RuleCard[],
  standing: readonly { why: string }[] = []
): { why: HoldReason; note: string }[] {
  const out = new Map<HoldReason, string>();
  const yes = Object.entries(facts.gate ?? {}).filter(([, said]) => said);
  if (yes.length > 0) out.set('gate', 'the questions before it is opened');
  for (const card of cards)
    if (card.hold && cardApplies(card, facts) && !out.has(card.hold)) out.set(card.hold, card.title);
  return [...out]
    .filter(([why]) => !standing.some((h) => h.why === why))
    .map(([why, note]) => ({ why, note }));
}

/** A card of one animal, with its deadline. */
export interface Reminder {
  card: RuleCard;
  /** When it must be done by, ms; absent where the card has no deadline or the hour of death is not known. */
  due?: number;
  done: boolean;
}

/** Step of a card's tick in the book. */
export const cardStep = (card: Pick<RuleCard, 'key'>): string => `rule:${card.key}`;

/** The cards of an animal: what must be done by when, and whether somebody has said that it is. */
export function remindersOf(
  facts: Facts,
  cards: readonly RuleCard[],
  ticks: Readonly<Record<string, Tick>> = {}
): Reminder[] {
  return cards
    .filter((card) => cardApplies(card, facts))
    .map((card) => ({
      card,
      done: under(ticks, cardStep(card))?.how === 'done',
      ...(card.hours && facts.killedAt ? { due: facts.killedAt + card.hours * HOUR } : {})
    }))
    .sort((a, b) => Number(a.done) - Number(b.done) || (a.due ?? Infinity) - (b.due ?? Infinity));
}

/** Species of a card in words. */
export const speciesWords = (keys: readonly SpeciesKey[]): string =>
  keys.length === 0 ? 'all species' : keys.map((k) => SPECIES[k].name.toLowerCase()).join(', ');
