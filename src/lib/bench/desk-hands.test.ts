import { describe, expect, it } from 'vitest';
import type { TestBook } from '$core/book/testkit';
import { layDown, takeUp } from './acts';
import { heard, sent, stand } from './desk.testkit';

/** Runa, at another bench, has opened the hind leg a moment ago. */
function beside() {
  const items: Record<string, string> = {};
  const bench = stand((book: TestBook, carcass) => {
    items.leg = book.part(carcass, 7_000, 'hindLeg', 'left');
    items.shoulder = book.part(carcass, 4_000);
    book.must({ kind: 'open', item: items.leg });
    book.history = book.history.map((e, i) =>
      i === book.history.length - 1 ? { ...e, hand: 'Runa', device: 'bench 0002', at: Date.now() } : e
    );
  });
  return { ...bench, leg: items.leg!, shoulder: items.shoulder! };
}

describe('two benches at one animal', () => {
  it('what the other has in hand is not opened by a press here: the carcass goes on', () => {
    const { bench, desk, carcass, leg } = beside();
    expect(bench.work.focus?.id).toBe(carcass);
    expect(desk.row?.act).not.toMatchObject({ kind: 'open', item: leg });
    expect(bench.work.rows.at(-1)?.title).toBeDefined();
    expect(bench.work.rows.find((r) => r.held)?.title).toBe('Hind leg, left: Runa has it');
  });

  it('it is taken over only after the question, and named in it', () => {
    const { bench, desk, later, leg } = beside();
    later(() => takeUp(desk, leg));
    expect(desk.notice?.text).toBe('Runa has it in hand, at bench 0002. Ask before you take it.');
    expect(sent).toEqual([]);
    later(() => desk.notice?.retry?.());
    expect(sent.map((d) => d.intent)).toMatchObject([{ kind: 'claim', item: leg }]);
    expect(bench.work.focus?.id).toBe(leg);
  });

  it('what waits is taken up by a press, and laid down again without a gram moved', () => {
    const { bench, desk, later, carcass, shoulder } = beside();
    later(() => takeUp(desk, shoulder));
    expect(bench.work.focus?.id).toBe(shoulder);
    later(() => layDown(desk));
    bench.settle();
    expect(bench.work.focus?.id).toBe(carcass);
    expect(sent.map((d) => d.intent)).toMatchObject([
      { kind: 'open', item: shoulder },
      { kind: 'claim', item: shoulder, down: true }
    ]);
    expect(sent.flatMap((d) => d.postings ?? [])).toEqual([]);
    later(() => takeUp(desk, shoulder));
    expect(bench.work.focus?.id).toBe(shoulder);
  });

  it('two press the same part at once: the second hears who has it, and loses nothing', () => {
    const { bench, desk, later, carcass, shoulder } = beside();
    later(() => takeUp(desk, shoulder));
    const [draft] = sent;
    heard[0]?.(draft!, { status: 'refused', refusal: { code: 'already-open', item: shoulder } });
    expect(bench.work.focus?.id).toBe(carcass);
  });
});
