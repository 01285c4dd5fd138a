import { error } from '@sveltejs/kit';
import { cool, outcomeOf, warningsOf, wayInput } from '$core/chill';
import { deathOf, fromPlain, toPlain } from '$core/hang';
import { handOf } from '$lib/server/actor';
import { shortWarnings } from '$lib/words/window';
import type { AirChoice } from '$lib/server/hanging';
import { DAY, HOUR } from '$core/units';

/** The drawing never spans more than this. */
const MOST_MS = 14 * DAY;

export const load = async ({ params, url, depends, locals }) => {
  depends('larder:cooling');
  const opened = locals.house;
  const card = await opened.animals.find(params.code);
  if (!card) error(404, 'No animal of that code hangs here.');
  const settings = await opened.settings.read();
  const asked = url.searchParams.get('air');
  const airFrom: AirChoice = asked === 'probe' || asked === 'forecast' ? asked : 'both';
  const reckoned = await opened.hanging.of(card, airFrom);
  const now = Date.now();
  const base = {
    card: { id: card.id, code: card.code, facts: card.facts, work: card.work, held: card.held },
    hand: handOf(locals, settings),
    hanging: reckoned.hung.hanging,
    hangingRead: card.hanging !== null,
    rooms: settings.rooms.map(({ key, name }) => ({ key, name })),
    place: reckoned.place,
    planned: reckoned.planned,
    item: card.whole === 0 ? undefined : card.record.marks[0]?.item,
    felt: card.record.felt ?? [],
    airFrom,
    now
  };
  const parts = (await opened.hanging.partsOf(card)).map(({ hanging: own, ...part }) => ({
    ...part,
    ...(own
      ? {
          core: own.window.core,
          coldAt: reckoned.ok
            ? reckoned.reckoning.asked.killedAt + own.outcome.hoursToTarget * HOUR
            : Infinity,
          never: own.outcome.never,
          window: own.window,
          warns: shortWarnings(own.outcome, own.window, warningsOf(own.outcome, own.window))
        }
      : {})
  }));
  if (!reckoned.ok) {
    const killed = reckoned.fault === 'tooLong' ? deathOf(reckoned.hung).at : undefined;
    return { ...base, parts, fault: { places: reckoned.places, killed } };
  }
  const { reckoning, hanging } = reckoned;
  const death = reckoning.asked.killedAt;
  const cold = death + hanging.outcome.hoursToTarget * HOUR;
  const wanted = Math.max(death + 72 * HOUR, now + 36 * HOUR, Number.isFinite(cold) ? cold + 12 * HOUR : 0);
  const until = Math.min(wanted, Math.max(death + MOST_MS, now + 36 * HOUR));
  const plain = toPlain({ ...reckoning.asked, events: reckoning.known }, settings.timeZone, until);
  const ahead = reckoned.planned.filter((e) => e.at > now);
  const input = wayInput(fromPlain({ ...plain, events: [...reckoning.known, ...ahead] }));
  const curves = cool(input);
  const { records } = await opened.hanging.air(settings, airFrom);
  return {
    ...base,
    parts,
    plain,
    known: reckoning.known,
    deathKnown: reckoning.deathKnown,
    way: { curves, outcome: outcomeOf(curves, reckoning.target, now) },
    window: hanging.window,
    target: reckoning.target,
    gaps: reckoning.gaps,
    set: reckoning.set,
    borrowed: reckoning.borrowed,
    forecastFrom: records[reckoned.place]?.forecastFrom ?? records[reckoned.place]?.knownUntil
  };
};
