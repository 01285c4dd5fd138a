import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { sql } from 'drizzle-orm';
import { DOUBTS, entryLine, type BookedEntry, type Draft } from '$core/book';
import { TestBook, weighed } from '$core/book/testkit';
import { codeNumber } from '$core/units';
import { LarderFault } from '../db/client';
import { newId } from '../ids';
import { arrival, cutDraft, draftOf, temporaryHouse } from '../testkit';
import { historyOf, stateOf } from './state';

type Temporary = Awaited<ReturnType<typeof temporaryHouse>>;
let house: Temporary;
beforeEach(async () => {
  house = await temporaryHouse();
});
afterEach(() => house.end());

const statuses = async (...drafts: Parameters<Temporary['book']['book']>[0]) =>
  (await house.book.book(drafts)).map((o) => (o.status === 'refused' ? o.refusal.code : o.status));
/** The piece that a cut brings into being. */
const bornOf = ({ intent }: Draft): string => (intent.kind === 'cut' ? intent.creates.id : '');
async function* linesOf(text: string) {
  for (const line of text.split('\n')) yield line;
}
async function exported(from: Temporary = house): Promise<string> {
  let text = '';
  for await (const piece of from.book.lines()) text += piece;
  return text;
}

describe('booking', () => {
  it('gives an animal its code and keeps its figures in step', async () => {
    const { animal, carcass, draft } = arrival();
    expect(await statuses(draft, cutDraft(animal, carcass, 600))).toEqual(['booked', 'booked']);
    const card = await house.animals.find(animal);
    expect(card).toMatchObject({ base: 14_000, boneless: 600, stillOn: 13_400, work: 'bench' });
    expect(card?.code).toMatch(/^\d\d-001$/);
    expect((await house.animals.find(card?.code ?? ''))?.id).toBe(animal);
    expect((await house.book.audit()).findings).toEqual([]);
  });

  it('counts codes by the season’s start, in the larder’s own zone', async () => {
    const settings = await house.settings.read();
    await house.settings.write({ ...settings, timeZone: 'Europe/Oslo' });
    const codes: string[] = [];
    for (const at of ['2025-06-30T21:30Z', '2025-06-30T22:30Z', '2025-12-24T12:00Z', '2026-06-30T23:30Z']) {
      const { animal, draft } = arrival(14_000, {}, Date.parse(at));
      expect(await statuses(draft)).toEqual(['booked']);
      codes.push((await house.animals.find(animal))?.code ?? '');
    }
    // Midnight in Oslo is 22:00 in universal time in summer.
    expect(codes).toEqual(['24-001', '25-001', '25-002', '26-001']);
  });

  it('books the same entry once, and refuses its number for another', async () => {
    const { draft } = arrival();
    expect(await statuses(draft, draft)).toEqual(['booked', 'already-booked']);
    expect(await statuses({ ...draft, hand: 'Marek' })).toEqual(['id-taken']);
    expect((await house.book.page({ limit: 10 })).length).toBe(1);
  });

  it('refuses an overdraw with both figures, and what rests on it', async () => {
    const { animal, carcass, draft } = arrival(1_000);
    const piece = newId();
    const cut = cutDraft(animal, carcass, 1_200, piece);
    const place = draftOf({ kind: 'place', animal, item: piece, place: { tub: 'slow' } });
    const outcomes = await house.book.book([draft, cut, place]);
    expect(outcomes[1]).toMatchObject({
      status: 'refused',
      refusal: { code: 'overdrawn', wanted: 1_200, left: 1_000 }
    });
    expect(outcomes[2]).toMatchObject({
      status: 'refused',
      refusal: { code: 'rests-on-refused', entry: cut.id }
    });
    // So is what takes the refused one back, or lifts a hold that never stood.
    const held = draftOf({ kind: 'hold', animal: newId(), why: 'test' });
    const lift = draftOf({ kind: 'lift', animal, hold: held.id });
    const back = draftOf({ kind: 'void', animal, entry: draft.id, chain: [held.id] });
    expect(await statuses(held, lift, back)).toEqual([
      'unknown-animal',
      'rests-on-refused',
      'rests-on-refused'
    ]);
  });

  it('refuses postings that another bench has made stale', async () => {
    const { animal, carcass, draft } = arrival(10_000);
    await house.book.book([draft]);
    const close = draftOf({ kind: 'close', animal, item: carcass, bone: { grams: 1_500, how: 'scale' } });
    const shown = [
      { item: carcass, grams: -1_500 as never, class: '-' as const },
      { item: `loss:bone:${carcass}`, grams: 1_500 as never, class: 'X' as const },
      { item: carcass, grams: -8_500 as never, class: '-' as const },
      { item: `loss:unaccounted:${carcass}`, grams: 8_500 as never, class: 'X' as const }
    ];
    expect(await statuses(cutDraft(animal, carcass, 500))).toEqual(['booked']);
    const [outcome] = await house.book.book([{ ...close, postings: shown }]);
    expect(outcome).toMatchObject({ status: 'refused', refusal: { code: 'stale' } });
    if (outcome?.status !== 'refused' || outcome.refusal.code !== 'stale') throw new Error('not stale');
    expect(outcome.refusal.derived.find((p) => p.item.startsWith('loss:unaccounted'))?.grams).toBe(8_000);
  });

  it('keeps a weight whose device is an hour ahead, at its own time, with the device’s beside it', async () => {
    const ahead = Date.now() + 3_600_000;
    const { draft, animal } = arrival(14_000, {}, ahead);
    expect(await statuses(draft)).toEqual(['booked']);
    // Sent again after a lost answer it is the same entry.
    expect(await statuses(draft)).toEqual(['already-booked']);
    const [entry] = await house.book.history(animal);
    expect(entry?.deviceAt).toBe(ahead);
    expect(Math.abs((entry?.at ?? 0) - Date.now())).toBeLessThan(60_000);
    // What a clock says that is a little ahead, stands.
    const little = arrival(14_000, {}, Date.now() + 60_000);
    await house.book.book([little.draft]);
    expect((await house.book.history(little.animal))[0]).toMatchObject({ at: little.draft.at });
  });

  it('books what a clock that is off has dated at the larder’s own time, with the device’s beside it', async () => {
    const HOUR_MS = 3_600_000;
    // Two hours behind, weighed ten minutes before it was sent.
    const dated = Date.now() - 2 * HOUR_MS - 600_000;
    const { draft, animal, carcass } = arrival(14_000, {}, dated);
    const by = { clockOff: 2 * HOUR_MS };
    expect((await house.book.book([draft], by))[0]?.status).toBe('booked');
    expect((await house.book.book([draft], { clockOff: 2 * HOUR_MS + 700 }))[0]?.status).toBe(
      'already-booked'
    );
    const [entry] = await house.book.history(animal);
    expect(entry?.deviceAt).toBe(dated);
    expect(Math.abs((entry?.at ?? 0) - (Date.now() - 600_000))).toBeLessThan(60_000);
    // A little is nothing; what was pressed when nobody was there, by a clock that is right, keeps its hour.
    const late = { ...cutDraft(animal, carcass, 500), at: Date.now() - 5 * HOUR_MS };
    expect((await house.book.book([late], { clockOff: 90_000 }))[0]).toMatchObject({
      entry: { at: late.at }
    });
    expect((await house.book.history(animal))[1]).not.toHaveProperty('deviceAt');
  });

  it('takes a press that was sent twice for one, whatever clock has dated it', async () => {
    const { draft } = arrival(14_000);
    await house.book.book([draft]);
    expect(await statuses({ ...draft, at: draft.at - 4_000 })).toEqual(['already-booked']);
    expect(await statuses({ ...draft, hand: 'Ilo' })).toEqual(['id-taken']);
  });

  it('asks the second of two benches that book the same cut, with who was first; keeps both when that is meant', async () => {
    const { animal, carcass, draft } = arrival(14_000);
    await house.book.book([draft]);
    const cut = (hand: string) =>
      draftOf(
        {
          kind: 'cut',
          animal,
          from: carcass,
          creates: { kind: 'part', id: newId(), cut: 'shoulder', side: 'left' },
          reading: { grams: 1_400, how: 'scale' }
        },
        { hand, device: `bench of ${hand}` }
      );
    const [a, b] = [cut('Tove'), cut('Odd')];
    const [[first], [second]] = await Promise.all([house.book.book([a]), house.book.book([b])]);
    expect(first?.status).toBe('booked');
    expect(second).toMatchObject({
      status: 'refused',
      refusal: {
        code: 'doubt',
        why: 'twice',
        grams: 1_400,
        hand: 'Tove',
        device: 'bench of Tove',
        entry: a.id
      }
    });
    expect(await statuses({ ...b, intent: { ...b.intent, sure: ['twice'] } })).toEqual(['booked']);
    // Sent again it is the same entry, not a third.
    expect(await statuses({ ...b, intent: { ...b.intent, sure: ['twice'] } })).toEqual(['already-booked']);
  });

  it('books what lies on the larder’s scale once, whoever presses first', async () => {
    const { animal, carcass, draft } = arrival(14_000);
    await house.book.book([draft]);
    const take = (side: string, plate: string) =>
      draftOf({
        kind: 'cut',
        animal,
        from: carcass,
        creates: { kind: 'piece', id: newId(), cut: 'strap', side, place: { tub: 'prime' } },
        reading: { grams: 640, how: 'scale', plate }
      });
    const [a, b] = [take('left', 'run-1'), take('right', 'run-1')];
    expect(await statuses(a)).toEqual(['booked']);
    expect(await statuses(b)).toEqual(['plate-taken']);
    expect(await statuses(a)).toEqual(['already-booked']);
    expect(await statuses(take('right', 'run-2'))).toEqual(['booked']);
  });

  it('asks before it writes off, and books the same entry once that is meant', async () => {
    const { animal, carcass, draft } = arrival(14_000);
    await house.book.book([draft]);
    const close = draftOf({ kind: 'close', animal, item: carcass, bone: { grams: 2_100, how: 'scale' } });
    expect(await statuses(close)).toEqual(['doubt']);
    expect(await statuses({ ...close, intent: { ...close.intent, sure: ['writeOff'] } })).toEqual(['booked']);
  });

  it('lets a tag hang on one animal a season', async () => {
    const [a, b, c] = [arrival(1_000, { tag: 'L 7' }), arrival(1_000, { tag: 'L 7' }), arrival(1_000)];
    expect(await statuses(a.draft, b.draft, c.draft)).toEqual(['booked', 'tag-taken', 'booked']);
    expect(await statuses(draftOf({ kind: 'amend', animal: c.animal, facts: { tag: 'L 7' } }))).toEqual([
      'tag-taken'
    ]);
    expect(
      await statuses(draftOf({ kind: 'amend', animal: a.animal, facts: { tag: 'L 7', placement: 'chest' } }))
    ).toEqual(['booked']);
    const earlier = arrival(1_000, { tag: 'L 7' }, Date.now() - 400 * 86_400_000);
    expect(await statuses(earlier.draft)).toEqual(['booked']);
  });

  it('takes an animal off the rail when its intake is taken back, and never gives its code again', async () => {
    const first = arrival();
    await house.book.book([first.draft]);
    expect(await statuses(draftOf({ kind: 'void', animal: first.animal, entry: first.draft.id }))).toEqual([
      'booked'
    ]);
    expect(await house.animals.find(first.animal)).toBeUndefined();
    const second = arrival();
    await house.book.book([second.draft]);
    expect((await house.animals.find(second.animal))?.code).toMatch(/-002$/);
    // The same animal, weighed in anew, hangs under its own code again.
    const anew = draftOf({ ...first.draft.intent, into: { kind: 'carcass', id: newId() } });
    expect(await statuses(anew)).toEqual(['booked']);
    expect((await house.animals.find(first.animal))?.code).toMatch(/-001$/);
    expect((await house.book.audit()).findings).toEqual([]);
  });

  it('takes a cut back with the closing that stands on it, in one entry, and nothing of it by halves', async () => {
    const { animal, carcass, draft } = arrival(14_000);
    const [first, second] = [cutDraft(animal, carcass, 1_000), cutDraft(animal, carcass, 11_000)];
    const close = draftOf({
      kind: 'close',
      animal,
      item: carcass,
      bone: { grams: 2_000, how: 'scale' }
    });
    const drafts = [draft, first, second, close].map((d) => ({
      ...d,
      intent: { ...d.intent, sure: [...DOUBTS] }
    }));
    expect(await statuses(...drafts)).toEqual(['booked', 'booked', 'booked', 'booked']);
    const [refused] = await house.book.book([draftOf({ kind: 'void', animal, entry: first.id })]);
    expect(refused).toMatchObject({ refusal: { code: 'stands-on', chain: [close.id] } });
    // Another bench books meanwhile: the chain that was shown is not the whole of it any more.
    const late = draftOf({
      kind: 'reweigh',
      animal,
      item: bornOf(second),
      reading: { grams: 10_990, how: 'scale' }
    });
    expect(await statuses(late)).toEqual(['booked']);
    const both = (entry: string, chain: string[]) => draftOf({ kind: 'void', animal, entry, chain });
    const [stale] = await house.book.book([both(second.id, [close.id])]);
    expect(stale).toMatchObject({ refusal: { code: 'stands-on', chain: [late.id, close.id] } });
    expect(await statuses(both(first.id, [close.id]))).toEqual(['booked']);
    expect(await house.animals.find(animal)).toMatchObject({ work: 'bench', stillOn: 3_000 });
    // Whatever page or filter shows them, what was taken back is known as that, the chain too.
    const cuts = await house.book.page({ kind: 'cut', limit: 10 });
    expect(await house.book.takenBackOf(cuts)).toEqual([first.id]);
    expect(await house.book.takenBackOf(await house.book.page({ kind: 'close', limit: 1 }))).toEqual([
      close.id
    ]);
    expect(await house.book.takenBackOf([])).toEqual([]);
    expect((await house.book.audit()).findings).toEqual([]);
  });

  it('keeps its order and its sums under a crowd', async () => {
    const { animal, carcass, draft } = arrival(100_000);
    await house.book.book([draft]);
    const crowd = Array.from({ length: 60 }, () => house.book.book([cutDraft(animal, carcass, 100)]));
    const outcomes = (await Promise.all(crowd)).flat();
    expect(outcomes.every((o) => o.status === 'booked')).toBe(true);
    const seqs = outcomes.map((o) => (o.status === 'booked' ? o.entry.seq : 0));
    expect(new Set(seqs).size).toBe(60);
    expect((await house.animals.find(animal))?.stillOn).toBe(94_000);
    expect((await house.book.audit()).findings).toEqual([]);
  });

  it('tells its listeners after the commit', async () => {
    const heard: number[] = [];
    const stop = house.book.listen((e) => heard.push(e.seq));
    await house.book.book([arrival().draft]);
    stop();
    await house.book.book([arrival().draft]);
    expect(heard).toEqual([1]);
  });
});

