import { error } from '@sveltejs/kit';
import { SPECIES, animalName } from '$core/reference';
import { loadInside } from '$core/maps';
import { handOf } from '$lib/server/actor';

export const load = async ({ params, locals }) => {
  const { animals, settings } = locals.house;
  const card = await animals.find(params.code);
  if (!card) error(404, 'No animal of that code hangs here.');
  const { group } = SPECIES[card.facts.species];
  return {
    card: { id: card.id, code: card.code, name: animalName(card.facts), exam: card.facts.exam ?? undefined },
    held: (card.record.holds ?? []).some((hold) => hold.why === 'inspection'),
    group,
    inside: await loadInside(group),
    hand: handOf(locals, await settings.read())
  };
};
