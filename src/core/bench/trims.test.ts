import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { TestBook, weighed } from '$core/book/testkit';
import { TRIM_STANDARDS, TRIM_TUBS, TUB_TRIM } from '$core/reference';
import { addTrims, trimShare, trimsOf } from '.';

const silver = (book: TestBook, item: string, left: number, to: object = { reason: 'silver' }) =>
  book.must({ kind: 'trim', item, reading: weighed(left), went: [{ to }] });

describe('what trimming takes off', () => {
  it('is counted by the tub the piece lies in, of what it weighed as it came', () => {
    const book = new TestBook();
    const carcass = book.carcass();
    silver(book, book.piece(carcass, 1_000, 'strap'), 950);
    silver(book, book.piece(carcass, 500, 'tenderloin'), 490, { tub: 'stock' });
    silver(book, book.piece(carcass, 800, 'neckRoast', 'slow'), 780);
    book.piece(carcass, 700, 'flankWhole', 'jerky');
    expect(trimsOf(book.history)).toEqual({
      prime: { came: 1_500, off: 60, pieces: 2 },
      slow: { came: 800, off: 20, pieces: 1 }
    });
  });

  it('counts no lean that was cut off for another tub, no piece that was weighed trimmed, nothing taken back', () => {
    const book = new TestBook();
    const carcass = book.carcass();
    silver(book, book.piece(carcass, 1_000, 'strap'), 900, { tub: 'grind' });
    silver(book, book.piece(carcass, 1_000, 'strap', 'prime', { trimmed: true }), 900);
    const { id } = silver(book, book.piece(carcass, 400, 'tenderloin'), 300);
    book.must({ kind: 'void', entry: id });
    silver(book, book.piece(carcass, 400, 'neckRoast', 'slow'), 390, { reason: 'bloodshot' });
    expect(trimsOf(book.history)).toEqual({});
  });

  it('on the board: single takings add up, lean scraped back is the piece’s again, and the piece may change its tub', () => {
    const book = new TestBook();
    const leg = book.part(book.carcass(), 7_000, 'hindLeg');
    const piece = book.piece(leg, 1_000, 'topRound');
    book.must({ kind: 'open', item: piece });
    const off = (grams: number, what: string) =>
      book.must({
        kind: 'trim',
        item: piece,
        off: weighed(grams),
        what,
        went: [{ to: { reason: 'silver' } }]
      });
    const { id } = off(60, 'silver');
    off(20, 'tendon');
    book.must({ kind: 'correct', entry: id, reading: weighed(50) });
    book.must({ kind: 'place', item: piece, place: { tub: 'slow' } });
    expect(trimsOf(book.history)).toEqual({ slow: { came: 1_000, off: 70, pieces: 1 } });
  });

  it('of one person counts what that person trimmed', () => {
    const book = new TestBook();
    silver(book, book.piece(book.carcass(), 1_000, 'strap'), 950);
    expect(trimsOf(book.history, 'Tove')).toEqual({ prime: { came: 1_000, off: 50, pieces: 1 } });
    expect(trimsOf(book.history, 'Ilo')).toEqual({});
  });
});

describe('the share that is reckoned with', () => {
  it('is the standard’s where nobody has trimmed yet, and goes towards own pieces as they come', () => {
    for (const tub of TRIM_TUBS) {
      const { standard, share, pieces } = trimShare(tub);
      expect([standard, share, pieces]).toEqual([TUB_TRIM[tub], TRIM_STANDARDS[standard].loss, 0]);
    }
    fc.assert(
      fc.property(
        fc.constantFrom(...TRIM_TUBS),
        fc.integer({ min: 1, max: 3 }),
        fc.double({ min: 0.001, max: 0.3, noNaN: true }),
        fc.integer({ min: 1, max: 500 }),
        (tub, standard, loss, n) => {
          const own = { [tub]: { came: 1_000 * n, off: 1_000 * n * loss, pieces: n } };
          const by = (trims: object) => trimShare(tub, { ...TUB_TRIM, [tub]: standard as 1 }, trims).share;
          const base = TRIM_STANDARDS[standard as 1].loss;
          expect(by(own)).toBeGreaterThanOrEqual(Math.min(base, loss) - 1e-12);
          expect(by(own)).toBeLessThanOrEqual(Math.max(base, loss) + 1e-12);
          // Twice the pieces that say the same lie nearer to them.
          expect(Math.abs(by(addTrims(own, own)) - loss)).toBeLessThanOrEqual(
            Math.abs(by(own) - loss) + 1e-12
          );
        }
      )
    );
  });
});
