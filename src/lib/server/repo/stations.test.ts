import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { BUILT_IN_RECIPES } from '$core/grind';
import { shortCode } from '$core/wrap';
import { DAY, HOUR, grams } from '$core/units';
import { newId } from '../ids';
import { meant } from '../meant';
import { ordersOf } from '../orders';
import { originsOf } from '../origins';
import { arrival, cutDraft, draftOf, mincedTogether, temporaryHouse } from '../testkit';
import { roomsOf, stopsOf } from '../warmth';

let house: Awaited<ReturnType<typeof temporaryHouse>>;
beforeEach(async () => {
  house = await temporaryHouse();
});
afterEach(() => house.end());
async function must(intent: Record<string, unknown>, at = Date.now()): Promise<void> {
  const [outcome] = await house.book.book([draftOf(intent, { at })]);
  if (outcome?.status !== 'booked') throw new Error(JSON.stringify(outcome));
}

describe('recipes', () => {
  const [first] = BUILT_IN_RECIPES;
  if (!first) throw new Error('no recipe');

  it('are kept by every version; the same again makes none, and one that is gone comes back as it was built in', async () => {
    const { recipes } = house;
    expect(await recipes.all()).toEqual(BUILT_IN_RECIPES);
    expect((await recipes.write(first)).version).toBe(first.version);
    const salty = { ...first, salt: first.salt + 2 };
    const two = await recipes.write(salty);
    expect(two.version).toBe(first.version + 1);
    expect((await recipes.write(two)).version).toBe(two.version);
    const three = await recipes.write({ ...two, salt: two.salt + 1 });
    expect(three.version).toBe(two.version + 1);
    expect((await recipes.versions(first.key)).map((r) => r.version)).toEqual([three.version, two.version]);
    expect((await recipes.all()).find((r) => r.key === first.key)?.salt).toBe(three.salt);
    await recipes.remove(first.key);
    expect((await recipes.all()).find((r) => r.key === first.key)).toEqual(first);
    // A new one after that counts on: what was made by the old ones still says by which.
    expect((await recipes.write(salty)).version).toBe(three.version + 1);
  });

  it('of the larder’s own stand beside those built in, and go', async () => {
    const { recipes } = house;
    await recipes.write({ ...first, key: 'own-one', name: 'Own one' });
    expect(await recipes.all()).toHaveLength(BUILT_IN_RECIPES.length + 1);
    await recipes.remove('own-one');
    expect(await recipes.all()).toEqual(BUILT_IN_RECIPES);
  });
});

describe('a mincer', () => {
  it('is known by what went through it, the newest first, with whose it was; what was taken back went through nothing', async () => {
    const { a, batch } = await mincedTogether(house);
    const [one] = await house.stock.through();
    expect(one).toMatchObject({ id: batch, name: 'Mince', grams: 3_510, held: false });
    expect(one?.owners.toSorted()).toEqual(['Alderbank', 'Fernholt']);
    expect(one?.species.toSorted()).toEqual(['reddeer', 'roe']);
    await must({ kind: 'hold', animal: a, why: 'test' });
    expect((await house.stock.through())[0]?.held).toBe(true);
    const next = newId();
    const fat = newId();
    await must({
      kind: 'buy',
      pool: fat,
      what: 'fat',
      name: 'back fat',
      reading: { grams: 900, how: 'typed' }
    });
    const made = draftOf({
      kind: 'batch',
      pool: next,
      what: 'sausage',
      minutes: 35,
      cleaned: true,
      inputs: [{ item: fat, of: fat }]
    });
    await house.book.book([made]);
    expect((await house.stock.through())[0]).toMatchObject({ id: next, minutes: 35, cleaned: true });
    await must({ kind: 'void', pool: next, entry: made.id, why: 'wrong' });
    expect((await house.stock.through()).map((t) => t.id)).toEqual([batch]);
  });
});

