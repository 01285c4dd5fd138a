import { describe, expect, it } from 'vitest';
import { TestBook } from '$core/book/testkit';
import { addGouges, gougesOf, gougesOn } from './gouges';

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

  it('stands on its drawing, on its own side, until it is taken back', () => {
    const book = new TestBook();
    const carcass = book.carcass();
    const at = { drawing: 'deer-side', x: 0.4, y: 0.2 };
    const left = book.must({ kind: 'gouge', item: carcass, step: 'strap-left', at });
    book.must({ kind: 'gouge', item: carcass, step: 'neckRoast', at: { ...at, x: 0.1 } });
    book.must({ kind: 'gouge', item: carcass, step: 'strap-left' });
    const on = (drawing: string, side?: 'left' | 'right') =>
      gougesOn(book.history, drawing, side).map(({ x }) => x);
    expect(on('deer-side', 'left')).toEqual([0.4, 0.1]);
    // What was said of the left is not on the right; what has no side is on both.
    expect(on('deer-side', 'right')).toEqual([0.1]);
    expect(on('deer-back')).toEqual([]);
    book.must({ kind: 'void', entry: left.id });
    expect(on('deer-side', 'left')).toEqual([0.1]);
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
