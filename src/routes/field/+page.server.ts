import { HOUR } from '$core/units';
import { broughtOut, remindersOf } from '$core/rules';
import { FIELD } from '$core/hang';
import { warningsOf } from '$core/chill';
import { shortWarnings } from '$lib/words/window';
import { bookOf } from '$lib/server/http/views';
import { LIMITS } from '$lib/server/limits';
import { handOf } from '$lib/server/actor';

export const load = async ({ depends, locals }) => {
  depends('larder:field');
  const opened = locals.house;
  const settings = await opened.settings.read();
  const now = Date.now();
  const cards = await opened.animals.at('field', 40);
  const reckoned = await opened.hanging.all(cards);
  const cardsOf = await opened.rules.all();
  const recent = await opened.animals.list({ limit: 60 });
  const count = new Map<string, number>();
  for (const { facts } of recent) count.set(facts.species, (count.get(facts.species) ?? 0) + 1);
  const animals = await Promise.all(
    cards.map(async (card) => {
      const r = reckoned.get(card.id);
      const { state, history } = await bookOf(opened, card.id);
      const body = Object.values(state.items).find((i) => i.kind === 'carcass' || i.kind === 'lot');
      return {
        id: card.id,
        code: card.code,
        facts: card.facts,
        item: body?.id,
        count: card.count,
        base: card.base,
        held: card.record.holds ?? [],
        cooling: card.record.cooling ?? [],
        reminders: remindersOf(card.facts, cardsOf, body?.ticks ?? {}).map((r) => ({
          ...r,
          list: broughtOut(r.card, state, card.id, history)
        })),
        ...(r?.ok
          ? {
              core: r.hanging.window.core,
              coldAt: r.reckoning.asked.killedAt + r.hanging.outcome.hoursToTarget * HOUR,
              target: r.reckoning.target,
              warns: shortWarnings(
                r.hanging.outcome,
                r.hanging.window,
                warningsOf(r.hanging.outcome, r.hanging.window)
              )
            }
          : {})
      };
    })
  );
  return {
    animals,
    rooms: settings.rooms.map(({ key, name }) => ({ key, name })),
    households: settings.households,
    hand: handOf(locals, settings),
    often: [...count]
      .sort((a, b) => b[1] - a[1])
      .map(([key]) => key)
      .slice(0, 5),
    places: [...new Set(recent.flatMap((c) => (c.facts.place ? [c.facts.place] : [])))].slice(0, 12),
    cards: cardsOf,
    limits: LIMITS.facts,
    field: FIELD,
    now
  };
};
