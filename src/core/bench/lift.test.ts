import { describe, expect, it } from 'vitest';
import { TestBook } from '$core/book/testkit';
import { PROCEDURES } from '$core/reference';
import { heavyLift, workOf } from './index';

/** The orders of work that come with the program. */
const orders = Object.values(PROCEDURES);

const KG = 1_000;

describe('what one person should not lift', () => {
  const step = (hanging: number, key: string, species = 'fallow') => {
    const book = new TestBook();
    book.carcass(hanging);
    book.must({ kind: 'amend', facts: { species } });
    return workOf(book.state, book.animal, book.history, { orders }).rows.find((r) => r.key === key);
  };

  it('is a hind leg of a moose off the hook, not one of a fallow', () => {
    // 150 kg × 0.35 × 1.02 ÷ (1 + 0.35 × 0.02) ÷ 2: 26.6 kg.
    expect(heavyLift(step(150 * KG, 'hindLeg-left', 'moose'))?.mean).toBeCloseTo(26_590, -2);
    expect(heavyLift(step(27 * KG, 'hindLeg-left'))).toBeUndefined();
  });

  it('allows more at the waist than overhead', () => {
    const part = step(80 * KG, 'hindLeg-left', 'reddeer')!;
    expect(heavyLift(part)).toBeDefined();
    expect(heavyLift({ ...part, act: { ...part.act, born: 'piece' } as never })).toBeUndefined();
  });

  it('says nothing of closing, opening or ticking', () => {
    expect(heavyLift(step(150 * KG, 'frame', 'moose'))).toBeUndefined();
    expect(heavyLift(undefined)).toBeUndefined();
  });
});
