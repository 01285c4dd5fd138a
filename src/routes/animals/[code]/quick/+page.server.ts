import { error, fail, redirect } from '@sveltejs/kit';
import { entriesOfSheet, sheetOf } from '$core/bench';
import { parseMass, type Grams } from '$core/units';
import type { Doubted } from '$core/book';
import { withAssured } from '$lib/forms/sure';
import { MASS_FAULTS } from '$lib/words/mass-faults';
import { asLarderFault } from '$lib/server/db/client';
import { faultProblem } from '$lib/server/http/problem';
import { bookOf } from '$lib/server/http/views';
import { newId } from '$lib/server/ids';
import { handOf } from '$lib/server/actor';
import type { House } from '$lib/server/larder';
import { formatter } from '$lib/words/formatter';
import { refusalText } from '$lib/words/messages';

async function sheetFor(opened: House, code: string) {
  const card = await opened.animals.find(code);
  if (!card) error(404, 'No animal of that code hangs here.');
  const { vocabulary } = await opened.settings.read();
  const { state, history } = await bookOf(opened, card.id);
  const orders = await opened.procedures.orders();
  return { opened, card, state, sheet: sheetOf(state, card.id, history, { vocabulary, orders }) };
}

export const load = async ({ params, locals }) => {
  const { card, sheet } = await sheetFor(locals.house, params.code);
  return { card, sheet };
};

const FAULTS = {
  'part-first': 'the weight of the whole part comes first: it stands above, among what came off the hook',
  nothing: 'nothing is filled in yet',
  'trimmed-heavier': 'trimmed it cannot weigh more than as it came off'
} as const;

export const actions = {
  default: async ({ request, params, locals }) => {
    const form = await request.formData();
    const { opened, card, state, sheet } = await sheetFor(locals.house, params.code);
    const chosen = await opened.settings.read();
    const typed: Record<string, string> = {};
    const faults: Record<string, string> = {};
    const grams = new Map<string, Grams>();
    const glandsOut = new Set<string>();
    // The last one is that of the press, which carries all that was answered before.
    const assured = String(form.getAll('assured').at(-1) ?? '');
    for (const [key, value] of form) {
      if (typeof value !== 'string') continue;
      if (key.startsWith('glands ')) glandsOut.add(key.slice(7));
      if (!key.startsWith('g ') || value.trim() === '') continue;
      const id = key.slice(2);
      typed[id] = value;
      const mass = parseMass(value, chosen.units);
      if (!mass.ok) faults[id] = MASS_FAULTS[mass.fault];
      else if (mass.grams > 0) grams.set(id, mass.grams);
    }
    const back = (status: 400 | 409 | 503 | 507, words = '') =>
      fail(status, { typed, faults, glands: [...glandsOut], words, assured, asked: '' as Doubted | '' });
    if (Object.keys(faults).length > 0) return back(400);
    const silver = chosen.silverTo === 'stock' ? { tub: 'stock' as const } : { reason: 'silver' as const };
    const read = entriesOfSheet(sheet, card.id, { grams, glandsOut, silver }, state, newId);
    if (!read.ok) {
      for (const { id, fault } of read.faults) faults[id] = FAULTS[fault];
      return back(400, faults[''] ?? '');
    }
    const at = Date.now();
    try {
      const refused = await opened.book.bookAll(
        read.intents.map(({ intent }) => ({
          id: newId(),
          at,
          hand: handOf(locals, chosen),
          device: 'quick form',
          intent: withAssured(intent, assured)
        }))
      );
      if (refused) {
        const id = read.intents[refused.at]?.id ?? '';
        faults[id] = refusalText(refused, formatter(chosen), () => 'It');
        const failed = back(409, 'Nothing was booked; what you typed is still here.');
        if (refused.code === 'doubt') failed.data.asked = refused.why;
        return failed;
      }
    } catch (thrown) {
      const known = asLarderFault(thrown);
      if (!known) throw thrown;
      const { title, detail } = faultProblem(known.fault);
      return back(known.fault === 'full' ? 507 : 503, `${title}. ${detail}`);
    }
    redirect(303, `/animals/${card.code}`);
  }
};
