import { describe, expect, it } from 'vitest';
import { TestBook, testId, weighed } from '$core/book/testkit';
import { wholeParts } from './index';

const SIDES = ['left', 'right'] as const;

function roe() {
  const book = new TestBook();
  const carcass = book.carcass(14_000);
  const part = (cut: string, side: 'left' | 'right', grams: number, how: 'scale' | 'estimated' = 'scale') =>
    book.must({
      kind: 'cut',
      from: carcass,
      creates: { kind: 'part', id: testId(), cut, side },
      reading: weighed(grams, { how })
    });
  const piece = (cut: string, side: 'left' | 'right', grams: number, tub = 'prime') =>
    book.must({
      kind: 'cut',
      from: carcass,
      creates: { kind: 'piece', id: testId(), cut, side, place: { tub } },
      reading: weighed(grams)
    });
  const whole = () => [...wholeParts(book.state, book.state.animals[book.animal]!, book.history)].sort();
  return { book, carcass, part, piece, whole };
}

describe('what teaches the share of a part', () => {
  it('is a part that came off whole on both sides, on a scale', () => {
    const r = roe();
    r.part('hindLeg', 'left', 2_700);
    expect(r.whole()).toEqual([]);
    r.part('hindLeg', 'right', 2_690);
    expect(r.whole()).toEqual(['hindLeg']);
    r.part('shoulder', 'left', 1_400);
    r.part('shoulder', 'right', 1_400, 'estimated');
    expect(r.whole()).toEqual(['hindLeg']);
  });

  it('is not a strap of which one side was cut as a piece and the other not yet, nor one taken back', () => {
    const r = roe();
    r.piece('strap', 'left', 640);
    expect(r.whole()).toEqual([]);
    const right = r.piece('strap', 'right', 650);
    expect(r.whole()).toEqual(['strap']);
    r.book.must({ kind: 'void', entry: right.id });
    expect(r.whole()).toEqual([]);
  });

  it('is the bare frame only where every part with bone came off as a part', () => {
    const r = roe();
    for (const side of SIDES) r.part('hindLeg', side, 2_700);
    expect(r.whole()).not.toContain('frame');
    for (const side of SIDES) r.part('shoulder', side, 1_400);
    expect(r.whole()).toContain('frame');
  });

  it('is no leg that came off the carcass muscle by muscle: its bones went with the frame', () => {
    const r = roe();
    for (const side of SIDES) r.part('shoulder', side, 1_400);
    for (const side of SIDES)
      for (const cut of ['topRound', 'bottomRound', 'eyeRound']) r.piece(cut, side, 300);
    expect(r.whole()).toEqual(['shoulder']);
  });
});
