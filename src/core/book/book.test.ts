import { describe, expect, it } from 'vitest';
import {
  auditSubject,
  balanceOf,
  beamOf,
  bestMark,
  compareProjection,
  contentsOf,
  dependants,
  doubtOf,
  entryLine,
  everBorn,
  fold,
  net,
  readEntryLine,
  readHeader,
  readTrailer,
  trailerLine,
  headerLine,
  spotsOf,
  sumOf,
  tubWeight,
  workState,
  yieldOf
} from '.';
import { TestBook, testId, weighed } from './testkit';

describe('how things are booked', () => {
  it('weighs in: field to carcass', () => {
    const book = new TestBook();
    const c = book.carcass(46_200);
    expect(book.rows({ [c]: 'carcass' })).toEqual({ 'field:A': -46_200, carcass: 46_200 });
    expect(beamOf(book.state, book.animal)).toMatchObject({
      base: 46_200,
      baseOf: 'hanging',
      hollow: false,
      stillOn: 46_200,
      segments: []
    });
  });

  it('skins a dressed carcass: hide to its tub, the rest is dressing and never evaporation', () => {
    const book = new TestBook();
    const c = book.carcass(60_000, 'dressed');
    expect(beamOf(book.state, book.animal)).toMatchObject({ base: 60_000, baseOf: 'first', hollow: true });
    book.must({
      kind: 'skin',
      item: c,
      reading: weighed(46_200, { stage: 'hanging' }),
      hide: weighed(5_100)
    });
    expect(book.rows({ [c]: 'carcass' })).toEqual({
      'field:A': -60_000,
      carcass: 46_200,
      'tub:hide:A': 5_100,
      'loss:dressing:carcass': 8_700
    });
    expect(beamOf(book.state, book.animal)).toMatchObject({
      base: 46_200,
      segments: [],
      stillOn: 46_200,
      strip: { hide: 5_100, dressing: 8_700 }
    });
    expect(book.try({ kind: 'skin', item: c, reading: weighed(40_000, { stage: 'hanging' }) }).refused).toBe(
      'stage-passed'
    );
  });

  it('takes a single leg on its own, and offal beside it', () => {
    const book = new TestBook();
    const leg = testId();
    book.must({
      kind: 'intake',
      facts: { species: 'roe', sex: 'unknown', ageClass: 'adult' },
      into: { kind: 'part', id: leg, cut: 'hindLeg', side: 'left' },
      reading: weighed(9_100)
    });
    book.must({ kind: 'intake', into: { kind: 'tub', tub: 'offal' }, reading: weighed(1_350) });
    expect(book.rows({ [leg]: 'leg' })).toEqual({ 'field:A': -10_450, leg: 9_100, 'tub:offal:A': 1_350 });
    expect(beamOf(book.state, book.animal)).toMatchObject({
      base: 9_100,
      hollow: true,
      strip: { offal: 1_350 }
    });
  });

  it('books two days on the hook as evaporation, and refuses a carcass that grew', () => {
    const book = new TestBook();
    const c = book.carcass(46_200);
    book.must({ kind: 'reweigh', item: c, reading: weighed(45_300, { stage: 'aged' }) });
    expect(book.rows({ [c]: 'c' })['loss:evaporation:c']).toBe(900);
    expect(book.try({ kind: 'reweigh', item: c, reading: weighed(47_000, { stage: 'aged' }) }).refused).toBe(
      'heavier'
    );
    expect(beamOf(book.state, book.animal).segments).toEqual([
      { key: 'evaporation', class: 'X', grams: 900 }
    ]);
  });

  it('keeps what evaporated before the hanging weight out of the beam', () => {
    const book = new TestBook();
    const c = book.carcass(60_000, 'dressed');
    book.must({ kind: 'reweigh', item: c, reading: weighed(59_000, { stage: 'dressed' }) });
    book.must({ kind: 'skin', item: c, reading: weighed(45_000, { stage: 'hanging' }) });
    book.must({ kind: 'reweigh', item: c, reading: weighed(44_500, { stage: 'aged' }) });
    const beam = beamOf(book.state, book.animal);
    expect(beam.segments).toEqual([{ key: 'evaporation', class: 'X', grams: 500 }]);
    expect(beam.stillOn + 500).toBe(beam.base);
  });

  it('corrects an estimate by the scale: the difference comes from the field, the better reading counts', () => {
    const book = new TestBook();
    const c = book.carcass(46_000, 'hanging', { how: 'estimated' });
    expect(beamOf(book.state, book.animal).hollow).toBe(true);
    const first = book.history[0]!;
    book.must({ kind: 'correct', entry: first.id, reading: weighed(47_500) });
    expect(book.rows({ [c]: 'c' })).toEqual({ 'field:A': -47_500, c: 47_500 });
    book.must({ kind: 'correct', entry: first.id, reading: weighed(47_100) });
    expect(balanceOf(book.state, c)).toBe(47_100);
    expect(net(bestMark(book.state.animals[book.animal]!, 'hanging')!.reading)).toBe(47_100);
    expect(beamOf(book.state, book.animal).hollow).toBe(false);
  });

  it('prefers the scale to a typed figure to an estimate, then the newest', () => {
    const book = new TestBook();
    const c = book.carcass(46_000, 'hanging');
    book.must({ kind: 'reweigh', item: c, reading: weighed(45_000, { stage: 'hanging', how: 'estimated' }) });
    expect(net(bestMark(book.state.animals[book.animal]!, 'hanging')!.reading)).toBe(46_000);
    book.must({ kind: 'reweigh', item: c, reading: weighed(44_900, { stage: 'hanging' }) });
    expect(net(bestMark(book.state.animals[book.animal]!, 'hanging')!.reading)).toBe(44_900);
  });

  it('takes a shoulder, a flat iron out of it, and trims that', () => {
    const book = new TestBook();
    const c = book.carcass();
    const s = book.part(c, 4_860);
    const p = book.piece(s, 610);
    book.must({
      kind: 'trim',
      item: p,
      reading: weighed(560),
      went: [{ to: { reason: 'silver' }, grams: 30 }, { to: { tub: 'grind' } }]
    });
    expect(book.rows({ [c]: 'c', [s]: 's', [p]: 'p' })).toEqual({
      'field:A': -46_200,
      c: 41_340,
      s: 4_250,
      p: 560,
      'loss:silver:p': 30,
      'tub:grind:A': 20
    });
    expect(book.state.balances[p]).toEqual({ P: 560 });
    expect(yieldOf(book.state, book.animal)).toMatchObject({ boneless: 580, byClass: { P: 560, G: 20 } });
  });

  it('refuses more than a part holds, and books it from unaccounted when that is acknowledged', () => {
    const book = new TestBook();
    const s = book.part(book.carcass(), 1_000);
    const creates = { kind: 'piece', id: testId(), cut: 'flatIron', place: { tub: 'prime' } };
    expect(book.try({ kind: 'cut', from: s, creates, reading: weighed(1_040) }).refused).toBe('overdrawn');
    book.must({ kind: 'cut', from: s, creates, reading: weighed(1_040), acknowledged: true });
    expect(book.rows({ [s]: 's', [creates.id]: 'p' })).toMatchObject({ 'loss:unaccounted:s': -40, p: 1_040 });
    expect(balanceOf(book.state, s)).toBe(0);
    expect(beamOf(book.state, book.animal)).toMatchObject({ unaccounted: -40, unaccountedAbs: 40 });
  });

  it('splits a piece between two uses', () => {
    const book = new TestBook();
    const p = book.piece(book.carcass(), 4_000, 'strap');
    const [a, b] = [testId(), testId()];
    book.must({
      kind: 'split',
      item: p,
      children: [
        { id: a, place: { tub: 'prime' }, reading: weighed(2_500) },
        { id: b, place: { tub: 'jerky' } }
      ]
    });
    expect(book.state.balances[a]).toEqual({ P: 2_500 });
    expect(book.state.balances[b]).toEqual({ J: 1_500 });
    expect(balanceOf(book.state, p)).toBe(0);
    expect(
      book.try({
        kind: 'split',
        item: a,
        children: [{ id: testId(), place: { tub: 'prime' }, reading: weighed(2_600) }]
      }).refused
    ).toBe('parts-differ');
  });

  it('weighs tub by tub: the difference comes from the open part, tare and pieces counted', () => {
    const book = new TestBook();
    const s = book.part(book.carcass(), 4_860);
    book.must({ kind: 'open', item: s });
    book.piece(s, 300, 'underBlade', 'grind');
    book.must({ kind: 'tub', tub: 'grind', reading: weighed(3_600, { tare: 500 as never }) });
    expect(tubWeight(book.state, 'grind', book.animal)).toBe(3_100);
    book.must({ kind: 'tub', tub: 'grind', reading: weighed(3_740, { tare: 500 as never }) });
    expect(book.history.at(-1)!.postings.map((p) => p.grams)).toEqual([-140, 140]);
    expect(balanceOf(book.state, s)).toBe(4_860 - 3_240);
  });

  it('takes a lighter tub off its loose mass first, then off its pieces in proportion', () => {
    const book = new TestBook();
    const c = book.carcass();
    const [a, b] = [book.piece(c, 2_000, 'strap'), book.piece(c, 1_000, 'tenderloin')];
    book.must({ kind: 'tub', tub: 'prime', from: c, reading: weighed(3_100) });
    book.must({ kind: 'tub', tub: 'prime', reading: weighed(2_980) });
    expect([
      tubWeight(book.state, 'prime', book.animal),
      balanceOf(book.state, a),
      balanceOf(book.state, b)
    ]).toEqual([2_980, 1_987, 993]);
    expect(book.rows()['tub:prime:A']).toBeUndefined();
  });

  it('weighs a hide after skinning out of the dressing loss, and from the field where there was none', () => {
    const book = new TestBook();
    const c = book.carcass(60_000, 'dressed');
    book.must({ kind: 'skin', item: c, reading: weighed(46_200, { stage: 'hanging' }) });
    book.must({ kind: 'tub', tub: 'hide', reading: weighed(5_100) });
    expect(book.rows({ [c]: 'c' })).toMatchObject({
      'loss:dressing:c': 8_700,
      'tub:hide:A': 5_100,
      'field:A': -60_000
    });
  });

  it('closes a part with its bone: the rest is unaccounted, of either sign', () => {
    for (const [bone, rest] of [
      [980, 30],
      [1_040, -30]
    ] as const) {
      const book = new TestBook();
      const s = book.part(book.carcass(), 1_010);
      book.must({ kind: 'close', item: s, bone: weighed(bone) });
      expect(book.rows({ [s]: 's' })).toMatchObject({ 'loss:bone:s': bone, 'loss:unaccounted:s': rest });
      expect(book.state.items[s]!.door).toBe('closed');
      expect(book.try({ kind: 'discard', from: s, reason: 'rind', reading: weighed(1) }).refused).toBe(
        'closed'
      );
    }
  });

  it('closes a frame without a scale by the model, its bone to stock when asked', () => {
    const book = new TestBook();
    const c = book.carcass(10_000);
    book.must({ kind: 'close', item: c, bone: weighed(1_500, { how: 'model' }), boneTo: 'stock' });
    expect(book.rows({ [c]: 'c' })).toMatchObject({ 'tub:stock:A': 1_500, 'loss:unaccounted:c': 8_500 });
    expect(workState(book.state, book.animal)).toBe('done');
  });

  it('moves a piece without moving its mass; its class follows the tub', () => {
    const book = new TestBook();
    const p = book.piece(book.carcass(), 600);
    book.must({ kind: 'place', item: p, place: { tub: 'slow' } });
    expect(book.state.balances[p]).toEqual({ S: 600 });
    book.must({ kind: 'place', item: p, place: { shelf: 'top' } });
    expect(book.state.balances[p]).toEqual({ S: 600 });
    expect(book.try({ kind: 'place', item: p, place: { shelf: 'top' } }).refused).toBe('unchanged');
  });

  it('counts a shank on the bone at its boneless equivalent, at full weight in the take-home', () => {
    const book = new TestBook();
    book.piece(book.carcass(), 1_000, 'hindShank', 'slow');
    expect(yieldOf(book.state, book.animal)).toMatchObject({
      boneless: 550,
      takeHome: 1_000,
      byClass: { S: 550 }
    });
  });

  it('amends facts and takes them back', () => {
    const book = new TestBook();
    book.carcass();
    book.must({ kind: 'amend', facts: { placement: 'haunch', shotSide: 'left', tag: 'L 7' } });
    book.must({ kind: 'amend', facts: { shotSide: null } });
    expect(book.state.animals[book.animal]!.facts).toEqual({
      species: 'fallow',
      sex: 'female',
      ageClass: 'adult',
      placement: 'haunch',
      tag: 'L 7'
    });
    const taken = book.try(
      { kind: 'amend', facts: { tag: 'L 8' } },
      { tagHolder: () => ({ animal: 'other', code: '26-001' }) }
    );
    expect(taken.refused).toBe('tag-taken');
  });
});

