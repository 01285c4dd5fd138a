import { describe, expect, it } from 'vitest';
import { auditSubject, balanceOf } from '$core/book';
import { TestBook, testId, weighed } from '$core/book/testkit';
import { BOARD_CUTS, PROCEDURES, TAKINGS, cutOf, type Procedure } from '$core/reference';
import { focusOf, workOf } from './index';

const orders = Object.values(PROCEDURES);
const cards = orders.filter((p) => p.pieces);
const onBoard = (book: TestBook) => {
  const focus = focusOf(book.state, book.animal);
  return focus?.kind === 'piece' ? focus : undefined;
};
const work = (book: TestBook) => workOf(book.state, book.animal, book.history, { orders });

/** A piece of some grams of a fallow doe, or of a lot, lies on the board. */
function laid(cut: string, grams: number): { book: TestBook; piece: string } {
  const book = new TestBook();
  const known = cutOf(cut)!;
  const large = known.groups.includes('deer');
  const species = known.groups.includes('rabbit') ? 'rabbit' : 'pheasant';
  const lot = testId();
  const body = large ? book.carcass() : lot;
  if (!large)
    book.must({
      kind: 'intake',
      facts: { species, sex: 'unknown', ageClass: 'adult' },
      into: { kind: 'lot', id: lot, count: 6 },
      reading: weighed(grams * 6, { stage: 'hanging' })
    });
  const from =
    known.of === 'hindLeg' && large
      ? book.part(body, 9_000, 'hindLeg')
      : known.of === 'shoulder' && large
        ? book.part(body, 5_000)
        : body;
  const piece = book.piece(from, grams, cut, 'prime');
  book.must({ kind: 'open', item: piece });
  return { book, piece };
}

