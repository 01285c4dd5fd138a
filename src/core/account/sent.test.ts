import { PROCEDURES } from '$core/reference';
import { describe, expect, it } from 'vitest';
import { sentOut } from '$core/book';
import { TestBook } from '$core/book/testkit';
import { expectAnimal } from '$core/yield';
import { expectedOfSent, yieldFacts } from './index';
import { minutesAhead } from '$core/bench';
import { grams } from '$core/units';

/** The orders of work that come with the program. */
const orders = Object.values(PROCEDURES);

describe('what is sent out should give', () => {
  const facts = { species: 'fallow' as const, sex: 'female' as const, ageClass: 'adult' as const };
  const expectation = expectAnimal(yieldFacts(facts));

  it('of a whole carcass what such an animal gives', () => {
    const book = new TestBook();
    const carcass = book.carcass(40_000);
    book.must({ kind: 'send', item: carcass, to: 'Millbrook' });
    const [sent] = sentOut(book.history);
    const expected = expectedOfSent(book.state, sent!);
    expect(expected.mean).toBeCloseTo(expectation.boneless.mean * 40_000, 6);
    expect(expected.low).toBeLessThan(expected.mean);
    expect(expected.high).toBeGreaterThan(expected.mean);
  });

  it('of a part by that part, of a piece nearly what it is', () => {
    const book = new TestBook();
    const carcass = book.carcass(40_000);
    const shoulder = book.part(carcass, 4_000);
    const piece = book.piece(carcass, 1_000, 'strap');
    const of = (item: string, sent: number) => expectedOfSent(book.state, { item, sent });
    const part = expectation.parts.find((p) => p.key === 'shoulder')!;
    expect(of(shoulder, 4_000).mean).toBeCloseTo((4_000 * part.boneless.mean) / part.taken.mean, 6);
    expect(of(shoulder, 4_000).mean).toBeLessThan(4_000 * (1 - part.bone));
    expect(of(piece, 1_000)).toEqual({ low: 940, mean: 1_000, high: 1_020 });
    expect(of('nowhere', 1_000).mean).toBe(0);
  });
});

describe('minutes that an animal is likely to take', () => {
  it('grow with the animal and its number, and follow whoever has been measured', () => {
    const roe = { species: 'roe' as const, sex: 'male' as const, ageClass: 'adult' as const };
    const small = minutesAhead(roe, grams(12_000), undefined, {}, orders);
    expect(small).toBeGreaterThan(30);
    expect(minutesAhead({ ...roe, species: 'elk' }, grams(140_000), undefined, {}, orders)).toBeGreaterThan(
      small
    );
    const bird = { species: 'pheasant' as const, sex: 'unknown' as const, ageClass: 'adult' as const };
    const one = minutesAhead(bird, grams(900), 1, {}, orders);
    expect(minutesAhead(bird, grams(7_200), 8, {}, orders)).toBeGreaterThan(one);
    const slow = { 'take:strap': { mean: 60, n: 9 } };
    expect(minutesAhead(roe, grams(12_000), undefined, slow, orders)).toBeGreaterThan(small + 30);
  });
});
