import ExcelJS from 'exceljs';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { guessReading, readPast } from '$core/past';
import { readTable } from '../files/table';
import { draftOf, temporaryHouse } from '../testkit';

let house: Awaited<ReturnType<typeof temporaryHouse>>;
beforeEach(async () => void (house = await temporaryHouse()));
afterEach(() => house.end());

const CSV = `Date;Species;Sex;Tag;Gutted (kg);Hanging (kg);Boneless (kg)
3.10.2021;roe;buck;R 7;17,5;14,2;8,9
13.11.2021;Wild boar;sow;;;48;
2.12.2022;fallow doe;;F 2;;27,4;17,0
`;
const animalsOf = (rows: readonly string[][]) => {
  const reading = guessReading(rows);
  const read = readPast(rows, { ...reading, unit: reading.unit ?? 'kg' }, { now: Date.now(), species: {} });
  expect(read.faults).toEqual([]);
  return read.animals;
};
const rowsOf = async (bytes: Uint8Array) => {
  const read = await readTable(bytes);
  if (!read.ok) throw new Error(read.fault);
  return read.sheets[0]!.rows;
};

async function workbook(rows: readonly unknown[][], name = 'Deer'): Promise<Uint8Array> {
  const book = new ExcelJS.Workbook();
  const sheet = book.addWorksheet(name);
  for (const row of rows) sheet.addRow(row);
  return new Uint8Array(await book.xlsx.writeBuffer());
}

describe('an old list', () => {
  it('comes in whole: each animal in its own season, closed, with what it gave', async () => {
    const animals = animalsOf(await rowsOf(new TextEncoder().encode(CSV)));
    const taken = await house.past.take(animals, { hand: 'Tove', here: false });
    expect(taken.ok).toBe(true);
    const cards = await house.animals.list({ limit: 10 });
    expect(cards.map(({ code, work, boneless }) => [code, work, boneless]).sort()).toEqual([
      ['21-001', 'done', 8_900],
      ['21-002', 'done', 0],
      ['22-001', 'done', 17_000]
    ]);
    expect((await house.book.audit()).findings).toEqual([]);
    expect(await house.past.all()).toMatchObject([{ animals: 3, hand: 'Tove' }]);
    // What they gave teaches nothing: nobody knows how it was trimmed.
    expect(await house.animals.residualSums()).toEqual([]);
  });

  it('comes in not at all where one of it cannot', async () => {
    await house.past.take(animalsOf(await rowsOf(new TextEncoder().encode(CSV))), {
      hand: 'Tove',
      here: false
    });
    const same = animalsOf(await rowsOf(new TextEncoder().encode(CSV)));
    expect(await house.past.take(same, { hand: 'Ilo', here: false })).toMatchObject({
      stop: { code: 'twice' }
    });
    const more = CSV.replace('R 7', 'R 8').replace('fallow doe;;F 2', 'fallow doe;;F 2 ');
    const again = animalsOf(await rowsOf(new TextEncoder().encode(more)));
    expect(await house.past.take(again, { hand: 'Tove', here: false })).toMatchObject({
      ok: false,
      stop: { code: 'refused', row: 4, refusal: { code: 'tag-taken' } }
    });
    expect((await house.animals.list({ limit: 10 })).length).toBe(3);
  });

  it('goes back whole, and comes in again; not where somebody has worked on one since', async () => {
    const animals = animalsOf(await rowsOf(new TextEncoder().encode(CSV)));
    const first = await house.past.take(animals, { hand: 'Tove', here: true });
    if (!first.ok) throw new Error('not taken');
    const [one] = await house.animals.list({ limit: 1 });
    const note = draftOf({ kind: 'note', animal: one!.id, text: 'a fine one' });
    await house.book.book([note]);
    expect(await house.past.takeBack(first.id, 'Tove')).toEqual({
      ok: false,
      stop: { code: 'worked-on', codes: [one!.code] }
    });
    await house.book.book([draftOf({ kind: 'void', animal: one!.id, entry: note.id })]);
    expect(await house.past.takeBack(first.id, 'Tove')).toEqual({ ok: true, animals: 3 });
    expect(await house.animals.list({ limit: 10 })).toEqual([]);
    expect(await house.past.all()).toEqual([]);
    expect(await house.past.takeBack(first.id, 'Tove')).toMatchObject({ stop: { code: 'unknown' } });
    expect((await house.past.take(animals, { hand: 'Tove', here: true })).ok).toBe(true);
    expect((await house.book.audit()).findings).toEqual([]);
  });
});

describe('a spreadsheet', () => {
  it('is read as it shows itself: days, sums, rich text, empty ends', async () => {
    const bytes = await workbook([
      ['Date', 'Species', 'Hanging kg'],
      [
        new Date(Date.UTC(2021, 9, 3)),
        { richText: [{ text: 'roe' }, { text: ' doe' }] },
        { formula: 'A1', result: 0.1 + 0.2 }
      ],
      ['3.10.2021', 'roe', 14.2, null, null],
      []
    ]);
    expect(await readTable(bytes)).toEqual({
      ok: true,
      sheets: [
        {
          name: 'Deer',
          rows: [
            ['Date', 'Species', 'Hanging kg'],
            ['2021-10-03', 'roe doe', '0.3'],
            ['3.10.2021', 'roe', '14.2']
          ]
        }
      ]
    });
  });

  it.each([
    ['nothing', new Uint8Array(), 'empty'],
    ['blanks', new TextEncoder().encode(' ; \n;;\n'), 'empty'],
    ['an old workbook', new Uint8Array([0xd0, 0xcf, 0x11, 0xe0, 1, 2, 3]), 'old-excel'],
    ['a zip that is none', new Uint8Array([0x50, 0x4b, 0x03, 0x04, 9, 9]), 'unreadable'],
    ['a picture', new Uint8Array([0x89, 0x50, 0, 0, 0, 13, 10, 26, 0, 255]), 'unreadable'],
    ['too many rows', new TextEncoder().encode('a;b\n'.repeat(1_200)), 'too-many-rows'],
    ['too many columns', new TextEncoder().encode('a;'.repeat(80)), 'too-wide']
  ])('that is %s is said', async (_, bytes, fault) => {
    expect(await readTable(bytes)).toEqual({ ok: false, fault });
  });
});
