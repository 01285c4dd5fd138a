import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ruleCardSchema } from '$core/rules';
import { arrival, draftOf, temporaryHouse } from '../testkit';

describe('rule cards in the larder', () => {
  let house: Awaited<ReturnType<typeof temporaryHouse>>;
  beforeAll(async () => {
    house = await temporaryHouse();
  });
  afterAll(() => house.end());
  const holds = async (id: string) => (await house.animals.find(id))!.record.holds?.map((h) => h.why) ?? [];

  it('a boar is held from its arrival on, in the same breath; the give behind it in the same batch is refused', async () => {
    const { animal, carcass, draft } = arrival(40_000, { species: 'boar' });
    const outcomes = await house.book.book([
      draft,
      draftOf({ kind: 'give', animal, item: carcass, to: 'Ilo' })
    ]);
    expect(outcomes.map((o) => o.status)).toEqual(['booked', 'refused']);
    expect(outcomes[1]).toMatchObject({ refusal: { code: 'on-hold', why: 'test' } });
    expect(await holds(animal)).toEqual(['test']);
    // The same arrival sent again opens nothing twice.
    expect((await house.book.book([draft]))[0]!.status).toBe('already-booked');
    expect(await holds(animal)).toEqual(['test']);
  });

  it('an area card holds what comes from there, and what is found out to come from there', async () => {
    await house.rules.write(
      ruleCardSchema.parse({
        key: 'reed-bay',
        kind: 'test',
        title: 'Test area',
        areas: ['Reed Bay'],
        hold: 'inspection'
      })
    );
    const inside = arrival(14_000, { place: 'Reed Bay, north' });
    const outside = arrival(14_000, { place: 'Otter Point' });
    await house.book.book([inside.draft, outside.draft]);
    expect(await holds(inside.animal)).toEqual(['inspection']);
    expect(await holds(outside.animal)).toEqual([]);
    await house.book.book([
      draftOf({ kind: 'amend', animal: outside.animal, facts: { place: 'Reed Bay after all' } })
    ]);
    expect(await holds(outside.animal)).toEqual(['inspection']);
    const [heard] = await house.book.book([
      draftOf({ kind: 'amend', animal: outside.animal, facts: { note: 'nothing new' } })
    ]);
    expect(heard!.status).toBe('booked');
    expect(await holds(outside.animal)).toEqual(['inspection']);
  });

  it('a yes at the gate holds, and a lifted hold stays lifted', async () => {
    const { animal, draft } = arrival(14_000, { gate: { foundDead: true } });
    const told: string[] = [];
    const stop = house.book.listen((e) => told.push(e.intent.kind));
    await house.book.book([draft]);
    stop();
    expect(told).toEqual(['intake', 'hold']);
    const card = (await house.animals.find(animal))!;
    await house.book.book([draftOf({ kind: 'lift', animal, hold: card.record.holds![0]!.entry })]);
    expect(await holds(animal)).toEqual([]);
    await house.book.book([draftOf({ kind: 'amend', animal, facts: { owner: 'Alderbank' } })]);
    expect(await holds(animal)).toEqual([]);
    expect((await house.book.audit()).findings).toEqual([]);
  });

  it('a built-in card can be switched off, and comes back', async () => {
    const [builtIn] = await house.rules.all();
    await house.rules.write({ ...builtIn!, on: false });
    const off = arrival(40_000, { species: 'boar' });
    await house.book.book([off.draft]);
    expect(await holds(off.animal)).toEqual([]);
    await house.rules.remove(builtIn!.key);
    const on = arrival(40_000, { species: 'boar' });
    await house.book.book([on.draft]);
    expect(await holds(on.animal)).toEqual(['test']);
  });
});
