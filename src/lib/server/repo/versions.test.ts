import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { eq } from 'drizzle-orm';
import { DEFAULT_SETTINGS } from '$core/settings';
import { settings as rows } from '../db/schema';
import { arrival, cutDraft, draftOf, temporaryHouse } from '../testkit';

type Temporary = Awaited<ReturnType<typeof temporaryHouse>>;
let one: Temporary;
let two: Temporary;
beforeEach(async () => {
  one = await temporaryHouse();
  two = await temporaryHouse({ folder: one.folder });
});
afterEach(() => {
  two.end();
  one.end();
});

describe('two processes on one larder', () => {
  it('keep each choice by itself: neither undoes the other’s, and each sees both at once', async () => {
    await Promise.all([one.settings.read(), two.settings.read()]);
    await one.settings.write({ people: 6 });
    expect((await two.settings.read()).people).toBe(6);
    await Promise.all([
      ...Array.from({ length: 10 }, (_, i) => one.settings.write({ edgeMinutes: 10 + i })),
      ...Array.from({ length: 10 }, (_, i) => two.settings.write({ dayMinutes: 100 + i }))
    ]);
    const both = { people: 6, edgeMinutes: 19, dayMinutes: 109 };
    expect(await one.settings.read()).toMatchObject(both);
    expect(await two.settings.read()).toMatchObject(both);
    // Each has been said as often as it changed; what says nothing new is no change.
    await one.settings.write({ people: 6 });
    const row = await one.larder.db.select().from(rows).where(eq(rows.key, 'people')).get();
    expect(row?.version).toBe(1);
  });

  it('a choice that no longer reads counts as not made; the others stand, and stay after the next save', async () => {
    await one.settings.write({ people: 6, larderName: 'By the lake' });
    await one.larder.write((tx) => tx.update(rows).set({ value: '0' }).where(eq(rows.key, 'people')));
    await one.settings.write({ units: 'lb' });
    for (const house of [one, two])
      expect(await house.settings.read()).toMatchObject({
        people: DEFAULT_SETTINGS.people,
        larderName: 'By the lake',
        units: 'lb'
      });
    await one.larder.write((tx) => tx.update(rows).set({ value: '{' }).where(eq(rows.key, 'people')));
    await one.settings.write({ units: 'kg' });
    expect((await two.settings.read()).larderName).toBe('By the lake');
  });

  it('a rule card kept at one opens its hold at the other', async () => {
    await two.rules.all();
    const [card] = await one.rules.all();
    await one.rules.write({ ...card!, key: 'roe-test', species: ['roe'], title: 'Every roe' });
    const { draft, animal } = arrival();
    await two.book.book([draft]);
    expect((await one.animals.find(animal))?.held).toBe('test');
    await two.rules.remove('roe-test');
    const next = arrival();
    await one.book.book([next.draft]);
    expect((await one.animals.find(next.animal))?.held).toBeNull();
  });

  it('hear each other’s entries, in order and once each, as long as somebody listens', async () => {
    const { draft, animal, carcass } = arrival(40_000);
    await one.book.book([draft]);
    const heard: Record<'one' | 'two', number[]> = { one: [], two: [] };
    const stops = [
      one.book.listen((e) => heard.one.push(e.seq)),
      two.book.listen((e) => heard.two.push(e.seq))
    ];
    await new Promise((done) => setTimeout(done, 50));
    const seqs: number[] = [];
    for (let i = 0; i < 12; i += 1) {
      const [outcome] = await (i % 3 ? one : two).book.book([cutDraft(animal, carcass, 100 + i)]);
      if (outcome?.status === 'booked') seqs.push(outcome.entry.seq);
    }
    expect(seqs).toHaveLength(12);
    await expect.poll(() => [heard.one.length, heard.two.length]).toEqual([12, 12]);
    expect([...heard.one].sort((a, b) => a - b)).toEqual(seqs);
    expect([...heard.two].sort((a, b) => a - b)).toEqual(seqs);
    for (const stop of stops) stop();
    await one.book.book([draftOf({ kind: 'note', animal, text: 'nobody hears this' })]);
    await new Promise((done) => setTimeout(done, 900));
    expect(heard.two).toHaveLength(12);
  });
});
