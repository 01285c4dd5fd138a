import { musclesOf, type BookMuscle, type NamedMuscle } from '$core/plan';
import { animalName, cutOf, type Vocabulary } from '$core/reference';
import { under } from '$core/units';
import type { House } from './larder';
import { bookOf } from './http/views';
import type { AnimalCard } from './repo/animals';

/** An animal whose muscles are planned. */
export interface PlannedAnimal {
  id: string;
  code: string;
  name: string;
  /** Number of its newest entry: it was cut meanwhile, where this has grown. */
  seq: number;
  held: boolean;
}
export interface OnTheTable {
  animals: PlannedAnimal[];
  muscles: NamedMuscle[];
}

const nameOf = ({ cut, side }: BookMuscle, vocabulary: Vocabulary): string =>
  `${cutOf(cut)?.names[vocabulary] ?? cut}${side === 'left' || side === 'right' ? `, ${side}` : ''}`;

/** The muscles of some animals: what lies in tubs, and what is expected of what is still on. */
export async function onTheTable(house: House, cards: readonly AnimalCard[]): Promise<OnTheTable> {
  const { vocabulary } = await house.settings.read();
  const orders = await house.procedures.orders();
  const found: OnTheTable = { animals: [], muscles: [] };
  for (const card of cards) {
    const { state, history } = await bookOf(house, card.id);
    const hung = await house.hanging.of(card);
    const ageing = hung.ok && hung.reckoning.deathKnown ? hung.hanging.window.ageing : 0;
    const learned = await house.animals.learnedFor(card);
    const own = musclesOf(state, card.id, history, { orders, vocabulary, learned }, ageing);
    found.animals.push({
      id: card.id,
      code: card.code,
      name: animalName(card.facts),
      seq: history.at(-1)?.seq ?? 0,
      held: (under(state.animals, card.id)?.holds ?? []).length > 0
    });
    found.muscles.push(...own.map((m) => ({ ...m, name: nameOf(m, vocabulary) })));
  }
  return found;
}
