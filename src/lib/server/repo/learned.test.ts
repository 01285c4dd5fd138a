import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { PROCEDURES, SPECIES, copyOf } from '$core/reference';
import { accountOf } from '$core/account';
import { newId } from '../ids';
import { draftOf, temporaryHouse } from '../testkit';
import { historyOf, stateOf } from './state';

let house: Awaited<ReturnType<typeof temporaryHouse>>;
beforeAll(async () => (house = await temporaryHouse({}, true)));
afterAll(() => house.end());

describe('what a larder has learned, out of the demo’s three seasons', () => {
  it('moves the shares of a deer’s parts, and never judges an animal by its own', async () => {
    const [doe] = (await house.animals.list({ limit: 60 })).filter(
      (a) => a.facts.species === 'roe' && a.work === 'done' && a.residual !== null
    );
    const all = await house.animals.learnedFor({ facts: { species: 'roe' }, residual: null });
    expect(all.n).toBeGreaterThan(5);
    expect(all.shares?.hindLeg?.n).toBeGreaterThan(3);
    const rows = await house.animals.shareRows('roe');
    expect(rows.every((r) => SPECIES[r.species].group === 'deer')).toBe(true);
    expect(rows.some((r) => r.species === 'reddeer')).toBe(true);
    expect(await house.animals.shareRows('roe', doe!.id)).toHaveLength(rows.length - 1);
    const without = await house.animals.learnedFor(doe!);
    expect(without.n).toBe(all.n - 1);
    const state = await stateOf(house.larder.db, doe!.id);
    const account = accountOf(state, doe!.id, await historyOf(house.larder.db, doe!.id), without)!;
    const leg = account.parts.find((p) => p.part === 'hindLeg')!;
    expect(leg.expectedTaken).toMatchObject({ standing: 'yours', n: without.shares!.hindLeg!.n });
  });

  it('says nothing of a hit part, nor of an animal that came as a leg', async () => {
    const cards = await house.animals.list({ limit: 60 });
    const rows = await house.larder.db.query.animals.findMany({
      columns: { id: true, shares: true, residual: true }
    });
    const sharesOf = (id: string) => {
      const text = rows.find((r) => r.id === id)?.shares;
      return text ? (JSON.parse(text) as Record<string, number>) : undefined;
    };
    const hit = cards.filter((c) => c.facts.placement === 'bothShoulders' && c.residual !== null);
    expect(hit.length).toBeGreaterThan(0);
    for (const { id } of hit) {
      expect(sharesOf(id)?.shoulder).toBeUndefined();
      expect(sharesOf(id)?.hindLeg).toBeDefined();
    }
    // What another house has cut tells of their trim.
    const out = cards.find((c) => c.facts.tag === 'L 095');
    expect(out).toMatchObject({ work: 'done', residual: null });
    const leg = cards.find((c) => c.hanging === null && c.work === 'done');
    expect(leg && sharesOf(leg.id)).toBeUndefined();
  });

  it('knows how long a step takes whoever does it, and nothing of a stranger', async () => {
    const tove = await house.minutes.learned('Tove', 'roe');
    expect(Object.keys(tove)).toEqual(expect.arrayContaining(['take:strap', 'close']));
    for (const { mean, n } of Object.values(tove)) {
      expect(mean).toBeGreaterThan(0);
      expect(mean).toBeLessThan(25);
      expect(n).toBeGreaterThan(0);
    }
    expect(await house.minutes.learned('Nobody', 'roe')).toEqual({});
    // Of a species nobody has cut, the rest of its group speaks.
    expect(Object.keys(await house.minutes.learned('Tove', 'elk')).length).toBeGreaterThan(0);
  });
});

describe('orders of work of the larder’s own', () => {
  it('are kept, changed, taken out, and followed by an animal that chose one', async () => {
    const mine = copyOf(PROCEDURES.Q2!, 'own-mine', 'Ours');
    await house.procedures.write(mine);
    await house.procedures.write({ ...mine, name: 'Ours, changed' });
    expect((await house.procedures.all()).map((p) => p.name)).toEqual(['Ours, changed']);
    const [card] = await house.animals.at('hanging', 1);
    const state = await stateOf(house.larder.db, card!.id);
    const body = Object.values(state.items).find((i) => i.kind === 'carcass' || i.kind === 'lot')!;
    const draft = draftOf({ kind: 'school', animal: card!.id, item: body.id, by: 'own-mine' });
    expect((await house.book.book([draft]))[0]?.status).toBe('booked');
    expect((await stateOf(house.larder.db, card!.id)).items[body.id]?.school).toBe('own-mine');
    await house.procedures.remove('own-mine');
    expect(await house.procedures.all()).toEqual([]);
  });

  it('are told of entries that come all at once, and of the one that stops them', async () => {
    const [card] = await house.animals.at('hanging', 1);
    const state = await stateOf(house.larder.db, card!.id);
    const body = Object.values(state.items).find((i) => i.kind === 'carcass' || i.kind === 'lot')!;
    const told: string[] = [];
    const stop = house.book.listen((entry) => void told.push(entry.intent.kind));
    const tick = (item: string) =>
      draftOf({ kind: 'tick', animal: card!.id, item, step: 'setup', how: 'done' });
    expect(await house.book.bookAll([tick(body.id), tick(newId())])).toMatchObject({
      code: 'unknown-item',
      at: 1
    });
    expect(told).toEqual([]);
    expect(await house.book.bookAll([tick(body.id)])).toBeUndefined();
    expect(told).toEqual(['tick']);
    stop();
  });
});
