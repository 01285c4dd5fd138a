import { PROCEDURES } from '$core/reference';
import { describe, expect, it } from 'vitest';
import { TestBook } from '$core/book/testkit';
import { accountOf, heavyLift, lightSoFar, workOf } from './index';

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
    // 150 kg × 0.385 × 1.02 ÷ (1 + 0.385 × 0.02) ÷ 2: 29 kg.
    expect(heavyLift(step(150 * KG, 'hindLeg-left', 'moose'))?.mean).toBeCloseTo(29_230, -2);
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

describe('where meat is likely still on', () => {
  it('names what came off light, the lightest first, and nothing that is as it should be', () => {
    const book = new TestBook();
    const carcass = book.carcass(40 * KG);
    const parts = accountOf(book.state, book.animal, book.history)!.parts;
    const should = (part: string, side: string) =>
      Math.round(parts.find((p) => p.part === part && p.side === side)!.expectedTaken!.mean);
    book.piece(carcass, should('strap', 'left') - 400, 'strap', 'prime', { side: 'left' });
    book.piece(carcass, should('strap', 'right') - 5, 'strap', 'prime', { side: 'right' });
    book.piece(carcass, should('brisket', 'left') - 90, 'brisket', 'slow', { side: 'left' });
    book.piece(carcass, should('ribs', 'left') + 200, 'ribMeat', 'grind', { side: 'left' });
    const light = lightSoFar(accountOf(book.state, book.animal, book.history)!);
    expect(light.map((l) => l.name)).toEqual(['Strap', 'Brisket']);
    expect(Math.abs(light[0]!.by - 405)).toBeLessThan(2);
    expect(lightSoFar(accountOf(book.state, book.animal, book.history)!, 1)).toHaveLength(1);
  });
});
