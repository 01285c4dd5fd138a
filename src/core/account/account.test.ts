import { describe, expect, it } from 'vitest';
import { TestBook, testId, weighed } from '$core/book/testkit';
import { expectAnimal, expectFromPart, learn } from '$core/yield';
import { accountOf, stageFigures, yieldFacts } from './index';

const KG = 1000;

const account = (book: TestBook) => accountOf(book.state, book.animal, book.history)!;

describe('weights at each stage', () => {
  it('are readings where there are any', () => {
    const book = new TestBook();
    book.carcass(46.2 * KG);
    const { hanging, dressed, live } = stageFigures(book.state, book.state.animals[book.animal]!);
    expect(hanging).toMatchObject({ grams: 46_200, how: 'scale', low: 46_200, high: 46_200, relativeSd: 0 });
    // A fallow deer of either sex: hide 0.07, dressed 0.78 of live by the reference table.
    expect(dressed?.how).toBe('modelled');
    expect(dressed!.grams).toBeGreaterThan(46_200);
    expect(live!.grams).toBeGreaterThan(dressed!.grams);
    expect(live!.low).toBeLessThan(live!.grams);
    expect(live!.high).toBeGreaterThan(live!.grams);
  });

  it('carry a guess’s own width', () => {
    const book = new TestBook();
    book.carcass(40 * KG, 'hanging', { how: 'estimated' });
    const { hanging } = stageFigures(book.state, book.state.animals[book.animal]!);
    expect(hanging).toMatchObject({ grams: 40_000, how: 'estimated', relativeSd: 0.08 });
    expect(hanging!.low).toBe(Math.round(40_000 * (1 - 1.2816 * 0.08)));
  });

  it('come out of a dressed weight, then out of the hanging one that follows', () => {
    const book = new TestBook();
    const id = book.carcass(18.3 * KG, 'dressed');
    const before = stageFigures(book.state, book.state.animals[book.animal]!).hanging!;
    expect(before.how).toBe('modelled');
    expect(before.grams).toBeLessThan(18_300);
    book.must({ kind: 'skin', item: id, reading: weighed(14_200, { stage: 'hanging' }) });
    const after = stageFigures(book.state, book.state.animals[book.animal]!);
    expect(after.hanging).toMatchObject({ grams: 14_200, how: 'scale' });
    expect(after.dressed).toMatchObject({ grams: 18_300, how: 'scale' });
  });

  it('come out of a bird’s weight in the feather, with an expectation of its meat', () => {
    const book = new TestBook();
    const facts = { species: 'pheasant', sex: 'male', ageClass: 'adult' };
    const lot = { kind: 'lot', id: testId(), count: 4 };
    book.must({ kind: 'intake', facts, into: lot, reading: weighed(4_300, { stage: 'drawn' }) });
    const stages = stageFigures(book.state, book.state.animals[book.animal]!);
    expect(stages.live).toMatchObject({ how: 'modelled', grams: Math.round(4_300 / 0.86) });
    expect(stages.hanging).toMatchObject({ how: 'modelled', grams: Math.round((4_300 / 0.86) * 0.66) });
    expect(stages.hanging!.high).toBeGreaterThan(stages.hanging!.low);
    const known = account(book);
    expect(known.expectedBoneless!.mean).toBeGreaterThan(1_500);
    expect(known.expectedBoneless!.mean).toBeLessThan(2_300);
    // Its hanging weight, once somebody takes it, is the one that counts.
    book.must({ kind: 'amend', facts: { skin: 'on' } });
    expect(account(book).stages.hanging!.grams).toBe(Math.round((4_300 / 0.86) * 0.66 * 1.09));
    expect(account(book).expectedBoneless!.mean).toBeGreaterThan(known.expectedBoneless!.mean);
  });

  it('are not made up from a leg until all quarters are here', () => {
    const book = new TestBook();
    const facts = { species: 'reddeer', sex: 'female', ageClass: 'adult' };
    const part = (cut: string, side: string, grams: number, first = false) =>
      book.must({
        kind: 'intake',
        ...(first ? { facts } : {}),
        into: { kind: 'part', id: testId(), cut, side },
        reading: weighed(grams)
      });
    part('hindLeg', 'left', 9_100, true);
    expect(stageFigures(book.state, book.state.animals[book.animal]!)).toEqual({});
    const alone = account(book);
    expect(alone.stages.hanging).toBeUndefined();
    expect(alone.ratios).toEqual({});
    // A leg alone still says what boneless meat it should give: less than it weighs, more than half of it.
    expect(alone.expectedBoneless!.mean).toBeGreaterThan(0.5 * 9_100);
    expect(alone.expectedBoneless!.mean).toBeLessThan(0.83 * 9_100);

    part('hindLeg', 'right', 9_000);
    part('shoulder', 'left', 4_800);
    part('shoulder', 'right', 4_850);
    book.must({ kind: 'amend', facts: { allQuartersHere: true } });
    const frame = expectAnimal(yieldFacts(book.state.animals[book.animal]!.facts)).frame.mean;
    expect(stageFigures(book.state, book.state.animals[book.animal]!).hanging).toMatchObject({
      grams: Math.round((9_100 + 9_000 + 4_800 + 4_850) / (1 - frame)),
      how: 'modelled'
    });
  });
});

describe('what was condemned', () => {
  it('is judged by nothing', () => {
    const book = new TestBook();
    book.carcass(11_300);
    expect(account(book).expectedBoneless).toBeDefined();
    book.must({ kind: 'condemn', note: 'the vet' });
    const condemned = account(book);
    expect(condemned.expectedBoneless).toBeUndefined();
    expect(condemned.verdict).toBeUndefined();
    expect(condemned.parts.filter((p) => p.verdict)).toEqual([]);
  });
});

describe('a part that came alone', () => {
  it('is expected to give what the house’s own animals give', () => {
    const facts = { species: 'reddeer', sex: 'female', ageClass: 'adult' } as const;
    const sums = { species: 'reddeer' as const, n: 20, sum: -1.2, sumOfSquares: 0.08 };
    const plain = expectFromPart(facts, 'hindLeg', 9_000, 'left')!;
    const taught = expectFromPart(facts, 'hindLeg', 9_000, 'left', learn([sums], 'reddeer'))!;
    expect(taught.mean).toBeLessThan(plain.mean * 0.97);
    expect(taught.standing).toBe('yours');
  });
});