describe('refusals', () => {
  const cases: [string, (book: TestBook, c: string, s: string) => Record<string, unknown>, string][] = [
    [
      'a cut from nowhere',
      () => ({
        kind: 'cut',
        from: 'x',
        creates: { kind: 'part', id: testId(), cut: 'shoulder' },
        reading: weighed(1)
      }),
      'unknown-item'
    ],
    [
      'an id used twice',
      (_, c, s) => ({
        kind: 'cut',
        from: c,
        creates: { kind: 'part', id: s, cut: 'shoulder' },
        reading: weighed(1)
      }),
      'item-exists'
    ],
    [
      'a reading of nothing',
      (_, c) => ({ kind: 'discard', from: c, reason: 'rind', reading: weighed(0) }),
      'nothing'
    ],
    [
      'a second carcass',
      () => ({
        kind: 'intake',
        into: { kind: 'carcass', id: testId() },
        reading: weighed(1, { stage: 'hanging' })
      }),
      'item-exists'
    ],
    [
      'facts said twice',
      () => ({
        kind: 'intake',
        facts: { species: 'roe', sex: 'male', ageClass: 'old' },
        into: { kind: 'tub', tub: 'offal' },
        reading: weighed(1)
      }),
      'facts-known'
    ],
    [
      'trimming a part',
      (_, __, s) => ({ kind: 'trim', item: s, reading: weighed(1), went: [{ to: { reason: 'silver' } }] }),
      'wrong-kind'
    ],
    ['a void of nothing', () => ({ kind: 'void', entry: testId() }), 'unknown-entry'],
    [
      'correcting a close',
      (book, _, s) => ({
        kind: 'correct',
        entry: book.must({ kind: 'close', item: s }).id,
        reading: weighed(1)
      }),
      'not-correctable'
    ],
    ['a tub that did not change', () => ({ kind: 'tub', tub: 'grind', reading: weighed(0) }), 'unchanged']
  ];
  it.each(cases)('%s', (_, make, code) => {
    const book = new TestBook();
    const c = book.carcass();
    const s = book.part(c, 4_000);
    const before = book.state;
    const intent = make(book, c, s);
    const rows = book.state === before ? before : book.state;
    expect(book.try(intent).refused).toBe(code);
    expect(book.state).toBe(rows);
  });

  it('an animal nobody knows, and an animal without facts', () => {
    const book = new TestBook();
    expect(book.try({ kind: 'amend', facts: { tag: 'x' } }).refused).toBe('unknown-animal');
    expect(
      book.try({ kind: 'intake', into: { kind: 'carcass', id: testId() }, reading: weighed(1) }).refused
    ).toBe('facts-missing');
  });

  it('an entry that shows other postings than the book derives', () => {
    const book = new TestBook();
    const c = book.carcass();
    const draft = book.draft({ kind: 'discard', from: c, reason: 'rind', reading: weighed(100) });
    expect(book.book({ ...draft, postings: [{ item: c, grams: -90 as never, class: '-' }] }).refused).toBe(
      'stale'
    );
  });
});

