import { describe, expect, it } from 'vitest';
import { balanceOf, net } from '$core/book';
import { TestBook, testId, weighed } from '$core/book/testkit';
import { PROCEDURES, glandTick, procedureFor } from '$core/reference';
import { accountOf, boneStillOn, itemName, summaryOf } from '$core/account';
import { expectedBone, focusOf, wholeCutOf, workOf } from './index';
import { laidOut } from './testkit';

/** The orders of work that come with the program. */
const orders = Object.values(PROCEDURES);

const KG = 1000;

/** Presses through the order of work as the bench does: each row at the weight it is expected to have, times a factor. */
function workThrough(book: TestBook, factor = 1, most = Infinity): void {
  for (let presses = 0; presses < most; presses += 1) {
    const [row] = workOf(book.state, book.animal, book.history, { orders }).open;
    if (!row) return;
    const { act } = row;
    if (act.kind === 'glands')
      for (const gland of act.keys)
        book.must({ kind: 'tick', item: act.item, step: glandTick(gland, act.side), how: 'done' });
    else if (act.kind === 'say') book.must({ kind: 'tick', item: act.item, step: row.key, how: 'done' });
    else if (act.kind === 'open') book.must({ kind: 'open', item: act.item });
    else if (act.kind === 'close')
      book.must({
        kind: 'close',
        item: act.item,
        bone: weighed(
          Math.round(Math.min(balanceOf(book.state, act.item), row.expected?.mean ?? Infinity) * factor)
        ),
        boneTo: 'discard'
      });
    else if (act.kind === 'take') {
      const grams = Math.max(
        1,
        Math.min(Math.round((row.expected?.mean ?? 500) * factor), balanceOf(book.state, act.from) - 1)
      );
      book.must({
        kind: 'cut',
        from: act.from,
        creates: {
          kind: act.born,
          id: testId(),
          cut: act.cut,
          ...(act.side ? { side: act.side } : {}),
          ...(act.born === 'piece' ? { place: { tub: act.tub ?? 'grind' }, boneIn: act.boneIn } : {})
        },
        reading: weighed(grams)
      });
    }
  }
}

const account = (book: TestBook) => accountOf(book.state, book.animal, book.history)!;
const work = (book: TestBook) => workOf(book.state, book.animal, book.history, { orders });

