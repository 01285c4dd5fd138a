import { PROCEDURES } from '$core/reference';
import { describe, expect, it } from 'vitest';
import { balanceOf } from '$core/book';
import { TestBook, testId } from '$core/book/testkit';
import { roundGrams, type Grams } from '$core/units';
import { accountOf } from '$core/account';
import { entriesOfSheet, sheetOf, trimmedId, type Sheet } from '.';

/** The orders of work that come with the program. */
const orders = Object.values(PROCEDURES);

const blanks = (sheet: Sheet) => [...(sheet.body?.rows ?? []), ...sheet.parts.flatMap((p) => p.rows)];
const filled = (entries: [string, number][], glandsOut: string[] = []) => ({
  grams: new Map(entries.map(([id, value]) => [id, roundGrams(value)] as [string, Grams])),
  glandsOut: new Set(glandsOut)
});
const bookAll = (book: TestBook, sheet: Sheet, values: ReturnType<typeof filled>) => {
  const read = entriesOfSheet(sheet, book.animal, values, book.state, testId);
  if (!read.ok) return read;
  for (const { intent } of read.intents) book.must({ ...intent });
  return read;
};

describe('the bench sheet', () => {
  const whole = () => {
    const book = new TestBook();
    book.carcass(46_200);
    return { book, sheet: () => sheetOf(book.state, book.animal, book.history, { orders }) };
  };

  it('has a blank for every weight from the hook to the bare frame, each named once', () => {
    const { sheet } = whole();
    const ids = blanks(sheet()).map((r) => r.id);
    expect(new Set(ids).size).toBe(ids.length);
    expect(ids.length).toBeGreaterThan(50);
    expect(sheet().parts.map((p) => p.title)).toEqual([
      'Shoulder, left',
      'Shoulder, right',
      'Hind leg, left',
      'Hind leg, right'
    ]);
    expect(ids.at(-1)).toBe('hindLeg-right:bone');
    expect(sheet().body!.rows.at(-1)).toMatchObject({ title: 'Bare frame', kind: 'bone' });
  });

  it('a piece may have a second weight: trimmed after, or trimmed only, never heavier than it came', () => {
    const { book, sheet } = whole();
    const paper = sheet();
    const row = (key: string) => paper.body!.rows.find((r) => r.id === `body:${key}`)!.id;
    const [left, right] = [row('strap-left'), row('strap-right')];
    const twice = bookAll(
      book,
      paper,
      filled([
        [left, 1_500],
        [trimmedId(left), 1_400],
        [trimmedId(right), 1_380]
      ])
    );
    expect(twice.ok).toBe(true);
    const straps = Object.values(book.state.items).filter((i) => i.cut === 'strap');
    expect(straps.map((i) => [i.side, balanceOf(book.state, i.id), i.trimmed])).toEqual([
      ['left', 1_400, true],
      ['right', 1_380, true]
    ]);
    expect(book.history.at(-1)?.intent.kind === 'trim' || book.history.at(-2)?.intent.kind === 'trim').toBe(
      true
    );
    const heavier = entriesOfSheet(
      paper,
      book.animal,
      filled([
        [left, 1_500],
        [trimmedId(left), 1_501]
      ]),
      book.state,
      testId
    );
    expect(heavier).toMatchObject({ ok: false, faults: [{ id: left, fault: 'trimmed-heavier' }] });
  });

  it('typed in whole, closes the animal as the bench would have', () => {
    const { book, sheet } = whole();
    const paper = sheet();
    const values: [string, number][] = [];
    for (const row of paper.body!.rows) values.push([row.id, row.expected!.mean]);
    for (const part of paper.parts) {
      let soft = 0;
      for (const row of part.rows) {
        if (row.kind === 'bone') continue;
        const grams = Math.round(row.expected!.mean * 0.99);
        values.push([row.id, grams]);
        soft += grams;
      }
      values.push([`${part.id}:bone`, Math.round(part.expected!.mean) - soft]);
    }
    const read = bookAll(book, paper, filled(values, ['hindLeg-left']));
    expect(read.ok).toBe(true);
    const account = accountOf(book.state, book.animal, book.history)!;
    expect(account.work).toBe('done');
    expect(account.beam.stillOn).toBe(0);
    const closes = book.history.flatMap(({ intent }) => (intent.kind === 'close' ? [intent] : []));
    expect(closes.map((c) => c.glands)).toEqual(['left', 'left', 'out', 'left', undefined]);
    expect(closes.at(-1)!.item).toBe(paper.body!.item);
    expect(sheetOf(book.state, book.animal, book.history, { orders })).toEqual({ parts: [] });
  });

  it('typed in half, leaves the rest where it is and goes on from there', () => {
    const { book, sheet } = whole();
    bookAll(
      book,
      sheet(),
      filled([
        ['body:shoulder-left', 4_500],
        ['shoulder-left:flatIron', 400]
      ])
    );
    const next = sheet();
    const part = next.parts.find((p) => p.item)!;
    expect(balanceOf(book.state, part.item!)).toBe(4_100);
    expect(part.rows.map((r) => r.cut)).not.toContain('flatIron');
    expect(next.body!.rows.map((r) => r.id)).not.toContain('body:shoulder-left');
    // It lies open already: nothing opens it twice.
    const read = entriesOfSheet(next, book.animal, filled([[part.rows[0]!.id, 200]]), book.state, testId);
    expect(read.ok && read.intents.map((i) => i.intent.kind)).toEqual(['cut']);
  });

  it('names the blank of a muscle whose part has no weight, and an empty sheet', () => {
    const { book, sheet } = whole();
    const read = (values: [string, number][]) =>
      entriesOfSheet(sheet(), book.animal, filled(values), book.state, testId);
    expect(read([['shoulder-left:flatIron', 400]])).toEqual({
      ok: false,
      faults: [{ id: 'shoulder-left:flatIron', fault: 'part-first' }]
    });
    expect(read([])).toEqual({ ok: false, faults: [{ id: '', fault: 'nothing' }] });
  });
});
