import { describe, expect, it } from 'vitest';
import { balanceOf, tubId, yieldOf } from '$core/book';
import { TestBook } from '$core/book/testkit';
import { boneWays, type BoneFacts } from './bones';

const deer = { species: 'fallow', sex: 'female', ageClass: 'adult' } as const;
const leg = { kind: 'part', cut: 'hindLeg', side: 'left' } as const;
const frame = { kind: 'carcass' } as const;
const open = (animal: object, item: object, more: BoneFacts = {}) =>
  boneWays({ facts: deer, ...animal } as never, item as never, more)
    .filter((way) => !way.never)
    .map((way) => way.to);

describe('bones at closing', () => {
  it('may go to the pot, be kept for their marrow, to dogs, or to the waste', () => {
    expect(open({}, leg)).toEqual(['stock', 'marrow', 'pets', 'discard']);
    // A shoulder and a frame hold no thigh bone.
    expect(open({}, { ...leg, cut: 'shoulder' })).toEqual(['stock', 'pets', 'discard']);
    expect(open({}, frame)).toEqual(['stock', 'pets', 'discard']);
  });

  it('only to the waste: a spine where such deer are tested, what is held or condemned', () => {
    expect(open({}, frame, { tested: true })).toEqual(['discard']);
    expect(open({}, leg, { tested: true })).toContain('stock');
    expect(open({ holds: [{ entry: 'h', why: 'test', at: 0 }] }, leg)).toEqual(['discard']);
    expect(open({ condemned: true }, leg)).toEqual(['discard']);
  });

  it('nothing raw of a boar to dogs; nothing near a lead track to pot or dogs', () => {
    expect(open({ facts: { ...deer, species: 'boar' } }, leg)).toEqual(['stock', 'marrow', 'discard']);
    const shot = { ...deer, placement: 'haunch', projectile: 'expanding', shotSide: 'left' };
    expect(open({ facts: shot }, leg)).toEqual(['discard']);
    expect(open({ facts: shot }, { ...leg, side: 'right' })).toContain('stock');
    expect(open({ facts: { ...shot, projectile: 'leadFree' } }, leg)).toContain('stock');
  });

  it('is booked where it went, and no bone counts as meat wherever that was', () => {
    const meat = (['discard', 'stock', 'marrow', 'pets'] as const).map((boneTo) => {
      const book = new TestBook();
      const carcass = book.carcass(40_000);
      const part = book.part(carcass, 6_000, 'hindLeg');
      book.piece(part, 4_500, 'topRound');
      book.must({ kind: 'close', item: part, bone: { grams: 1_400, how: 'scale' }, boneTo });
      const { boneless, pets } = yieldOf(book.state, book.animal);
      const stock = balanceOf(book.state, tubId('stock', book.animal));
      const lost = balanceOf(book.state, `loss:bone:${part}`);
      expect(stock + lost, boneTo).toBe(1_400);
      return [boneless, pets];
    });
    expect(new Set(meat.map(String)).size).toBe(1);
  });

  it('of a held animal the book itself refuses the pot and the dogs', () => {
    for (const boneTo of ['stock', 'marrow', 'pets']) {
      const book = new TestBook();
      const carcass = book.carcass(40_000);
      const part = book.part(carcass, 6_000, 'hindLeg');
      book.must({ kind: 'hold', why: 'test' });
      expect(
        book.try({ kind: 'close', item: part, bone: { grams: 1_400, how: 'scale' }, boneTo }).refused
      ).toBe('on-hold');
    }
  });
});
