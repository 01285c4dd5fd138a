import { PROCEDURES } from '$core/reference';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { balanceOf, type BookedEntry } from '$core/book';
import { testId } from '$core/book/testkit';
import { formatScaleLine } from '$core/scale';
import { grams } from '$core/units';
import { Bench, glandsOut, heard, kept, kinds, sent, stand } from './desk.testkit';

/** The orders of work that come with the program. */
const orders = Object.values(PROCEDURES);

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

  it('drops a press that waits, with a word: an empty plate, another piece, another step, another device, a hidden page', () => {
    const waits = () => {
      const it = stand();
      it.show(0);
      it.show(400, 'unsteady');
      it.later(() => it.desk.press());
      expect(it.desk.armed).toBe(true);
      return it;
    };
    const nothing = ({ desk }: ReturnType<typeof stand>, words: RegExp) => {
      expect(sent).toHaveLength(0);
      expect(desk.armed).toBe(false);
      expect(desk.notice?.text).toMatch(words);
    };
    const empty = waits();
    empty.show(0);
    empty.show(1_285);
    nothing(empty, /plate went empty/);

    const other = waits();
    other.show(4_860);
    nothing(other, /Something else came on the plate/);

    const step = waits();
    step.desk.step(1);
    step.show(405);
    expect(sent).toHaveLength(0);

    const device = waits();
    device.desk.disarm('other');
    device.show(405);
    nothing(device, /Another device has booked/);

    const hidden = waits();
    hidden.desk.disarm('hidden');
    hidden.show(405);
    nothing(hidden, /out of sight/);

    const late = waits();
    late.later(() => late.show(405), 2_001);
    nothing(late, /two seconds/);

    const gone = waits();
    gone.desk.silent();
    nothing(gone, /fell silent/);
  });

  it('drops a press when the step in hand has changed under it, whoever changed it', () => {
    const { desk, bench, show, later, book, carcass } = stand();
    show(0);
    show(400, 'unsteady');
    later(() => desk.press());
    const draft = book.draft({
      kind: 'cut',
      from: carcass,
      creates: { kind: 'part', id: testId(), cut: 'shoulder', side: 'right' },
      reading: { grams: 4_700, how: 'scale' }
    });
    // Another window of this very device books on the animal.
    bench.book(draft.intent);
    sent.length = 0;
    show(405);
    expect(sent).toHaveLength(0);
    expect(desk.notice?.text).toMatch(/Another step is in hand/);
  });

  it('tells two presses by when the hand made them, not by when a busy page hears them', () => {
    const { desk, lay, later } = stand();
    lay(470);
    desk.pressedAt = 10_000;
    later(() => desk.press());
    lay(460);
    // Made 400 ms later, heard in the same breath.
    desk.pressedAt = 10_400;
    later(() => desk.press(), 5);
    expect(sent).toHaveLength(2);
    lay(140);
    // And a real bounce that a busy page hears late is one all the same.
    desk.pressedAt = 10_500;
    later(() => desk.press(), 900);
    expect(sent).toHaveLength(2);
  });

  it('marks what a stand-in says, for ever, and keeps the number of what lay on the plate', () => {
    const { desk, later } = stand();
    const line = formatScaleLine({ state: 'steady', grams: grams(470), tare: grams(0) });
    desk.show(line, { plate: 'run-7', simulated: true });
    later(() => desk.press());
    expect(sent[0]!.intent).toMatchObject({
      reading: { plate: 'run-7', simulated: true, device: 'simulated scale' }
    });
  });

  it('lets go of what another bench has taken off the same scale', () => {
    const { desk, later } = stand();
    const line = formatScaleLine({ state: 'steady', grams: grams(4_700), tare: grams(0) });
    desk.show(line, { plate: 'run-7' });
    desk.takenElsewhere('run-6', 'Odd has it');
    expect(desk.gate).toBe('ready');
    desk.takenElsewhere('run-7', 'Odd has it');
    expect(desk.gate).toBe('taken');
    later(() => desk.press());
    expect(sent).toHaveLength(0);
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

describe('questions', () => {
  it('are answered at presses of their own: neither the big one, nor its bounce, says that glands are out', () => {
    const { desk, lay, later } = stand((book, carcass) => {
      const leg = book.part(carcass, 4_700, 'shoulder', 'left');
      book.must({ kind: 'open', item: leg });
    });
    const stop = desk.bench.work.rows.find((r) => r.act.kind === 'glands')!;
    desk.choose(stop.key);
    later(() => desk.press());
    expect(sent).toHaveLength(0);
    expect(desk.notice?.text).toMatch(/presses of its own/);
    // A weight on the plate makes no difference.
    lay(400);
    later(() => desk.press());
    expect(sent).toHaveLength(0);
    later(() => desk.tick('done'));
    expect(kinds()).toEqual(['tick']);
  });

  it('a bounce after a take does not say of the next step that it is done', () => {
    const { desk, lay, later } = stand(undefined, undefined, ['setup', 'ready']);
    desk.choose(desk.bench.work.rows.find((r) => r.act.kind === 'take')!.key);
    lay(470);
    later(() => desk.press());
    const say = desk.bench.work.rows.find(
      (r) => r.act.kind === 'say' && r.act.answers.length <= 1 && !r.done
    )!;
    desk.choose(say.key);
    later(() => desk.press(), 300);
    expect(sent).toHaveLength(1);
    later(() => desk.press(), 400);
    expect(kinds()).toEqual(['cut', 'tick']);
  });

  it('letters mean something only where something is in hand', () => {
    const { desk } = stand(undefined, undefined, ['setup', 'ready']);
    desk.choose(desk.bench.work.rows.find((r) => r.act.kind === 'take')!.key);
    expect(desk.hears('g')).toBe(true);
    expect(desk.hears('y')).toBe(false);
    const say = desk.bench.work.rows.find((r) => r.act.kind === 'say' && !r.done)!;
    desk.choose(say.key);
    expect([desk.hears('g'), desk.hears('t'), desk.hears('u')]).toEqual([false, false, true]);
  });

  it('the same cut of the same side is asked about, and kept when both are meant', () => {
    const { desk } = stand((book, carcass) => {
      book.part(carcass, 4_860, 'shoulder', 'left');
    });
    desk.bench.add(desk.bench.work.focus!.id, { kind: 'part', cut: 'shoulder', side: 'left' });
    const again = {
      kind: 'cut',
      animal: desk.bench.animal,
      from: desk.bench.work.focus!.id,
      creates: { kind: 'part', id: testId(), cut: 'shoulder', side: 'left' },
      reading: { grams: 4_700, how: 'scale' }
    } as const;
    expect(desk.bench.book(again as never)).toMatchObject({
      code: 'doubt',
      why: 'twice',
      grams: 4_860,
      hand: 'Tove',
      device: 'test'
    });
    expect(desk.bench.book({ ...again, sure: ['twice'] } as never)).toBeUndefined();
  });

  it('more than a hundred grams are written off only by a press that says so', () => {
    const { desk, lay, later } = stand((book, carcass) => {
      book.piece(carcass, 37_000, 'strap', 'prime', { side: 'left' });
    });
    glandsOut(desk, desk.bench);
    sent.length = 0;
    const close = desk.bench.work.rows.find((r) => r.act.kind === 'close')!;
    desk.choose(close.key);
    lay(7_000);
    later(() => desk.press());
    expect(sent).toHaveLength(0);
    expect(desk.notice).toMatchObject({
      retryWords: 'Write it off',
      refusal: { why: 'writeOff', grams: 2_200 }
    });
    // The same press again asks again; only the press of its own writes off.
    later(() => desk.press());
    expect(sent).toHaveLength(0);
    desk.notice?.retry?.();
    expect(sent[0]!.intent).toMatchObject({ kind: 'close', sure: ['writeOff'] });
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
    // A question ends with its mark alone.
    for (const key of ['clear', ...'2500000'] as const) desk.digit(key);
    later(() => desk.press());
    expect(desk.notice?.text).not.toContain('?.');
    for (const key of ['clear', ...'..'] as const) desk.digit(key);
    later(() => desk.press());
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
      const leg = book.part(carcass, 2_000, 'hindLeg', 'left');
      book.must({ kind: 'open', item: leg });
    });
    desk.choose('topRound');
    lay(2_100);
    later(() => desk.press());
    expect(sent).toHaveLength(0);
    expect(desk.notice?.refusal).toMatchObject({ code: 'overdrawn', wanted: 2_100, left: 2_000 });
    desk.notice?.retry?.();
    expect(sent).toHaveLength(1);
    expect(sent[0]!.intent).toMatchObject({ acknowledged: true });
    expect(balanceOf(bench.state, bench.work.focus!.id)).toBe(0);
  });
});

