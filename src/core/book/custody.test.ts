import { describe, expect, it } from 'vitest';
import { auditSubject, beamOf, balanceOf, outId, yieldOf } from '.';
import { TestBook, testId, weighed } from './testkit';

const held = (book: TestBook) => book.state.animals[book.animal]?.holds?.map((h) => h.why) ?? [];

describe('a hold', () => {
  it('stands from the entry that opens it until one lifts it, and a void brings either back', () => {
    const book = new TestBook();
    book.carcass();
    const opened = book.must({ kind: 'hold', why: 'test', note: 'trichinella' });
    expect(held(book)).toEqual(['test']);
    expect(book.try({ kind: 'hold', why: 'test' }).refused).toBe('unchanged');
    const lifted = book.must({ kind: 'lift', hold: opened.id });
    expect(book.state.animals[book.animal]).not.toHaveProperty('holds');
    expect(book.try({ kind: 'lift', hold: opened.id }).refused).toBe('no-hold');
    expect(book.try({ kind: 'void', entry: opened.id }).refused).toBe('stands-on');
    book.must({ kind: 'void', entry: lifted.id });
    expect(held(book)).toEqual(['test']);
    book.must({ kind: 'void', entry: opened.id });
    expect(held(book)).toEqual([]);
  });

  it('lets an animal be cut and sampled, and forbids by name what leaves the house or feeds', () => {
    const book = new TestBook();
    const carcass = book.carcass();
    book.must({ kind: 'hold', why: 'test' });
    const shoulder = book.part(carcass, 4_860);
    const piece = book.piece(shoulder, 600);
    book.must({ kind: 'sample', from: carcass, lab: 'county', reading: weighed(60) });
    for (const intent of [
      { kind: 'give', item: piece, to: 'Ilo' },
      { kind: 'send', item: carcass, to: 'Reed Bay works' },
      { kind: 'place', item: piece, place: { tub: 'pets' } },
      { kind: 'trim', item: piece, reading: weighed(550), went: [{ to: { tub: 'stock' } }] },
      { kind: 'tub', tub: 'pets', reading: weighed(300) },
      { kind: 'split', item: piece, children: [{ id: testId(), place: { tub: 'stock' } }] },
      { kind: 'close', item: shoulder, bone: weighed(900), boneTo: 'stock' },
      {
        kind: 'cut',
        from: shoulder,
        creates: { kind: 'piece', id: testId(), cut: 'mockTender', place: { tub: 'pets' } },
        reading: weighed(100)
      }
    ])
      expect(book.try(intent).refused, intent.kind).toBe('on-hold');
    book.must({ kind: 'close', item: shoulder, bone: weighed(900) });
    book.must({ kind: 'place', item: piece, place: { shelf: 'apart' } });
    expect(beamOf(book.state, book.animal).segments).toContainEqual({ key: 'sample', class: 'X', grams: 60 });
  });
});

describe('a condemnation', () => {
  it('takes all that is left of the animal, closes it, and lists who received some', () => {
    const book = new TestBook();
    const carcass = book.carcass(40_000);
    const piece = book.piece(carcass, 700, 'strap');
    book.must({ kind: 'give', item: piece, to: 'Ilo' });
    book.must({ kind: 'tub', tub: 'grind', from: carcass, reading: weighed(1_500) });
    book.must({ kind: 'condemn', note: 'the test came back' });
    expect(balanceOf(book.state, carcass)).toBe(0);
    const lost = Object.entries(book.state.balances)
      .filter(([id]) => id.startsWith('loss:condemned:'))
      .reduce((sum, [, b]) => sum + (b.X ?? 0), 0);
    expect(lost).toBe(40_000 - 700);
    expect(book.state.items[carcass]?.door).toBe('closed');
    expect(balanceOf(book.state, outId('given', 'Ilo', piece))).toBe(700);
    expect(book.try({ kind: 'tub', tub: 'grind', reading: weighed(100) }).refused).toBe('condemned');
    expect(book.try({ kind: 'give', item: piece, to: 'Ilo' }).refused).toBe('condemned');
  });

  it('stands on everything before it, and taken back restores it', () => {
    const book = new TestBook();
    const carcass = book.carcass(40_000);
    const thrown = book.must({ kind: 'discard', from: carcass, reason: 'bloodshot', reading: weighed(300) });
    const before = book.state;
    const end = book.must({ kind: 'condemn' });
    expect(book.try({ kind: 'void', entry: thrown.id }).refused).toBe('stands-on');
    book.must({ kind: 'void', entry: end.id });
    expect(book.state).toEqual(before);
  });
});