describe('void and its chain', () => {
  it('restores the state before, whole', () => {
    const book = new TestBook();
    const s = book.part(book.carcass(), 4_860);
    const before = book.state;
    for (const intent of [
      { kind: 'open', item: s },
      { kind: 'amend', facts: { placement: 'gut', ageClass: 'old' } },
      { kind: 'reweigh', item: s, reading: weighed(4_800, { stage: 'aged' }) },
      { kind: 'close', item: s, bone: weighed(900) }
    ]) {
      const entry = book.must(intent);
      expect(book.state).not.toEqual(before);
      book.must({ kind: 'void', entry: entry.id });
      expect(book.state).toEqual(before);
    }
  });

  it('names what stands on an entry, newest first, and voids in that order', () => {
    const book = new TestBook();
    const c = book.carcass();
    const s = book.part(c, 4_860);
    const cut = book.history.at(-1)!;
    book.piece(s, 600);
    const first = book.history.at(-1)!;
    book.must({ kind: 'close', item: s, bone: weighed(900) });
    const closing = book.history.at(-1)!;
    book.piece(c, 500, 'strap');
    expect(dependants(book.history, cut.id)).toEqual([closing.id, first.id]);
    expect(book.try({ kind: 'void', entry: cut.id }).refused).toBe('stands-on');
    // Half a chain is refused with the whole of it; so is one that names what does not stand on it.
    for (const chain of [[closing.id], [closing.id, first.id, book.history.at(-1)!.id]])
      expect(book.try({ kind: 'void', entry: cut.id, chain }).refused).toBe('stands-on');
    book.must({ kind: 'void', entry: cut.id, chain: [first.id, closing.id] });
    expect(balanceOf(book.state, c)).toBe(46_200 - 500);
    expect(book.try({ kind: 'void', entry: cut.id }).refused).toBe('already-voided');
    expect(book.try({ kind: 'void', entry: book.history.at(-1)!.id }).refused).toBe('not-voidable');
  });

  it('counts as standing what would be booked otherwise without it: a closing that took all the rest', () => {
    const book = new TestBook();
    const c = book.carcass(15_000);
    book.piece(c, 1_000, 'strap');
    const cut = book.history.at(-1)!;
    book.piece(c, 13_000, 'ribMeat', 'grind');
    const before = book.state;
    const closing = book.must({ kind: 'close', item: c, bone: weighed(900) });
    expect(dependants(book.history, cut.id)).toEqual([closing.id]);
    expect(book.try({ kind: 'void', entry: cut.id }).refused).toBe('stands-on');
    const taken = book.must({ kind: 'void', entry: cut.id, chain: [closing.id] });
    // Newest first: the closing is undone before the cut.
    expect(taken.postings[0]!.item).toBe(`loss:unaccounted:${c}`);
    expect(balanceOf(book.state, c)).toBe(2_000);
    expect(book.state.items[c]?.door).toBe('open');
    expect(before.items[c]?.door).toBe('open');
    expect(auditSubject(book.history).findings).toEqual([]);
  });

  it('names what does not follow any more, in a book from before the whole chain was taken back', () => {
    const book = new TestBook();
    const c = book.carcass(15_000);
    book.piece(c, 1_000, 'strap');
    const cut = book.history.at(-1)!;
    book.piece(c, 13_000, 'ribMeat', 'grind');
    const closing = book.must({ kind: 'close', item: c, bone: weighed(900) });
    const old = book.book(book.draft({ kind: 'void', entry: cut.id }), { asBooked: true });
    expect(old.entry?.postings).toHaveLength(2);
    expect(auditSubject(book.history).findings).toEqual([
      expect.objectContaining({ code: 'unfollowed', entry: closing.id }),
      expect.objectContaining({ code: 'closed', item: c })
    ]);
    // What is broken already is not drawn into the chain of what it has nothing to do with.
    const other = book.must({ kind: 'tub', tub: 'offal', reading: weighed(300) });
    expect(dependants(book.history, other.id)).toEqual([]);
    expect(dependants(book.history, book.history[0]!.id)).toHaveLength(3);
  });

  it('leaves a name to what was taken back', () => {
    const book = new TestBook();
    const c = book.carcass(15_000);
    const strap = book.piece(c, 1_000, 'strap', 'prime', { side: 'left' });
    const cut = book.history.at(-1)!;
    const half = testId();
    const split = book.must({ kind: 'split', item: strap, children: [{ id: half, place: { tub: 'slow' } }] });
    book.must({ kind: 'void', entry: cut.id, chain: [split.id] });
    expect(book.state.items[strap]).toBeUndefined();
    const items = everBorn(book.history, book.state);
    expect(items[strap]).toMatchObject({ cut: 'strap', side: 'left' });
    expect(items[half]).toMatchObject({ cut: 'strap', side: 'left', from: strap });
    expect(items[c]).toBe(book.state.items[c]);
  });

  it('takes in a chain as it was booked, but none that takes the same back twice', () => {
    const book = new TestBook();
    const c = book.carcass(15_000);
    book.piece(c, 1_000, 'strap');
    const cut = book.history.at(-1)!;
    book.piece(c, 700, 'tenderloin');
    const other = book.history.at(-1)!;
    const gone = book.must({ kind: 'void', entry: other.id });
    const of = (chain: string[]) =>
      book.book(book.draft({ kind: 'void', entry: cut.id, chain }), { asBooked: true }).refused;
    expect(of([other.id])).toBe('already-voided');
    expect(of([gone.id])).toBe('not-voidable');
    expect(of([cut.id])).toBe('not-voidable');
    expect(of([testId()])).toBe('stands-on');
    expect(balanceOf(book.state, c)).toBe(14_000);
  });

  it('counts as standing what would go below zero, a correction, and everything on a first intake', () => {
    const book = new TestBook();
    const c = book.carcass(1_000);
    const intake = book.history[0]!;
    book.must({ kind: 'correct', entry: intake.id, reading: weighed(2_000) });
    const more = book.history.at(-1)!;
    book.must({ kind: 'discard', from: c, reason: 'rind', reading: weighed(1_500) });
    expect(dependants(book.history, more.id)).toEqual([book.history.at(-1)!.id]);
    expect(dependants(book.history, intake.id)).toHaveLength(2);
  });
});

