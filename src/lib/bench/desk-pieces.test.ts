import { move } from './acts';
import { PROCEDURES } from '$core/reference';
import { describe, expect, it, vi } from 'vitest';
import { balanceOf } from '$core/book';
import { TestBook } from '$core/book/testkit';
import { Bench, Desk, kinds, sent, stand } from './desk.testkit';

/** The orders of work that come with the program. */
const orders = Object.values(PROCEDURES);

describe('trimming', () => {
  it('books what came off as silver, where silver goes in this larder', () => {
    for (const [silver, to] of [
      ['discard', { reason: 'silver' }],
      ['stock', { tub: 'stock' }]
    ] as const) {
      sent.length = 0;
      const { desk, lay, later } = stand(undefined, silver);
      lay(430);
      later(() => desk.trimFirst());
      expect(desk.trimming).toBeDefined();
      lay(390);
      later(() => desk.press());
      expect(kinds()).toEqual(['cut', 'trim']);
      expect(sent[1]!.intent).toMatchObject({ reading: { grams: 390 }, went: [{ to }] });
      expect(desk.trimming).toBeUndefined();
    }
  });

  it('can be left, and another press takes the next piece', () => {
    const { desk, lay, later } = stand();
    lay(430);
    later(() => desk.trimFirst());
    desk.leaveTask();
    lay(410);
    later(() => desk.press());
    expect(kinds()).toEqual(['cut', 'cut']);
  });

  it('says it when the piece has not become lighter', () => {
    const { desk, lay, later } = stand();
    lay(430);
    later(() => desk.trimFirst());
    lay(450);
    later(() => desk.press());
    expect(desk.notice?.refusal?.code).toBe('not-lighter');
    expect(desk.trimming).toBeDefined();
    expect(kinds()).toEqual(['cut']);
  });
});

describe('whole tubs', () => {
  it('come off the scale without their own weight, once the empty one was on it', () => {
    const { desk, lay, later, bench } = stand();
    const kept = vi.fn();
    desk.keepTares = kept;
    desk.byTub = true;
    desk.taring = true;
    lay(420);
    later(() => desk.toTub('grind'));
    expect(kept).toHaveBeenCalledWith({ grind: 420 });
    expect(sent).toHaveLength(0);
    desk.taring = false;
    lay(3_660);
    later(() => desk.toTub('grind'));
    expect(sent[0]!.intent).toMatchObject({ kind: 'tub', reading: { grams: 3_660, tare: 420 } });
    expect(balanceOf(bench.state, `tub:grind:${bench.animal}`)).toBe(3_240);
    // A tub nobody has weighed empty is taken as it is.
    lay(1_000);
    later(() => desk.toTub('slow'));
    expect(balanceOf(bench.state, `tub:slow:${bench.animal}`)).toBe(1_000);
  });

  it('leave the scale’s own tare as it stands', () => {
    const { desk, show, later } = stand();
    desk.tares = { grind: 420 };
    desk.byTub = true;
    show(0);
    show(900, 'steady', 400);
    later(() => desk.toTub('grind'));
    expect(sent[0]!.intent).toMatchObject({ reading: { grams: 1_300, tare: 400 } });
  });
});

describe('what asks for no weight', () => {
  const fresh = () => {
    const table = stand();
    // Taken back: the room is as it was found.
    const room = table.book.history.filter((e) => e.intent.kind === 'tick');
    for (const { id } of [...room].reverse()) table.desk.voidAll([id]);
    sent.length = 0;
    return table;
  };

  it('is done by a press, with an empty plate, and keeps what was found', () => {
    const { desk, later, bench } = fresh();
    expect(desk.row?.key).toBe('setup');
    later(() => desk.press());
    expect(desk.row?.key).toBe('ready');
    later(() => desk.tick('done', 'stiff'));
    expect(sent[1]!.intent).toMatchObject({ kind: 'tick', step: 'ready', answer: 'stiff' });
    expect(desk.notice?.text).toMatch(/shortens/);
    expect(bench.work.rows.find((r) => r.key === 'ready')).toMatchObject({ done: true, said: 'Stiff' });
  });

  it('is passed over, stays in the list, and can still be done', () => {
    const { desk, later, bench } = fresh();
    later(() => desk.skip());
    expect(bench.work.rows[0]).toMatchObject({ key: 'setup', skipped: true, done: false });
    expect(desk.row?.key).toBe('ready');
    desk.choose('setup');
    later(() => desk.press());
    expect(bench.work.rows[0]).toMatchObject({ key: 'setup', done: true });
    expect(bench.work.rows[0]?.skipped).toBeUndefined();
  });

  it('opens a hold in the same breath where the finding asks for one', () => {
    const book = new TestBook();
    const carcass = book.carcass(60_000, 'live');
    const bench = new Bench(
      { animal: book.animal, code: '26-001', hand: 'Tove', vocabulary: 'plain', orders },
      book.history
    );
    bench.join();
    const desk = new Desk(
      bench,
      'kg',
      () => 'discard',
      () => undefined
    );
    expect(bench.work.procedure?.key).toBe('F1');
    expect(desk.row?.key).toBe('gate');
    desk.tick('done', 'stop');
    expect(kinds()).toEqual(['tick', 'hold']);
    expect(bench.state.animals[book.animal]?.holds?.[0]).toMatchObject({ why: 'gate' });
    expect(bench.state.items[carcass]?.ticks?.gate).toEqual({ how: 'done', answer: 'stop' });
  });

  it('never swallows a typed weight, nor a tub that is pressed: both are the next piece’s', () => {
    const { desk, lay, later, bench } = fresh();
    for (const digit of '0.43') desk.digit(digit);
    later(() => desk.press());
    expect(sent[0]!.intent).toMatchObject({ kind: 'cut', creates: { cut: 'tenderloin', side: 'left' } });
    expect(desk.row?.key).toBe('setup');
    lay(440);
    later(() => desk.toTub('slow'));
    expect(sent[1]!.intent).toMatchObject({ creates: { side: 'right', place: { tub: 'slow' } } });
    expect(bench.work.rows[0]).toMatchObject({ key: 'setup', done: false });
  });

  it('never says of a weight that it is done', () => {
    const { desk } = stand();
    expect(desk.row?.act.kind).toBe('take');
    desk.tick('done');
    expect(sent).toHaveLength(0);
  });

  it('goes on by another order of work, and undo takes that back too', () => {
    const { desk, later, bench, carcass } = stand();
    desk.goBy(carcass, 'Q2');
    expect(bench.work.procedure?.key).toBe('Q2');
    later(() => desk.undo());
    expect(bench.work.procedure?.key).toBe('Q1');
  });
});

