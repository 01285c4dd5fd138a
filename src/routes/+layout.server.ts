import { house } from '$lib/server/larder';

export const load = async ({ depends }) => {
  depends('larder:settings');
  const { settings, animals, demo } = await house();
  const [chosen, counts] = [await settings.read(), await animals.countAt()];
  const { larderName, units, currency, vocabulary, timeZone, atBench, people, portion, letterKeys } = chosen;
  return {
    larder: { larderName, units, currency, vocabulary, timeZone, atBench, people, portion },
    letterKeys,
    counts,
    demo
  };
};
