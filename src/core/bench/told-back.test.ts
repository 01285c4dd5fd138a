import { describe, expect, it } from 'vitest';
import { TestBook } from '$core/book/testkit';
import { ownFigures, toldBack } from './told-back';

const STEPS = new Set(['hocks']);

/** An animal that was skinned by somebody, with what was thrown away of its leg. */
function animal(thrown: Record<string, number>) {
  const book = new TestBook();
  const carcass = book.carcass(50_000, 'dressed');
  book.must({ kind: 'skin', item: carcass, reading: { grams: 44_000, how: 'scale', stage: 'hanging' } });
  const leg = book.part(carcass, 7_000, 'hindLeg');
  for (const [reason, grams] of Object.entries(thrown))
    book.must({ kind: 'discard', from: leg, reason, reading: { grams, how: 'scale' } });
  return book;
}

describe('told back to whoever dressed and skinned', () => {
  it('hair and gouges tell of skinning, soil of dressing; silver tells of nobody', () => {
    const book = animal({ hair: 40, scored: 60, contaminated: 200, silver: 90 });
    expect(toldBack(book.history, { takenBy: 'Ilo' }, STEPS)).toEqual({
      dressedBy: 'Ilo',
      skinnedBy: 'Tove',
      off: { hair: 40, scored: 60, contaminated: 200 }
    });
  });

  it('what was taken back says nothing', () => {
    const book = animal({ hair: 40 });
    book.must({ kind: 'void', entry: book.history.at(-1)!.id });
    expect(toldBack(book.history, {}, STEPS).off).toEqual({});
  });

  it('a weight that was set right counts as it is now', () => {
    const book = animal({ hair: 400 });
    const entry = book.history.at(-1)!.id;
    book.must({ kind: 'correct', entry, reading: { grams: 40, how: 'scale' } });
    expect(toldBack(book.history, {}, STEPS).off).toEqual({ hair: 40 });
  });

  it('over a season it is grams an animal of each person’s own, clean ones counted too', () => {
    const figures = ownFigures([
      { dressedBy: 'Ilo', skinnedBy: 'Tove', off: { hair: 60, contaminated: 300 } },
      { dressedBy: 'Ilo', skinnedBy: 'Tove', off: {} },
      { skinnedBy: 'Runa', off: { scored: 30 } },
      { off: { hair: 900 } }
    ]);
    expect(figures).toEqual([
      { hand: 'Ilo', work: 'dressing', animals: 2, off: { contaminated: 150 } },
      { hand: 'Tove', work: 'skinning', animals: 2, off: { hair: 30, scored: 0 } },
      { hand: 'Runa', work: 'skinning', animals: 1, off: { hair: 0, scored: 30 } }
    ]);
  });
});
