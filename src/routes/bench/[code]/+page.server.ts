import { error } from '@sveltejs/kit';
import { plannedAtBench } from '$core/plan';
import { cardApplies } from '$core/rules';
import type { Settings } from '$core/settings';
import { CAUTIONS, CUTTING, KIT, SPECIES } from '$core/reference';
import { historyOf } from '$lib/server/repo/state';
import { handOf } from '$lib/server/actor';
import { told } from '$lib/server/http/told';
import { formatter } from '$lib/words/formatter';
import { scaleCheckWords } from '$lib/words/scale-check';
import { atBenchWords } from '$lib/words/plan';

/** The room that what lies out is put into: the coldest that has a set temperature, else the last. */
function coldestOf(rooms: Settings['rooms']): { key: string; name: string } | undefined {
  const room = [...rooms].sort((a, b) => (a.set ?? Infinity) - (b.set ?? Infinity))[0];
  return room && { key: room.key, name: room.name };
}

export const load = async ({ params, locals, depends }) => {
  depends('larder:bench');
  const { animals, hanging, larder, settings, standIns, procedures, minutes, rules } = locals.house;
  const card = await animals.find(params.code);
  if (!card) error(404, 'No animal of that code hangs here.');
  const chosen = await settings.read();
  const practice = await minutes.practice(handOf(locals, chosen), card.facts.species);
  // How tender it has become: by the air it hung in since its death, where both are known.
  const hung = await hanging.of(card);
  const aged =
    hung.ok && hung.reckoning.deathKnown
      ? { index: hung.hanging.window.ageing, goal: hung.hanging.window.goal }
      : undefined;
  const scales = await animals.scaleCheck();
  const plan = await locals.house.cutPlans.of(card.id);
  const format = formatter(chosen);
  const { weighs, silverTo, prices, people, portion, kitMissing, edgeMinutes, tubTares } = chosen;
  return {
    card,
    aged,
    history: await historyOf(larder.db, card.id),
    silverTo,
    prices,
    household: { people, portion },
    kitMissing,
    // What a page says comes with it; its script only knows where.
    tools: told(KIT, chosen),
    cautions: told(CAUTIONS, chosen),
    edgeMinutes,
    tubTares,
    orders: told(await procedures.orders(SPECIES[card.facts.species].group), chosen),
    minutes: practice.minutes,
    gouges: practice.gouges,
    trims: { standards: chosen.tubTrims, own: practice.trims },
    learned: await animals.learnedFor(card),
    ...(plan
      ? {
          plan: plan.id,
          planned: Object.fromEntries(
            plannedAtBench(plan, card.id).map(({ cut, side, ask }) => [
              `${cut}|${side}`,
              {
                tub: ask.tub,
                words: atBenchWords(ask, format),
                grams: ask.parts.reduce((sum, part) => sum + part.raw, 0),
                ...(ask.boneIn === undefined ? {} : { onBone: ask.boneIn })
              }
            ])
          )
        }
      : {}),
    // The coldest room there is.
    cold: coldestOf(chosen.rooms),
    // A rule card of this place asks for a test of such deer.
    tested:
      SPECIES[card.facts.species].group === 'deer' &&
      (await rules.all()).some((rule) => rule.kind === 'test' && cardApplies(rule, card.facts)),
    // A room that is too warm to leave meat out in, in the unit chosen.
    warmAbove: format.degrees(CUTTING.air, 0),
    trimHabit: await animals.trimHabit(),
    ...(scales?.off ? { scaleOff: scaleCheckWords(scales) } : {}),
    weighs,
    standIn: await standIns()
  };
};
