import { yieldFacts } from '$core/account';
import { expectAnimal, keptByTrim } from '$core/yield';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { DEFAULT_SETTINGS } from '$core/settings';
import { grams, seasonOf } from '$core/units';
import { arrival, cutDraft, draftOf, temporaryHouse } from '../testkit';
import { newId } from '../ids';

let house: Awaited<ReturnType<typeof temporaryHouse>>;
beforeEach(async () => (house = await temporaryHouse()));
afterEach(() => house.end());

/** A deer that is weighed in, gives one piece, and is closed. */
async function done(hanging: number, meat: number, how: 'scale' | 'model' = 'scale') {
  const { animal, carcass, draft } = arrival(hanging);
  const cut = cutDraft(animal, carcass, meat, newId(), { trimmed: true });
  await house.book.book([
    draft,
    // All of its meat as one piece: no cut weighs that.
    {
      ...cut,
      intent: { ...cut.intent, sure: ['heavy'], reading: { grams: grams(meat), how } }
    } as typeof cut,
    draftOf({
      kind: 'close',
      animal,
      item: carcass,
      bone: { grams: hanging - meat, how: 'scale' },
      boneTo: 'discard'
    })
  ]);
  return animal;
}

describe('animals in lists', () => {
  it('are found by id and by code', async () => {
    const { animal, draft } = arrival();
    await house.book.book([draft]);
    const card = await house.animals.find(animal);
    expect(card).toMatchObject({
      id: animal,
      work: 'hanging',
      base: 14_000,
      hanging: 14_000,
      stillOn: 14_000
    });
    expect(await house.animals.find(card!.code)).toEqual(card);
    expect(await house.animals.find('26-999')).toBeUndefined();
  });

  it('stand at their station, those touched last first', async () => {
    const [first, second] = [arrival(), arrival()];
    await house.book.book([first.draft, second.draft]);
    await house.book.book([cutDraft(first.animal, first.carcass, 700)]);
    expect(await house.animals.countAt()).toEqual({ field: 0, hanging: 1, bench: 1, done: 0 });
    expect((await house.animals.at('bench', 5)).map((a) => a.id)).toEqual([first.animal]);
    expect((await house.animals.at('hanging', 5)).map((a) => a.id)).toEqual([second.animal]);
    const finished = await done(14_000, 9_000);
    expect((await house.animals.at('done', 5)).map((a) => a.id)).toEqual([finished]);
  });

  it('come newest first, and past 999 still in the order of their numbers', async () => {
    const season = seasonOf(Date.now(), DEFAULT_SETTINGS.seasonStart, DEFAULT_SETTINGS.timeZone);
    for (const number of [998, 999, 1000, 1001]) {
      const { draft } = arrival();
      await house.larder.write(
        async (tx) =>
          void (await tx.run(
            `insert into seasons (season, number) values (${season}, ${number - 1}) on conflict (season) do update set number = ${number - 1}`
          ))
      );
      await house.book.book([draft]);
    }
    const numbers = async (options: { limit: number; offset?: number }) =>
      (await house.animals.list(options)).map((a) => a.code.slice(3));
    expect(await numbers({ limit: 10 })).toEqual(['1001', '1000', '999', '998']);
    expect(await numbers({ limit: 2, offset: 1 })).toEqual(['1000', '999']);
  });

  it('add up to a season: done ones with an interval in quadrature', async () => {
    const ids = [await done(14_000, 9_000), await done(20_000, 12_000)];
    const hung = arrival(15_000);
    await house.book.book([hung.draft]);
    const [year] = await house.animals.seasons();
    const totals = await house.animals.totals(year!);
    expect(totals).toMatchObject({
      animals: 3,
      done: 2,
      hanging: 34_000,
      boneless: 21_000,
      bonelessAll: 21_000,
      unaccountedAbs: 0
    });
    // The middle of each animal's band, half-widths added in quadrature.
    const [one] = await Promise.all(ids.map((id) => house.animals.find(id)));
    const { low, high } = expectAnimal(yieldFacts(one!.facts)).boneless;
    const half = ((high - low) / 2) * Math.hypot(14_000, 20_000);
    const middle = ((low + high) / 2) * 34_000;
    expect(Math.abs(totals.expectedLow - (middle - half))).toBeLessThan(3);
    expect(Math.abs(totals.expectedHigh - (middle + half))).toBeLessThan(3);
    const cards = await Promise.all(ids.map((id) => house.animals.find(id)));
    const sum = cards.flatMap((c) => Object.values(c!.byUse)).reduce((a, b) => a + b, 0);
    expect(Object.values(totals.byUse).reduce((a, b) => a + b, 0)).toBe(sum);
    expect(sum).toBe(21_000);
  });

  it('add up anew after each entry, and after an arrival was taken back', async () => {
    const first = arrival(14_000);
    const second = arrival(20_000);
    await house.book.book([first.draft, second.draft]);
    const [year] = await house.animals.seasons();
    const at = async () => {
      const { animals, bonelessAll } = await house.animals.totals(year!);
      // A repository that has seen nothing yet says the same.
      const { AnimalRepository } = await import('./animals');
      expect(await new AnimalRepository(house.larder, house.settings).totals(year!)).toEqual(
        await house.animals.totals(year!)
      );
      return [animals, bonelessAll];
    };
    expect(await at()).toEqual([2, 0]);
    // Weighed as it came off: what will be left of it trimmed.
    const [one] = await house.animals.list({ limit: 1 });
    const kept = keptByTrim(expectAnimal(yieldFacts(one!.facts)));
    await house.book.book([cutDraft(first.animal, first.carcass, 700)]);
    expect(await at()).toEqual([2, Math.round(700 * kept)]);
    await house.book.book([draftOf({ kind: 'void', animal: second.animal, entry: second.draft.id })]);
    expect(await at()).toEqual([1, Math.round(700 * kept)]);
    await house.book.book([arrival(9_000).draft, cutDraft(first.animal, first.carcass, 300)]);
    const [, after] = (await at()) as [number, number];
    expect(Math.abs(after - 1_000 * kept)).toBeLessThan(2);
  });

  it('say whether meat is trimmed here before it is weighed: as was said of the one touched last', async () => {
    expect(await house.animals.trimHabit()).toBeUndefined();
    const say = (animal: string, meatTrimmed: string) =>
      house.book.book([draftOf({ kind: 'amend', animal, facts: { meatTrimmed } })]);
    const [first, second] = [await done(14_000, 9_000), await done(20_000, 12_000)];
    await say(first, 'none');
    expect(await house.animals.trimHabit()).toBe('none');
    await say(second, 'all');
    expect(await house.animals.trimHabit()).toBe('all');
    // What still hangs says nothing.
    const hung = arrival(15_000);
    await house.book.book([hung.draft]);
    await say(hung.animal, 'some');
    expect(await house.animals.trimHabit()).toBe('all');
  });

  it('of a season without any add up to nothing', async () => {
    expect(await house.animals.totals(1999)).toMatchObject({ animals: 0, done: 0, boneless: 0, byUse: {} });
  });
});

