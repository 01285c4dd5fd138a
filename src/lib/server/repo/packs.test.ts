import { sql } from 'drizzle-orm';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { shortCode } from '$core/wrap';
import { DAY } from '$core/units';
import { balanceOf, flowsOf, voidedIn, type BookedEntry } from '$core/book';
import { walk } from '$core/book/testwalk';
import { newId } from '../ids';
import { stateOf } from './state';
import { cutDraft, draftOf, mincedTogether, temporaryHouse } from '../testkit';
import { begunAt, holdAll, reached, reachedNote, recallRows, subjectNamed } from '../recall';

let house: Awaited<ReturnType<typeof temporaryHouse>>;
beforeEach(async () => {
  house = await temporaryHouse();
});
afterEach(() => house.end());

async function must(intent: Record<string, unknown>, at = Date.now()): Promise<void> {
  const [outcome] = await house.book.book([draftOf(intent, { at })]);
  if (outcome?.status !== 'booked') throw new Error(JSON.stringify(outcome));
}

const larder = () => mincedTogether(house);

describe('what lies here', () => {
  it('is the trim that waits, loose and in pieces, with whose it is and for how long', async () => {
    const { b, carcasses } = await larder();
    const piece = newId();
    const cut = { cut: 'ribMeat', place: { tub: 'grind' } };
    await house.book.book([cutDraft(b, carcasses[1] ?? '', 300, piece, cut)]);
    const trim = await house.stock.trim(Date.now());
    expect(trim).toHaveLength(1);
    expect(trim[0]).toMatchObject({ animal: b, owner: 'Fernholt', days: 3, have: 800 });
    expect(trim[0]?.items.map((i) => [i.id, i.grams])).toEqual([
      [`tub:grind:${b}`, 500],
      [piece, 300]
    ]);
  });

  it('is packs with all that is in them: species, owners, what they keep as, and a hold on any of it', async () => {
    const { a, packs } = await larder();
    const [first] = await house.packs.byIds([packs[0]]);
    expect(first).toMatchObject({
      grams: 800,
      batch: 'mince',
      keeps: 'leanMince',
      wrap: 'vacuum',
      place: 'shelf:chest'
    });
    expect(first?.species.toSorted()).toEqual(['reddeer', 'roe']);
    expect(first?.owners.toSorted()).toEqual(['Alderbank', 'Fernholt']);
    expect(first?.held).toBeUndefined();
    await must({ kind: 'hold', animal: a, why: 'test' });
    expect((await house.packs.byIds([packs[0]]))[0]?.held).toBe('test');
    // What it keeps as lasts four months from the day it was packed.
    const months = ((first?.eatBy ?? 0) - (first?.packedAt ?? 0)) / DAY;
    expect(months).toBeGreaterThan(115);
    expect(months).toBeLessThan(125);
  });

  it('goes with its last gram, and moves with its place', async () => {
    const { batch, packs } = await larder();
    await must({ kind: 'eat', pool: batch, item: packs[0] });
    await must({ kind: 'place', pool: batch, item: packs[1], place: { shelf: 'upright' } });
    expect((await house.packs.oldest({ limit: 9 })).map((p) => p.id).toSorted()).toEqual(
      [...packs.slice(1)].toSorted()
    );
    const sums = await house.packs.sums();
    expect(sums.map((s) => [s.place, s.count]).toSorted()).toEqual([
      ['shelf:chest', 2],
      ['shelf:upright', 1]
    ]);
    expect(sums.reduce((n, s) => n + s.grams, 0)).toBe(3_510 - 800);
  });

  it('is found by the code on its label, and by nothing that only looks like it', async () => {
    const { packs } = await larder();
    for (const id of packs) {
      const found = await house.packs.byTail(id.replaceAll('-', '').slice(-10));
      expect(found.map((i) => i.id)).toEqual([id]);
      expect(shortCode(id)).toHaveLength(9);
    }
    expect(await house.packs.byTail('0000000000')).toEqual([]);
  });
});

