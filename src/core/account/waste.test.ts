import { describe, expect, it } from 'vitest';
import { TestBook } from '$core/book/testkit';
import { addWaste, wasteOf } from './waste';

describe('what somebody has to take away', () => {
  it('is bone and trim to come at first, and what was thrown away at the end', () => {
    const book = new TestBook();
    const carcass = book.carcass(40_000);
    const before = wasteOf(book.state, book.animal)!;
    expect(before.thrown).toBe(0);
    // A fallow doe of 40 kg: some 12 kg are no meat.
    expect(before.bone + before.trim).toBeGreaterThan(10_000);
    expect(before.bone + before.trim).toBeLessThan(18_000);
    book.piece(carcass, 25_000, 'strap');
    book.must({ kind: 'close', item: carcass, bone: { grams: 14_000, how: 'scale' }, sure: ['writeOff'] });
    const after = wasteOf(book.state, book.animal)!;
    expect(after).toMatchObject({ thrown: 14_000, bone: 0, trim: 0 });
  });

  it('bone in the pot is not taken away', () => {
    const book = new TestBook();
    const carcass = book.carcass(40_000);
    const leg = book.part(carcass, 6_000, 'hindLeg');
    book.piece(leg, 4_600, 'topRound');
    book.must({ kind: 'close', item: leg, bone: { grams: 1_400, how: 'scale' }, boneTo: 'stock' });
    expect(wasteOf(book.state, book.animal)!.thrown).toBe(0);
  });

  it('is added up by kind; what is not in the book has none', () => {
    const some = { thrown: 10, bone: 20, trim: 30 };
    expect(
      addWaste([
        { group: 'deer', ...some },
        { group: 'boar', ...some },
        { group: 'deer', ...some },
        { group: 'rabbit', thrown: 0, bone: 0, trim: 0 }
      ] as never)
    ).toEqual([
      { group: 'deer', thrown: 20, bone: 40, trim: 60 },
      { group: 'boar', ...some }
    ]);
    expect(wasteOf(new TestBook().state, 'nobody')).toBeUndefined();
  });
});
