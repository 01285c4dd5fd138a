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