describe('the larder’s choices', () => {
  it('are the usual ones until somebody chooses, and outlive a restart', async () => {
    expect(await house.settings.read()).toEqual(DEFAULT_SETTINGS);
    await house.settings.write({ ...DEFAULT_SETTINGS, units: 'lb', portion: grams(220) });
    const again = await temporaryHouse({ folder: house.folder });
    expect(await again.settings.read()).toMatchObject({ units: 'lb', portion: 220 });
    again.larder.close();
  });

  it('cannot be written wrong', async () => {
    await expect(house.settings.write({ ...DEFAULT_SETTINGS, people: 0 })).rejects.toThrow();
    expect(await house.settings.read()).toEqual(DEFAULT_SETTINGS);
  });
});

describe('what own animals teach', () => {
  it('comes from the closed ones, and never from the animal itself', async () => {
    const ids = [await done(14_000, 8_400), await done(15_000, 9_600), await done(13_000, 8_190)];
    const [sums] = await house.animals.residualSums();
    // Roe of unknown facts: 0.60, 0.64, 0.63 against 0.63.
    expect(sums).toMatchObject({ species: 'roe', n: 3 });
    expect(sums!.sum).toBeCloseTo(-0.03 + 0.01 + 0, 6);
    const card = (await house.animals.find(ids[0]!))!;
    expect(card.residual).toBeCloseTo(-0.03, 6);
    const learned = await house.animals.learnedFor(card);
    expect(learned.n).toBe(2);
    expect(learned.shift).toBeGreaterThan(0);
    // One that hangs still is judged by all of them, and teaches nothing yet.
    const { animal, draft } = arrival();
    await house.book.book([draft]);
    const fresh = (await house.animals.find(animal))!;
    expect(fresh.residual).toBeNull();
    expect((await house.animals.learnedFor(fresh)).n).toBe(3);
  });

  it('leaves out what was condemned, and what is opened again', async () => {
    const animal = await done(14_000, 8_400);
    await house.book.book([draftOf({ kind: 'condemn', animal })]);
    expect(await house.animals.residualSums()).toEqual([]);
    const history = await house.book.history(animal);
    await house.book.book([draftOf({ kind: 'void', animal, entry: history.at(-1)!.id })]);
    expect((await house.animals.residualSums())[0]?.n).toBe(1);
    const close = history.find((e) => e.intent.kind === 'close')!;
    await house.book.book([draftOf({ kind: 'void', animal, entry: close.id })]);
    expect(await house.animals.residualSums()).toEqual([]);
  });

  it('an animal that was followed without a scale teaches nothing, and only its whole once the tubs have set it right', async () => {
    const animal = await done(14_000, 8_820, 'model');
    expect(await house.animals.residualSums()).toEqual([]);
    const cut = (await house.book.history(animal)).find((e) => e.intent.kind === 'cut')!;
    const reading = { grams: 8_400, how: 'model' };
    await house.book.book([draftOf({ kind: 'correct', animal, entry: cut.id, reading })]);
    const [sums] = await house.animals.residualSums();
    expect(sums).toMatchObject({ n: 1 });
    expect(sums!.sum).toBeCloseTo(-0.03, 6);
    expect(await house.animals.shareRows('roe')).toEqual([]);
  });
});
