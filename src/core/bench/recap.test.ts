import { describe, expect, it } from 'vitest';
import { TestBook, weighed } from '$core/book/testkit';
import { PROCEDURES } from '$core/reference';
import { recapOf } from '.';

const orders = Object.values(PROCEDURES);

describe('what was done, and why', () => {
  it('tells the carcass first and then parts as they were opened, each step with its grams and its reason', () => {
    const book = new TestBook();
    const carcass = book.carcass();
    book.piece(carcass, 300, 'tenderloin', 'prime', { side: 'left' });
    const shoulder = book.part(carcass, 4_000);
    const leg = book.part(carcass, 8_000, 'hindLeg');
    const right = book.part(carcass, 8_100, 'hindLeg', 'right');
    book.must({ kind: 'open', item: leg });
    book.piece(leg, 1_000, 'topRound');
    book.must({ kind: 'close', item: leg, bone: weighed(7_000), boneTo: 'discard' });
    book.must({ kind: 'open', item: shoulder });
    book.must({ kind: 'tick', item: shoulder, step: 'flatIron', how: 'skipped' });
    const told = recapOf(book.state, book.animal, book.history, { orders });
    expect(told.map((t) => t.item.id)).toEqual([carcass, leg, shoulder]);
    expect(told.map((t) => t.item.id)).not.toContain(right);
    const [trunk, hind, fore] = told;
    expect(trunk!.steps.find((s) => s.title === 'Fillet, left')).toMatchObject({
      grams: 300,
      skipped: false,
      why: expect.stringContaining('dries first') as string
    });
    expect(hind!.steps.find((s) => s.grams === 1_000)?.why).toBeTruthy();
    expect(fore!.steps).toMatchObject([{ skipped: true, grams: undefined }]);
  });
});
