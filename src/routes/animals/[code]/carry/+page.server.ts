import { error } from '@sveltejs/kit';
import { quartersOf } from '$core/haul';
import { toPlain } from '$core/hang';
import { yieldFacts } from '$core/account';
import { SPECIES } from '$core/reference';
import { DAY } from '$core/units';

export const load = async ({ params, locals }) => {
  const opened = locals.house;
  const card = await opened.animals.find(params.code);
  if (!card) error(404, 'No animal of that code is here.');
  const settings = await opened.settings.read();
  const reckoned = await opened.hanging.of(card);
  const hangingKg = reckoned.hung.hanging / 1000;
  const species = SPECIES[card.facts.species];
  const now = Date.now();
  const air = await opened.hanging.air(settings);
  const everywhere = Object.fromEntries(Object.entries(air.records).map(([key, r]) => [key, r.warm]));
  return {
    card: { id: card.id, code: card.code, facts: card.facts, place: card.place },
    hangingKg,
    dressedKg: (hangingKg / species.hangingToLive.mean) * species.dressedToLive.mean,
    read: card.hanging !== null,
    pieces: quartersOf(yieldFacts(card.facts), hangingKg),
    rooms: settings.rooms.map(({ key, name }) => ({ key, name })),
    ...(reckoned.ok
      ? {
          plain: toPlain(
            { ...reckoned.reckoning.asked, events: reckoned.reckoning.known, air: everywhere },
            settings.timeZone,
            Math.max(now, reckoned.reckoning.asked.killedAt) + 4 * DAY
          )
        }
      : {}),
    now
  };
};