describe('the order of work', () => {
  it('goes by the procedure, ticks off what came, and skips what was taken out of turn', () => {
    const book = new TestBook();
    const carcass = book.carcass();
    const steps = procedureFor({ orders, group: 'deer' })!.steps;
    expect(work(book).rows.map((r) => r.key)).toEqual(steps.map((s) => s.key));
    expect(work(book).open).toHaveLength(steps.length);
    expect(focusOf(book.state, book.animal)?.id).toBe(carcass);

    book.must({
      kind: 'cut',
      from: carcass,
      creates: { kind: 'piece', id: testId(), cut: 'strap', side: 'right', place: { tub: 'prime' } },
      reading: weighed(2_150)
    });
    const right = work(book).rows.find((r) => r.key === 'strap-right');
    expect(right).toMatchObject({ done: true, weight: 2_150 });
    expect(work(book).rows.find((r) => r.key === 'strap-left')?.done).toBe(false);
    expect(work(book).open[0]?.key).toBe(steps[0]?.key);
  });

  it('turns to a part’s muscles when it is opened, and back when it is closed', () => {
    const book = new TestBook();
    const carcass = book.carcass();
    const leg = book.part(carcass, 9_000, 'hindLeg', 'left');
    expect(work(book).procedure?.key).toBe('Q1');
    book.must({ kind: 'open', item: leg });
    const open = work(book);
    expect(open.procedure?.part).toBe('hindLeg');
    expect(open.focus?.id).toBe(leg);
    expect(open.rows.every((r) => r.act.kind !== 'open')).toBe(true);
    const first = open.open.find((r) => r.act.kind === 'take');
    expect(first?.act).toMatchObject({ kind: 'take', from: leg, side: 'left', born: 'piece' });
    // The pieces of the leg and its bone are expected to add up to the leg, within the muscles' own rounding.
    const sum = open.rows.reduce((total, r) => total + (r.expected?.mean ?? 0), 0);
    expect(sum / 9_000).toBeGreaterThan(0.95);
    expect(sum / 9_000).toBeLessThan(1.05);

    book.must({ kind: 'close', item: leg, bone: weighed(1_600), boneTo: 'discard' });
    expect(work(book).procedure?.key).toBe('Q1');
  });

  it('counts a leg that was cut up another way as off', () => {
    const book = new TestBook();
    const carcass = book.carcass();
    book.part(carcass, 9_000, 'hindLeg', 'left');
    expect(work(book).rows.find((r) => r.key === 'hindLeg-left')?.done).toBe(true);
    const waiting = work(book).rows.filter((r) => r.act.kind === 'open');
    expect(waiting).toHaveLength(1);
    expect(waiting[0]?.title).toBe('Open: hind leg, left');
  });

  it('stops at the glands of a leg until somebody says that they are out', () => {
    const book = new TestBook();
    const leg = book.part(book.carcass(), 9_000, 'hindLeg', 'left');
    book.must({ kind: 'open', item: leg });
    const stop = () => work(book).rows.find((r) => r.key === 'gland-popliteal')!;
    expect(stop().done).toBe(false);
    expect(stop().act).toMatchObject({ item: leg, keys: ['popliteal'] });
    expect(stop().look).toContain('in the fat between');
    const other = book.part(focusOf(book.state, book.animal)!.from!, 5_000);
    book.must({ kind: 'tick', item: other, step: 'glands', how: 'done' });
    expect(stop().done).toBe(false);
    // Each has its own tick; the one for all of before is still read.
    for (const step of ['gland-popliteal', 'glands']) {
      const said = book.must({ kind: 'tick', item: leg, step, how: 'left' });
      expect(stop().done).toBe(true);
      expect(work(book).rows.find((r) => r.key === 'gland-femoral')?.done).toBe(step === 'glands');
      book.must({ kind: 'void', entry: said.id });
      expect(stop().done).toBe(false);
    }
  });

  it('is empty for an animal that is not in the book', () => {
    expect(workOf(new TestBook().state, 'nobody', [], { orders })).toMatchObject({ rows: [], open: [] });
  });

  it('expects of a part’s bone only what has not left in bone-in cuts', () => {
    const book = new TestBook();
    const carcass = book.carcass();
    const leg = book.part(carcass, 10_000, 'hindLeg', 'left');
    const animal = () => book.state.animals[book.animal]!;
    const item = () => book.state.items[leg]!;
    expect(expectedBone(book.state, animal(), item())?.mean).toBeCloseTo(1_700, 6);
    const shank = testId();
    book.must({
      kind: 'cut',
      from: leg,
      creates: { kind: 'piece', id: shank, cut: 'hindShank', place: { tub: 'slow' }, boneIn: true },
      reading: weighed(1_000)
    });
    const share = book.state.items[shank]!.boneShare ?? 0;
    expect(share).toBeGreaterThan(0.2);
    expect(expectedBone(book.state, animal(), item())?.mean).toBeCloseTo(1_700 - 1_000 * share, 6);
  });
});

describe('a cut that may be left on its bone', () => {
  it('is proposed and expected as somebody wants it, and as usual where nobody has said so', () => {
    const book = new TestBook();
    book.must({ kind: 'open', item: book.part(book.carcass(), 10_000, 'hindLeg', 'left') });
    const rows = (onBone?: (cut: string) => boolean | undefined) =>
      workOf(book.state, book.animal, book.history, { orders, ...(onBone ? { onBone } : {}) }).rows;
    const of = (cut: string, onBone?: (cut: string) => boolean | undefined) =>
      rows(onBone).find((r) => r.act.kind === 'take' && r.act.cut === cut);
    const usual = of('hindShank');
    expect(usual?.act).toMatchObject({ boneIn: true });
    const off = of('hindShank', (cut) => (cut === 'hindShank' ? false : undefined));
    expect(off?.act).toMatchObject({ boneIn: false });
    expect(off?.expected?.mean).toBeLessThan((usual?.expected?.mean ?? 0) * 0.7);
    // What holds no bone is on none, whatever somebody has written.
    expect(of('topRound', () => true)?.act).toMatchObject({ boneIn: false });
    expect(of('topRound', () => true)?.expected).toEqual(of('topRound')?.expected);
  });
});

