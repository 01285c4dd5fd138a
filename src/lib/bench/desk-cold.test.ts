import { bringOut, chill } from './acts';
import { describe, expect, it } from 'vitest';
import { tubWeight } from '$core/book';
import { sent, stand } from './desk.testkit';

describe('what lies out, put into the cold', () => {
  it('a whole tub goes at once and comes back to its tub; no gram moves', () => {
    const ids: string[] = [];
    const { bench, desk, later } = stand((book, carcass) => {
      ids.push(book.piece(carcass, 900, 'strap'), book.piece(carcass, 400, 'tenderloin'));
      ids.push(book.piece(carcass, 700, 'neckRoast', 'slow'));
    });
    const prime = () => tubWeight(bench.state, 'prime', bench.animal);
    expect(prime()).toBe(1_300);
    later(() => chill(desk, ids.slice(0, 2), 'cold', 'Prime: in the cold room.'));
    expect(sent.map((d) => d.intent.kind)).toEqual(['place', 'place']);
    expect(ids.map((id) => bench.state.items[id]?.place)).toEqual([
      { at: 'cold' },
      { at: 'cold' },
      { tub: 'slow' }
    ]);
    expect(ids.map((id) => bench.left(id))).toEqual([900, 400, 700]);
    later(() => bringOut(desk, ids.slice(0, 2)));
    expect(prime()).toBe(1_300);
    expect(ids.map((id) => bench.left(id))).toEqual([900, 400, 700]);
  });
});

describe('the quarter that bears the proof of sex', () => {
  it('is opened only knowingly; another part without a word', () => {
    let leg = '';
    const { bench, desk, later } = stand((book, carcass) => {
      book.must({ kind: 'amend', facts: { proofOfSex: 'on' } });
      leg = book.part(carcass, 6_000, 'hindLeg');
    });
    const open = () => bench.work.rows.find((r) => r.act.kind === 'open' && r.act.item === leg)!;
    desk.choose(open().key);
    later(() => desk.press());
    expect(sent).toEqual([]);
    expect(desk.notice?.text).toContain('proof of sex');
    later(() => desk.notice?.retry?.());
    expect(sent.map((d) => d.intent)).toMatchObject([{ kind: 'open', item: leg }]);
  });
});