describe('seals', () => {
  it('wait to be looked at from the night after until somebody has, and are counted by what made them', async () => {
    const { batch, packs } = await mincedTogether(house);
    const sealed = newId();
    await must({ kind: 'unpack', pool: batch, item: packs[0], id: sealed });
    const [tight, leaks] = [newId(), newId()];
    await must({
      kind: 'pack',
      pool: batch,
      from: sealed,
      packs: [
        {
          id: tight,
          what: 'Mince',
          wrap: 'vacuum',
          sealer: 'chamber',
          reading: { grams: 400, how: 'scale' }
        },
        { id: leaks, what: 'Mince', wrap: 'vacuum', sealer: 'chamber' }
      ]
    });
    const now = Date.now();
    expect(await house.packs.toLookAt(now)).toEqual([]);
    const waiting = await house.packs.toLookAt(now + 14 * HOUR);
    expect(waiting.map((w) => w.id)).toEqual(expect.arrayContaining([tight, leaks]));
    expect(waiting[0]?.of).toEqual({ pool: batch });
    expect(await house.packs.toLookAt(now + 6 * DAY)).toEqual([]);
    await must({ kind: 'seal', pool: batch, item: tight, tight: true });
    await must({ kind: 'seal', pool: batch, item: leaks, tight: false });
    const asked = async (hours: number) => (await house.packs.toLookAt(now + hours * HOUR)).map((w) => w.id);
    // What was made anew is looked at the night after, as any seal; what holds is not.
    expect(await asked(2)).not.toContain(leaks);
    expect(await asked(14)).toContain(leaks);
    expect(await asked(14)).not.toContain(tight);
    await must({ kind: 'seal', pool: batch, item: leaks, tight: true });
    expect(await asked(14)).not.toContain(leaks);
    expect(await house.packs.seals()).toEqual([{ sealer: 'chamber', looked: 2, leaks: 1 }]);
    expect((await house.book.audit()).findings).toEqual([]);
    const [wrong] = await house.book.book([draftOf({ kind: 'seal', pool: batch, item: batch, tight: true })]);
    expect(wrong).toMatchObject({ status: 'refused', refusal: { code: 'wrong-kind' } });
  });
});

describe('an order', () => {
  it('counts the packs that were made for it since it was asked for, wherever they are', async () => {
    const before = Date.now();
    const { batch, packs } = await mincedTogether(house);
    const order = (at: number, key: '' | 'G' | 'P') => ({
      id: `o${at}${key}`,
      for: 'Ilo',
      class: key,
      each: grams(400),
      packs: 3,
      at
    });
    const open = newId();
    await must({ kind: 'unpack', pool: batch, item: packs[0], id: open });
    const [here, gone] = [newId(), newId()];
    await must({
      kind: 'pack',
      pool: batch,
      from: open,
      packs: [
        { id: here, what: 'Mince', for: 'Ilo', reading: { grams: 400, how: 'scale' } },
        { id: gone, what: 'Mince', for: 'Ilo' }
      ]
    });
    await must({ kind: 'give', pool: batch, item: gone, to: 'Ilo' });
    await house.settings.write({
      orders: [order(before, 'G'), order(before, ''), order(before, 'P'), order(Date.now() + HOUR, 'G')]
    });
    expect((await ordersOf(house)).map((o) => o.packed)).toEqual([2, 2, 0, 0]);
  });
  it('written down by two at once is two orders', async () => {
    const add = (id: string) =>
      house.settings.write(({ orders }) => ({
        orders: [...orders, { id, for: 'Ilo', class: 'G', each: grams(400), packs: 1, at: 1 }]
      }));
    await Promise.all(['a', 'b', 'c', 'd'].map(add));
    expect((await house.settings.read()).orders.map((o) => o.id)).toEqual(['a', 'b', 'c', 'd']);
  });
});

describe('a pack that was given and is back', () => {
  it('is known by who has it, and keeps its day, its mark and what it is under its new name', async () => {
    const { batch, packs } = await mincedTogether(house);
    await must({ kind: 'thaw', pool: batch, item: packs[0] });
    expect(await house.trace.outside(packs[0])).toEqual([]);
    await must({ kind: 'give', pool: batch, item: packs[0], to: 'Ilo' });
    expect(await house.trace.outside(packs[0])).toEqual([
      expect.objectContaining({ how: 'given', party: 'Ilo', grams: 800 })
    ]);
    const [before] = [await house.trace.item(packs[0])];
    const again = newId();
    await must({
      kind: 'return',
      pool: batch,
      item: packs[0],
      from: 'Ilo',
      sure: ['writeOff'],
      packs: [{ id: again, what: 'Mince', class: 'G', reading: { grams: 750, how: 'scale' } }]
    });
    const after = await house.trace.item(again);
    expect(after).toMatchObject({
      packedAt: before?.packedAt,
      thawedAt: before?.thawedAt,
      wrap: 'vacuum',
      from: packs[0]
    });
    // It has a day to be eaten by, and is no fresher for its way out.
    const [lying] = await house.packs.byIds([again]);
    expect(lying?.eatBy).toBe((await house.packs.byIds([packs[1]]))[0]?.eatBy);
    expect(await house.trace.outside(packs[0])).toEqual([]);
    expect((await house.book.audit()).findings).toEqual([]);
    await house.book.rebuild();
    expect(await house.trace.item(again)).toEqual(after);
  });
});

