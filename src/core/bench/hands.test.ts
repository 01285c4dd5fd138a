import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { TestBook } from '$core/book/testkit';
import { PROCEDURES } from '$core/reference';
import { MINUTE } from '$core/units';
import { PAUSE_MS, clockOf, handsOf, minutesByHands, workOf } from '.';

const orders = Object.values(PROCEDURES);
const START = 1_760_000_000_000;

/** A book whose entries come from several devices, a minute apart. */
class Several extends TestBook {
  /** Says where and by whom the next entries are booked. */
  at = { device: 'a', hand: 'Ilo' };
  override draft(intent: Record<string, unknown>) {
    return { ...super.draft(intent), ...this.at, at: START + this.history.length * MINUTE };
  }
  get now(): number {
    return START + this.history.length * MINUTE;
  }
  /** What is in hand at a device. */
  work(device: string, now = this.now) {
    return workOf(this.state, this.animal, this.history, { orders, seat: { device, now } });
  }
  hands(device: string, now = this.now) {
    return handsOf(
      this.state,
      this.animal,
      this.history,
      { device, hand: device === 'a' ? 'Ilo' : 'Runa', now },
      {},
      { orders }
    );
  }
}
const A = { device: 'a', hand: 'Ilo' };
const B = { device: 'b', hand: 'Runa' };

/** Ilo has broken two parts off an elk; Runa has opened the first. */
function elk() {
  const book = new Several();
  const carcass = book.carcass(180_000);
  const leg = book.part(carcass, 28_000, 'hindLeg', 'left');
  const shoulder = book.part(carcass, 16_000, 'shoulder', 'left');
  book.at = B;
  book.must({ kind: 'open', item: leg });
  book.at = A;
  return { book, carcass, leg, shoulder };
}

describe('a part in hand', () => {
  it('is the focus of the bench that opened it, and of no other', () => {
    const { book, carcass, leg } = elk();
    expect(book.work('b').focus?.id).toBe(leg);
    const { focus, rows, open } = book.work('a');
    expect(focus?.id).toBe(carcass);
    const row = rows.find((r) => r.key === `open-${leg}`);
    expect(row).toMatchObject({ title: 'Hind leg, left: Runa has it', held: { device: 'b' } });
    expect(open).not.toContain(row);
  });

  it('goes over to whoever takes it, and back to nobody when it is laid down', () => {
    const { book, carcass, leg } = elk();
    book.must({ kind: 'claim', item: leg });
    expect(book.work('a').focus?.id).toBe(leg);
    expect(book.work('b').focus?.id).toBe(carcass);
    book.must({ kind: 'claim', item: leg, down: true });
    for (const device of ['a', 'b']) {
      const { focus, open } = book.work(device);
      expect(focus?.id).toBe(carcass);
      expect(open.map((r) => r.title)).toContain('Go on: hind leg, left');
    }
  });

  it('is taken back with the entry that said so', () => {
    const { book, leg } = elk();
    const { id } = book.must({ kind: 'claim', item: leg });
    book.must({ kind: 'void', entry: id });
    expect(book.work('b').focus?.id).toBe(leg);
  });

  it('is free again once that bench has been silent for a pause', () => {
    const { book, carcass, leg } = elk();
    const last = book.history.at(-1)!.at;
    expect(book.work('a', last + PAUSE_MS).focus?.id).toBe(carcass);
    expect(book.work('a', last + PAUSE_MS + 1).focus?.id).toBe(leg);
  });

  it('cannot be taken up before it lies open, nor once it is closed', () => {
    const { book, leg, shoulder } = elk();
    expect(book.try({ kind: 'claim', item: shoulder }).refused).toBe('not-open');
    book.must({ kind: 'close', item: leg, bone: { grams: 28_000, how: 'scale' }, boneTo: 'discard' });
    expect(book.try({ kind: 'claim', item: leg }).refused).toBe('not-open');
    expect(book.try({ kind: 'open', item: 'nothing' }).refused).toBe('unknown-item');
  });

  it('two boards: each bench has its own piece', () => {
    const { book, leg } = elk();
    book.at = B;
    const mine = book.piece(leg, 2_000, 'topRound');
    const other = book.piece(leg, 2_100, 'bottomRound');
    book.must({ kind: 'open', item: mine });
    book.at = A;
    book.must({ kind: 'open', item: other });
    expect(book.work('b').focus?.id).toBe(mine);
    expect(book.work('a').focus?.id).toBe(other);
  });
});

