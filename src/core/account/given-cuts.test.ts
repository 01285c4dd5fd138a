import { describe, expect, it } from 'vitest';
import { TestBook } from '$core/book/testkit';
import { givenCuts } from './index';

describe('the cuts an animal gave', () => {
  const cut = () => {
    const book = new TestBook();
    const carcass = book.carcass(40_000);
    return { book, carcass };
  };

  it('are added up left and right, the heaviest first', () => {
    const { book, carcass } = cut();
    book.piece(carcass, 1_000, 'strap');
    book.piece(carcass, 1_100, 'strap');
    book.piece(carcass, 3_000, 'neckRoast');
    expect(givenCuts(book.state, book.animal)).toEqual([
      { cut: 'neckRoast', grams: 3_000, pieces: 1 },
      { cut: 'strap', grams: 2_100, pieces: 2 }
    ]);
  });

  it('what was thrown away is not among them', () => {
    const { book, carcass } = cut();
    const strap = book.piece(carcass, 1_000, 'strap');
    book.must({ kind: 'discard', from: strap, reading: { grams: 400, how: 'scale' }, reason: 'bloodshot' });
    expect(givenCuts(book.state, book.animal)).toEqual([{ cut: 'strap', grams: 600, pieces: 1 }]);
  });

  it('of another animal nothing is told', () => {
    const { book, carcass } = cut();
    book.piece(carcass, 1_000, 'strap');
    expect(givenCuts(book.state, 'nobody')).toEqual([]);
  });
});
