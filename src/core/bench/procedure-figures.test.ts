import { describe, expect, it } from 'vitest';
import { TestBook, testId, weighed } from '$core/book/testkit';
import { PROCEDURES } from '$core/reference';
import { expectCut } from '$core/yield';
import { yieldFacts } from '$core/account';
import { birthWeights, learnMinutes, procedureFigures } from '.';

describe('what the model says of a school', () => {
  const stag = () => {
    const book = new TestBook();
    const carcass = book.carcass(46_200);
    return {
      book,
      of: (key: string) =>
        procedureFigures(book.state, book.state.items[carcass]!, PROCEDURES[key]!, birthWeights(book.history))
    };
  };

  it('counts the pieces, and names the strap’s front end only where straps come first', () => {
    const { book, of } = stag();
    const facts = yieldFacts(book.state.animals[book.animal]!.facts);
    expect(of('Q1').note).toBeUndefined();
    const strap = expectCut(facts, 'strap', { hanging: 46_200 })!.mean;
    expect(of('Q2').note).toEqual({ kind: 'front', grams: Math.round(strap * 0.08) });
    expect(of('Q1').pieces).toBe(of('Q2').pieces);
    expect(of('Q3').note?.kind).toBe('bone');
  });

  it('says what the boneless side takes along: flank and fillet beside the strap', () => {
    const book = new TestBook();
    const lot = testId();
    book.must({
      kind: 'intake',
      facts: { species: 'rabbit', sex: 'unknown', ageClass: 'adult' },
      into: { kind: 'lot', id: lot, count: 5 },
      reading: weighed(5_000, { stage: 'hanging' })
    });
    const { note } = procedureFigures(
      book.state,
      book.state.items[lot]!,
      PROCEDURES['S5-side']!,
      birthWeights(book.history)
    );
    // The side is 0.235 of the hanging weight less strap 0.13 and fillet 0.015: the flank, 0.09.
    expect(note).toEqual({ kind: 'side', grams: 450 });
  });

  it('takes own minutes where there are any', () => {
    const book = new TestBook();
    const leg = book.part(book.carcass(), 9_000, 'hindLeg', 'left');
    const minutes = (learned = {}) =>
      procedureFigures(
        book.state,
        book.state.items[leg]!,
        PROCEDURES['S1-haunch']!,
        birthWeights(book.history),
        learned
      ).minutes;
    const slow = learnMinutes(
      Array.from({ length: 8 }, () => ({ key: 'take:haunchShort', hand: 'Tove', minutes: 30 }))
    );
    expect(minutes(slow)).toBeGreaterThan(minutes() + 15);
    expect(
      procedureFigures(
        book.state,
        book.state.items[leg]!,
        PROCEDURES['S1-haunch']!,
        birthWeights(book.history)
      ).note?.kind
    ).toBe('bone');
  });
});
