import { MOST_ANIMALS } from '$core/plan';
import { animalName } from '$core/reference';
import { handOf } from '$lib/server/actor';
import { keptBefore, keptSoFar, knifeAhead, onTheTable, withBooks } from '$lib/server/planning';
import type { AnimalCard } from '$lib/server/repo/animals';

/** So many animals are offered at once. Own choice. */
const OFFERED = 40;

/** What may be planned, what is wished for, and the plan that is in force. */
export const load = async ({ locals, url, depends }) => {
  depends('larder:plan');
  const { animals, settings, cutPlans } = locals.house;
  const chosen = await settings.read();
  const [bench, hanging, wishes] = await Promise.all([
    animals.search({ words: '', station: 'bench', limit: OFFERED, offset: 0 }),
    animals.search({ words: '', station: 'hanging', limit: OFFERED, offset: 0 }),
    cutPlans.wishes()
  ]);
  const offered = [...bench.cards, ...hanging.cards];
  const asked = (url.searchParams.get('of') ?? '').split(',').filter(Boolean).slice(0, MOST_ANIMALS);
  const named: AnimalCard[] = [];
  for (const code of asked) {
    const card = offered.find((c) => c.code === code) ?? (await animals.find(code));
    if (card && !named.some((c) => c.id === card.id)) named.push(card);
  }
  const cards = named.length > 0 ? named : offered.slice(0, 1);
  const books = await withBooks(locals.house, cards);
  const table = await onTheTable(locals.house, books);
  const first = cards[0];
  const hand = handOf(locals, chosen);
  const inForce = first ? await cutPlans.of(first.id) : undefined;
  return {
    muscles: table.muscles,
    animals: table.animals.map((animal) => {
      const card = cards.find((c) => c.id === animal.id);
      return { ...animal, species: card?.facts.species ?? 'roe', sex: card?.facts.sex ?? 'unknown' };
    }),
    offered: offered.map((card) => ({
      id: card.id,
      code: card.code,
      name: animalName(card.facts),
      work: card.work
    })),
    wishes,
    inForce,
    kept: inForce ? await keptSoFar(locals.house, inForce, books) : undefined,
    before: await keptBefore(
      locals.house,
      cards.map((card) => card.id)
    ),
    knife: await knifeAhead(locals.house, books, table.muscles, hand),
    prices: chosen.prices,
    currency: chosen.currency,
    household: { people: chosen.people, portion: chosen.portion, mealsAWeek: chosen.mealsAWeek },
    hand,
    now: Date.now()
  };
};