describe('pieces', () => {
  const withPieces = () => {
    let strap = '';
    const table = stand((book, carcass) => {
      strap = book.piece(carcass, 2_000, 'strap', 'prime', { side: 'left' });
    });
    return { ...table, strap };
  };

  it('takes both sides of a pair in one press, and both steps are done', () => {
    const { desk, lay, later, bench } = stand();
    const one = desk.row!;
    expect(one.act).toMatchObject({ cut: 'tenderloin', side: 'left' });
    desk.both = true;
    expect(desk.row!.expected!.mean).toBeCloseTo(2 * one.expected!.mean, 6);
    lay(790);
    later(() => desk.press());
    expect(sent[0]!.intent).toMatchObject({ creates: { cut: 'tenderloin', side: 'both' } });
    expect(bench.work.rows.filter((r) => r.key.startsWith('tenderloin') && r.done)).toHaveLength(2);
    expect(desk.both).toBe(false);
    // A part, and what is alone, is never two.
    expect(desk.row?.act).toMatchObject({ born: 'part' });
    expect(desk.partnerOf(desk.row)).toBeUndefined();
  });

  it('are parted in two in one press: what lies on the scale goes to its tub, the rest stays', () => {
    const { desk, lay, later, bench, strap } = withPieces();
    desk.take('split', strap);
    lay(1_200);
    later(() => desk.toTub('slow'));
    const [intent] = sent.map((d) => d.intent);
    expect(intent).toMatchObject({
      kind: 'split',
      children: [{ place: { tub: 'slow' } }, { place: { tub: 'prime' } }]
    });
    const [a, b] = (intent as { children: { id: string }[] }).children.map((c) =>
      balanceOf(bench.state, c.id)
    );
    expect([a, b]).toEqual([1_200, 800]);
    expect(desk.task).toBeUndefined();
  });

  it('are weighed again: lighter is drying, heavier is refused with both figures', () => {
    const { desk, lay, later, bench, strap } = withPieces();
    desk.take('reweigh', strap);
    lay(2_100);
    later(() => desk.press());
    expect(desk.notice?.refusal).toMatchObject({ code: 'heavier', reading: 2_100, left: 2_000 });
    lay(1_950);
    later(() => desk.press());
    expect(balanceOf(bench.state, strap)).toBe(1_950);
    expect(balanceOf(bench.state, `loss:evaporation:${strap}`)).toBe(50);
  });

  it('have their first weight set right, and what was cut from them stays off', () => {
    let shoulder = '';
    const { desk, later, bench } = stand((book, carcass) => {
      shoulder = book.part(carcass, 4_000);
      book.must({ kind: 'open', item: shoulder });
      book.piece(shoulder, 600);
    });
    // Heavier than what is left: refused, with the way out.
    for (const digit of '3.9') desk.digit(digit);
    later(() => desk.press());
    expect(desk.notice).toMatchObject({ correct: shoulder, refusal: { code: 'overdrawn', left: 3_400 } });
    desk.take('correct', desk.notice!.correct!);
    desk.digit('clear');
    for (const digit of '4.8') desk.digit(digit);
    later(() => desk.press());
    expect(sent.at(-1)!.intent).toMatchObject({ kind: 'correct', reading: { grams: 4_800 } });
    expect(balanceOf(bench.state, shoulder)).toBe(4_200);
    expect(desk.task).toBeUndefined();
  });

  it('change their use without the scale', () => {
    const { desk, later, bench, strap } = withPieces();
    later(() => move(desk, strap, 'jerky'));
    expect(bench.state.items[strap]?.place).toEqual({ tub: 'jerky' });
    expect(bench.state.balances[strap]).toEqual({ J: 2_000 });
  });

  it('may be a guess, and then say so', () => {
    const { desk, later } = stand();
    for (const digit of '0.4') desk.digit(digit);
    desk.estimated = true;
    later(() => desk.press());
    expect(sent[0]!.intent).toMatchObject({ reading: { grams: 400, how: 'estimated' } });
    expect(desk.estimated).toBe(false);
  });
});