describe('append only', () => {
  it('refuses to change or delete entries and postings, by triggers', async () => {
    await house.book.book([arrival().draft]);
    const { db } = house.larder;
    for (const statement of [
      "update entries set hand = 'x'",
      'delete from entries',
      'update postings set grams = 1',
      'delete from postings'
    ])
      await expect(db.run(sql.raw(statement)), statement).rejects.toThrow();
  });
});

describe('audit', () => {
  async function corrupt(statement: string) {
    const { db } = house.larder;
    await db.run(sql.raw('drop trigger entries_no_update'));
    await db.run(sql.raw('drop trigger postings_no_update'));
    await db.run(sql.raw('drop trigger postings_no_delete'));
    await db.run(sql.raw(statement));
    // That the guards are gone is said too; here it is what was done behind them.
    return (await house.book.audit()).findings.filter(({ code }) => code !== 'guard');
  }
  let entry: BookedEntry;
  beforeEach(async () => {
    const { animal, carcass, draft } = arrival();
    const [, outcome] = await house.book.book([draft, cutDraft(animal, carcass, 600)]);
    if (outcome?.status !== 'booked') throw new Error('not booked');
    entry = outcome.entry;
  });

  it('names a posting that was changed by hand', async () => {
    const findings = await corrupt('update postings set grams = grams + 1 where seq = 2 and line = 1');
    expect(findings).toContainEqual(expect.objectContaining({ code: 'sum', entry: entry.id }));
    expect(findings).toContainEqual(expect.objectContaining({ code: 'not-derived', entry: entry.id }));
  });

  it('names a pair of postings that still add up but do not follow from the intent', async () => {
    const findings = await corrupt('update postings set grams = grams * 2 where seq = 2');
    expect(findings.map((f) => f.code)).toContain('not-derived');
    expect(findings.map((f) => f.code)).not.toContain('sum');
  });

  it('names a projection that drifted, and a rebuild mends it', async () => {
    const findings = await corrupt("update balances set grams = grams + 5 where class = 'P'");
    expect(findings).toEqual([expect.objectContaining({ code: 'projection' })]);
    expect(await house.book.rebuild()).toBe(1);
    expect((await house.book.audit()).findings).toEqual([]);
  });
});