describe('a batch of a batch', () => {
  it('keeps its share of bone when it is played again, taken back or rebuilt', async () => {
    const { animal, carcass, draft } = arrival(30_000, {
      species: 'reddeer',
      killedAt: Date.now() - 3 * DAY
    });
    await house.book.book([draft]);
    const shank = newId();
    const bone = { cut: 'hindShank', boneIn: true, place: { tub: 'slow' } };
    await house.book.book([cutDraft(animal, carcass, 1_200, shank, bone)]);
    const [pot, pack, open, soup] = [newId(), newId(), newId(), newId()];
    await must({ kind: 'batch', pool: pot, what: 'cooked', inputs: [{ item: shank, of: animal }] });
    await must({ kind: 'pack', pool: pot, from: pot, packs: [{ id: pack, what: 'Shank' }] });
    await must({ kind: 'unpack', pool: pot, item: pack, id: open });
    const salt = newId();
    await must({ kind: 'buy', pool: salt, what: 'salt', name: 'salt', reading: { grams: 50, how: 'typed' } });
    await must({
      kind: 'batch',
      pool: soup,
      what: 'stock',
      inputs: [
        { item: open, of: pot },
        { item: salt, of: salt }
      ]
    });
    const share = (await house.trace.item(soup))?.boneShare;
    expect(share).toBeGreaterThan(0.1);
    expect((await house.book.audit()).findings).toEqual([]);
    await house.book.rebuild();
    expect((await house.trace.item(soup))?.boneShare).toBe(share);
    const note = draftOf({ kind: 'core', pool: soup, item: soup, celsius: 80 });
    await house.book.book([note]);
    await must({ kind: 'void', pool: soup, entry: note.id, why: 'wrong pot' });
    expect((await house.trace.item(soup))?.boneShare).toBe(share);
  });
});

describe('what is known of a trace', () => {
  it('is whose it is with who they were, adding up, and the rooms and temperatures on its way', async () => {
    const { a, batch, packs } = await mincedTogether(house);
    const whose = await originsOf(house, packs[1]);
    expect(whose.reduce((n, w) => n + w.share, 0)).toBeCloseTo(1, 9);
    expect(whose.find((w) => w.origin === a)).toMatchObject({ who: 'Roe buck', owner: 'Alderbank' });
    expect(whose.find((w) => w.kind === 'store')).not.toHaveProperty('who');
    const now = Date.now();
    await must({ kind: 'chill', animal: a, what: 'moved', to: 'cold' }, now - 30 * HOUR);
    await house.readings.add('room:cold', 'wall', [
      { at: now - 20 * HOUR, air: 2.5 },
      { at: now - 10 * HOUR, air: 5.5 }
    ]);
    const [room] = await roomsOf(house, [a, a], now);
    expect(room).toMatchObject({ room: 'Cold room', air: { low: 2.5, mean: 4, high: 5.5 } });
    await must({ kind: 'core', pool: batch, item: batch, celsius: 71.5 });
    expect(await stopsOf(house, [batch])).toEqual([
      expect.objectContaining({ of: 'Mince', stops: [{ what: 'core', celsius: 71.5 }] })
    ]);
    expect(await stopsOf(house, [])).toEqual([]);
  });

  it('is found by a code, a label’s address, a tag or a supplier’s lot, and several are asked about', async () => {
    const { a, packs, pepper } = await mincedTogether(house);
    const code = shortCode(packs[0]);
    expect(await meant(house, code)).toEqual({ item: packs[0] });
    expect(await meant(house, `http://x.example/p/${code}?a=1`)).toEqual({ item: packs[0] });
    expect(await meant(house, packs[0])).toEqual({ item: packs[0] });
    expect((await meant(house, 'P 77')).subject?.id).toBe(pepper);
    expect((await meant(house, a)).subject?.id).toBe(a);
    expect(await meant(house, '  ')).toEqual({});
    expect(await meant(house, 'nothing of the kind')).toEqual({});
    await must({
      kind: 'buy',
      pool: newId(),
      what: 'salt',
      name: 'salt',
      reading: { grams: 9, how: 'typed' },
      supplierLot: 'P 77'
    });
    expect((await meant(house, 'P 77')).several).toHaveLength(2);
  });

  it('goes out as events in the order of the book: all of it, or what leads to a pack and on from it', async () => {
    const { batch, packs } = await mincedTogether(house);
    await must({ kind: 'eat', pool: batch, item: packs[1] });
    const gather = async (item?: string) => {
      const rows = [];
      for await (const row of house.trace.moving(item)) rows.push(row);
      return rows;
    };
    const all = await gather();
    expect(all.map((r) => r.kind)).toEqual(
      expect.arrayContaining(['intake', 'tub', 'buy', 'batch', 'pack', 'eat'])
    );
    const one = await gather(packs[1]);
    expect(one.map((r) => r.kind).at(-1)).toBe('eat');
    expect(one.find((r) => r.kind === 'batch')?.batch).toBe(batch);
    expect(await house.trace.bornAt(batch)).toBeGreaterThan(0);
    expect(await house.trace.bornAt('nothing of the kind')).toBeUndefined();
    // Another pack of the same batch was never eaten.
    expect((await gather(packs[2])).map((r) => r.kind)).not.toContain('eat');
    // Of a batch: all of its packs, and what became of them.
    expect((await gather(batch)).filter((r) => r.kind === 'eat')).toHaveLength(1);
  });
});