describe('cards of the board', () => {
  it('stand for every cut that is worked there, and name only pieces that are its own', () => {
    const cuts = cards.flatMap((p) => p.pieces ?? []);
    for (const cut of [
      ...[
        'topRound',
        'topRoundCap',
        'bottomRound',
        'rumpEnd',
        'eyeRound',
        'tipSide',
        'tipCore',
        'topSirloin'
      ],
      ...['triTip', 'heel', 'hindShank', 'foreShank', 'flatIron', 'mockTender', 'armRoast', 'underBlade'],
      ...[
        'strap',
        'tenderloin',
        'neckRoast',
        'flankWhole',
        'ribMeat',
        'brisket',
        'breast',
        'rabbitHind',
        'rabbitFore'
      ]
    ])
      expect(cuts, cut).toContain(cut);
    expect(new Set(cuts).size).toBe(cuts.length);
    for (const card of cards)
      for (const step of card.steps)
        for (const take of step.takes) {
          const mother = card.pieces?.[0] ?? '';
          const whole = cutOf(mother)?.whole ?? [];
          expect(
            cutOf(take.cut)?.parted === mother || whole.includes(take.cut),
            `${card.key} ${take.cut}`
          ).toBe(true);
        }
  });

  it('part a cut into pieces that make it up, but for what is trimmed', () => {
    const mothers = new Set(Object.values(BOARD_CUTS).map((c) => c.parted!));
    for (const mother of mothers) {
      const sum = Object.values(BOARD_CUTS)
        .filter((c) => c.parted === mother)
        .reduce((total, c) => total + c.share, 0);
      const share = sum / cutOf(mother)!.share;
      expect(share, mother).toBeGreaterThan(0.8);
      expect(share, mother).toBeLessThanOrEqual(1);
    }
  });

  it('say at every step what to feel for or take, what goes wrong and why now', () => {
    for (const card of cards)
      for (const step of card.steps) {
        if (!step.glands) expect(step.wrong, `${card.key} ${step.key}`).toBeTruthy();
        expect(step.why, `${card.key} ${step.key}`).toBeTruthy();
        if (step.off) expect(TAKINGS[step.off]).toBeDefined();
      }
  });

  /** Goes through a card: every taking 10 g, every piece at what it should weigh, the rest to silver. */
  function walk(card: Procedure): { book: TestBook; piece: string } {
    const { book, piece } = laid(card.pieces![0]!, 1_000);
    for (let n = 0; n < 40 && onBoard(book); n += 1) {
      const [row] = work(book).open;
      const act = row!.act;
      if (act.kind === 'glands')
        for (const gland of act.keys)
          book.must({ kind: 'tick', item: piece, step: `gland-${gland}`, how: 'done' });
      else if (act.kind === 'off')
        book.must({
          kind: 'trim',
          item: piece,
          off: weighed(10),
          what: act.what,
          went: [{ to: { reason: TAKINGS[act.what].reason } }]
        });
      else if (act.kind === 'take')
        book.must({
          kind: 'divide',
          item: piece,
          children: [
            {
              creates: {
                kind: 'piece',
                id: testId(),
                cut: act.cut,
                place: { tub: act.tub },
                trimmed: true
              },
              reading: weighed(Math.floor(Math.min(row!.expected!.mean, balanceOf(book.state, piece) - 5)))
            }
          ]
        });
      else if (act.kind === 'close')
        book.must({
          kind: 'close',
          item: piece,
          ...(card.steps.some((s) => s.takes.length > 0) ? { rest: { reason: 'silver' } } : {})
        });
      else throw new Error(act.kind);
    }
    return { book, piece };
  }

  it.each(cards.map((p) => [p.key, p] as const))(
    '%s is walked to its end: the board is clear, every gram somewhere',
    (_key, card) => {
      const { book, piece } = walk(card);
      expect(onBoard(book)).toBeUndefined();
      expect(auditSubject(book.history).findings).toEqual([]);
      // What was parted is gone; what was only trimmed is there, lighter and trimmed.
      const parted = card.steps.some((s) => s.takes.length > 0);
      const left = balanceOf(book.state, piece);
      if (parted) expect(left).toBe(0);
      else expect(left).toBe(1_000 - 10 * card.steps.filter((s) => s.off).length);
      expect(book.state.items[piece]?.trimmed).toBe(true);
      // A whole piece is no scraps.
      if (!parted) {
        book.must({ kind: 'open', item: piece });
        expect(book.try({ kind: 'close', item: piece, rest: { reason: 'silver' } }).refused).toBe('nothing');
      }
    }
  );

  it('come before the part and the carcass while a piece lies there, also after a reload', () => {
    const { book, piece } = laid('topRound', 1_200);
    expect(work(book).focus?.id).toBe(piece);
    expect(work(book).procedure?.key).toBe('B-topRound');
    const again = workOf(book.state, book.animal, [...book.history], { orders });
    expect(again.rows.map((r) => r.key)).toEqual(work(book).rows.map((r) => r.key));
    // Expected of a lobe: its share of this very piece.
    expect(work(book).rows.find((r) => r.key === 'topRoundMain')?.expected?.mean).toBeCloseTo(
      1_200 * 0.74,
      6
    );
    book.must({ kind: 'close', item: piece });
    expect(work(book).focus?.kind).not.toBe('piece');
    // Nothing was taken off: it is what it was, and not called trimmed.
    expect(balanceOf(book.state, piece)).toBe(1_200);
    expect(book.state.items[piece]?.trimmed).toBeUndefined();
  });

  it('take off what is weighed by itself, set it right again, and call the piece trimmed', () => {
    const { book, piece } = laid('bottomRound', 1_000);
    const band = book.must({
      kind: 'trim',
      item: piece,
      off: weighed(120),
      what: 'silver',
      went: [{ to: { reason: 'silver' } }]
    });
    expect(balanceOf(book.state, piece)).toBe(880);
    expect(work(book).rows.find((r) => r.key === 'off-silver')?.done).toBe(true);
    // Lean scraped back off it: the band was 80.
    book.must({ kind: 'correct', entry: band.id, reading: weighed(80) });
    expect(balanceOf(book.state, piece)).toBe(920);
    book.must({ kind: 'close', item: piece });
    expect(book.state.items[piece]?.trimmed).toBe(true);
  });

  it('refuse takings that would leave less than nothing, nothing at all, and a piece that is gone', () => {
    const { book, piece } = laid('eyeRound', 300);
    const off = (grams: number) =>
      book.try({ kind: 'trim', item: piece, off: weighed(grams), went: [{ to: { reason: 'fat' } }] }).refused;
    expect(off(300)).toBe('overdrawn');
    expect(off(900)).toBe('overdrawn');
    expect(off(0)).toBe('nothing');
    expect(book.try({ kind: 'open', item: piece }).refused).toBe('already-open');
    book.must({ kind: 'discard', from: piece, reason: 'spoiled', reading: weighed(300) });
    expect(onBoard(book)).toBeUndefined();
    expect(book.try({ kind: 'open', item: piece }).refused).toBeDefined();
  });
});
