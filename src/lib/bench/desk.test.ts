import { afterEach, describe, expect, it, vi } from 'vitest';
import { balanceOf, type BookedEntry } from '$core/book';
import { testId } from '$core/book/testkit';
import type { Desk } from './desk.testkit';
import { Bench, heard, kept, kinds, sent, stand } from './desk.testkit';

describe('one press a piece', () => {
  it('takes the steady reading into the tub that is suggested, and goes on to the next', () => {
    const { desk, bench, lay, later, asks, before } = stand();
    const first = desk.row!;
    lay(430);
    later(() => desk.press());
    expect(sent).toHaveLength(1);
    expect(sent[0]).toMatchObject({
      hand: 'Tove',
      device: 'bench 0001',
      intent: {
        kind: 'cut',
        reading: { grams: 430, how: 'scale', steady: true },
        creates: { cut: first.act.kind === 'take' ? first.act.cut : '', place: { tub: desk.suggested } }
      }
    });
    expect(sent[0]!.postings!.reduce((sum, p) => sum + p.grams, 0)).toBe(0);
    expect(desk.row?.key).not.toBe(first.key);
    expect(desk.lastTaken).toMatchObject({ grams: 430 });
    expect(bench.entries).toHaveLength(before + 1);
    expect(asks).toHaveBeenCalledTimes(1);
  });

  it('takes off the tare that the scale has', () => {
    const { desk, show, later } = stand();
    show(0);
    show(430, 'steady', 120);
    later(() => desk.press());
    expect(sent[0]!.intent).toMatchObject({ reading: { grams: 550, tare: 120 } });
  });

  it('wants the plate to leave a reading before another counts', () => {
    const { desk, lay, show, later } = stand();
    lay(430);
    later(() => desk.press());
    show(430);
    later(() => desk.press());
    expect(sent).toHaveLength(1);
    expect(desk.notice?.text).toMatch(/in the book/);
    lay(432);
    later(() => desk.press());
    expect(sent).toHaveLength(2);
  });

  it('takes a bounce of the pedal for one press, and two controls for two', () => {
    const { desk, lay, later } = stand();
    lay(430);
    later(() => desk.press());
    lay(1_400);
    later(() => desk.press(), 120);
    expect(sent).toHaveLength(1);
    later(() => desk.toTub('grind'), 1);
    expect(sent).toHaveLength(2);
    expect(sent[1]!.intent).toMatchObject({ creates: { place: { tub: 'grind' } } });
  });

  it('waits on a restless table, and takes when it steadies', () => {
    const { desk, show, later } = stand();
    show(0);
    show(400, 'unsteady');
    later(() => desk.press());
    expect(sent).toHaveLength(0);
    expect(desk.armed).toBe(true);
    show(425, 'unsteady');
    show(430);
    expect(sent).toHaveLength(1);
    expect(desk.armed).toBe(false);
  });

  it.each([
    ['overload', 'Too heavy'],
    ['fault', 'reports a fault']
  ] as const)('books nothing on %s and says why', (state, words) => {
    const { desk, show, later } = stand();
    show(0, state);
    later(() => desk.press());
    expect(sent).toHaveLength(0);
    expect(desk.notice?.text).toContain(words);
  });

  it('books nothing without a scale, nor from an empty or a negative plate', () => {
    const { desk, show, later } = stand();
    later(() => desk.press());
    expect(desk.notice?.text).toContain('No word from the scale');
    show(0);
    later(() => desk.press());
    expect(desk.notice?.text).toContain('empty');
    show(-40);
    later(() => desk.press());
    expect(desk.notice?.text).toContain('less than nothing');
    show(500);
    desk.silent();
    later(() => desk.press());
    expect(sent).toHaveLength(0);
  });

  it('throws a broken line away', () => {
    const { desk, show } = stand();
    show(430);
    desk.show('wS +0009999g t000000g ~00');
    expect(desk.reading?.grams).toBe(430);
  });
});

describe('a typed weight', () => {
  it('is taken instead of the reading, and stays when it is no weight', () => {
    const { desk, lay, later } = stand();
    lay(430);
    for (const key of '0,44') desk.digit(key);
    expect(desk.typed).toBe('0,44');
    later(() => desk.press());
    expect(sent[0]!.intent).toMatchObject({ reading: { grams: 440, how: 'typed' } });
    expect(desk.typed).toBe('');

    for (const key of '..') desk.digit(key);
    later(() => desk.press());
    expect(sent).toHaveLength(1);
    expect(desk.typed).toBe('..');
    expect(desk.notice?.text).toContain('still there to change');
    desk.digit('back');
    expect(desk.typed).toBe('.');
    desk.digit('clear');
    expect(desk.typed).toBe('');
  });
});