describe('a leg whose bone came out first', () => {
  const legOf = () => {
    const book = new TestBook();
    const c = book.carcass(40_000);
    const leg = book.part(c, 9_000, 'hindLeg', 'left');
    book.must({ kind: 'open', item: leg });
    return { book, leg };
  };
  const named = (cut: string, tub = 'prime', extra = {}) => ({
    kind: 'piece',
    id: testId(),
    cut,
    side: 'left',
    place: { tub },
    ...extra
  });

  it('becomes its muscles, each with its reading; the last takes the rest, and the part is closed', () => {
    const { book, leg } = legOf();
    const [top, shank, trim] = [
      named('topRound'),
      named('hindShank', 'slow', { boneIn: true }),
      named('legTrim', 'grind')
    ];
    const entry = book.must({
      kind: 'divide',
      item: leg,
      bone: weighed(1_500),
      boneTo: 'stock',
      children: [
        { creates: top, reading: weighed(3_000) },
        { creates: shank, reading: weighed(1_200) },
        { creates: trim }
      ]
    });
    expect(sumOf(entry.postings)).toBe(0);
    const rows = book.rows({ [leg]: 'leg', [top.id]: 'top', [shank.id]: 'shank', [trim.id]: 'trim' });
    expect(rows).toMatchObject({ top: 3_000, shank: 1_200, trim: 3_300, 'tub:stock:A': 1_500 });
    expect(rows.leg).toBeUndefined();
    expect(book.state.items[leg]?.door).toBe('closed');
    expect(book.state.items[shank.id]).toMatchObject({ from: leg, side: 'left', boneShare: 0.45 });
    expect(yieldOf(book.state, book.animal).boneless).toBe(3_000 + 3_300 + 1_200 * 0.55);
    const spot = spotsOf(book.state, book.animal, book.history).find((s) => s.part === 'hindLeg');
    expect(spot).toMatchObject({ side: 'left', taken: 9_000, settled: true });
    book.must({ kind: 'void', entry: entry.id });
    expect(book.rows({ [leg]: 'leg' })).toMatchObject({ leg: 9_000 });
    expect(book.state.items[leg]?.door).toBe('open');
  });

  it('keeps what is left where readings are given for all, and stays open', () => {
    const { book, leg } = legOf();
    book.must({
      kind: 'divide',
      item: leg,
      children: [{ creates: named('topRound'), reading: weighed(3_000) }]
    });
    expect(balanceOf(book.state, leg)).toBe(6_000);
    expect(book.state.items[leg]?.door).toBe('open');
    expect(auditSubject(book.history).findings).toEqual([]);
  });

  it('is refused, with its figures, where it does not add up, names one twice, or leaves a hole', () => {
    const { book, leg } = legOf();
    const top = named('topRound');
    const of = (children: object[], more: object = {}) =>
      book.try({ kind: 'divide', item: leg, children, ...more }).refused;
    expect(of([{ creates: top, reading: weighed(9_001) }])).toBe('parts-differ');
    expect(of([{ creates: top, reading: weighed(8_000) }], { bone: weighed(1_001) })).toBe('parts-differ');
    // Nothing is left for the last.
    expect(of([{ creates: top, reading: weighed(9_000) }, { creates: named('legTrim') }])).toBe(
      'parts-differ'
    );
    expect(
      of([
        { creates: top, reading: weighed(1) },
        { creates: top, reading: weighed(1) }
      ])
    ).toBe('item-exists');
    expect(of([{ creates: top }, { creates: named('legTrim') }])).toBe('nothing');
    expect(book.try({ kind: 'divide', item: testId(), children: [{ creates: top }] }).refused).toBe(
      'unknown-item'
    );
    expect(of([{ creates: top }])).toBeUndefined();
    expect(of([{ creates: named('legTrim') }])).toBe('closed');
  });

  it('is asked about where a cut does not grow on it, or is off it already', () => {
    const { book, leg } = legOf();
    const asked = (cut: string) => {
      const draft = book.draft({
        kind: 'divide',
        item: leg,
        children: [{ creates: named(cut), reading: weighed(500) }]
      });
      return doubtOf(book.state, draft, [], book.history)?.why;
    };
    expect(asked('flatIron')).toBe('anatomy');
    expect(asked('topRound')).toBeUndefined();
    book.piece(leg, 2_000, 'topRound', 'prime', { side: 'left' });
    expect(asked('topRound')).toBe('twice');
  });
});

