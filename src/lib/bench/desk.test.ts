import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { balanceOf, type BookedEntry, type Draft } from '$core/book';
import { TestBook, testId } from '$core/book/testkit';
import { formatScaleLine, type ScaleState } from '$core/scale';
import { grams } from '$core/units';

const sent: Draft[] = [];
const heard: ((draft: Draft, answer: Record<string, unknown>) => void)[] = [];
const kept: { drafts: Draft[]; book: BookedEntry[] } = { drafts: [], book: [] };
vi.mock('./outbox.svelte', () => ({
  outbox: {
    put: async (drafts: Draft[]) => void sent.push(...drafts),
    kept: async () => kept.drafts,
    book: async () => kept.book,
    keepBook: async () => undefined,
    listen: (hear: (typeof heard)[number]) => {
      heard.push(hear);
      return () => undefined;
    }
  }
}));
const { Bench } = await import('./bench.svelte');
const { Desk } = await import('./desk.svelte');

let clock = 0;
beforeEach(() => {
  sent.length = 0;
  heard.length = 0;
  Object.assign(kept, { drafts: [], book: [] });
  const store = new Map<string, string>([['yonder-device', 'bench 0001']]);
  vi.stubGlobal('localStorage', {
    getItem: (key: string) => store.get(key) ?? null,
    setItem: (key: string, value: string) => void store.set(key, value)
  });
  vi.spyOn(performance, 'now').mockImplementation(() => clock);
});

/** A person at the bench of a fallow doe. Each press is a second after the last, unless said otherwise. */
function stand(prepare: (book: TestBook, carcass: string) => void = () => undefined, silver = 'discard') {
  const book = new TestBook();
  const carcass = book.carcass(46_200);
  // The room is set up, the meat is loose: what comes next is weighed.
  for (const step of ['setup', 'ready', 'edge-legs'])
    book.must({ kind: 'tick', item: carcass, step, how: 'done' });
  prepare(book, carcass);
  const before = book.history.length;
  const bench = new Bench(
    { animal: book.animal, code: '26-001', hand: 'Tove', vocabulary: 'plain' },
    book.history
  );
  bench.join();
  const asks = vi.fn();
  const desk = new Desk(bench, 'kg', () => silver as 'stock', asks);
  const show = (value: number, state: ScaleState = 'steady', tare = 0) =>
    desk.show(formatScaleLine({ state, grams: grams(value), tare: grams(tare) }));
  const lay = (value: number) => {
    show(0);
    show(value, 'unsteady');
    show(value);
  };
  const later = <T>(press: () => T, ms = 1_000): T => {
    clock += ms;
    return press();
  };
  return { book, carcass, bench, desk, show, lay, later, asks, before };
}
const kinds = () => sent.map((d) => d.intent.kind);

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
    expect(desk.typed).toBe('0.44');
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

describe('what asks for no weight', () => {
  const fresh = () => {
    const table = stand();
    // Taken back: the room is as it was found.
    const room = table.book.history.filter((e) => e.intent.kind === 'tick');
    table.desk.voidAll(room.map((e) => e.id).reverse());
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
      { animal: book.animal, code: '26-001', hand: 'Tove', vocabulary: 'plain' },
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
    later(() => desk.move(strap, 'jerky'));
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