describe('who is at it', () => {
  it('lists who breaks and who seams, what waits, and what comes next', () => {
    const { book, leg, shoulder, carcass } = elk();
    const { at, waiting, next } = book.hands('a');
    expect(at.map(({ hand, has }) => [hand, has?.id])).toEqual([
      ['Ilo', carcass],
      ['Runa', leg]
    ]);
    expect(waiting.map((w) => w.item)).toEqual([shoulder]);
    expect(waiting[0]!.minutes).toBeGreaterThan(10);
    expect(waiting[0]!.since).toBe(book.history.find((e) => e.id === book.state.items[shoulder]!.bornIn)!.at);
    expect(next!.minutes).toBeGreaterThan(0);
    // From the other side of the table.
    expect(book.hands('b').at.map(({ hand }) => hand)).toEqual(['Runa', 'Ilo']);
  });

  it('leaves out whoever weighed it in, and whoever went home', () => {
    const book = new Several();
    book.at = B;
    const carcass = book.carcass(180_000);
    book.at = A;
    const leg = book.part(carcass, 28_000, 'hindLeg', 'left');
    expect(book.hands('c').at.map((h) => h.device)).toEqual(['c', 'a']);
    expect(book.hands('c', book.now + PAUSE_MS + MINUTE).at.map((h) => h.device)).toEqual(['c']);
    expect(book.hands('c').waiting.map((w) => w.item)).toEqual([leg]);
  });

  it('says of a part in the cold that it does not lie out', () => {
    const { book, shoulder } = elk();
    book.must({ kind: 'place', item: shoulder, place: { at: 'room' } });
    expect(book.hands('a').waiting).toMatchObject([{ item: shoulder, since: undefined }]);
  });

  it('weighs what waits for whoever packs', () => {
    const { book, leg } = elk();
    book.piece(leg, 2_000, 'topRound', 'prime');
    book.piece(leg, 500, 'heel', 'grind');
    book.must({ kind: 'tub', tub: 'hide', reading: { grams: 6_000, how: 'scale' } });
    expect(book.hands('a').packs).toBe(2_500);
  });
});

describe('minutes to the end by hands', () => {
  it('one pair of hands takes what the clock says; more never take longer, nor less than any one part asks', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20_000, max: 250_000 }),
        fc.array(fc.constantFrom('hindLeg', 'shoulder'), { maxLength: 3 }),
        fc.integer({ min: 0, max: 2 }),
        (hanging, parts, opened) => {
          const book = new Several();
          const carcass = book.carcass(hanging);
          const off = parts.map((cut, i) =>
            book.part(carcass, Math.round(hanging * 0.08), cut, i % 2 ? 'right' : 'left')
          );
          for (const item of off.slice(0, opened)) book.must({ kind: 'open', item });
          const by = (n: number) =>
            minutesByHands(book.state, book.animal, book.history, n, {}, { orders }).at(-1)!;
          const all = clockOf(book.state, book.animal, book.history, {}, { orders }).left;
          expect(by(1)).toBeCloseTo(all, 6);
          for (let n = 2; n <= 5; n += 1) {
            expect(by(n)).toBeLessThanOrEqual(by(n - 1) + 1e-9);
            expect(by(n)).toBeGreaterThanOrEqual(all / n - 1e-9);
          }
          const { waiting, next } = book.hands('z');
          for (const { minutes } of waiting) expect(by(9)).toBeGreaterThanOrEqual(minutes - 1e-9);
          expect(by(9)).toBeGreaterThanOrEqual((next?.minutes ?? 0) - 1e-9);
        }
      ),
      { numRuns: 40 }
    );
  });

  it('halves a heap of two equal legs, and no third hand helps there', () => {
    const book = new Several();
    const carcass = book.carcass(60_000);
    for (const side of ['left', 'right']) book.part(carcass, 9_000, 'hindLeg', side);
    book.must({
      kind: 'close',
      item: carcass,
      bone: { grams: 42_000, how: 'scale' },
      boneTo: 'discard',
      acknowledged: true
    });
    const by = (n: number) =>
      minutesByHands(book.state, book.animal, book.history, n, {}, { orders }).at(-1)!;
    expect(by(2)).toBeCloseTo(by(1) / 2, 6);
    expect(by(3)).toBe(by(2));
  });
});
