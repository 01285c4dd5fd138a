import { bodyOf, spotsOf, voidedIn, type BookedEntry, type BookState } from '$core/book';
import { PART_NAMES, partsOf } from '$core/reference';
import { roundGrams, under, type Grams } from '$core/units';
import { cardApplies, cardStep } from './cards';
import { bringName, type BringKey } from './bring-keys';
import type { RuleCard } from './schema';

/**
 * How one thing of a card's list stands in the book. `taken`: it is off and weighed. `half`: one of the two sides is. `on`:
 * the carcass is not bare yet, and it comes along with that. `said`: somebody has said that it is here. `unsaid`: the book
 * cannot know. `missing`: the frame is bare, and nothing of it was taken.
 */
export type BroughtHow = 'taken' | 'half' | 'on' | 'said' | 'unsaid' | 'missing';

export interface Brought {
  key: BringKey;
  name: string;
  how: BroughtHow;
  /** Somebody must look: nobody has taken it, nor said that it is here. */
  open: boolean;
  /** Grams that were taken of it, where it is a part. */
  grams?: Grams;
  /** The side that is not in the book yet. */
  side?: 'left' | 'right';
  /** Step of the tick that says it is here. */
  step: string;
}

const isPhoto = ({ intent }: BookedEntry): boolean => intent.kind === 'note' && intent.photo !== undefined;

/** Step of the tick for one thing of a card's list. */
const bringStep = (card: Pick<RuleCard, 'key'>, key: BringKey): string => `${cardStep(card)}:${key}`;

/**
 * A card's list held against the book of one animal, in the list's order.
 * @returns nothing where the card asks for nothing, or is not for this animal; what its kind does not have is left out
 */
export function broughtOut(
  card: Pick<RuleCard, 'key' | 'species' | 'areas' | 'on' | 'list'>,
  state: BookState,
  animalId: string,
  history: readonly BookedEntry[]
): Brought[] {
  const animal = under(state.animals, animalId);
  if (!animal || card.list.length === 0 || !cardApplies(card, animal.facts)) return [];
  const body = bodyOf(state, animalId);
  const bare = body?.door === 'closed';
  // Quartered where it fell: nothing comes along with the carcass any more.
  const quartered = animal.cooling?.some((c) => c.what === 'quartered') ?? false;
  const ticks = Object.values(state.items)
    .filter((i) => i.owner === animalId)
    .flatMap((i) => Object.entries(i.ticks ?? {}));
  const isSaid = (step: string) => ticks.some(([key, tick]) => key === step && tick.how === 'done');
  const parts = partsOf(animal.facts.species);
  const spots = spotsOf(state, animalId, history);
  const gone = voidedIn(history);
  const standing = history.filter((e) => !gone.has(e.id));
  const bareAt = standing.findLastIndex((e) => e.intent.kind === 'close' && e.intent.item === body?.id);
  const inBook = (key: BringKey): boolean => {
    if (key === 'sex') return animal.facts.proofOfSex === 'on';
    // A photograph of the bare frame is one that was taken when it was bare.
    if (key === 'bareFrame') return standing.slice(bareAt + 1).some((e) => bareAt >= 0 && isPhoto(e));
    if (key === 'hide') return standing.some((e) => e.intent.kind === 'tub' && e.intent.tub === 'hide');
    return Object.values(state.items).some((i) => i.owner === animalId && i.cut === key);
  };

  const lineOf = (key: BringKey): Omit<Brought, 'name' | 'open'> | undefined => {
    const step = bringStep(card, key);
    if (isSaid(step)) return { key, how: 'said', step };
    const part = parts.find((p) => p.key === key);
    if (!part) {
      // A strap of a bird is asked of nobody.
      if (key in PART_NAMES) return undefined;
      // There is no bare frame while the carcass comes along.
      if (key === 'bareFrame' && !bare && !quartered) return { key, how: 'on', step };
      return { key, how: inBook(key) ? 'taken' : 'unsaid', step };
    }
    const mine = spots.filter((s) => s.part === key && s.taken > 0);
    const grams = roundGrams(mine.reduce((sum, s) => sum + s.taken, 0));
    const sides = new Set(
      mine.flatMap(({ side }) => (side === 'left' || side === 'right' ? [side] : ['left', 'right']))
    );
    if (mine.length > 0 && (!part.paired || sides.size === 2)) return { key, how: 'taken', grams, step };
    if (!bare) return { key, how: quartered ? 'unsaid' : 'on', ...(grams > 0 ? { grams } : {}), step };
    if (mine.length === 0) return { key, how: 'missing', step };
    return { key, how: 'half', grams, side: sides.has('left') ? 'right' : 'left', step };
  };
  return card.list.flatMap((key): Brought[] => {
    const line = lineOf(key);
    return line ? [{ ...line, name: bringName(key), open: !/^(taken|on|said)$/.test(line.how) }] : [];
  });
}
