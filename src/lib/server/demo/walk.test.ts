import { describe, expect, it } from 'vitest';
import { accountOf } from '$core/account';
import { auditSubject, type Facts } from '$core/book';
import { PROCEDURES, SPECIES_KEYS, SPECIES, comesInLots, type GroupKey } from '$core/reference';
import { atDepth } from '$core/testdepth';
import { Butcher } from './butcher';

const speciesOf = (group: GroupKey) => SPECIES_KEYS.find((key) => SPECIES[key].group === group) ?? 'roe';
const weightOf: Record<GroupKey, number> = {
  deer: 42_000,
  boar: 36_000,
  rabbit: 5_600,
  gamebird: 8_200,
  pigeonlike: 3_100,
  waterfowl: 4_700
};

/** Follows an order of work from where it begins to the last closed part, on an animal whose truth the model does not know. */
function walk(key: string, group: GroupKey, seed: number): Butcher {
  const procedure = PROCEDURES[key]!;
  const facts: Facts = { species: speciesOf(group), sex: 'female', ageClass: 'adult' };
  const hanging = weightOf[group];
  const hand = new Butcher({ seed, facts, hanging, at: Date.UTC(2026, 9, 1), hand: 'Tove' });
  const stage = procedure.from?.[0] ?? 'hanging';
  const { hangingToLive, dressedToLive } = SPECIES[facts.species];
  const comes =
    stage === 'live'
      ? hanging / hangingToLive.mean
      : stage === 'hanging'
        ? hanging
        : (hanging * dressedToLive.mean) / hangingToLive.mean;
  const body = comesInLots(facts.species)
    ? hand.weighLot(stage, comes, 6)
    : hand.weighIn(stage, comes).carcass;
  const { part } = procedure;
  if (!part) hand.procedures.set(body, key);
  for (let rows = 0; rows < 200; rows += 1) {
    const before = hand.history.length;
    if (part)
      for (const item of Object.values(hand.state.items))
        if (item.kind === 'part' && item.cut === part) hand.procedures.set(item.id, key);
    hand.work(1);
    // Once it hangs, it is cut by the usual way.
    if (procedure.from && !hand.state.items[body]?.ticks?.[procedure.steps.at(-1)!.key])
      hand.procedures.set(body, key);
    if (hand.history.length === before && rows > 0 && hand.done) return hand;
  }
  return hand;
}

const cases = Object.values(PROCEDURES)
  .filter((p) => !p.apart && !p.pieces)
  .flatMap((p) => p.groups.map((group) => [p.key, group] as const));

describe('every order of work', () => {
  it.each(cases)('%s of a %s comes to its end: all closed, every gram somewhere', (key, group) => {
    for (let seed = 11; seed < 11 + atDepth(1); seed += 1) {
      const hand = walk(key, group, seed);
      const account = accountOf(hand.state, hand.animal, hand.history)!;
      expect(account.work).toBe('done');
      expect(account.beam.stillOn).toBe(0);
      expect(auditSubject(hand.history).findings).toEqual([]);
      const steps = new Set(PROCEDURES[key]!.steps.flatMap((s) => s.takes.map((t) => t.cut)));
      const taken = new Set(Object.values(hand.state.items).flatMap((i) => i.cut ?? []));
      for (const cut of steps) expect(taken.has(cut), cut).toBe(true);
      // Every step was done or passed over, those without a weight too.
      const said = new Set(
        hand.history.flatMap(({ intent }) => (intent.kind === 'tick' ? [intent.step] : []))
      );
      for (const step of PROCEDURES[key]!.steps)
        if (step.asks) expect(said.has(step.key), step.key).toBe(true);
      for (const step of PROCEDURES[key]!.steps)
        if (step.weighs)
          expect(
            hand.history.some((e) => e.intent.kind === 'skin' && e.intent.reading.stage === step.weighs)
          ).toBe(true);
      // Two divisions of the scale, 5 g each, a reading.
      const readings = hand.history.filter((e) => 'reading' in e.intent || e.intent.kind === 'close').length;
      expect(account.beam.unaccountedAbs).toBeLessThanOrEqual(readings * 2 * 5);
      expect(account.frame?.weighed).toBeDefined();
      // The truth varies around the model: three standard deviations and more would be another species.
      const { mean, relativeSd } = account.expectedBoneless!;
      expect(Math.abs(account.yield.boneless / mean - 1)).toBeLessThan(4 * relativeSd + 0.06);
    }
  });
});
