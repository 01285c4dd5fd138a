import { describe, expect, it } from 'vitest';
import { TestBook } from '$core/book/testkit';
import { SIDES_STEP, PROCEDURES } from '$core/reference';
import { sideWays } from '.';

const ways = (book: TestBook) => {
  const [onBone, boned] = sideWays(book.state, book.animal, book.history);
  if (!onBone || !boned) throw new Error('both ways');
  return { onBone, boned };
};

describe('one side boned, the other either way', () => {
  it('gives the same meat; on the bone it weighs more, by its bone, and takes longer', () => {
    const book = new TestBook();
    book.carcass();
    const { onBone, boned } = ways(book);
    expect(boned.bone).toBe(0);
    expect(onBone.bone).toBeGreaterThan(100);
    expect(Math.abs(onBone.grams - onBone.bone - boned.grams)).toBeLessThanOrEqual(2);
    expect(Math.abs(onBone.prime - boned.prime)).toBeLessThanOrEqual(2);
    expect(onBone.minutes).toBeGreaterThan(boned.minutes);
    expect(onBone.cuts.map((c) => c.cut)).toEqual(['rack', 'strapRear']);
  });

  it('goes by what the left strap weighed, once it is off', () => {
    const book = new TestBook();
    const carcass = book.carcass();
    const before = ways(book);
    const grams = Math.round(before.boned.grams * 0.8);
    book.piece(carcass, grams, 'strap', 'prime', { side: 'left' });
    const after = ways(book);
    expect(after.boned.grams).toBe(grams);
    expect(after.onBone.prime / before.onBone.prime).toBeCloseTo(0.8, 2);
  });

  it('is nothing where nobody knows the hanging weight', () => {
    const book = new TestBook();
    expect(sideWays(book.state, book.animal, book.history)).toEqual([]);
  });

  it('is asked for before the saw, and after the first strap', () => {
    const keys = PROCEDURES['Q3-half']!.steps.map((s) => s.key);
    expect(keys.indexOf(SIDES_STEP)).toBe(keys.indexOf('strap-left') + 1);
    expect(keys.indexOf(SIDES_STEP)).toBe(keys.indexOf('rack-right') - 1);
  });
});