describe('export and import', () => {
  it('gives the same file back from another larder, byte for byte', async () => {
    const demo = await temporaryHouse({}, true);
    const text = await exported(demo);
    expect(text.split('\n').length).toBeGreaterThan(400);
    await house.settings.write(await demo.settings.read());
    expect(await house.book.import(linesOf(text))).toEqual({
      ok: true,
      entries: text.trim().split('\n').length - 2
    });
    expect(await exported()).toBe(text);
    expect((await house.book.audit()).findings).toEqual([]);
    for (const card of await demo.animals.list({ limit: 50 }))
      expect(await house.animals.find(card.id)).toEqual(card);
    // The next animal does not get a code that came with the file.
    const [newest] = await demo.animals.list({ limit: 1 });
    const fresh = arrival();
    await house.book.book([fresh.draft]);
    const given = (await house.animals.find(fresh.animal))?.code ?? '';
    expect(codeNumber(given)).toBe(codeNumber(newest!.code) + 1);
    demo.end();
  });

  it('takes in a book from before the whole chain was taken back, as it is; the audit names what was left behind', async () => {
    const old = new TestBook();
    const carcass = old.carcass(15_000);
    old.piece(carcass, 1_000, 'strap');
    const cut = old.history.at(-1)!;
    const closing = old.must({ kind: 'close', item: carcass, bone: weighed(3_000) });
    old.book(old.draft({ kind: 'void', entry: cut.id }), { asBooked: true });
    old.history[0] = { ...old.history[0]!, code: '25-001' };
    const lines = old.history.map(entryLine);
    const text = ['{"format":"yonder-larder/book","version":2}', ...lines].join('\n');
    const other = await temporaryHouse();
    try {
      expect(await other.book.import(linesOf(text))).toEqual({ ok: true, entries: 4 });
      // What it did not have yet it has now: the season of a code, and its seals.
      const unsealed = (await exported(other)).replace(/,?"(hash|season)":("[0-9a-f]{64}"|\d+)/g, '');
      expect(
        unsealed
          .split('\n')
          .slice(1, -2)
          .map((line) => line.replace('{,', '{'))
      ).toEqual(lines);
      expect((await other.book.audit()).findings).toEqual([
        expect.objectContaining({ code: 'unfollowed', entry: closing.id }),
        expect.objectContaining({ code: 'closed', item: carcass })
      ]);
      // It can be mended: the closing is taken back, and done again.
      const back = draftOf({ kind: 'void', animal: old.animal, entry: closing.id });
      expect((await other.book.book([back]))[0]?.status).toBe('booked');
      expect((await other.book.audit()).findings).toEqual([]);
    } finally {
      await other.end();
    }
  });

  it('refuses a changed posting by line, and leaves the larder empty', async () => {
    const { animal, carcass, draft } = arrival();
    await house.book.book([draft, cutDraft(animal, carcass, 600)]);
    const text = await exported();
    const other = await temporaryHouse();
    // Postings alone: of an id or a hash 600 may be a part, too.
    const forged = text.replace(/"grams":(-?)600(?!,"how")/g, '"grams":$1700');
    expect(forged).not.toBe(text);
    expect(await other.book.import(linesOf(forged))).toMatchObject({
      ok: false,
      fault: { line: 3, path: 'postings' },
      refusal: { code: 'stale' }
    });
    expect(await other.book.page({ limit: 1 })).toEqual([]);
    expect(await other.animals.list({ limit: 1 })).toEqual([]);
    other.end();
  });

  it('refuses a file that is something else, an overdraw, a missing line and a larder in use', async () => {
    const { animal, carcass, draft } = arrival(9_000);
    await house.book.book([draft, cutDraft(animal, carcass, 600), cutDraft(animal, carcass, 300)]);
    const lines = (await exported()).trim().split('\n');
    const other = await temporaryHouse();
    const attempt = (list: string[]) => other.book.import(linesOf(list.join('\n')));
    expect(await attempt([])).toMatchObject({ ok: false, fault: { line: 1 } });
    expect(await attempt(['{"a":1}', ...lines.slice(1)])).toMatchObject({ ok: false, fault: { line: 1 } });
    expect(await attempt([lines[0] ?? '', lines[2] ?? ''])).toMatchObject({
      ok: false,
      fault: { line: 2 },
      refusal: { code: 'unknown-animal' }
    });
    expect(await attempt([lines[0] ?? '', lines[1] ?? '', lines[1] ?? ''])).toMatchObject({
      ok: false,
      fault: { line: 3, path: 'seq' }
    });
    const twice = (lines[3] ?? '').replace('"seq":3', '"seq":9');
    const whole = lines.slice(0, -1);
    expect(await attempt([...whole, twice])).toMatchObject({ ok: false, fault: { line: 5, path: 'id' } });
    // Cut at the end of a line it would read as a smaller book.
    expect(await attempt(whole)).toMatchObject({ ok: false, fault: { line: 5, path: '' } });
    expect(await attempt(whole.slice(0, -1))).toMatchObject({ ok: false, fault: { line: 4, path: '' } });
    expect(await attempt([...whole.slice(0, -1), lines.at(-1) ?? ''])).toMatchObject({
      ok: false,
      fault: { line: 4, path: 'entries' }
    });
    expect(await attempt([...lines, whole[3] ?? ''])).toMatchObject({
      ok: false,
      fault: { line: 6, path: '' }
    });
    // Nothing else of an entry is derived anew: a changed hand is seen by its hash.
    expect(await attempt(lines.map((line) => line.replace('"hand":"Tove"', '"hand":"Tova"')))).toMatchObject({
      ok: false,
      fault: { line: 2, path: 'hash' }
    });
    expect(await house.book.import(linesOf(lines.join('\n')))).toEqual({ ok: false, fault: 'not-empty' });
    expect(await attempt(lines)).toEqual({ ok: true, entries: 3 });
    other.end();
  });
});

