import { handOf } from '$lib/server/actor';

export const load = async ({ depends, locals }) => {
  depends('larder:settings');
  const { asked, visitor } = locals;
  const { settings, animals, demo } = locals.house;
  const chosen = await settings.read();
  /** Nobody is signed in for good, where that is asked: the name of the larder is all that is said. */
  const outside = asked && (!visitor || visitor.made);
  const counts = outside ? { bench: 0, hanging: 0, field: 0 } : await animals.countAt();
  const { larderName, units, degrees, currency, vocabulary, timeZone, people, portion, letterKeys } = chosen;
  const atBench = outside ? '' : handOf(locals, chosen);
  return {
    larder: { larderName, units, degrees, currency, vocabulary, timeZone, atBench, people, portion },
    letterKeys,
    counts,
    demo,
    outside,
    me: visitor?.name,
    meId: outside ? undefined : visitor?.id,
    role: visitor?.role
  };
};
