import { error } from '@sveltejs/kit';
import { CAUTIONS, OFFAL, PART_NAMES, cutOf, kitchenCard, type GroupKey } from '$core/reference';
import { under } from '$core/units';
import { told } from '$lib/server/http/told';
import { GROUP_NAMES, groupIn } from '$lib/words/groups';

export const load = async ({ locals, url, params }) => {
  const chosen = await locals.house.settings.read();
  const { vocabulary } = chosen;
  const groups = (Object.keys(GROUP_NAMES) as GroupKey[]).filter((g) => kitchenCard(params.cut, g));
  const asked = groupIn(url.searchParams.get('of'));
  const group = groups.includes(asked) ? asked : groups[0];
  const card = group && kitchenCard(params.cut, group);
  if (!group || !card) error(404, `There is no kitchen card of “${params.cut}”.`);
  const cut = cutOf(card.key);
  const cautions = group === 'boar' ? ['trichinella', 'aujeszky'] : group === 'rabbit' ? ['tularaemia'] : [];
  return {
    group,
    groups,
    card: told(card, chosen),
    name: cut?.names[vocabulary] ?? under(OFFAL, card.key)?.name ?? card.key,
    others: cut ? [...new Set(Object.values(cut.names))].filter((n) => n !== cut.names[vocabulary]) : [],
    muscle: cut?.muscle,
    part: cut ? (under(PART_NAMES, cut.of) ?? cut.of) : 'Offal',
    tender: cut?.tenderness ?? undefined,
    notes: told([...card.notes, ...cautions.flatMap((key) => under(CAUTIONS, key)?.text ?? [])], chosen)
  };
};
