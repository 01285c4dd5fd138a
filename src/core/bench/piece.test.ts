import { TUB_TRIM } from '$core/reference';
import { describe, expect, it } from 'vitest';
import type { Facts } from '$core/book';
import { expected } from '$core/yield';
import { pieceAhead, tenderNow } from './piece';
import type { WorkRow } from './row';

const doe: Facts = { species: 'whitetail', sex: 'female', ageClass: 'adult' };
const row = (cut: string, grams: number, more: object = {}): Pick<WorkRow, 'act' | 'expected'> => ({
  act: { kind: 'take', cut, born: 'piece', from: 'leg', boneIn: false, tub: 'prime', ...more },
  expected: expected(grams, 0.1)
});

describe('the piece that comes', () => {
  it('is as tender as its animal is old, and gains with ageing', () => {
    expect(tenderNow('topRound', doe)).toBe(4);
    expect(tenderNow('topRound', { ...doe, ageClass: 'old' })).toBeCloseTo(3.4, 9);
    expect(tenderNow('topRound', doe, 1)).toBeCloseTo(4.6, 9);
    expect(pieceAhead(row('topRound', 900), doe, { ageing: 1 })).toMatchObject({ tender: 4.6, hung: true });
    expect(pieceAhead(row('topRound', 900), doe)).not.toHaveProperty('hung');
    // Never past the table's ends.
    expect(tenderNow('strap', { ...doe, ageClass: 'young' }, 1)).toBe(5);
    expect(tenderNow('legTrim', doe)).toBeUndefined();
  });

  it('stands alone from its own weight on; below that it stays with its neighbour or is cut small', () => {
    const of = (cut: string, grams: number, facts = doe, more = {}) =>
      pieceAhead(row(cut, grams, more), facts)?.sized;
    expect(of('topRound', 800)).toEqual({ kind: 'own' });
    expect(of('topRound', 799)).toEqual({ kind: 'below', from: 800, becomes: { join: 'insideWhole' } });
    expect(of('triTip', 120)).toMatchObject({ becomes: { use: 'strips' } });
    expect(of('armRoast', 1_600)).toEqual({ kind: 'parted', from: 1_500 });
    // Two together are two pieces, a lot’s are as many as there are animals.
    expect(of('breast', 150, doe, { side: 'both' })).toMatchObject({ kind: 'below' });
    expect(
      pieceAhead(row('breast', 1_000, { side: 'both' }), { ...doe, species: 'pheasant' }, { count: 6 })?.sized
    ).toEqual({ kind: 'own' });
    expect(of('legTrim', 100)).toBeUndefined();
  });

  it('of a boar is never proposed for drying', () => {
    const boar: Facts = { ...doe, species: 'boar' };
    expect(pieceAhead(row('flankWhole', 100), boar)?.sized).toMatchObject({ becomes: { tub: 'grind' } });
    expect(pieceAhead(row('flankWhole', 100), doe)?.sized).toMatchObject({ becomes: { use: 'jerky' } });
  });

  it('asks for the trim of the tub it goes to, in grams', () => {
    expect(pieceAhead(row('topRound', 1_000), doe)?.trim).toEqual({
      standard: 2,
      grams: 40,
      pieces: 0
    });
    expect(pieceAhead(row('topRound', 1_000), doe, { tub: 'slow' })?.trim).toMatchObject({
      standard: 1,
      grams: 0
    });
    expect(pieceAhead(row('topRound', 1_000), doe, { trims: { ...TUB_TRIM, prime: 3 } })?.trim).toMatchObject(
      {
        standard: 3,
        grams: 90
      }
    );
    // Ten own pieces that lost 7 % beside a standard that weighs as much as five.
    const trimmed = { prime: { came: 10_000, off: 700, pieces: 10 } };
    expect(pieceAhead(row('topRound', 1_000), doe, { trimmed })?.trim).toEqual({
      standard: 2,
      grams: 60,
      pieces: 10
    });
    expect(pieceAhead(row('hindShank', 900, { boneIn: true }), doe)?.trim).toBeUndefined();
  });

  it('is nothing where the step takes no piece', () => {
    expect(pieceAhead({ act: { kind: 'close', item: 'leg' } }, doe)).toBeUndefined();
    expect(pieceAhead(row('shoulder', 3_000, { born: 'part', tub: null }), doe)).toBeUndefined();
  });
});