describe('a larder that cannot be written', () => {
  it('says that it is read only, and keeps what it has', async () => {
    const { animal, draft } = arrival();
    await house.book.book([draft]);
    const closed = await temporaryHouse({ folder: house.folder, readOnly: true });
    await expect(closed.book.book([arrival().draft])).rejects.toMatchObject({ fault: 'read-only' });
    expect((await closed.animals.find(animal))?.base).toBe(14_000);
    closed.larder.close();
  });

  it('says that it is full, and goes on when there is room', async () => {
    await house.book.book([arrival().draft]);
    const tight = await temporaryHouse({ folder: house.folder, maxPages: 1 });
    const big = arrival(14_000, { note: 'x'.repeat(400) });
    const until = async () => {
      for (let i = 0; i < 300; i += 1)
        await tight.book.book([{ ...arrival(14_000, { note: 'x'.repeat(400) }).draft }]);
    };
    await expect(until()).rejects.toBeInstanceOf(LarderFault);
    await expect(tight.book.book([big.draft])).rejects.toMatchObject({ fault: 'full' });
    tight.larder.close();
    const again = await temporaryHouse({ folder: house.folder });
    expect((await again.book.book([big.draft]))[0]?.status).toBe('booked');
    expect((await again.book.audit()).findings).toEqual([]);
    again.larder.close();
  });
});

describe('projections', () => {
  it('hold what folding the entries gives', async () => {
    const demo = await temporaryHouse({}, true);
    for (const card of await demo.animals.list({ limit: 50 })) {
      const state = await stateOf(demo.larder.db, card.id);
      const history = await historyOf(demo.larder.db, card.id);
      expect(history.length).toBeGreaterThan(0);
      expect(state.animals[card.id]?.code).toBe(card.code);
    }
    // That each balance is what its entries make of it is looked at where the demo is audited: demo/larder.test.
    demo.end();
  });
});
