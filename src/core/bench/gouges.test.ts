import { describe, expect, it } from 'vitest';
import { TestBook } from '$core/book/testkit';
import { addGouges, gougesOf } from './gouges';

describe('the knife in a muscle', () => {
  it('is counted by step, left and right as one, until it is taken back; no gram moves', () => {
    const book = new TestBook();
    const carcass = book.carcass();
    const before = book.state.balances;
    const say = (step: string) => book.must({ kind: 'gouge', item: carcass, step, cut: 'strap' });
    say('strap-left');
    say('strap-right');
    const last = say('shoulder-left');
    expect(gougesOf(book.history)).toEqual({ strap: 2, shoulder: 1 });
    expect(book.state.balances).toEqual(before);
    book.must({ kind: 'void', entry: last.id });
    expect(gougesOf(book.history)).toEqual({ strap: 2 });
    expect(gougesOf(book.history, 'nobody')).toEqual({});
  });

  it('adds up over animals', () => {
    expect(addGouges({ strap: 2 }, {}, { strap: 1, neckRoast: 1 })).toEqual({ strap: 3, neckRoast: 1 });
  });

  it('is refused at an item that is not the animal’s', () => {
    const book = new TestBook();
    book.carcass();
    expect(book.try({ kind: 'gouge', item: 'nowhere', step: 'strap' }).refused).toBe('unknown-item');
  });
});
