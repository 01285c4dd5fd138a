import { handOf } from '$lib/server/actor';

export const load = async ({ depends, locals }) => {
  depends('larder:settings');
  const { settings, animals, demo } = locals.house;
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