describe('a pack', () => {
  it('is moved, and parted in two that are what it was', () => {
    const book = new TestBook();
    const c = book.carcass(40_000);
    const strap = book.piece(c, 2_000, 'strap');
    book.must({ kind: 'send', item: strap, to: 'Reed Bay works' });
    const pack = testId();
    book.must({
      kind: 'return',
      item: strap,
      from: 'Reed Bay works',
      packs: [{ id: pack, what: 'smoked strap', class: 'P', reading: weighed(1_700) }]
    });
    book.must({ kind: 'place', item: pack, place: { shelf: 'chest freezer, left' } });
    expect(book.state.items[pack]?.place).toEqual({ shelf: 'chest freezer, left' });
    const [one, two] = [testId(), testId()];
    book.must({
      kind: 'split',
      item: pack,
      children: [
        { id: one, place: { shelf: 'chest freezer, left' }, reading: weighed(700) },
        { id: two, place: { person: 'Ilo' } }
      ]
    });
    expect(book.state.items[one]).toMatchObject({ kind: 'pack', what: 'smoked strap' });
    expect(balanceOf(book.state, two)).toBe(1_000);
    expect(yieldOf(book.state, book.animal).byClass.P).toBe(1_700);
    book.must({ kind: 'give', item: two, to: 'Ilo' });
  });

  it('and a part lie where they are put, but no part in a tub', () => {
    const book = new TestBook();
    const leg = book.part(book.carcass(40_000), 9_000, 'hindLeg', 'left');
    book.must({ kind: 'place', item: leg, place: { shelf: 'cold room, hook 3' } });
    expect(book.state.items[leg]?.place).toEqual({ shelf: 'cold room, hook 3' });
    expect(book.try({ kind: 'place', item: leg, place: { tub: 'prime' } }).refused).toBe('wrong-kind');
  });
});

