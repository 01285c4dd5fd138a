import { BUILT_IN_CARDS } from '$core/rules';
import { LIMITS } from '$lib/server/limits';

export const load = async ({ depends, locals }) => {
  depends('larder:rules');
  const { rules, animals } = locals.house;
  const recent = await animals.list({ limit: 60 });
  return {
    cards: await rules.all(),
    limits: LIMITS.card,
    builtIn: BUILT_IN_CARDS.map((c) => c.key),
    places: [...new Set(recent.flatMap((c) => (c.facts.place ? [c.facts.place] : [])))].slice(0, 12)
  };
};