describe('from one stage to the next', () => {
  const tickAll = (book: TestBook, until?: string) => {
    for (;;) {
      const [row] = work(book).open;
      if (!row || row.key === until || !['say', 'beside', 'glands'].includes(row.act.kind)) return row;
      const { act } = row;
      if (!('item' in act)) return row;
      const how = act.kind === 'beside' ? 'skipped' : 'done';
      const steps = act.kind === 'glands' ? act.keys.map((key) => glandTick(key)) : [row.key];
      for (const step of steps) book.must({ kind: 'tick', item: act.item, step, how });
    }
  };

  it('goes on from dressing to skinning to cutting, and ends what was begun before', () => {
    const book = new TestBook();
    const carcass = book.carcass(60_000, 'live');
    expect(work(book).procedure?.key).toBe('F1');
    expect(tickAll(book)?.key).toBe('dressed');
    book.must({ kind: 'skin', item: carcass, reading: weighed(48_000, { stage: 'dressed' }) });
    expect(work(book).procedure?.key).toBe('H1');
    expect(tickAll(book)?.key).toBe('hanging');
    book.must({ kind: 'skin', item: carcass, reading: weighed(42_000, { stage: 'hanging' }) });
    // The hide is still to weigh, the cold room still to close.
    expect(work(book).procedure?.key).toBe('H1');
    expect(work(book).open.map((r) => r.key)).toEqual(['hide', 'cold']);
    tickAll(book);
    expect(work(book).procedure?.key).toBe('Q1');
  });

  it('leaves what was begun as soon as something is cut, or somebody says so', () => {
    const book = new TestBook();
    const carcass = book.carcass(48_000, 'dressed');
    book.must({ kind: 'tick', item: carcass, step: 'hooks', how: 'done' });
    book.must({ kind: 'school', item: carcass, by: 'Q2' });
    expect(work(book).procedure?.key).toBe('Q2');
    const other = new TestBook();
    const body = other.carcass(48_000, 'dressed');
    other.must({ kind: 'tick', item: body, step: 'hooks', how: 'done' });
    other.must({ kind: 'skin', item: body, reading: weighed(42_000, { stage: 'hanging' }) });
    expect(work(other).procedure?.key).toBe('H1');
    other.piece(body, 900, 'tenderloin');
    expect(work(other).procedure?.key).toBe('Q1');
  });

  it('takes a weight that was passed over for what it is: gone by', () => {
    const book = new TestBook();
    const carcass = book.carcass(60_000, 'live');
    tickAll(book);
    book.must({ kind: 'tick', item: carcass, step: 'dressed', how: 'skipped' });
    expect(work(book).procedure?.key).toBe('H1');
  });

  it('adds a cut for this once before the end, and not one that stands there', () => {
    const book = new TestBook();
    const carcass = book.carcass();
    const keys = (cut: string, side?: 'left') =>
      workOf(book.state, book.animal, book.history, {
        orders,
        added: new Map([[carcass, [{ kind: 'piece' as const, cut, ...(side ? { side } : {}) }]]])
      }).rows.map((r) => r.key);
    expect(keys('diaphragm').slice(-2)).toEqual(['added-diaphragm', 'frame']);
    expect(keys('strap', 'left')).toEqual(work(book).rows.map((r) => r.key));
    book.piece(carcass, 300, 'diaphragm', 'grind');
    const row = workOf(book.state, book.animal, book.history, {
      orders,
      added: new Map([[carcass, [{ kind: 'piece' as const, cut: 'diaphragm' }]]])
    }).rows.find((r) => r.key === 'added-diaphragm');
    expect(row).toMatchObject({ done: true, weight: 300 });
  });
});