describe('figures', () => {
  it('says part by part what was taken, what meat it gave and what was cut away', () => {
    const book = new TestBook();
    const c = book.carcass();
    const s = book.part(c, 4_860);
    const p = book.piece(s, 600);
    book.must({ kind: 'trim', item: p, reading: weighed(550), went: [{ to: { reason: 'silver' } }] });
    book.must({ kind: 'discard', from: s, reason: 'bloodshot', reading: weighed(200) });
    book.must({ kind: 'tub', tub: 'grind', from: s, reading: weighed(1_000) });
    book.piece(c, 700, 'strap', 'prime', { side: 'right' });
    expect(spotsOf(book.state, book.animal, book.history)).toEqual([
      {
        part: 'shoulder',
        side: 'left',
        taken: 4_860,
        boneless: 1_550,
        // 550 were trimmed, 1 000 lie in the tub as they came off.
        trim: { untrimmed: 1_000, finished: 0, trimmed: 550, off: 50 },
        discards: { silver: 50, bloodshot: 200 },
        settled: false
      },
      {
        part: 'strap',
        side: 'right',
        taken: 700,
        boneless: 700,
        trim: { untrimmed: 700, trimmed: 0, finished: 0, off: 0 },
        discards: {},
        settled: true
      }
    ]);
  });

  it('knows what is not begun, on the table and done', () => {
    const book = new TestBook();
    const c = book.carcass();
    expect(workState(book.state, book.animal)).toBe('hanging');
    book.piece(c, 100, 'strap');
    expect(workState(book.state, book.animal)).toBe('bench');
    book.must({ kind: 'close', item: c });
    expect(workState(book.state, book.animal)).toBe('done');
  });
});

