import { fail, redirect } from '@sveltejs/kit';
import { message, setError, superValidate } from 'sveltekit-superforms';
import { zod as zod4 } from 'superforms-zod4';
import type { Draft } from '$core/book';
import { comesInLots } from '$core/reference';
import { parseMass } from '$core/units';
import { firstFacts } from '$lib/forms/facts-map';
import { weighInSchema } from '$lib/forms/weigh-in';
import { MASS_FAULTS } from '$lib/forms/mass-faults';
import { asLarderFault } from '$lib/server/db/client';
import { faultProblem } from '$lib/server/http/problem';
import { newId } from '$lib/server/ids';
import { house } from '$lib/server/larder';
import { formatter } from '$lib/ui/format';
import { refusalText } from '$lib/ui/messages';

export const load = async () => {
  const form = await superValidate(
    { animal: newId(), entry: newId(), item: newId(), species: 'roe' as const },
    zod4(weighInSchema),
    { errors: false }
  );
  const { settings, animals, rules } = await house();
  const { households } = await settings.read();
  const known = (await animals.residualSums()).filter((s) => s.n > 0).map((s) => s.species);
  const learned = Object.fromEntries(
    await Promise.all(
      known.map(
        async (species) =>
          [species, await animals.learnedFor({ facts: { species }, residual: null })] as const
      )
    )
  );
  return { form, households, learned, cards: await rules.all() };
};

export const actions = {
  default: async ({ request }) => {
    const form = await superValidate(request, zod4(weighInSchema));
    const { settings, book, animals } = await house();
    const chosen = await settings.read();
    const mass = parseMass(form.data.weight, chosen.units);
    if (form.data.weight !== '' && !mass.ok) setError(form, 'weight', MASS_FAULTS[mass.fault]);
    else if (mass.ok && mass.grams < 50) setError(form, 'weight', 'less than 50 g: is the unit right?');
    if (!form.valid || !mass.ok) return fail(400, { form });
    const { animal, entry, item, stage, how, part, side } = form.data;
    const draft: Draft = {
      id: entry,
      at: Date.now(),
      hand: chosen.atBench,
      device: 'weigh-in',
      intent: {
        kind: 'intake',
        animal,
        facts: firstFacts(form.data),
        reading: { grams: mass.grams, how, ...(stage === 'part' ? {} : { stage }) },
        into:
          stage === 'part'
            ? { kind: 'part', id: item, cut: part, ...(part === 'neck' ? {} : { side }) }
            : comesInLots(form.data.species)
              ? { kind: 'lot', id: item, count: Number(form.data.count) }
              : { kind: 'carcass', id: item }
      }
    };
    try {
      const [outcome] = await book.book([draft]);
      // The same form sent twice: the clock differs, the animal is the one already booked.
      const twice =
        outcome?.status === 'refused' && outcome.refusal.code === 'id-taken' && (await animals.find(animal));
      if (outcome?.status === 'refused' && !twice) {
        const text = refusalText(outcome.refusal, formatter(chosen), () => 'It');
        return outcome.refusal.code === 'tag-taken'
          ? setError(form, 'tag', text)
          : message(form, text, { status: 409 });
      }
    } catch (error) {
      const fault = asLarderFault(error);
      if (!fault) throw error;
      const { title, detail, status } = faultProblem(fault.fault);
      return message(form, `${title}. ${detail}`, { status: status === 507 ? 507 : 503 });
    }
    const card = await animals.find(animal);
    redirect(303, `/animals/${card?.code ?? animal}`);
  }
};
