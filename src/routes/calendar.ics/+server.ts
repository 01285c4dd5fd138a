import ical from 'ical-generator';
import { animalName, HOLD_NAMES } from '$core/reference';
import { remindersOf } from '$core/rules';
import { reachedBy } from '$lib/server/doors/door';
import { api } from '$lib/server/http/api';
import { bookOf } from '$lib/server/http/views';
import { HOUR } from '$core/units';

/** A test's answer is asked after this long; usual practice, the laboratory's word comes first. */
const ANSWER_DAYS = 5;

/** Windows, tests that are out and report deadlines, for any calendar that takes a feed. */
export const GET = api(async ({ locals }, house) => {
  const { base } = await reachedBy(locals);
  const settings = await house.settings.read();
  const now = Date.now();
  const calendar = ical({
    name: settings.larderName,
    prodId: { company: 'Yonder Larder', product: 'larder', language: 'EN' },
    url: base
  });
  const put = (id: string, start: number, end: number, summary: string, path: string, description = '') =>
    calendar.createEvent({
      id: `${id}@yonder-larder`,
      start: new Date(start),
      end: new Date(end),
      summary,
      description,
      url: new URL(path, base).href,
      stamp: new Date(now)
    });
  const cards = [...(await house.animals.at('field', 60)), ...(await house.animals.at('hanging', 200))];
  const windows = await house.hanging.all(cards);
  const rules = await house.rules.all();
  for (const card of cards) {
    const who = `${card.code} ${animalName(card.facts)}`;
    const page = `/animals/${card.code}/cooling`;
    const reckoned = windows.get(card.id);
    if (reckoned?.ok && card.held !== 'condemned') {
      const w = reckoned.hanging.window;
      if (!w.never && Number.isFinite(w.opens) && Number.isFinite(w.closes))
        put(`window-${card.id}`, w.opens, w.closes, `Window: ${who}`, page, 'By the record, about.');
      if (Number.isFinite(w.closes) || w.never) {
        const last = w.never ? now : w.closes;
        put(`closes-${card.id}`, last - HOUR, last, `Closes: ${who}`, page);
      }
    }
    if (rules.some((r) => r.hours)) {
      const { state } = await bookOf(house, card.id);
      const body = Object.values(state.items).find((i) => i.kind === 'carcass' || i.kind === 'lot');
      for (const r of remindersOf(card.facts, rules, body?.ticks ?? {}))
        if (r.due !== undefined && !r.done)
          put(
            `rule-${r.card.key}-${card.id}`,
            r.due - HOUR,
            r.due,
            `${r.card.title}: ${who}`,
            `/animals/${card.code}`,
            r.card.says
          );
    }
  }
  for (const card of await house.animals.held())
    for (const hold of card.record.holds ?? [])
      if (hold.why === 'test')
        put(
          `test-${hold.entry}`,
          hold.at + ANSWER_DAYS * 24 * HOUR,
          hold.at + ANSWER_DAYS * 24 * HOUR + HOUR,
          `${HOLD_NAMES.test}: ${card.code} ${animalName(card.facts)}`,
          '/holds',
          hold.note ?? ''
        );
  return new Response(calendar.toString(), {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'content-disposition': 'inline; filename="larder.ics"',
      'cache-control': 'no-store'
    }
  });
});
