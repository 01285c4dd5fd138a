import { workOf } from '$core/bench';
import { bookOf } from '$lib/server/http/views';
import { house } from '$lib/server/larder';

export const load = async () => {
  const opened = await house();
  const { animals, settings } = opened;
  const { atBench, vocabulary } = await settings.read();
  const begun = await animals.at('bench', 12);
  const next: Record<string, string> = {};
  for (const card of begun) {
    const { state, history } = await bookOf(opened, card.id);
    next[card.id] = workOf(state, card.id, history, { vocabulary }).open[0]?.title ?? '';
  }
  return { begun, waiting: await animals.at('hanging', 12), next, atBench };
};