describe('audit and files', () => {
  function worked(): TestBook {
    const book = new TestBook();
    const s = book.part(book.carcass(), 4_860);
    book.piece(s, 600);
    book.must({ kind: 'void', entry: book.history.at(-1)!.id });
    book.must({ kind: 'close', item: s, bone: weighed(900) });
    return book;
  }

  it('finds nothing in a sound book', () => {
    const book = worked();
    const { findings, state } = auditSubject(book.history);
    expect(findings).toEqual([]);
    expect(state).toEqual(book.state);
    expect(compareProjection(book.state, state)).toEqual([]);
  });

  it('names a changed posting, a broken sum, a missing birth and a projection that drifted', () => {
    const book = worked();
    const change = (i: number, j: number, grams: number) =>
      book.history.map((e, n) =>
        n === i
          ? { ...e, postings: e.postings.map((p, m) => (m === j ? { ...p, grams: grams as never } : p)) }
          : e
      );
    const broken = auditSubject(change(1, 1, 4_000)).findings;
    expect(broken.map((f) => [f.code, f.entry])).toContainEqual(['sum', book.history[1]!.id]);
    expect(broken.map((f) => [f.code, f.entry])).toContainEqual(['not-derived', book.history[1]!.id]);
    expect(auditSubject(book.history.filter((_, i) => i !== 1)).findings.map((f) => f.code)).toContain(
      'orphan'
    );
    const drifted = {
      ...book.state,
      balances: { ...book.state.balances, [`field:${book.animal}`]: { '-': -1 as never } }
    };
    expect(compareProjection(drifted, book.state)).toHaveLength(1);
  });

  it('writes a line that reads back the same, and refuses other lines with their place', () => {
    const book = worked();
    expect(readHeader(headerLine())).toEqual({ ok: true, ends: true });
    expect(readHeader('{"format":"other"}')).toMatchObject({ ok: false, fault: { line: 1 } });
    // A book from before pools is read; one from after this program is refused by its number.
    expect(readHeader('{"format":"yonder-larder/book","version":1}')).toEqual({ ok: true, ends: false });
    expect(readHeader('{"format":"yonder-larder/book","version":4}')).toEqual({
      ok: false,
      fault: {
        line: 1,
        path: 'version',
        message: 'a book of version 4: this program reads up to version 3'
      }
    });
    expect(readTrailer(trailerLine(0, ''))).toEqual({ entries: 0, hash: '' });
    expect(readTrailer(entryLine(book.history[0]!))).toBeUndefined();
    for (const entry of book.history) {
      const line = entryLine(entry);
      const read = readEntryLine(line, 2);
      expect(read.ok && entryLine(read.entry)).toBe(line);
      expect(read.ok && contentsOf(read.entry)).toBe(contentsOf(entry));
    }
    expect(readEntryLine('{', 7)).toEqual({ ok: false, fault: { line: 7, path: '', message: 'not JSON' } });
    const bad = readEntryLine(JSON.stringify({ ...book.history[0], hand: 5 }), 3);
    expect(bad).toMatchObject({ ok: false, fault: { line: 3, path: 'hand' } });
  });

  it('folds a history to the state that booking it led to', () => {
    const book = worked();
    expect(fold(book.history)).toEqual(book.state);
    for (const entry of book.history) expect(sumOf(entry.postings)).toBe(0);
  });
});
