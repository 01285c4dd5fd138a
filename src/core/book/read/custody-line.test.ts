import { describe, expect, it } from 'vitest';
import { custodyLine, sentOut } from '..';
import { TestBook, testId, weighed } from '../testkit';

describe('the custody line', () => {
  it('tells who had it, when, where and in what state; what is taken back is not told', () => {
    const book = new TestBook();
    const carcass = book.carcass(46_200);
    book.must({ kind: 'chill', what: 'moved', to: 'shed' });
    const wrong = book.must({ kind: 'chill', what: 'moved', to: 'cold' });
    book.must({ kind: 'void', entry: wrong.id });
    const hold = book.must({ kind: 'hold', why: 'inspection' });
    book.must({ kind: 'amend', facts: { exam: { by: 'Ilo', at: 1_760_000_000_000, findings: 'nothing' } } });
    book.must({ kind: 'lift', hold: hold.id, note: 'paper 12' });
    book.must({ kind: 'send', item: carcass, to: 'Millbrook', wishes: 'straps whole' });
    book.must({
      kind: 'return',
      item: carcass,
      from: 'Millbrook',
      packs: [{ id: testId(), what: 'mince', class: 'G', reading: weighed(20_000) }]
    });
    const line = custodyLine(book.history);
    expect(line.map((l) => [l.what, l.who, l.held])).toEqual([
      ['came', undefined, 0],
      ['moved', 'shed', 0],
      ['held', undefined, 1],
      ['examined', 'Ilo', 1],
      ['lifted', undefined, 0],
      ['sent', 'Millbrook', 0],
      ['returned', 'Millbrook', 0]
    ]);
    expect(line[1]).toMatchObject({ stage: 'hanging', grams: 46_200 });
    expect(line[5]).toMatchObject({ grams: 46_200, note: 'straps whole' });
    expect(line[6]).toMatchObject({ grams: 20_000 });
  });
});

describe('what was sent out', () => {
  it('comes with its wishes, what is back of it, the bought fat and the bill', () => {
    const book = new TestBook();
    const carcass = book.carcass(40_000);
    book.must({ kind: 'send', item: carcass, to: 'Millbrook', wishes: 'all mince' });
    const back = (grams: number, more: object) =>
      book.must({
        kind: 'return',
        item: carcass,
        from: 'Millbrook',
        packs: [{ id: testId(), what: 'mince', class: 'G', reading: weighed(grams), bought: 1_000 }],
        ...more
      });
    back(9_000, { more: true });
    back(11_000, { bill: 8_400 });
    expect(sentOut(book.history)).toEqual([
      expect.objectContaining({
        party: 'Millbrook',
        sent: 40_000,
        wishes: 'all mince',
        returns: [
          expect.objectContaining({ grams: 9_000, bought: 1_000, packs: 1, more: true }),
          expect.objectContaining({
            grams: 11_000,
            bought: 1_000,
            more: false,
            bill: { amount: 8_400, currency: '' }
          })
        ]
      })
    ]);
  });
});

describe('what cools', () => {
  it('is kept with the animal, in order, and a void takes it back', () => {
    const book = new TestBook();
    const carcass = book.carcass();
    book.must({ kind: 'chill', what: 'hideOff' });
    const split = book.must({ kind: 'chill', what: 'pelvisSplit' });
    book.must({ kind: 'tick', item: carcass, step: 'ready', how: 'done', answer: 'stiff' });
    book.must({ kind: 'tick', item: carcass, step: 'hygiene', how: 'done', answer: 'stiff' });
    const animal = () => book.state.animals[book.animal]!;
    expect(animal().cooling!.map((c) => c.what)).toEqual(['hideOff', 'pelvisSplit']);
    expect(animal().felt!.map((f) => f.how)).toEqual(['stiff']);
    book.must({ kind: 'void', entry: split.id });
    expect(animal().cooling!.map((c) => c.what)).toEqual(['hideOff']);
    expect(book.draft({ kind: 'chill', what: 'moved', to: 'cold' }).intent.kind).toBe('chill');
    expect(() => book.draft({ kind: 'chill', what: 'moved' })).toThrow(/say where/);
  });

  it('of a part by itself is kept apart, says nothing of the whole, and is of a part alone', () => {
    const book = new TestBook();
    const carcass = book.carcass();
    const ham = book.part(carcass, 4_000, 'hindLeg');
    const piece = book.piece(carcass, 500, 'tenderloin');
    const boxed = book.must({ kind: 'chill', item: ham, what: 'moved', to: 'coolbox' });
    book.must({ kind: 'chill', item: ham, what: 'packed' });
    const animal = () => book.state.animals[book.animal]!;
    expect(animal().cooling).toBeUndefined();
    expect(animal().apart!.map((c) => [c.item, c.what, c.to])).toEqual([
      [ham, 'moved', 'coolbox'],
      [ham, 'packed', undefined]
    ]);
    // It moves no animal along its chain of custody.
    expect(custodyLine(book.history).some((l) => l.what === 'moved')).toBe(false);
    book.must({ kind: 'void', entry: boxed.id });
    expect(animal().apart!.map((c) => c.what)).toEqual(['packed']);
    expect(book.try({ kind: 'chill', item: piece, what: 'packed' }).refused).toBe('wrong-kind');
    expect(book.try({ kind: 'chill', item: carcass, what: 'packed' }).refused).toBe('wrong-kind');
    expect(book.try({ kind: 'chill', item: testId(), what: 'packed' }).refused).toBe('unknown-item');
    for (const what of ['dressed', 'hideOff', 'quartered', 'iceIn'] as const)
      expect(() => book.draft({ kind: 'chill', item: ham, what })).toThrow(/not of a part/);
  });

  it('a first weight that was only guessed gives way to the scale; one that was read does not', () => {
    const guessed = new TestBook();
    const body = guessed.carcass(20_000, 'live', { how: 'model' });
    const skinned = guessed.must({
      kind: 'skin',
      item: body,
      reading: weighed(29_500, { stage: 'hanging' })
    });
    // 29.5 kg hanging of a fallow doe were 50 kg alive: the difference came from the field, the rest was dressed away.
    expect(skinned.postings).toEqual([
      { item: `field:${guessed.animal}`, grams: -30_000, class: '-' },
      { item: body, grams: 30_000, class: '-' },
      { item: body, grams: -20_500, class: '-' },
      { item: `loss:dressing:${body}`, grams: 20_500, class: 'X' }
    ]);
    const read = new TestBook();
    const carcass = read.carcass(20_000, 'live');
    expect(
      read.try({ kind: 'skin', item: carcass, reading: weighed(29_500, { stage: 'hanging' }) }).refused
    ).toBe('not-lighter');
  });
});