describe('procedures', () => {
  const by = (book: TestBook, item: string, school: string) =>
    workOf(book.state, book.animal, book.history, { orders, procedures: new Map([[item, school]]) });

  it('take the same pieces off a carcass in another order', () => {
    const book = new TestBook();
    const carcass = book.carcass();
    const keys = (school: string) => by(book, carcass, school).rows.map((r) => r.key);
    expect(keys('Q2').slice(0, 3)).toEqual(['setup', 'ready', 'strap-left']);
    expect(keys('Q2').at(-1)).toBe('frame');
    expect([...keys('Q2')].sort()).toEqual([...keys('Q1')].sort());
    expect(keys('S2')).toEqual(keys('Q1'));
  });

  it('can be changed in mid-work: what is off is done by either', () => {
    const book = new TestBook();
    const leg = book.part(book.carcass(), 3_000, 'hindLeg', 'left');
    book.must({ kind: 'open', item: leg });
    const done = (school: string, key: string) => by(book, leg, school).rows.find((r) => r.key === key)?.done;
    book.piece(leg, 640, 'topRound', 'prime', { side: 'left' });
    // The inside leg taken whole is only done when its flap is off too.
    expect(done('S1-small', 'insideWhole')).toBe(false);
    book.piece(leg, 80, 'topRoundCap', 'grind', { side: 'left' });
    expect(done('S1-small', 'insideWhole')).toBe(true);
    // The other way round: a roast of ball and hip has all its muscles off.
    book.piece(leg, 800, 'ballAndHip', 'slow', { side: 'left' });
    for (const muscle of ['tipCore', 'tipSide', 'topSirloin', 'triTip'])
      expect(done('S1', muscle)).toBe(true);
    const spread = laidOut(book);
    const cell = (key: string) => spread.find((r) => r.key === key)!.cells[0]!;
    expect(cell('tipCore').fills[0]?.class).toBe('S');
    const sum = ['tipCore', 'tipSide', 'topSirloin', 'triTip'].reduce((n, key) => n + cell(key).taken!, 0);
    expect(sum).toBeCloseTo(800, 6);
  });

  it('expect of what is kept together the sum of its muscles', () => {
    const book = new TestBook();
    const leg = book.part(book.carcass(), 3_000, 'hindLeg', 'left');
    book.must({ kind: 'open', item: leg });
    const mean = (school: string, ...keys: string[]) =>
      by(book, leg, school)
        .rows.filter((r) => keys.includes(r.key))
        .reduce((n, r) => n + r.expected!.mean, 0);
    expect(mean('S1-small', 'ballAndHip')).toBeCloseTo(
      mean('S1', 'tipCore', 'tipSide', 'topSirloin', 'triTip'),
      6
    );
    const total = by(book, leg, 'S1-small').rows.reduce((n, r) => n + (r.expected?.mean ?? 0), 0);
    expect(total / 3_000).toBeGreaterThan(0.95);
    expect(total / 3_000).toBeLessThan(1.05);
  });
});

describe('an animal worked through by the list at expected weights', () => {
  const book = new TestBook();
  book.carcass(46_200);
  workThrough(book);
  const a = account(book);

  it('ends with everything closed and every gram in its place', () => {
    expect(work(book).open).toEqual([]);
    expect(a.work).toBe('done');
    expect(a.beam.stillOn).toBe(0);
    const placed = a.beam.segments.reduce((sum, s) => sum + s.grams, 0);
    expect(placed).toBe(46_200);
  });

  it('has the three denominators of its own weights', () => {
    expect(a.ratios.hanging).toMatchObject({ value: a.yield.boneless / 46_200, modelled: false });
    const { dressed, live } = a.stages;
    expect(a.ratios.dressed!.value).toBeCloseTo(a.yield.boneless / dressed!.grams, 12);
    expect(a.ratios.live).toMatchObject({ value: a.yield.boneless / live!.grams, modelled: true });
    expect(a.ratios.live!.low).toBeLessThan(a.ratios.live!.value);
    expect(a.ratios.live!.high).toBeGreaterThan(a.ratios.live!.value);
  });

  it('is even left and right', () => {
    expect(a.sides.map((s) => s.part).sort()).toContain('hindLeg');
    for (const side of a.sides) expect(side.comparison.uneven).toBe(false);
  });

  it('gives each part what was taken and what was expected of it', () => {
    const leg = a.parts.find((p) => p.part === 'hindLeg' && p.side === 'left')!;
    expect(leg.settled).toBe(true);
    expect(leg.taken).toBe(Math.round(leg.expectedTaken!.mean));
    expect(leg.boneless! + (leg.discards.bone ?? 0) + (leg.discards.unaccounted ?? 0)).toBeLessThanOrEqual(
      leg.taken!
    );
  });

  it('has weighed its frame', () => {
    expect(a.frame?.how).toBe('scale');
    expect(a.frame?.expected.mean).toBeCloseTo(a.expectation.frame.mean * 46_200, 6);
  });

  it('sums up to the same in lists', () => {
    const summary = summaryOf(book.state, book.animal)!;
    expect(summary.yield).toEqual(a.yield);
    expect(summary.expectedBoneless).toEqual(a.expectedBoneless);
    expect(summary.beam).toEqual(a.beam);
  });
});

