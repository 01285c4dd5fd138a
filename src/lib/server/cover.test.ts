import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { cool, valueAt, wayInput } from '$core/chill';
import { reckon } from '$core/hang';
import { HOUR } from '$core/units';
import { hungOf } from './hung';
import { animalPlace, roomPlace } from './repo/readings';
import { arrival, draftOf, temporaryHouse } from './testkit';

describe('what probes have taught', () => {
  let house: Awaited<ReturnType<typeof temporaryHouse>>;
  const NOW = Date.now();
  const KILLED = NOW - 60 * HOUR;
  const told: string[] = [];

  /** A deer whose story is told, or not, with a probe in its ham that read as in a slower room. */
  async function probed(grams: number, said: boolean): Promise<string> {
    const arrived = arrival(grams, { species: 'fallow', killedAt: KILLED }, KILLED + 2 * HOUR);
    const { animal } = arrived;
    await house.book.book([arrived.draft]);
    const chill = (what: string, hours: number, to?: string) =>
      draftOf({ kind: 'chill', animal, what, ...(to ? { to } : {}) }, { at: KILLED + hours * HOUR });
    await house.book.book([
      ...(said ? [chill('dressed', 0.6)] : []),
      chill('moved', 2.2, 'cold'),
      chill('hideOff', 2.1)
    ]);
    const card = (await house.animals.find(animal))!;
    const settings = await house.settings.read();
    const asked = reckon(hungOf(card, settings).hung, await house.hanging.air(settings), settings, NOW);
    if (!asked.ok) throw new Error(asked.fault);
    const curves = cool({ ...wayInput(asked.asked), filmOf: { cold: 0.6 } });
    const points = Array.from({ length: 30 }, (_, h) => {
      const at = KILLED + (3 + h) * HOUR;
      return { at, core: valueAt({ at: curves.at, value: curves.core }, at) };
    });
    await house.readings.add(animalPlace(animal), 'P1', points);
    return card.code;
  }

  beforeAll(async () => {
    house = await temporaryHouse();
    const air = (t: number) =>
      Array.from({ length: 70 }, (_, h) => ({ at: KILLED - 4 * HOUR + h * HOUR, air: t, rh: 0.8 }));
    await house.readings.add(roomPlace('field'), 'P0', air(5));
    await house.readings.add(roomPlace('cold'), 'P2', air(3));
  });
  afterAll(() => house.end());

  it('comes of whole curves with a told story, in the background; the rest are named', async () => {
    for (const grams of [18_000, 26_000, 34_000]) told.push(await probed(grams, true));
    const untold = await probed(22_000, false);
    expect(house.cover.fit).toBeUndefined();
    const before = house.cover.key;
    const { fit, curves, unfit } = await house.cover.current();
    expect(curves.map((c) => c.code).sort()).toEqual([...told].sort());
    expect(unfit).toEqual([{ code: untold, why: 'story' }]);
    expect(fit.films.cold!.factor).toBeLessThan(0.85);
    expect(fit.films.cold!.curves).toBe(3);
    expect(fit.after).toBeLessThan(fit.before);
    expect(house.cover.key).not.toBe(before);
  });

  it('is not reckoned again until there is something new, and every window goes by it', async () => {
    const first = await house.cover.current();
    expect((await house.cover.current()).fit).toBe(first.fit);
    const card = (await house.animals.find(told[0]!))!;
    const reckoned = await house.hanging.of(card);
    if (!reckoned.ok) throw new Error(reckoned.fault);
    expect(reckoned.reckoning.asked.filmOf).toEqual({ cold: first.fit.films.cold!.factor });
    expect(reckoned.reckoning.asked.filmSd).toBe(first.fit.films.cold!.sd);
  });
});