describe('what leaves the house', () => {
  it('uncut, is no longer part of the 100 %', () => {
    const book = new TestBook();
    const carcass = book.carcass(46_200);
    book.must({ kind: 'give', item: carcass, to: 'Ilo', reading: weighed(23_100) });
    expect(book.rows({ [carcass]: 'C' })).toEqual({ 'field:A': -46_200, C: 23_100, 'given:Ilo:C': 23_100 });
    expect(beamOf(book.state, book.animal)).toMatchObject({ base: 23_100, away: 23_100, stillOn: 23_100 });
  });

  it('as meat, counts as what it was, bone-in at its boneless worth', () => {
    const book = new TestBook();
    const carcass = book.carcass(40_000);
    const leg = book.part(carcass, 7_700, 'hindLeg');
    const shank = book.piece(leg, 1_000, 'hindShank', 'slow', { boneIn: true });
    const before = yieldOf(book.state, book.animal);
    expect(before).toMatchObject({ boneless: 550, takeHome: 1_000 });
    book.must({ kind: 'give', item: shank, to: 'Ilo' });
    expect(yieldOf(book.state, book.animal)).toEqual({ ...before, finished: 550 });
  });

  it('comes back in packs: what was bought is never its meat, and the rest is not returned', () => {
    const book = new TestBook();
    const carcass = book.carcass(46_200);
    book.must({ kind: 'send', item: carcass, to: 'Reed Bay works' });
    expect(beamOf(book.state, book.animal)).toMatchObject({ base: 0, away: 46_200, stillOn: 0 });
    const [steaks, sausage] = [testId(), testId()];
    book.must({
      kind: 'return',
      item: carcass,
      from: 'Reed Bay works',
      packs: [
        { id: steaks, what: 'steaks', class: 'P', reading: weighed(12_000) },
        { id: sausage, what: 'sausage', class: 'G', reading: weighed(14_800), bought: 2_000 }
      ]
    });
    expect(book.rows({ [carcass]: 'C', [steaks]: 'steaks', [sausage]: 'sausage' })).toEqual({
      'field:A': -46_200,
      steaks: 12_000,
      sausage: 14_800,
      'store:Reed Bay works:C': -2_000,
      'loss:notReturned:C': 21_400
    });
    expect(beamOf(book.state, book.animal)).toMatchObject({ base: 46_200, away: 0 });
    // 12 000 + 14 800 − 2 000 of fat that was never on the animal.
    expect(yieldOf(book.state, book.animal).boneless).toBe(24_800);
    expect(auditSubject(book.history).findings).toEqual([]);
  });

  it('is refused when more comes back than went', () => {
    const book = new TestBook();
    const piece = book.piece(book.carcass(), 1_000);
    book.must({ kind: 'send', item: piece, to: 'works' });
    const packs = [{ id: testId(), what: 'dried', class: 'J', reading: weighed(1_050) }];
    expect(book.try({ kind: 'return', item: piece, from: 'works', packs }).refused).toBe('overdrawn');
    expect(book.try({ kind: 'return', item: piece, from: 'nobody', packs }).refused).toBe('nothing');
    expect(
      book.try({ kind: 'return', item: piece, from: 'works', packs: [{ ...packs[0], bought: 60 }] }).refused
    ).toBeUndefined();
  });

  it('goes to names without a colon only, since ids are parted by it', () => {
    const book = new TestBook();
    book.carcass();
    expect(() => book.draft({ kind: 'give', item: 'x', to: 'a:b' })).toThrow(/colon/);
  });
});

describe('a lot', () => {
  it('counts animals beside grams; only what leaves uncut takes from the count', () => {
    const book = new TestBook();
    const lot = book.lot(9_000, 8, 'hanging');
    expect(book.history[0]?.postings).toEqual([
      { item: `field:${book.animal}`, grams: -9_000, class: '-', count: -8 },
      { item: lot, grams: 9_000, class: '-', count: 8 }
    ]);
    book.piece(lot, 3_000, 'breast');
    expect(book.state.items[lot]?.count).toBe(8);
    book.must({ kind: 'discard', from: lot, reason: 'spoiled', reading: weighed(700), count: 1 });
    book.must({ kind: 'give', item: lot, to: 'Ilo', reading: weighed(1_500), count: 2 });
    expect(book.state.items[lot]?.count).toBe(5);
    expect(book.try({ kind: 'give', item: lot, to: 'Ilo', reading: weighed(900), count: 6 }).refused).toBe(
      'too-many'
    );
    const rest = book.must({ kind: 'give', item: lot, to: 'Skarvik' });
    expect(rest.postings[0]?.count).toBe(-5);
    expect(book.state.items[lot]).toMatchObject({ count: 0, door: 'closed' });
    book.must({ kind: 'void', entry: rest.id });
    expect(book.state.items[lot]).toMatchObject({ count: 5, door: 'open' });
  });
});
