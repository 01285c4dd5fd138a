import { PROCEDURES } from '$core/reference';
import { describe, expect, it } from 'vitest';
import { TestBook, testId, weighed } from '$core/book/testkit';
import type { BookedEntry } from '$core/book';
import { clockOf, defaultMinutes, learnMinutes, minutesOf, workedOf, PAUSE_MS } from '.';

/** The orders of work that come with the program. */
const orders = Object.values(PROCEDURES);

const MIN = 60_000;

/** A history whose entries happened at these minutes after the first. */
function timed(make: (book: TestBook, at: (minutes: number) => void) => void) {
  const book = new TestBook();
  const start = 1_760_000_000_000;
  let now = start;
  const stamp = (from: number) => {
    book.history = book.history.map((e, i) => (i >= from ? { ...e, at: now } : e));
  };
  let seen = 0;
  make(book, (minutes) => {
    now = start + minutes * MIN;
    stamp(seen);
    seen = book.history.length;
  });
  return book;
}
const times = (history: readonly BookedEntry[]) =>
  workedOf(history).map(({ key, minutes }) => [key, minutes]);

describe('minutes out of the book', () => {
  it('are the time from the entry before to the one that ends the step', () => {
    const book = timed((b, at) => {
      const carcass = b.carcass();
      at(0);
      const shoulder = b.part(carcass, 4_000);
      at(4);
      b.must({ kind: 'open', item: shoulder });
      at(5);
      b.must({ kind: 'discard', from: shoulder, reason: 'bloodshot', reading: weighed(100) });
      at(8);
      b.piece(shoulder, 500);
      at(11);
    });
    // The discard in the midst belongs to the muscle it was cut from.
    expect(times(book.history)).toEqual([
      ['take:shoulder', 4],
      ['open', 1],
      ['take:flatIron', 6]
    ]);
  });

  it('leave out pauses, a second press in the same breath, another’s entries, and what was taken back', () => {
    const book = timed((b, at) => {
      const carcass = b.carcass();
      at(0);
      b.piece(carcass, 900, 'strap');
      at(PAUSE_MS / MIN + 1);
      b.piece(carcass, 910, 'strap');
      at(PAUSE_MS / MIN + 1.01);
      const wrong = b.piece(carcass, 400, 'tenderloin');
      at(PAUSE_MS / MIN + 3);
      const entry = b.history.at(-1)!;
      expect(entry.intent).toMatchObject({ creates: { id: wrong } });
      b.must({ kind: 'void', entry: entry.id });
      at(PAUSE_MS / MIN + 4);
    });
    expect(times(book.history)).toEqual([]);
    const other = book.history.map((e, i) => (i % 2 ? { ...e, hand: 'Marek' } : e));
    expect(times(other)).toEqual([]);
  });
});

describe('minutes of a step', () => {
  const size = { group: 'deer' as const, hanging: 40_000, count: 1 };
  const row = {
    key: 'strap-left',
    act: {
      kind: 'take' as const,
      cut: 'strap',
      born: 'piece' as const,
      from: 'x',
      boneIn: false,
      tub: 'prime'
    }
  };

  it('stand at the default until somebody has worked, and move to their own', () => {
    const base = defaultMinutes(row.act, size);
    expect(minutesOf(row, size)).toEqual({ minutes: base, n: 0 });
    const learned = (n: number) =>
      learnMinutes(Array.from({ length: n }, () => ({ key: 'take:strap', hand: 'Tove', minutes: 9 })));
    const after = [1, 4, 40].map((n) => minutesOf(row, size, learned(n)).minutes);
    expect(after[0]).toBeCloseTo((9 + 2 * base) / 3, 9);
    expect(after[1]!).toBeGreaterThan(after[0]!);
    expect(after[2]!).toBeCloseTo(9, 0);
  });

  it('grow with the animal, and with a lot by its count', () => {
    expect(defaultMinutes(row.act, { ...size, hanging: 160_000 })).toBeCloseTo(
      2 * defaultMinutes(row.act, size),
      9
    );
    const lot = (count: number) => defaultMinutes(row.act, { group: 'gamebird', hanging: 4_000, count });
    expect(lot(20)).toBeCloseTo(2 * lot(10), 9);
  });
});

describe('the clock of an animal', () => {
  it('counts what is still on, the muscles of parts to come with it, and comes to nothing', () => {
    const book = new TestBook();
    const carcass = book.carcass();
    const clock = () => clockOf(book.state, book.animal, book.history, {}, { orders });
    const whole = clock();
    expect(whole.steps).toBeGreaterThan(50);
    expect(whole.warm).toBeUndefined();
    book.must({ kind: 'tick', item: carcass, step: 'setup', how: 'skipped' });
    expect(clock().left).toBeLessThan(whole.left);
    const before = clock().left;
    const shoulder = book.part(carcass, 4_500);
    // Off, it is one step less; its muscles count as they did.
    expect(before - clock().left).toBeGreaterThan(1);
    expect(before - clock().left).toBeLessThan(12);
    expect(clock().warm?.item).toBe(shoulder);
    book.must({ kind: 'open', item: shoulder });
    book.must({ kind: 'close', item: shoulder, boneTo: 'discard' });
    expect(clock().warm).toBeUndefined();
    expect(clockOf(book.state, testId(), [])).toEqual({ left: 0, steps: 0, own: 0 });
  });

  it('finds what has lain out longest, and forgets what went to a shelf', () => {
    const book = new TestBook();
    const carcass = book.carcass();
    const first = book.piece(carcass, 900, 'strap');
    const second = book.piece(carcass, 400, 'tenderloin');
    const warm = () => clockOf(book.state, book.animal, book.history, {}, { orders }).warm?.item;
    expect(warm()).toBe(first);
    book.must({ kind: 'place', item: first, place: { shelf: 'cold room, left' } });
    expect(warm()).toBe(second);
  });

  it('stands still while a piece or a part is in the cold, and goes on where it stopped', () => {
    const book = new TestBook();
    const carcass = book.carcass();
    const strap = book.piece(carcass, 900, 'strap');
    const born = book.history.at(-1)!.at;
    const warm = () => clockOf(book.state, book.animal, book.history, {}, { orders }).warm;
    expect(warm()).toEqual({ item: strap, since: born });
    const later = (minutes: number, intent: Record<string, unknown>) =>
      book.book({ ...book.draft(intent), at: born + minutes * 60_000 });
    later(10, { kind: 'place', item: strap, place: { at: 'cold' } });
    expect(warm()).toBeUndefined();
    later(70, { kind: 'place', item: strap, place: { tub: 'prime' } });
    // An hour in the cold: it is as if it had come off an hour later.
    expect(warm()).toEqual({ item: strap, since: born + 60 * 60_000 });
    const shoulder = book.part(carcass, 4_500);
    later(80, { kind: 'place', item: shoulder, place: { at: 'cold' } });
    later(81, { kind: 'place', item: strap, place: { at: 'cold' } });
    expect(warm()).toBeUndefined();
  });
});
