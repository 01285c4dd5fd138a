import { describe, expect, it } from 'vitest';
import { TestBook, weighed } from '$core/book/testkit';
import { BRING_KEYS, bringName, broughtOut, ruleCardSchema, type BringKey } from './index';

const card = (list: readonly BringKey[], more: object = {}) =>
  ruleCardSchema.parse({ key: 'edible', kind: 'bring', title: 'All that is eaten', list, ...more });
const held = (book: TestBook, list: readonly BringKey[], more: object = {}) =>
  broughtOut(card(list, more), book.state, book.animal, book.history);
const how = (book: TestBook, list: readonly BringKey[]) =>
  Object.fromEntries(held(book, list).map((line) => [line.key, line.how]));
const close = (book: TestBook, carcass: string, left: number) =>
  book.must({ kind: 'close', item: carcass, bone: weighed(left), boneTo: 'discard', acknowledged: true });

describe('what must be brought out, held against the book', () => {
  it('is still on a carcass that is not bare, is taken once both sides are off, and is missed once it is bare', () => {
    const book = new TestBook();
    const carcass = book.carcass(40_000);
    const list = ['hindLeg', 'strap', 'neck'] as const;
    expect(how(book, list)).toEqual({ hindLeg: 'on', strap: 'on', neck: 'on' });
    book.part(carcass, 7_000, 'hindLeg', 'left');
    book.piece(carcass, 900, 'strap', 'prime', { side: 'left' });
    expect(how(book, list)).toEqual({ hindLeg: 'on', strap: 'on', neck: 'on' });
    book.part(carcass, 7_100, 'hindLeg', 'right');
    expect(held(book, list)[0]).toMatchObject({ how: 'taken', grams: 14_100 });
    close(book, carcass, 20_000);
    const [, strap, neck] = held(book, list);
    expect(strap).toMatchObject({ how: 'half', side: 'right', grams: 900 });
    expect(neck).toMatchObject({ how: 'missing' });
    expect([strap, neck].map((line) => line?.open)).toEqual([true, true]);
  });

  it('quartered where it fell, nothing comes along by itself: of each part that is not weighed it asks', () => {
    const book = new TestBook();
    const carcass = book.carcass(40_000);
    book.must({ kind: 'chill', what: 'quartered' });
    book.part(carcass, 7_000, 'hindLeg', 'left');
    expect(how(book, ['hindLeg', 'neck', 'bareFrame'])).toEqual({
      hindLeg: 'unsaid',
      neck: 'unsaid',
      bareFrame: 'unsaid'
    });
  });

  it('a strap in pieces is a strap; one that was taken back is not', () => {
    const book = new TestBook();
    const carcass = book.carcass(40_000);
    for (const side of ['left', 'right']) book.piece(carcass, 500, 'strapRear', 'prime', { side });
    expect(held(book, ['strap'])[0]).toMatchObject({ how: 'taken', grams: 1_000 });
    book.must({ kind: 'void', entry: book.history.at(-1)!.id });
    close(book, carcass, 30_000);
    expect(held(book, ['strap'])[0]).toMatchObject({ how: 'half', side: 'right' });
  });

  it('of what the book cannot know it asks, and takes somebody’s word', () => {
    const book = new TestBook();
    const carcass = book.carcass(40_000);
    expect(how(book, ['heart', 'sex', 'hide', 'bareFrame'])).toEqual({
      heart: 'unsaid',
      sex: 'unsaid',
      hide: 'unsaid',
      bareFrame: 'on'
    });
    const [heart] = held(book, ['heart']);
    book.must({ kind: 'tick', item: carcass, step: heart!.step, how: 'done' });
    book.must({ kind: 'amend', facts: { proofOfSex: 'on' } });
    book.must({ kind: 'tub', tub: 'hide', reading: weighed(4_000) });
    const photo = `${'a'.repeat(64)}.jpg`;
    book.must({ kind: 'note', photo });
    // A photograph of the frame is one that was taken when it was bare.
    expect(how(book, ['heart', 'sex', 'hide', 'bareFrame'])).toEqual({
      heart: 'said',
      sex: 'taken',
      hide: 'taken',
      bareFrame: 'on'
    });
    close(book, carcass, 30_000);
    expect(how(book, ['bareFrame'])).toEqual({ bareFrame: 'unsaid' });
    book.must({ kind: 'note', photo });
    expect(how(book, ['bareFrame'])).toEqual({ bareFrame: 'taken' });
  });

  it('asks nothing of another kind, of another place, or of what such an animal does not have', () => {
    const book = new TestBook();
    book.carcass(40_000);
    expect(held(book, ['hindLeg'], { species: ['moose'] })).toEqual([]);
    expect(held(book, ['hindLeg'], { areas: ['Otter Point'] })).toEqual([]);
    expect(held(book, ['hindLeg'], { on: false })).toEqual([]);
    expect(held(book, ['breast', 'belly'])).toEqual([]);
    expect(held(book, [])).toEqual([]);
  });

  it('names everything it may ask for', () => {
    for (const key of BRING_KEYS) expect(bringName(key)).not.toBe(key);
  });
});
