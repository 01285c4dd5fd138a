import { readMuscleId, type NamedMuscle } from '$core/plan';
import { cutOf, partsOf, type SpeciesKey } from '$core/reference';
import { evenness, isSliced } from '$core/slice';
import { coldestOf } from '$core/store';
import { handOf } from '$lib/server/actor';
import { onTheTable, withBooks } from '$lib/server/planning';

/** One piece of what is told of several animals, or of both sides, together. */
function oneOf(muscle: NamedMuscle, species: SpeciesKey, count: number): NamedMuscle {
  const part = partsOf(species).find((p) => p.key === cutOf(muscle.cut)?.of);
  const sided = muscle.side === 'left' || muscle.side === 'right';
  const pieces = count * (part?.paired && !sided ? 2 : 1);
  return pieces > 1
    ? { ...muscle, grams: muscle.grams / pieces, name: `${muscle.name}, one of ${pieces}` }
    : muscle;
}

/** Cuts that may be sliced at once are those of one animal. */
export const load = async ({ locals, url, depends }) => {
  depends('larder:slices');
  const { animals, settings, slicings } = locals.house;
  const chosen = await settings.read();
  const asked = url.searchParams.get('of') ?? '';
  const named = readMuscleId(asked)?.animal ?? asked;
  const bench = await animals.search({ words: '', station: 'bench', limit: 12, offset: 0 });
  const card = (named ? await animals.find(named) : undefined) ?? bench.cards[0];
  const table = card && (await onTheTable(locals.house, await withBooks(locals.house, [card])));
  return {
    of: table?.muscles.some((m) => m.id === asked) ? asked : '',
    muscles: (table?.muscles ?? [])
      .filter((m) => isSliced(m.cut))
      .map((m) => oneOf(m, card?.facts.species ?? 'roe', card?.count ?? 1)),
    animal: table?.animals[0],
    others: bench.cards.filter((c) => c.id !== card?.id).map((c) => c.code),
    freezer: { set: coldestOf(chosen.places), film: 'still' as const },
    household: { people: chosen.people, portion: chosen.portion },
    kept: card
      ? (await slicings.newest(card.id, 12)).map((one) => ({ ...one, spread: evenness(one.weighed) }))
      : [],
    hand: handOf(locals, chosen),
    standIn: await locals.house.standIns()
  };
};
