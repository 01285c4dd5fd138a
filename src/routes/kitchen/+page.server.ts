import { CUTS, OFFAL, PARTS, PART_NAMES, WHOLE_CUTS, cutOf, kitchenCard, kitchenKeys } from '$core/reference';
import { under } from '$core/units';
import { groupIn } from '$lib/words/groups';
import { formatter } from '$lib/words/formatter';
import { coreWords } from '$lib/words/kitchen';

export const load = async ({ locals, url }) => {
  const chosen = await locals.house.settings.read();
  const { vocabulary } = chosen;
  const format = formatter(chosen);
  const group = groupIn(url.searchParams.get('of'));
  const parts = new Map<
    string,
    { key: string; name: string; tender: number | null; ways: { name: string; core: string }[] }[]
  >();
  for (const key of kitchenKeys([...Object.keys(CUTS), ...Object.keys(WHOLE_CUTS)], group)) {
    const card = kitchenCard(key, group);
    if (!card) continue;
    const cut = cutOf(key);
    const part = cut ? (under(PART_NAMES, cut.of) ?? cut.of) : 'Offal';
    const rows = parts.get(part) ?? [];
    rows.push({
      key,
      name: cut?.names[vocabulary] ?? under(OFFAL, key)?.name ?? key,
      tender: cut?.tenderness ?? null,
      ways: card.ways.slice(0, 2).map((way) => ({ name: way.name, core: coreWords(way.core, format) }))
    });
    parts.set(part, rows);
  }
  const order = PARTS[group].map(({ key }) => under(PART_NAMES, key) ?? key);
  const at = (name: string) => (order.includes(name) ? order.indexOf(name) : order.length);
  return {
    group,
    parts: [...parts].map(([name, rows]) => ({ name, rows })).sort((a, b) => at(a.name) - at(b.name))
  };
};
