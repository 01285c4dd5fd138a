import { plainFormatter } from '$lib/words/format';
import { fail, redirect } from '@sveltejs/kit';
import { message, setError, superValidate } from 'sveltekit-superforms';
import { zod as zod4 } from 'superforms-zod4';
import { parseMass } from '$core/units';
import { weighInSchema } from '$lib/forms/weigh-in';
import { weighInIntent } from '$lib/forms/weighing';
import { MASS_FAULTS } from '$lib/words/mass-faults';
import { bookForm, formIn } from '$lib/server/forms';
import { newId } from '$lib/server/ids';
import { sayRefusal } from '$lib/words/messages';

export const load = async ({ locals }) => {
  const form = await superValidate(
    { animal: newId(), entry: newId(), item: newId(), species: 'roe' as const },
    zod4(weighInSchema),
    { errors: false }
  );
  const { settings, animals, rules } = locals.house;
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
  default: async ({ request, locals }) => {
    const form = await formIn(request, weighInSchema);
    const opened = locals.house;
    const { settings, animals } = opened;
    const chosen = await settings.read();
    const mass = parseMass(form.data.weight, chosen.units);
    if (form.data.weight !== '' && !mass.ok) setError(form, 'weight', MASS_FAULTS[mass.fault]);
    else if (mass.ok && mass.grams < 50)
      setError(form, 'weight', `less than ${plainFormatter(chosen).small(50)}: is the unit right?`);
    if (!form.valid || !mass.ok) return fail(400, { form });
    const { animal, entry } = form.data;
    const refused = await bookForm(opened, entry, weighInIntent(form.data, mass.grams), sayRefusal, {
      device: 'weigh-in',
      again: 'refuse',
      actor: locals.actor,
      by: locals.by
    });
    const standing = await animals.find(animal);
    if (refused?.refusal?.code === 'id-taken')
      return message(
        form,
        `This animal is in the book as ${standing?.code ?? 'it was first sent'}, with other words. Set it right on its page; what you typed is still here.`,
        { status: 409 }
      );
    if (refused?.refusal?.code === 'tag-taken') return setError(form, 'tag', refused.text);
    if (refused?.refusal?.code === 'doubt') {
      setError(form, 'assured', refused.refusal.why);
      return setError(form, 'weight', refused.text);
    }
    if (refused) return message(form, refused.text, { status: refused.status });
    const card = await animals.find(animal);
    redirect(303, `/animals/${card?.code ?? animal}`);
  }
};
