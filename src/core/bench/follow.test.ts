import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { balanceOf, tubWeight } from '$core/book';
import { TestBook, testId } from '$core/book/testkit';
import { grams } from '$core/units';
import { setRight, supposedIn } from './follow';

/** A carcass with pieces taken off it into the prime tub: how heavy, and whether somebody weighed them. */
function cutUp(pieces: readonly { weight: number; weighed: boolean }[]) {
  const book = new TestBook();
  const carcass = book.carcass(90_000);
  const taken = pieces.map(({ weight, weighed }) => {
    const id = testId();
    book.must({
      kind: 'cut',
      from: carcass,
      creates: { kind: 'piece', id, cut: 'strap', place: { tub: 'prime' } },
      reading: { grams: weight, how: weighed ? 'scale' : 'model' }
    });
    return { id, weight, weighed };
  });
  return { book, carcass, taken };
}
const right = (book: TestBook, total: number) =>
  setRight(book.state, book.history, book.animal, 'prime', grams(total));

describe('followed without a scale, set right by the tubs', () => {
  it('shares the tub out among what nobody weighed, in proportion, to the gram; what was weighed stays', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ weight: fc.integer({ min: 1, max: 3_000 }), weighed: fc.boolean() }), {
          minLength: 1,
          maxLength: 8
        }),
        fc.double({ min: 0.4, max: 2, noNaN: true }),
        (pieces, factor) => {
          const { book, taken } = cutUp(pieces);
          const supposed = taken.filter((p) => !p.weighed);
          const weighed = taken.filter((p) => p.weighed).reduce((sum, p) => sum + p.weight, 0);
          const total =
            weighed +
            Math.max(supposed.length, Math.round(factor * supposed.reduce((s, p) => s + p.weight, 0)));
          const found = right(book, total);
          if (supposed.length === 0) {
            expect(found).toBeUndefined();
            return;
          }
          if (!found?.ok) throw new Error('it is possible');
          for (const { entry, grams: value } of found.corrections)
            book.must({ kind: 'correct', entry, reading: { grams: value, how: 'model' } });
          expect(tubWeight(book.state, 'prime', book.animal)).toBe(total);
          for (const p of taken.filter((one) => one.weighed))
            expect(balanceOf(book.state, p.id)).toBe(p.weight);
          // A second look at the same tub changes nothing.
          const again = right(book, total);
          expect(again?.ok && again.corrections).toEqual([]);
        }
      ),
      { numRuns: 60 }
    );
  });

  it('a crumb keeps a gram, and the heaviest gives it', () => {
    const { book } = cutUp([
      { weight: 1, weighed: false },
      { weight: 3_000, weighed: false }
    ]);
    const found = right(book, 1_500);
    // The crumb is a gram already: only the heavy one is set right, to what is left.
    expect(found?.ok && found.corrections.map((c) => c.grams)).toEqual([1_499]);
  });

  it('a tub that is lighter than what was weighed of it is not believed', () => {
    const { book } = cutUp([
      { weight: 1_000, weighed: true },
      { weight: 500, weighed: false }
    ]);
    expect(right(book, 900)).toEqual({ ok: false, weighed: 1_000 });
  });

  it('what was weighed since, trimmed, thrown away or taken back is supposed no longer', () => {
    const { book, taken } = cutUp([
      { weight: 1_000, weighed: false },
      { weight: 800, weighed: false },
      { weight: 600, weighed: false }
    ]);
    const [first, second] = taken;
    const entries = supposedIn(book.state, book.history, book.animal, 'prime');
    expect(entries.map((s) => s.grams)).toEqual([1_000, 800, 600]);
    book.must({ kind: 'correct', entry: entries[0]!.entry, reading: { grams: 900, how: 'scale' } });
    book.must({
      kind: 'discard',
      from: second!.id,
      reason: 'bloodshot',
      reading: { grams: 100, how: 'scale' }
    });
    expect(supposedIn(book.state, book.history, book.animal, 'prime').map((s) => s.grams)).toEqual([600]);
    expect(balanceOf(book.state, first!.id)).toBe(900);
  });

  it('a part that is closed already gives nothing: the difference is in what nobody could account for', () => {
    const book = new TestBook();
    const carcass = book.carcass(40_000);
    const leg = book.part(carcass, 6_000);
    const id = testId();
    const cut = book.must({
      kind: 'cut',
      from: leg,
      creates: { kind: 'piece', id, cut: 'topRound', place: { tub: 'prime' } },
      reading: { grams: 4_000, how: 'model' }
    });
    book.must({ kind: 'close', item: leg, bone: { grams: 2_000, how: 'model' } });
    book.must({ kind: 'correct', entry: cut.id, reading: { grams: 3_700, how: 'model' } });
    expect(balanceOf(book.state, id)).toBe(3_700);
    expect(balanceOf(book.state, `loss:unaccounted:${leg}`)).toBe(300);
    expect(balanceOf(book.state, leg)).toBe(0);
    // Of what was weighed nobody changes the weight behind a closed door.
    const other = book.part(carcass, 5_000);
    const weighed = book.must({
      kind: 'cut',
      from: other,
      creates: { kind: 'piece', id: testId(), cut: 'topRound', place: { tub: 'prime' } },
      reading: { grams: 3_000, how: 'scale' }
    });
    book.must({ kind: 'close', item: other, bone: { grams: 2_000, how: 'scale' } });
    expect(
      book.try({ kind: 'correct', entry: weighed.id, reading: { grams: 2_900, how: 'scale' } }).refused
    ).toBe('closed');
  });
});
