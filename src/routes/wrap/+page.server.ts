import { grams } from '$core/units';
import { handOf } from '$lib/server/actor';
import { BATCH_WORDS } from '$lib/words/entries';
import { capital } from '$lib/words/format';
import { ordersOf } from '$lib/server/orders';
import { plainFormatter } from '$lib/words/format';

/** What was killed or made longer ago than this lies in no tub of the table any more, days. */
const DAYS = 45;

export const load = async ({ locals, depends, url }) => {
  depends('larder:stock');
  const { packs, settings, demo } = locals.house;
  const chosen = await settings.read();
  const format = plainFormatter(chosen);
  const now = Date.now();
  const all = url.searchParams.has('all');
  const [ready, orders, toLook, seals] = await Promise.all([
    packs.ready(now, all ? 100_000 : DAYS),
    ordersOf(locals.house),
    packs.toLookAt(now),
    packs.seals()
  ]);
  return {
    all,
    ready: ready.map((item) => ({
      ...item,
      name:
        item.kind === 'batch'
          ? (item.what ?? capital(BATCH_WORDS[item.batch as keyof typeof BATCH_WORDS] ?? 'batch'))
          : item.kind === 'tub'
            ? `Loose ${item.place?.slice('tub:'.length) ?? ''}`
            : format.cut(item.cut)
    })),
    meal: grams(chosen.people * chosen.portion),
    wrapping: chosen.wrapping,
    places: chosen.places.map(({ key, name }) => ({ key, name })),
    households: chosen.households,
    orders,
    toLook,
    seals,
    language: chosen.labelLanguage,
    hand: handOf(locals, chosen),
    standIn: await locals.house.standIns(),
    printerOff: locals.house.labelPrinter.off,
    demo,
    now
  };
};
