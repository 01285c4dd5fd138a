import { applyEntry, emptyState, type BookedEntry, type Facts, type Intent } from '$core/book';
import { CAUTIONS, CUTTING, KIT, SPECIES } from '$core/reference';
import { seeded, seedOf } from '$core/statistics';
import { DAY, HOUR, roundGrams } from '$core/units';
import { handOf } from '$lib/server/actor';
import { newId } from '$lib/server/ids';
import { told } from '$lib/server/http/told';
import { formatter } from '$lib/words/formatter';

/**
 * Animals to practise on, one after another: what they are, grams on the hook, and how far these differ from one to the next.
 * The first is a roe, the deer that most begin with. Own choice.
 */
const HANGING: readonly { facts: Facts; mean: number; spread: number }[] = [
  { facts: { species: 'roe', sex: 'female', ageClass: 'adult' }, mean: 12_500, spread: 2_000 },
  { facts: { species: 'fallow', sex: 'female', ageClass: 'adult' }, mean: 26_000, spread: 4_000 },
  { facts: { species: 'reddeer', sex: 'male', ageClass: 'yearling' }, mean: 52_000, spread: 8_000 },
  { facts: { species: 'sika', sex: 'female', ageClass: 'young' }, mean: 18_000, spread: 3_000 }
];
/** Counts the practice animals of a browser. */
const COUNTED = 'practised';

/** An animal to practise on, each time another one; nothing of it is in the larder's book. */
export const load = async ({ locals, cookies, url }) => {
  const { settings, procedures } = locals.house;
  const chosen = await settings.read();
  const animal = newId();
  const hand = handOf(locals, chosen);
  const before = Number(cookies.get(COUNTED)) || 0;
  cookies.set(COUNTED, String((before + 1) % HANGING.length), {
    path: '/practice',
    maxAge: (365 * DAY) / 1000,
    secure: url.protocol === 'https:'
  });
  const one = HANGING[before % HANGING.length] ?? HANGING[0];
  if (!one) throw new Error('nothing to practise on');
  const facts: Facts = { ...one.facts, killedAt: Date.now() - 96 * HOUR };
  const chance = seeded(seedOf(animal));
  const intent: Intent = {
    kind: 'intake',
    animal,
    facts,
    into: { kind: 'carcass', id: newId() },
    reading: {
      grams: roundGrams(Math.round((one.mean + (chance() - 0.5) * one.spread) / 10) * 10),
      how: 'scale',
      stage: 'hanging',
      simulated: true
    }
  };
  const draft = { id: newId(), at: Date.now(), hand, device: 'practice', intent };
  const applied = applyEntry(emptyState(), draft);
  if (!applied.ok) throw new Error(`the practice animal is refused: ${applied.refusal.code}`);
  const history: BookedEntry[] = [{ ...draft, postings: applied.postings, seq: 1 }];
  const { people, portion, prices, edgeMinutes, silverTo, tubTrims, letterKeys, kitMissing } = chosen;
  return {
    card: { id: animal, code: 'practice', facts },
    history,
    aged: undefined,
    learned: undefined,
    orders: told(await procedures.orders(SPECIES[facts.species].group), chosen),
    minutes: {},
    gouges: {},
    trims: { standards: tubTrims, own: {} },
    cold: undefined,
    // A room that is too warm to leave meat out in, in the unit chosen.
    warmAbove: formatter(chosen).degrees(CUTTING.air, 0),
    tested: false,
    silverTo,
    tubTares: {},
    kitMissing,
    tools: told(KIT, chosen),
    cautions: told(CAUTIONS, chosen),
    prices,
    household: { people, portion },
    edgeMinutes,
    letterKeys,
    weighs: null,
    standIn: true,
    demo: true
  };
};