describe('tubs and reasons', () => {
  it('throw away from what lies open', () => {
    const { desk, lay, later, carcass } = stand();
    lay(300);
    later(() => desk.discard('bloodshot'));
    expect(sent[0]!.intent).toMatchObject({ kind: 'discard', from: carcass, reason: 'bloodshot' });
  });

  it('weigh a whole tub', () => {
    const { desk, lay, later } = stand();
    desk.byTub = true;
    lay(3_100);
    later(() => desk.toTub('grind'));
    lay(3_240);
    later(() => desk.toTub('grind'));
    expect(kinds()).toEqual(['tub', 'tub']);
    expect(sent[1]!.postings!.find((p) => p.grams > 0)?.grams).toBe(140);
  });

  it('do not swallow a part', () => {
    const { desk, lay, later, bench } = stand();
    const part = bench.work.open.find((r) => r.act.kind === 'take' && r.act.born === 'part')!;
    desk.choose(part.key);
    lay(4_800);
    later(() => desk.toTub('grind'));
    expect(sent).toHaveLength(0);
    expect(desk.notice?.text).toContain('is a part');
    later(() => desk.press());
    expect(sent[0]!.intent).toMatchObject({ kind: 'cut', creates: { kind: 'part' } });
  });
});

describe('what the book refuses', () => {
  it('comes with its way out, and the way out books it', () => {
    const { desk, lay, later, bench } = stand((book, carcass) => {
      const leg = book.part(carcass, 9_000, 'hindLeg', 'left');
      book.must({ kind: 'open', item: leg });
    });
    lay(9_400);
    later(() => desk.press());
    expect(sent).toHaveLength(0);
    expect(desk.notice?.refusal).toMatchObject({ code: 'overdrawn', wanted: 9_400, left: 9_000 });
    desk.notice?.retry?.();
    expect(sent).toHaveLength(1);
    expect(sent[0]!.intent).toMatchObject({ acknowledged: true });
    expect(balanceOf(bench.state, bench.work.focus!.id)).toBe(0);
  });
});

describe('closing', () => {
  const opened = () =>
    stand((book, carcass) => {
      const leg = book.part(carcass, 9_000, 'hindLeg', 'left');
      book.must({ kind: 'open', item: leg });
    });

  const glandsOut = (desk: InstanceType<typeof Desk>, bench: InstanceType<typeof Bench>) =>
    desk.tick(
      'done',
      undefined,
      bench.work.rows.find((r) => r.act.kind === 'glands')
    );

  it('stops while its glands are not spoken of, and the way past is on the record', () => {
    const { desk, lay, later, bench } = opened();
    lay(1_500);
    later(() => desk.close());
    expect(sent).toHaveLength(0);
    expect(desk.notice).toMatchObject({ retryWords: 'Close it, they stay in' });
    later(() => desk.notice!.retry!());
    expect(sent[0]!.intent).toMatchObject({ kind: 'tick', step: 'glands', how: 'left' });
    expect(sent[1]!.intent).toMatchObject({ kind: 'close', glands: 'left' });
    expect(bench.glandsOf((sent[1]!.intent as { item: string }).item)).toBe('left');
  });

  it('ticks the glands with one press, without a reading, and remembers it over a reload', () => {
    const { desk, later, bench } = opened();
    const stop = bench.work.rows.find((r) => r.act.kind === 'glands')!;
    desk.choose(stop.key);
    later(() => desk.press());
    expect(kinds()).toEqual(['tick']);
    expect(sent[0]!.postings).toEqual([]);
    expect(bench.work.rows.find((r) => r.key === stop.key)?.done).toBe(true);
    const again = new Bench({ animal: bench.animal, code: '26-001', hand: 'Tove', vocabulary: 'plain' }, [
      ...bench.entries
    ]);
    again.join();
    expect(again.work.rows.find((r) => r.key === stop.key)?.done).toBe(true);
  });

  it('weighs the bone', () => {
    const { desk, lay, later, bench } = opened();
    glandsOut(desk, bench);
    lay(1_500);
    later(() => desk.close());
    expect(sent[1]!.intent).toMatchObject({
      kind: 'close',
      bone: { grams: 1_500, how: 'scale' },
      glands: 'out'
    });
  });

  it('goes by the model where there is no scale', () => {
    const { desk, later, bench } = opened();
    glandsOut(desk, bench);
    later(() => desk.closeWithoutScale());
    expect(sent[1]!.intent).toMatchObject({
      kind: 'close',
      bone: { grams: Math.round(9_000 * 0.17), how: 'model' }
    });
  });

  it('keeps a leg whole, on the bone, in one press', () => {
    const { desk, later, bench } = opened();
    later(() => desk.keepWhole());
    expect(kinds()).toEqual(['cut', 'close']);
    expect(sent[0]!.intent).toMatchObject({ creates: { boneIn: true, place: { tub: 'slow' } } });
    expect(bench.account!.yield.boneless).toBeLessThan(9_000);
    expect(bench.account!.yield.boneless).toBeGreaterThan(9_000 * 0.8);
  });
});

