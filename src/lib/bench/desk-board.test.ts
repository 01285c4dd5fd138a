import { afterEach, describe, expect, it } from 'vitest';
import { balanceOf } from '$core/book';
import { kinds, sent, stand } from './desk.testkit';

/** A bottom round of 1 kg out of a leg lies on the board; its dry edge and its fat were passed over. */
const onBoard = () => {
  let piece = '';
  const at = stand((book, carcass) => {
    const leg = book.part(carcass, 9_000, 'hindLeg', 'left');
    piece = book.piece(leg, 1_000, 'bottomRound', 'jerky', { side: 'left' });
    book.must({ kind: 'open', item: leg });
  });
  at.later(() => at.desk.toBoard(piece));
  sent.length = 0;
  return { ...at, piece };
};

describe('a piece on the board', () => {
  afterEach(() => void (sent.length = 0));

  it('gives up what is weighed by itself, and goes on weighing the rest', () => {
    const { desk, lay, later, bench, piece } = onBoard();
    expect(bench.work.focus?.id).toBe(piece);
    desk.choose('off-silver');
    lay(120);
    later(() => desk.press());
    expect(kinds()).toEqual(['trim']);
    expect(sent[0]!.intent).toMatchObject({
      what: 'silver',
      off: { grams: 120 },
      went: [{ to: { reason: 'silver' } }]
    });
    expect(balanceOf(bench.state, piece)).toBe(880);
  });

  it('takes lean back off the band: the band was lighter, the lean is minced', () => {
    const { desk, lay, later, bench, piece } = onBoard();
    desk.choose('off-silver');
    lay(120);
    later(() => desk.press());
    expect(desk.scraped).toBeDefined();
    lay(40);
    later(() => desk.scrapeBack());
    expect(desk.notice).toBeUndefined();
    expect(kinds()).toEqual(['trim', 'correct', 'divide']);
    expect(balanceOf(bench.state, piece)).toBe(880);
    // More than came off is no lean of it.
    lay(400);
    later(() => desk.scrapeBack());
    expect(kinds()).toHaveLength(3);
  });

  it('asks whether most of it laid back is the piece, trimmed', () => {
    const { desk, lay, later, bench, piece } = onBoard();
    desk.choose('off-silver');
    lay(930);
    later(() => desk.press());
    expect(sent).toHaveLength(0);
    expect(desk.notice).toMatchObject({ retryWords: 'Weigh it trimmed' });
    later(() => desk.notice!.retry!());
    expect(kinds()).toEqual(['trim', 'close']);
    expect(balanceOf(bench.state, piece)).toBe(930);
    expect(bench.work.focus?.kind).toBe('part');
  });

  it('comes off as it is, and nothing is called trimmed', () => {
    const { desk, later, bench, piece } = onBoard();
    later(() => desk.offBoard());
    expect(kinds()).toEqual(['close']);
    expect(bench.state.items[piece]?.trimmed).toBeUndefined();
  });
});