describe('the verdict', () => {
  it('waits until everything is closed, then says within, below or above', () => {
    const half = new TestBook();
    half.carcass(46_200);
    workThrough(half, 1, 4);
    expect(account(half).work).toBe('bench');
    expect(account(half).verdict).toBeUndefined();

    const light = new TestBook();
    const carcass = light.carcass(46_200);
    light.must({ kind: 'discard', from: carcass, reason: 'bloodshot', reading: weighed(9_000) });
    workThrough(light, 0.75);
    expect(account(light).verdict).toBe('below');
  });

  it('compares no sides of which one was only supposed', () => {
    const sidesOf = (how: 'scale' | 'model') => {
      const book = new TestBook();
      const carcass = book.carcass(46_200);
      for (const side of ['left', 'right'] as const) book.piece(carcass, 1_400, 'strap', 'prime', { side });
      book.must({
        kind: 'cut',
        from: carcass,
        reading: { grams: 160, how },
        creates: { kind: 'piece', id: testId(), cut: 'tenderloin', side: 'left', place: { tub: 'prime' } }
      });
      book.piece(carcass, 160, 'tenderloin', 'prime', { side: 'right' });
      return account(book).sides.map(({ part }) => part);
    };
    expect(sidesOf('scale')).toEqual(expect.arrayContaining(['strap', 'tenderloin']));
    expect(sidesOf('model')).toEqual(['strap']);
  });

  it('names the side that is lighter', () => {
    const book = new TestBook();
    const carcass = book.carcass(46_200);
    for (const [side, meat] of [
      ['left', 3_000],
      ['right', 3_900]
    ] as const) {
      const shoulder = book.part(carcass, 5_000, 'shoulder', side);
      book.must({ kind: 'open', item: shoulder });
      book.piece(shoulder, meat, 'armRoast', 'slow', { side });
      book.must({ kind: 'close', item: shoulder, bone: weighed(5_000 - meat), boneTo: 'discard' });
    }
    const [shoulder] = account(book).sides.filter((s) => s.part === 'shoulder');
    expect(shoulder).toMatchObject({ left: 3_000, right: 3_900 });
    expect(shoulder?.comparison).toMatchObject({ uneven: true, lighter: 'left' });
  });
});

describe('the animal laid out', () => {
  it('shows every part hollow at first, then filled with where it went', () => {
    const book = new TestBook();
    const carcass = book.carcass(46_200);
    const hollow = laidOut(book);
    expect(hollow.map((r) => r.key)).toContain('hindLeg');
    for (const row of hollow)
      for (const cell of row.cells) {
        expect(cell.taken).toBeUndefined();
        expect(cell.expected!.mean).toBeGreaterThan(0);
      }
    book.piece(carcass, 2_150, 'strap', 'prime', { side: 'left' });
    const strap = laidOut(book).find((r) => r.key === 'strap')!;
    const cell = (side: string) => strap.cells.find((c) => c.side === side)!;
    expect(cell('left')).toMatchObject({ taken: 2_150, fills: [{ class: 'P', grams: 2_150 }] });
    expect(cell('right').taken).toBeUndefined();
  });

  it('shows the muscles of an open part, and what became of each', () => {
    const book = new TestBook();
    const carcass = book.carcass(46_200);
    const leg = book.part(carcass, 9_000, 'hindLeg', 'left');
    book.must({ kind: 'open', item: leg });
    const piece = book.piece(leg, 1_500, 'topRound', 'prime');
    book.must({
      kind: 'trim',
      item: piece,
      reading: weighed(1_380),
      went: [{ to: { reason: 'silver' } }]
    });
    const rows = laidOut(book);
    const topRound = rows.find((r) => r.key === 'topRound')!;
    expect(topRound.cells[0]).toMatchObject({
      taken: 1_500,
      fills: [
        { class: 'P', grams: 1_380 },
        { class: 'X', grams: 120 }
      ]
    });
    expect(rows.filter((r) => r.cells[0]?.taken !== undefined)).toHaveLength(1);
  });
});

