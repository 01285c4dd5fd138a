import type { z } from 'zod';
import type { Intent } from '$core/book';
import { parseMass, type Grams, type MassUnit } from '$core/units';
import { weighAgainSchema } from '$lib/forms/weigh-again';
import { weighInSchema } from '$lib/forms/weigh-in';
import { weighAgainIntent, weighInIntent, type Weighed } from '$lib/forms/weighing';
import { MASS_FAULTS } from '$lib/words/mass-faults';
import { freshId } from './ids';
import { keep } from './post';

/** What became of a form that nobody answered: kept on this device, or not as it stands, in words. */
export type KeptForm = { kept: true } | { kept: false; text: string };

const not = (why: string): KeptForm => ({
  kept: false,
  text: `The server is away, and this cannot be kept as it stands: ${why}. What you typed is still here.`
});

/** Who signs it, at which of the pages, in which units it was typed. */
interface By {
  hand: string;
  device: string;
  units: MassUnit;
}

async function keepForm<F extends { entry: string; weight: string }>(
  schema: z.ZodType<F>,
  typed: unknown,
  { hand, device, units }: By,
  intentOf: (form: F, grams: Grams) => Intent | string
): Promise<KeptForm> {
  const form = schema.safeParse(typed);
  if (!form.success) return not(form.error.issues[0]?.message ?? 'something is missing');
  const mass = parseMass(form.data.weight, units);
  if (!mass.ok) return not(MASS_FAULTS[mass.fault]);
  const intent = intentOf(form.data, mass.grams);
  if (typeof intent === 'string') return not(intent);
  // The id that the page would have sent: had it come after all, it is one press.
  await keep([{ id: form.data.entry, at: Date.now(), hand, device, intent }]);
  return { kept: true };
}

/** Keeps an animal that is weighed in while the server is away. */
export const keepWeighIn = (typed: unknown, hand: string, units: MassUnit): Promise<KeptForm> =>
  keepForm(weighInSchema, typed, { hand, device: 'weigh-in', units }, weighInIntent);

/** Keeps one more weighing of an animal. */
export const keepWeighAgain = (
  typed: unknown,
  known: Weighed,
  hand: string,
  units: MassUnit
): Promise<KeptForm> =>
  keepForm(weighAgainSchema, typed, { hand, device: 'page', units }, (form, grams) => {
    const hide = form.hide === '' ? undefined : parseMass(form.hide, units);
    if (hide && !hide.ok) return MASS_FAULTS[hide.fault];
    return weighAgainIntent(form, known, grams, hide?.grams, freshId());
  });
