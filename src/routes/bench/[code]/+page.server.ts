import { error } from '@sveltejs/kit';
import { historyOf } from '$lib/server/repo/state';
import { house } from '$lib/server/larder';

export const load = async ({ params }) => {
  const { animals, larder, settings, standIns, procedures, minutes } = await house();
  const card = await animals.find(params.code);
  if (!card) error(404, 'No animal of that code hangs here.');
  const { weighs, silverTo, atBench, prices, people, portion, kitMissing, edgeMinutes, tubTares } =
    await settings.read();
  return {
    card,
    history: await historyOf(larder.db, card.id),
    silverTo,
    prices,
    household: { people, portion },
    kitMissing,
    edgeMinutes,
    tubTares,
    own: await procedures.all(),
    minutes: await minutes.learned(atBench, card.facts.species),
    learned: await animals.learnedFor(card),
    weighs,
    standIn: await standIns()
  };
};