describe('small things', () => {
  it('bone still on falls as bone goes', () => {
    const book = new TestBook();
    const carcass = book.carcass(46_200);
    const before = boneStillOn(book.state, book.animal);
    // frame 0.15, hind legs 0.3927 · 0.17, shoulders 0.205 · 0.21 of the carcass, roughly
    expect(before / 46_200).toBeGreaterThan(0.24);
    expect(before / 46_200).toBeLessThan(0.28);
    const leg = book.part(carcass, 9_000, 'hindLeg', 'left');
    book.must({ kind: 'open', item: leg });
    book.must({ kind: 'close', item: leg, bone: weighed(1_600), boneTo: 'discard' });
    expect(boneStillOn(book.state, book.animal)).toBeLessThan(before);
  });

  it('names things in the chosen words', () => {
    const book = new TestBook();
    const carcass = book.carcass();
    const leg = book.part(carcass, 9_000, 'hindLeg', 'left');
    const piece = book.piece(leg, 900, 'topRound');
    const name = (id: string, words: 'plain' | 'retail' = 'plain') => itemName(book.state.items[id], words);
    expect(name(carcass)).toBe('Carcass');
    expect(name(leg)).toBe('Hind leg, left');
    expect(name(piece)).not.toBe('Piece');
    expect(itemName(undefined, 'plain')).toBe('gone');
    expect(wholeCutOf('hindLeg')).toBeDefined();
    expect(wholeCutOf('flank')).toBeUndefined();
    expect(net({ grams: 1200 as never, tare: 200 as never, how: 'scale' })).toBe(1000);
  });
});

describe('tub by tub at the end', () => {
  it('gives the same yield, beam and verdict as piece by piece, in eight presses', () => {
    const piecewise = new TestBook();
    piecewise.carcass(46_200);
    workThrough(piecewise);
    const one = account(piecewise);
    const tubs = new TestBook();
    const carcass = tubs.carcass(46_200);
    const seg = (cls: string) =>
      one.beam.segments
        .filter((s) => s.class === cls && s.key !== 'unaccounted')
        .reduce((a, s) => a + s.grams, 0);
    let presses = 0;
    for (const [tub, cls] of [
      ['prime', 'P'],
      ['slow', 'S'],
      ['jerky', 'J'],
      ['grind', 'G']
    ] as const) {
      if (seg(cls) === 0) continue;
      tubs.must({ kind: 'tub', tub, from: carcass, reading: weighed(seg(cls)) });
      presses += 1;
    }
    const lost = (key: string) => one.beam.segments.find((s) => s.key === key)?.grams ?? 0;
    // Bone in the pieces kept on the bone is left in them by piece; by tub everything counts as meat, so it is boned here.
    const boneIn = Object.values(piecewise.state.items).reduce(
      (sum, item) => sum + balanceOf(piecewise.state, item.id) * (item.boneShare ?? 0),
      0
    );
    tubs.must({ kind: 'close', item: carcass, bone: weighed(lost('bone')), boneTo: 'discard' });
    presses += 1;
    const other = account(tubs);
    expect(presses).toBeLessThanOrEqual(8);
    expect(other.work).toBe('done');
    expect(other.beam.stillOn).toBe(0);
    expect(other.yield.boneless).toBeCloseTo(one.yield.boneless + boneIn, -1);
    expect(other.beam.segments.filter((s) => s.class === 'P')).toEqual(
      one.beam.segments.filter((s) => s.class === 'P')
    );
  });

  it('takes what a leg was divided into as done, at the weight it came at', () => {
    const book = new TestBook();
    const leg = book.part(book.carcass(40 * KG), 9_000, 'hindLeg', 'left');
    book.must({ kind: 'open', item: leg });
    const row = (cut: string) => work(book).rows.find((r) => r.act.kind === 'take' && r.act.cut === cut);
    const cuts = work(book).rows.flatMap((r) => (r.act.kind === 'take' ? [r.act.cut] : []));
    const [one, two] = cuts as [string, string];
    expect(row(one)).toMatchObject({ done: false });
    book.must({
      kind: 'divide',
      item: leg,
      children: [one, two].map((cut, i) => ({
        creates: { kind: 'piece', id: testId(), cut, side: 'left', place: { tub: 'prime' } },
        reading: weighed(1_200 + i * 100)
      }))
    });
    expect(row(one)).toMatchObject({ done: true, weight: 1_200 });
    expect(row(two)).toMatchObject({ done: true, weight: 1_300 });
  });
});
