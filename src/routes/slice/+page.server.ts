import { readMuscleId } from '$core/plan';
import { evenness } from '$core/slice';
import { coldestOf } from '$core/store';
import { handOf } from '$lib/server/actor';
import { onTheTable, withBooks } from '$lib/server/planning';

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
    muscles: table?.muscles ?? [],
    animal: table?.animals[0],
    others: bench.cards.filter((c) => c.id !== card?.id).map((c) => c.code),
    freezer: { set: coldestOf(chosen.places), film: 'still' as const },
    household: { people: chosen.people, portion: chosen.portion },
    kept: card
      ? (await slicings.newest(card.id, 12)).map((one) => ({ ...one, spread: evenness(one.weighed) }))
      : [],
    hand: handOf(locals, chosen)
  };
};
