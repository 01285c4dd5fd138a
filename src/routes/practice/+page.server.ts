import { applyEntry, emptyState, type BookedEntry, type Facts, type Intent } from '$core/book';
import { CAUTIONS, CUTTING, KIT, SPECIES } from '$core/reference';
import { seeded, seedOf } from '$core/statistics';
import { HOUR, roundGrams } from '$core/units';
import { handOf } from '$lib/server/actor';
import { newId } from '$lib/server/ids';
import { told } from '$lib/server/http/told';
import { formatter } from '$lib/words/formatter';

/** A fallow doe that has hung for some days: large enough to have every cut, small enough for an hour. */
const FACTS: Facts = { species: 'fallow', sex: 'female', ageClass: 'adult' };
/** Grams on the hook, and how far they differ from one practice animal to the next. Own choice. */
const HANGING = { mean: 26_000, spread: 4_000 };

/** An animal to practise on, each time another one; nothing of it is in the larder's book. */
export const load = async ({ locals }) => {
  const { settings, procedures } = locals.house;
  const chosen = await settings.read();
  const animal = newId();
  const hand = handOf(locals, chosen);
  const facts: Facts = { ...FACTS, killedAt: Date.now() - 96 * HOUR };
  const chance = seeded(seedOf(animal));
  const intent: Intent = {
    kind: 'intake',
    animal,
    facts,
    into: { kind: 'carcass', id: newId() },
    reading: {
      grams: roundGrams(Math.round((HANGING.mean + (chance() - 0.5) * HANGING.spread) / 10) * 10),
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