describe('a recall', () => {
  it('holds the animal and every batch whole at once, lists who has what, and ticks off who was reached', async () => {
    const { a, b, batch, packs } = await larder();
    await must({ kind: 'give', pool: batch, item: packs[0], to: 'Ilo' });
    await must({ kind: 'eat', pool: batch, item: packs[1] });
    const subject = await subjectNamed(house, a);
    if (!subject) throw new Error('no subject');
    const rows = [];
    for await (const row of recallRows(house, a)) rows.push(row);
    // A thing is one row, whatever letters its grams carry; whole packs, whoever's meat is in them.
    expect(rows.filter((r) => r.kind === 'given')).toEqual([
      expect.objectContaining({ where: 'Ilo', grams: 800, what: 'Mince' })
    ]);
    expect(
      rows
        .filter((r) => r.kind === 'here' && r.where === 'chest')
        .map((r) => r.grams)
        .toSorted()
    ).toEqual([1_110, 800].toSorted());
    expect(begunAt(subject)).toBeUndefined();
    const by = { hand: 'Tove', device: 'page', note: 'drill' };
    expect(await holdAll(house, subject, by)).toEqual({ ok: true, held: 2 });
    const again = await subjectNamed(house, a);
    expect(begunAt(again!)).toBeGreaterThan(0);
    // Both are held by it; a second press holds nothing more.
    expect((await subjectNamed(house, batch))?.holds.map((h) => h.why)).toEqual(['recall']);
    expect(await holdAll(house, again!, by)).toEqual({ ok: true, held: 0 });
    const [refused] = await house.book.book([draftOf({ kind: 'eat', pool: batch, item: packs[2] })]);
    expect(refused).toMatchObject({ status: 'refused', refusal: { code: 'on-hold' } });
    // The other animal itself is free.
    expect((await subjectNamed(house, b))?.holds).toEqual([]);
    expect((await reached(house, subject)).size).toBe(0);
    await must({ kind: 'note', animal: a, text: reachedNote('Ilo') });
    expect([...(await reached(house, subject))]).toEqual(['Ilo']);
    expect((await house.book.audit()).findings).toEqual([]);
  });

  it('is drawn from the animal over its batch to packs and people, and back from a pack to both animals', async () => {
    const { a, b, batch, packs, pepper } = await larder();
    await must({ kind: 'give', pool: batch, item: packs[0], to: 'Ilo' });
    const forward = await house.traceGraph.forward(a);
    const node = (id: string) => forward.nodes.find((n) => n.id === id);
    expect(node(a)).toMatchObject({ kind: 'animal', asked: true });
    expect(forward.links).toContainEqual({ from: a, to: batch, grams: 2_000 });
    expect(forward.links).toContainEqual({ from: batch, to: 'given:Ilo', grams: 800 });
    expect(forward.links).toContainEqual({ from: batch, to: 'packs:shelf:chest', grams: 2_710 });
    const back = await house.traceGraph.back(packs[1], 'Mince');
    expect(back.links).toContainEqual({ from: batch, to: packs[1], grams: 800 });
    for (const [from, grams] of [
      [a, 2_000],
      [b, 1_500],
      [pepper, 10]
    ] as const)
      expect(back.links).toContainEqual({ from, to: batch, grams });
    // From a bought lot by the number its supplier gave it.
    expect((await house.trace.lotsNamed('p 77')).map((c) => c.pool.id)).toEqual([pepper]);
  });
});

describe('over random books of several animals, batches and packs', () => {
  /** Batches that a subject's grams went into, and all that was made of those: played on until nothing new comes. */
  function closure(
    history: readonly BookedEntry[],
    owners: Map<string, string>,
    pools: Set<string>,
    subject: string
  ) {
    const hit = new Set<string>(pools.has(subject) ? [subject] : []);
    const gone = voidedIn(history);
    const flows = history
      .filter((e) => e.intent.kind !== 'void' && !gone.has(e.id))
      .flatMap((e) => flowsOf(e.postings).map((f) => ({ ...f, origin: f.origin ?? e.intent.animal ?? '' })));
    for (let before = -1; before !== hit.size;) {
      before = hit.size;
      for (const { from, to, origin } of flows) {
        const [a, b] = [owners.get(from), owners.get(to)];
        if (b === undefined || !pools.has(b) || a === b) continue;
        if ((origin === subject && b !== subject) || (a !== undefined && hit.has(a))) hit.add(b);
      }
    }
    return hit;
  }

  it('a recall is the slow closure, and what lies here is what the book holds', async () => {
    for (let seed = 21; seed <= 25; seed += 1) {
      const { history, state } = walk({ seed, steps: 45, animals: 2 + (seed % 3) });
      for (const { seq: _, postings: __, ...walked } of history) {
        const draft = JSON.parse(
          JSON.stringify(walked).replaceAll('mincer', `mincer ${seed}`)
        ) as BookedEntry;
        await house.book.bookAll([draft], false);
      }
      const named = (id: string) => id.replaceAll('mincer', `mincer ${seed}`);
      const owners = new Map(Object.values(state.items).map((i) => [i.id, i.owner]));
      const pools = new Set(Object.keys(state.pools));
      expect(pools.size).toBeGreaterThan(0);
      for (const subject of [...Object.keys(state.animals), ...pools]) {
        const touched = (await house.trace.recalled(named(subject))).map(({ pool }) => pool.id);
        const slow = [...closure(history, owners, pools, subject)].map(named);
        expect(touched.toSorted(), `walk ${seed}`).toEqual(slow.toSorted());
        // Each row of the stock is a balance of the book, and each balance of such a thing a row.
        const own = await stateOf(house.larder.db, named(subject));
        const rows = await house.larder.db.all<{ item: string; grams: number }>(
          sql`select item, grams from stock where owner = ${named(subject)} order by item`
        );
        const held = Object.values(own.items)
          .filter((i) => ['piece', 'tub', 'pack', 'batch', 'store', 'equipment'].includes(i.kind))
          .map((i) => ({ item: i.id, grams: balanceOf(own, i.id) }))
          .filter((r) => r.grams > 0)
          .toSorted((x, y) => (x.item < y.item ? -1 : 1));
        expect(rows).toEqual(held);
      }
    }
  });
});
