import { clockOf, workOf } from '$core/bench';
import { ROOM_KEY, KIT_KEYS } from '$core/reference';
import { bookOf } from '$lib/server/http/views';
import { house } from '$lib/server/larder';
import type { AnimalCard } from '$lib/server/repo/animals';

export const load = async () => {
  const opened = await house();
  const { animals, settings, procedures, minutes } = opened;
  const { atBench, vocabulary, kitMissing } = await settings.read();
  const own = await procedures.all();
  const look = async (card: AnimalCard) => {
    const { state, history } = await bookOf(opened, card.id);
    const learned = await minutes.learned(atBench, card.facts.species);
    const last = history.at(-1);
    const clock = clockOf(state, card.id, history, learned, { own });
    return {
      next: workOf(state, card.id, history, { vocabulary, own }).open[0]?.title ?? '',
      parts: Object.values(state.items).filter((i) => i.kind === 'part' && i.door !== 'closed').length,
      minutes: Math.round(clock.left),
      by: last ? { hand: last.hand, device: last.device, at: last.at } : undefined
    };
  };
  const begun = await animals.at('bench', 12);
  const waiting = await animals.at('hanging', 12);
  const table: Record<string, Awaited<ReturnType<typeof look>>> = {};
  for (const card of [...begun, ...waiting]) table[card.id] = await look(card);
  return {
    begun,
    waiting,
    table,
    atBench,
    room: ROOM_KEY,
    kit: { missing: kitMissing.length, all: KIT_KEYS.length },
    now: Date.now()
  };
};