describe('closing', () => {
  /** A leg of 9 kg lies open; so much has come off it, and the rest is bone. */
  const opened = (off = 7_480) =>
    stand((book, carcass) => {
      const leg = book.part(carcass, 9_000, 'hindLeg', 'left');
      book.must({ kind: 'open', item: leg });
      if (off > 0) book.piece(leg, off, 'topRound', 'prime', { side: 'left' });
    });

  it('stops while its glands are not spoken of, and the way past is on the record', () => {
    const { desk, lay, later, bench } = opened();
    lay(1_500);
    later(() => desk.close());
    expect(sent).toHaveLength(0);
    expect(desk.notice).toMatchObject({ retryWords: 'Close it, they stay in' });
    later(() => desk.notice!.retry!());
    // A tick each: what is said of one is not said of another.
    const stops = ['inguinal', 'femoral', 'popliteal', 'hip', 'prefemoral'];
    expect(sent.slice(0, -1).map((d) => d.intent)).toMatchObject(
      stops.map((gland) => ({ kind: 'tick', step: `gland-${gland}`, how: 'left' }))
    );
    expect(sent.at(-1)!.intent).toMatchObject({ kind: 'close', glands: 'left' });
    expect(bench.glandsOf((sent.at(-1)!.intent as { item: string }).item)).toBe('left');
  });

  it('ticks the glands at their own press, without a reading, and remembers it over a reload', () => {
    const { desk, later, bench } = opened();
    const stop = bench.work.rows.find((r) => r.act.kind === 'glands')!;
    desk.choose(stop.key);
    later(() => desk.tick('done'));
    expect(kinds()).toEqual(['tick']);
    expect(sent[0]!.postings).toEqual([]);
    expect(bench.work.rows.find((r) => r.key === stop.key)?.done).toBe(true);
    const again = new Bench(
      { animal: bench.animal, code: '26-001', hand: 'Tove', vocabulary: 'plain', orders },
      [...bench.entries]
    );
    again.join();
    expect(again.work.rows.find((r) => r.key === stop.key)?.done).toBe(true);
  });

  it('weighs the bone', () => {
    const { desk, lay, later, bench } = opened();
    glandsOut(desk, bench);
    lay(1_500);
    later(() => desk.close());
    expect(sent.at(-1)!.intent).toMatchObject({
      kind: 'close',
      bone: { grams: 1_500, how: 'scale' },
      glands: 'out'
    });
  });

  it('goes by the model where there is no scale', () => {
    const { desk, later, bench } = opened(7_470);
    glandsOut(desk, bench);
    later(() => desk.closeWithoutScale());
    expect(sent.at(-1)!.intent).toMatchObject({
      kind: 'close',
      bone: { grams: Math.round(9_000 * 0.17), how: 'model' }
    });
  });

  it('keeps a leg whole, on the bone, in one press', () => {
    const { desk, later, bench } = opened(0);
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
    expect(desk.notice?.text).toContain('nothing to undo');
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
    expect(kinds()).toEqual(['cut', 'void']);
    expect(sent[1]!.intent).toMatchObject({ entry: cut!.id, chain: [open.id] });
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

describe('a history that was asked for before the newest answer', () => {
  afterEach(() => vi.unstubAllGlobals());

  it('takes back nothing that has been answered meanwhile', async () => {
    const { bench, desk, lay, later, book } = stand();
    let arrive: (entries: unknown[]) => void = () => undefined;
    const answer = new Promise<unknown[]>((done) => (arrive = done));
    vi.stubGlobal('fetch', async () => ({
      ok: true,
      json: async () => ({ entries: await answer })
    }));
    const asked = bench.refresh();
    lay(430);
    later(() => desk.press());
    const [cut] = sent;
    heard[0]!(cut!, { status: 'booked', entry: { ...cut!, seq: book.history.length + 1 } });
    expect(bench.answered).toBe(true);
    // What the server sent is from before that entry.
    arrive(book.history);
    await asked;
    expect(bench.entries.at(-1)?.id).toBe(cut!.id);
    expect(bench.account!.beam.stillOn).toBe(45_770);
    expect(bench.isNews(book.history.length + 1)).toBe(false);
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
