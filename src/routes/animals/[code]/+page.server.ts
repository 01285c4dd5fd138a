import { LIMITS } from '$lib/server/limits';
import { getRequestEvent } from '$app/server';
import { error, fail } from '@sveltejs/kit';
import { message, setError, superValidate } from 'sveltekit-superforms';
import { zod as zod4 } from 'superforms-zod4';
import { expectedOfSent } from '$core/account';
import {
  balanceOf,
  custodyLine,
  bodyOf,
  net,
  outId,
  sentOut,
  standingMarks,
  voidedIn,
  type BookState,
  type Intent
} from '$core/book';
import { SPECIES, TRIM_SAID } from '$core/reference';
import { broughtOut, cardStep, remindersOf } from '$core/rules';
import { sumIn, parseMass, under } from '$core/units';
import { FAIR_QUESTIONS, FAIR_WORDS, compareReturn } from '$core/worth';
import { factsFormSchema, formOf } from '$lib/forms/facts';
import { changes, factsOf } from '$lib/forms/facts-map';
import { custodyIntent, custodySchema } from '$lib/forms/custody';
import { MASS_FAULTS } from '$lib/words/mass-faults';
import { weighAgainSchema } from '$lib/forms/weigh-again';
import { weighAgainIntent, weighedOf } from '$lib/forms/weighing';
import { handOf } from '$lib/server/actor';
import { bookForm, formIn, type FormRefusal } from '$lib/server/forms';
import { accountOfCard, besideWords, wordsOf, worthOfCard } from '$lib/server/http/views';
import { newId } from '$lib/server/ids';
import type { House } from '$lib/server/larder';
import { sayRefusal } from '$lib/words/messages';

/** The first weight of a carcass or lot, as the book has it. */
function firstOf(state: BookState, id: string): { grams: number; stage: string } | undefined {
  const animal = under(state.animals, id);
  const body = bodyOf(state, id);
  const first = animal && body ? standingMarks(animal).find((m) => m.item === body.id) : undefined;
  return first && { grams: net(first.reading), stage: first.reading.stage ?? '' };
}

/** What of an animal could leave the house now: its body, parts, pieces and tubs with something in them. */
function leavable(state: BookState, animal: string): { id: string; grams: number }[] {
  return Object.values(state.items)
    .filter((i) => i.owner === animal && i.door !== 'closed')
    .map((i) => ({ id: i.id, grams: balanceOf(state, i.id) }))
    .filter((row) => row.grams > 0);
}

async function cardOf(opened: House, code: string) {
  const card = await opened.animals.find(code);
  if (!card) error(404, 'No animal of that code hangs here.');
  return { opened, card };
}

/** Whoever must be told of a condemned animal, by the name they have now, and what they have. */
async function toldOf({ trace, parties }: House, id: string) {
  const called = await parties.called();
  return (await trace.recipients(id)).map(({ party, item, grams }) => ({
    party: called(party),
    item,
    grams
  }));
}

export const load = async ({ params, locals }) => {
  const { opened, card } = await cardOf(locals.house, params.code);
  const { account, state, history } = await accountOfCard(opened, card);
  const chosen = await opened.settings.read();
  const { households } = chosen;
  const carcass = bodyOf(state, card.id);
  const gone = voidedIn(history);
  const learned = await opened.animals.learnedFor(card);
  const [facts, weigh] = [
    await superValidate(formOf(card.facts), zod4(factsFormSchema), { id: 'facts', errors: false }),
    await superValidate({ entry: newId() }, zod4(weighAgainSchema), { id: 'weigh', errors: false })
  ];
  return {
    limits: { facts: LIMITS.facts, note: LIMITS.note, return: LIMITS.return, draft: LIMITS.draft },
    card,
    account,
    households,
    facts,
    weigh,
    items: state.items,
    entries: history.slice(-400).reverse(),
    notes: history.filter((e) => e.intent.kind === 'note').reverse(),
    gone: [...gone],
    words: wordsOf(
      history.slice(-400),
      await opened.procedures.all(),
      await besideWords(opened),
      SPECIES[card.facts.species].group
    ),
    hand: handOf(locals, chosen),
    sayable: Object.values(state.items)
      .filter((i) => i.kind === 'part' || i.kind === 'piece')
      .map((i) => i.id),
    worth: await worthOfCard(opened, card),
    carcass: carcass ? { id: carcass.id, closed: carcass.door === 'closed' } : undefined,
    first: firstOf(state, card.id),
    weighed: weighedOf(card.id, state, history),
    arrival: history.find((e) => e.intent.kind === 'intake' && e.intent.facts && !gone.has(e.id))?.id,
    standsOn: history.filter(
      (e) => e.seq > (history[0]?.seq ?? 0) && e.postings.length > 0 && !gone.has(e.id)
    ).length,
    held: {
      holds: under(state.animals, card.id)?.holds ?? [],
      condemned: under(state.animals, card.id)?.condemned !== undefined,
      recipients: card.held === 'condemned' ? await toldOf(opened, card.id) : []
    },
    body: carcass ? { ...carcass } : undefined,
    leaves: leavable(state, card.id),
    line: custodyLine(history),
    rooms: { coolbox: 'cool box on ice', ...Object.fromEntries(chosen.rooms.map((r) => [r.key, r.name])) },
    sent: sentOut(history).map((of) => {
      const compared = compareReturn(of, expectedOfSent(state, of, learned));
      const { own, others } = sumIn(compared.bills, chosen);
      return {
        ...of,
        left: balanceOf(state, outId('with', of.party, of.item)),
        compared,
        bills: [...(own > 0 ? [{ currency: chosen.currency, amount: own }] : []), ...others]
      };
    }),
    reminders: remindersOf(card.facts, await opened.rules.all(), carcass?.ticks ?? {}).map((r) => ({
      ...r,
      step: cardStep(r.card),
      list: broughtOut(r.card, state, card.id, history)
    })),
    fair: FAIR_QUESTIONS.map((q) => FAIR_WORDS[q]),
    keep: await superValidate({ entry: newId() }, zod4(custodySchema), { id: 'keep', errors: false }),
    partsAlone: Object.values(state.items).filter((i) => i.kind === 'part' && i.from === undefined).length
  };
};

