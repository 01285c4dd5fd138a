import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { serialize } from 'node:v8';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { hungOf } from './hung';
import { newId } from './ids';
import { ReckonedFile } from './reckoned-file';
import { animalPlace, roomPlace } from './repo/readings';
import { arrival, draftOf, temporaryHouse } from './testkit';
import { DAY, HOUR } from '$core/units';

describe('windows of what hangs', () => {
  let house: Awaited<ReturnType<typeof temporaryHouse>>;
  const NOW = Date.now();
  let animal: string;
  beforeAll(async () => {
    house = await temporaryHouse();
    const arrived = arrival(26_000, { species: 'fallow', killedAt: NOW - 30 * HOUR }, NOW - 26 * HOUR);
    animal = arrived.animal;
    await house.book.book([arrived.draft]);
  });
  afterAll(() => house.end());

  const reckoned = async (choice?: 'both' | 'probe' | 'forecast') => {
    const card = await house.animals.find(animal);
    return house.hanging.of(card!, choice);
  };
  const window = async () => {
    const r = await reckoned();
    if (!r.ok) throw new Error(r.fault);
    return r.hanging.window;
  };
  const chill = (what: string, at: number, to?: string) =>
    house.book.book([draftOf({ kind: 'chill', animal, what, ...(to ? { to } : {}) }, { at })]);

  it('are not there where nobody knows the air, and name the places', async () => {
    expect(await reckoned()).toMatchObject({ ok: false, fault: 'noAir', places: ['field', 'shed'] });
  });

  it('are there as soon as somebody has said it, and the same until something changes', async () => {
    const air = (t: number) =>
      Array.from({ length: 30 * 9 }, (_, h) => ({ at: NOW - 3 * DAY + h * HOUR, air: t, forecast: true }));
    await house.forecasts.put(air(4), 'typed');
    const first = await reckoned();
    expect(first.ok && first.place).toBe('shed');
    expect(await reckoned()).toBe(first);
    await house.forecasts.put(air(9), 'typed');
    const warmer = await reckoned();
    expect(warmer).not.toBe(first);
    if (!first.ok || !warmer.ok) throw new Error('no air');
    expect(warmer.hanging.window.closes).toBeLessThan(first.hanging.window.closes);
  });

  it('follow a reading of the door, a core in the ham, and a word about stiffness', async () => {
    const before = await window();
    await house.readings.add(roomPlace('shed'), 'hand', [{ at: NOW - 2 * HOUR, air: 2, rh: 0.7 }]);
    const read = await window();
    expect(read.closes).not.toBe(before.closes);
    await house.readings.add(animalPlace(animal), 'hand', [{ at: NOW - HOUR, core: 19 }]);
    const cored = await window();
    expect(Math.abs(cored.core - 19)).toBeLessThan(1.5);
    expect(cored.core).not.toBeCloseTo(read.core, 1);
    const [body] = (await house.animals.find(animal))!.record.marks;
    await house.book.book([
      draftOf({ kind: 'tick', animal, item: body!.item, step: 'ready', how: 'done', answer: 'stiff' })
    ]);
    const felt = await window();
    expect(felt).toMatchObject({ felt: 'stiff' });
    expect(felt.opens).toBeGreaterThanOrEqual(NOW + 11 * HOUR);
  });

  it('know the core at a moment, for a probe that reads otherwise', async () => {
    const card = (await house.animals.find(animal))!;
    const r = await reckoned();
    if (!r.ok) throw new Error('no air');
    const at = NOW - 10 * HOUR;
    const model = await house.hanging.coreAt(card, at);
    const i = r.hanging.curves.at.findIndex((t) => t >= at);
    expect(Math.abs(model! - r.hanging.curves.core[i]!)).toBeLessThan(1);
    expect(await house.hanging.coreAt(card, NOW - 90 * HOUR)).toBeUndefined();
  });

  it('go with it to another room, and come back when that is taken back', async () => {
    await chill('moved', NOW - 30 * 60_000, 'cold');
    const moved = await reckoned();
    expect(moved).toMatchObject({ ok: true, place: 'cold' });
    if (moved.ok) expect(moved.reckoning.set).toEqual(['cold']);
    const { entries } = await import('./db/schema');
    const rows = await house.larder.db.select().from(entries);
    const last = rows.filter((r) => r.kind === 'chill').at(-1)!;
    await house.book.book([draftOf({ kind: 'void', animal, entry: last.id })]);
    expect(await reckoned()).toMatchObject({ place: 'shed' });
  });

  it('reckon with what was read alone, or with the forecast alone, where that is asked', async () => {
    const [both, probe, forecast] = [
      await reckoned('both'),
      await reckoned('probe'),
      await reckoned('forecast')
    ];
    expect(probe).toMatchObject({ ok: false, places: ['field'] });
    if (!both.ok || !forecast.ok) throw new Error('no air');
    expect(forecast.hanging.window.closes).not.toBe(both.hanging.window.closes);
  });

  it('count a plan that lies ahead, and put the animal where it lies', async () => {
    const at = NOW + 2 * HOUR;
    await house.plans.write(animal, [{ at, what: 'moved', to: 'cold' }]);
    const planned = await reckoned();
    if (!planned.ok) throw new Error(planned.fault);
    expect(planned.reckoning.asked.events.at(-1)).toMatchObject({ at, to: 'cold' });
    // A plan moves nobody yet.
    expect(planned.place).toBe('shed');
    await house.plans.write(animal, []);
    expect(await house.plans.of(animal)).toEqual([]);
  });

  it('of a lot are those of one bird; of a quartered animal, from its quarters', async () => {
    const [lot, body] = [newId(), newId()];
    await house.book.book([
      draftOf({
        kind: 'intake',
        animal: lot,
        facts: { species: 'pheasant', sex: 'unknown', ageClass: 'adult' },
        into: { kind: 'lot', id: body, count: 8 },
        reading: { grams: 7_200, how: 'scale', stage: 'hanging' }
      })
    ]);
    const birds = (await house.animals.find(lot))!;
    const { hung } = hungOf(birds, await house.settings.read());
    expect(hung.hanging).toBe(900);
    const [moose, leg] = [newId(), newId()];
    await house.book.book([
      draftOf({
        kind: 'intake',
        animal: moose,
        facts: { species: 'moose', sex: 'female', ageClass: 'adult' },
        into: { kind: 'part', id: leg, cut: 'hindLeg', side: 'left' },
        reading: { grams: 33_000, how: 'scale' }
      })
    ]);
    const quartered = hungOf((await house.animals.find(moose))!, await house.settings.read());
    expect(quartered.hung.quartered).toBe(true);
  });

  it('stations: what was taken to the field is not on the rail until it is taken to a room', async () => {
    const tagged = arrival(14_000, { tag: 'R 9' });
    await house.book.book([
      tagged.draft,
      draftOf({ kind: 'chill', animal: tagged.animal, what: 'moved', to: 'field' })
    ]);
    const at = async (station: 'field' | 'hanging') => (await house.animals.at(station, 50)).map((c) => c.id);
    expect(await at('field')).toEqual([tagged.animal]);
    expect(await at('hanging')).not.toContain(tagged.animal);
    expect(await house.animals.countAt()).toMatchObject({ field: 1 });
    await house.book.book([draftOf({ kind: 'chill', animal: tagged.animal, what: 'moved', to: 'cold' })]);
    expect(await at('field')).toEqual([]);
    expect(await at('hanging')).toContain(tagged.animal);
  });

  it('survive a rebuild of the projections', async () => {
    const before = await house.animals.find(animal);
    await house.book.rebuild();
    expect(await house.animals.find(animal)).toEqual(before);
    expect((await house.book.audit()).findings).toEqual([]);
  });

  it('of many: what cannot be reckoned in time is pending, comes behind the page, and what is known is kept meanwhile', async () => {
    const many = await temporaryHouse();
    await many.forecasts.put(
      Array.from({ length: 30 * 9 }, (_, h) => ({ at: NOW - 3 * DAY + h * HOUR, air: 4, forecast: true })),
      'typed'
    );
    for (let i = 0; i < 6; i += 1)
      await many.book.book([
        arrival(20_000 + i, { species: 'fallow', killedAt: NOW - 30 * HOUR }, NOW - 26 * HOUR).draft
      ]);
    const cards = await many.animals.at('hanging', 20);
    const count = (all: Awaited<ReturnType<typeof many.hanging.within>>) =>
      [...all.values()].filter((r) => !r.ok && r.fault === 'pending').length;
    expect(count(await many.hanging.within(cards, -1))).toBe(6);
    // As the page does: it looks again until all are there.
    let known = await many.hanging.within(cards, -1);
    for (let again = 0; again < 3 && count(known) > 0; again += 1) {
      await many.hanging.settled();
      known = await many.hanging.within(cards, -1);
    }
    expect(count(known)).toBe(0);
    // The same as whoever waits is told.
    const waited = await many.hanging.all(cards);
    for (const card of cards) expect(known.get(card.id)).toEqual(waited.get(card.id));
    // Another air makes all of them unknown again.
    await many.forecasts.put([{ at: NOW + HOUR, air: 12, forecast: true }], 'typed');
    expect(count(await many.hanging.within(cards, -1))).toBe(6);
    await many.hanging.settled();
    await many.end();
  });

  it('outlive a stop: the same air is not reckoned again, a better known one behind the page, another entry at once', async () => {
    const before = await temporaryHouse();
    const air = (t: number) =>
      Array.from({ length: 30 * 9 }, (_, h) => ({ at: NOW - 3 * DAY + h * HOUR, air: t, forecast: true }));
    await before.forecasts.put(air(4), 'typed');
    for (let i = 0; i < 3; i += 1)
      await before.book.book([
        arrival(20_000 + i, { species: 'fallow', killedAt: NOW - 30 * HOUR }, NOW - 26 * HOUR).draft
      ]);
    await before.cover.look();
    const known = await before.hanging.all(await before.animals.at('hanging', 20));
    before.keepReckoned();
    before.larder.close();

    const after = await temporaryHouse({ folder: before.folder });
    const cards = () => after.animals.at('hanging', 20);
    const look = async () => [...(await after.hanging.within(await cards(), -1)).values()];
    expect(after.hanging.reckoned).toHaveLength(3);
    // Nobody has a moment to reckon, and nothing is missing.
    for (const r of await look()) {
      const was = known.get(r.hung.id);
      if (!r.ok || !was?.ok) throw new Error('not reckoned');
      expect(r.earlier).toBeUndefined();
      expect(r.hanging.curves).toEqual(was.hanging.curves);
      expect(Math.abs(r.hanging.window.closes - was.hanging.window.closes)).toBeLessThan(HOUR);
    }
    after.keepReckoned();
    after.larder.close();

    const later = await temporaryHouse({ folder: before.folder });
    await later.forecasts.put(air(9), 'typed');
    const lookLater = async () => [
      ...(await later.hanging.within(await later.animals.at('hanging', 20), -1)).values()
    ];
    expect((await lookLater()).map((r) => r.ok && r.earlier)).toEqual([true, true, true]);
    await later.hanging.settled();
    const warm = await lookLater();
    for (const r of warm) {
      const was = known.get(r.hung.id);
      if (!r.ok || !was?.ok) throw new Error('not reckoned');
      expect(r.earlier).toBeUndefined();
      expect(r.hanging.window.closes).toBeLessThan(was.hanging.window.closes);
    }
    // What was said since an earlier run has looked is not answered out of its memory.
    later.keepReckoned();
    later.larder.close();
    const told = await temporaryHouse({ folder: before.folder });
    const [one] = await told.animals.at('hanging', 20);
    await told.book.book([draftOf({ kind: 'chill', animal: one?.id, what: 'moved', to: 'cold' })]);
    const states = [...(await told.hanging.within(await told.animals.at('hanging', 20), -1)).values()];
    expect(states.map((r) => r.ok)).toEqual(expect.arrayContaining([false, true, true]));
    await told.hanging.settled();
    told.end();
  });

  it('that another program has kept, or that are broken, are reckoned anew', () => {
    const folder = mkdtempSync(join(tmpdir(), 'larder-reckoned-'));
    const file = new ReckonedFile(folder);
    expect(file.read()).toBeUndefined();
    file.write({ curves: [] });
    expect(file.read()).toMatchObject({ curves: [] });
    for (const bytes of [
      serialize({ program: 'another', curves: [] }),
      Buffer.from('half a file'),
      serialize(7)
    ]) {
      writeFileSync(join(folder, 'reckoned.bin'), bytes);
      expect(file.read()).toBeUndefined();
    }
    new ReckonedFile(join(folder, 'nowhere')).write({ curves: [] });
    expect(new ReckonedFile(join(folder, 'nowhere')).read()).toBeUndefined();
    new ReckonedFile(folder, true).write({ curves: [] });
    expect(file.read()).toBeUndefined();
    rmSync(folder, { recursive: true });
  });
});