describe('undo', () => {
  it('takes back the newest entry of this device, and nothing of another’s', () => {
    const { desk, lay, later, bench } = stand((book, carcass) => void book.piece(carcass, 900));
    later(() => desk.undo());
    expect(desk.notice?.text).toContain('Nothing of this bench’s own');
    lay(430);
    later(() => desk.press());
    later(() => desk.undo());
    expect(kinds()).toEqual(['cut', 'void']);
    expect(sent[1]!.intent).toMatchObject({ entry: sent[0]!.id });
    expect(bench.lastOwn).toBeUndefined();
  });

  it('shows the chain when others stand on it, and takes it back newest first', () => {
    const { desk, lay, later, bench } = stand();
    const part = bench.work.open.find((r) => r.act.kind === 'take' && r.act.born === 'part')!;
    desk.choose(part.key);
    lay(9_000);
    later(() => desk.press());
    const [cut] = sent;
    // Somebody at another bench opens it meanwhile.
    const item = cut!.intent.kind === 'cut' ? cut!.intent.creates.id : '';
    const other = { ...cut!, id: `${cut!.id.slice(0, -4)}ffff`, device: 'other', postings: [], seq: 9 };
    const open = { ...other, intent: { kind: 'open', animal: bench.animal, item } } as BookedEntry;
    heard[0]!(cut!, { status: 'booked', entry: { ...cut!, seq: 2 } });
    heard[0]!(open, { status: 'booked', entry: open });
    later(() => desk.undo());
    expect(desk.notice).toMatchObject({ kind: 'chain', chain: [open.id, cut!.id] });
    expect(kinds()).toEqual(['cut']);
    later(() => desk.voidAll(desk.notice!.chain!));
    expect(kinds()).toEqual(['cut', 'void', 'void']);
    expect(bench.state.items[item]).toBeUndefined();
  });
});

describe('steps', () => {
  it('go forth and back among those not done, and round', () => {
    const { desk, bench } = stand();
    const keys = bench.work.open.map((r) => r.key);
    desk.step(1);
    expect(desk.row?.key).toBe(keys[1]);
    desk.step(-1);
    desk.step(-1);
    expect(desk.row?.key).toBe(keys.at(-1));
  });
});

describe('the bench’s own book', () => {
  it('takes up what an earlier page left on the device', async () => {
    const { bench, book, carcass, before } = stand();
    const left = book.draft({
      kind: 'cut',
      from: carcass,
      creates: {
        kind: 'piece',
        id: testId(),
        cut: 'strap',
        place: { tub: 'prime' }
      },
      reading: { grams: 2_000, how: 'scale' }
    });
    kept.drafts = [left];
    bench.join();
    await vi.waitFor(() => expect(bench.entries).toHaveLength(before + 1));
    expect(bench.account!.beam.stillOn).toBe(44_200);
    heard.at(-1)!(left, { status: 'booked', entry: { ...left, postings: [], seq: before + 1 } });
    expect(bench.entries.filter((e) => e.id === left.id)).toHaveLength(1);
  });

  it('drops what was refused, and goes back to what the server has', () => {
    const { bench, desk, lay, later } = stand();
    lay(430);
    later(() => desk.press());
    expect(bench.account!.beam.stillOn).toBe(45_770);
    heard[0]!(sent[0]!, { status: 'refused', refusal: { code: 'closed', item: 'x' } });
    expect(bench.account!.beam.stillOn).toBe(46_200);
    expect(bench.isNews(1)).toBe(false);
    expect(bench.isNews(7)).toBe(true);
  });
});

describe('a press and the frame after it', () => {
  /** Frames that somebody else draws: what was asked for is run by hand. */
  function frames() {
    const asked: (() => void)[] = [];
    vi.stubGlobal('requestAnimationFrame', (work: () => void) => asked.push(work));
    return { draw: () => asked.splice(0).forEach((work) => work()) };
  }
  afterEach(() => vi.unstubAllGlobals());

  it('confirms at once, and lays out what follows once that has been drawn', () => {
    const { draw } = frames();
    const { bench, desk, lay, later } = stand();
    const first = desk.row!;
    lay(430);
    later(() => desk.press());
    expect(desk.lastTaken?.grams).toBe(430);
    expect(desk.gate).toBe('taken');
    expect(desk.row!.key).toBe(first.key);
    draw();
    expect(desk.row!.key).toBe(first.key);
    draw();
    expect(desk.row!.key).not.toBe(first.key);
    expect(bench.account!.beam.stillOn).toBe(45_770);
  });

  it('never takes one step twice, however quick the next press is', () => {
    frames();
    const { desk, lay, later } = stand();
    lay(430);
    later(() => desk.press());
    lay(410);
    later(() => desk.press());
    lay(400);
    later(() => desk.toTub('slow'));
    const taken = sent.map((d) =>
      d.intent.kind === 'cut' ? `${d.intent.creates.cut} ${d.intent.creates.side}` : d.intent.kind
    );
    expect(new Set(taken).size).toBe(taken.length);
  });

  it('lays out at once when the answer is quicker than the frame', () => {
    frames();
    const { bench, desk, lay, later, before } = stand();
    const first = desk.row!.key;
    lay(430);
    later(() => desk.press());
    heard[0]!(sent[0]!, {
      status: 'booked',
      entry: { ...sent[0]!, postings: sent[0]!.postings, seq: before + 1 }
    });
    expect(desk.row!.key).not.toBe(first);
    expect(bench.answered).toBe(true);
    expect(bench.entries).toHaveLength(before + 1);
    expect(bench.account!.beam.stillOn).toBe(45_770);
  });
});
