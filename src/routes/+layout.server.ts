import { handOf } from '$lib/server/actor';
import { house } from '$lib/server/larder';

export const load = async ({ depends, locals }) => {
  depends('larder:settings');
  const { settings, animals, demo } = await house();
  const [chosen, counts] = [await settings.read(), await animals.countAt()];
  const { larderName, units, currency, vocabulary, timeZone, people, portion, letterKeys } = chosen;
  const atBench = handOf(locals, chosen);
  return {
    larder: { larderName, units, currency, vocabulary, timeZone, atBench, people, portion },
    letterKeys,
    counts,
    demo
  };
};