/** Books an intent from a form of this page; gives words when the book or the larder refuses. */
async function bookOf(
  code: string,
  entry: string,
  make: (animal: string) => Intent
): Promise<FormRefusal | undefined> {
  const { locals } = getRequestEvent();
  const { opened, card } = await cardOf(locals.house, code);
  return bookForm(opened, entry, make(card.id), sayRefusal, { actor: locals.actor, by: locals.by });
}

export const actions = {
  facts: async ({ request, params, locals }) => {
    const form = await formIn(request, factsFormSchema, 'facts');
    if (!form.valid) return fail(400, { form });
    const { card } = await cardOf(locals.house, params.code);
    const patch = changes(card.facts, factsOf(form.data));
    if (Object.keys(patch).length === 0) return message(form, 'Nothing had changed.');
    const refused = await bookOf(params.code, newId(), (animal) => ({
      kind: 'amend',
      animal,
      facts: patch
    }));
    if (refused?.refusal?.code === 'tag-taken') return setError(form, 'tag', refused.text);
    return refused ? message(form, refused.text, { status: refused.status }) : message(form, 'In the book.');
  },
  allHere: async ({ params }) => {
    const refused = await bookOf(params.code, newId(), (animal) => ({
      kind: 'amend',
      animal,
      facts: { allQuartersHere: true }
    }));
    return refused ? fail(refused.status, { allHere: refused.text }) : { allHere: 'said' };
  },
  trimmed: async ({ request, params }) => {
    const chosen = (await request.formData()).get('said');
    const said = TRIM_SAID.find((one) => one === chosen);
    if (!said) return fail(400, { trimmed: 'Choose one of the three.' });
    const refused = await bookOf(params.code, newId(), (animal) => ({
      kind: 'amend',
      animal,
      facts: { meatTrimmed: said }
    }));
    return refused ? fail(refused.status, { trimmed: refused.text }) : { trimmed: '' };
  },
  keep: async ({ request, params }) => {
    const form = await formIn(request, custodySchema, 'keep');
    if (!form.valid) return fail(400, { form });
    const refused = await bookOf(params.code, form.data.entry, (animal) => custodyIntent(animal, form.data));
    if (refused) return setError(form, 'what', refused.text);
    form.data.entry = newId();
    form.data.note = '';
    form.data.wishes = '';
    form.data.to = '';
    return message(form, 'In the book.');
  },
  weigh: async ({ request, params, locals }) => {
    const form = await formIn(request, weighAgainSchema, 'weigh');
    const { opened, card } = await cardOf(locals.house, params.code);
    const { units } = await opened.settings.read();
    const mass = parseMass(form.data.weight, units);
    const hide = form.data.hide === '' ? undefined : parseMass(form.data.hide, units);
    if (form.data.weight !== '' && !mass.ok) setError(form, 'weight', MASS_FAULTS[mass.fault]);
    if (hide && !hide.ok) setError(form, 'hide', MASS_FAULTS[hide.fault]);
    if (!form.valid || !mass.ok || (hide && !hide.ok)) return fail(400, { form });
    const { state, history } = await accountOfCard(opened, card);
    const { what, entry } = form.data;
    const known = weighedOf(card.id, state, history);
    const refused = await bookOf(params.code, entry, () =>
      weighAgainIntent(form.data, known, mass.grams, hide?.grams, newId())
    );
    if (refused?.refusal?.code === 'doubt') setError(form, 'assured', refused.refusal.why);
    if (refused?.refusal?.code === 'overdrawn' && what === 'first')
      return setError(
        form,
        'weight',
        'More than that is in the book as cut off or dried away. Take back the weighing on the hook, or a cut that was wrong, under “Something is wrong”, then set the first weight.'
      );
    if (refused) return setError(form, 'weight', refused.text);
    form.data.weight = '';
    form.data.assured = '';
    form.data.hide = '';
    form.data.entry = newId();
    return message(form, 'In the book.');
  }
};
