import { asc, gte, sql } from 'drizzle-orm';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { arrival, cutDraft, temporaryHouse } from '../testkit';
import { packedRows } from './rows';
import { entries, parties, postings } from './schema';

let house: Awaited<ReturnType<typeof temporaryHouse>>;
beforeEach(async () => (house = await temporaryHouse()));
afterEach(() => house.end());

it('rows that come packed are those that come one by one, in the same order', async () => {
  for (let i = 0; i < 3; i += 1) {
    const { animal, carcass, draft } = arrival(14_000);
    await house.book.book([draft, cutDraft(animal, carcass, 600)]);
  }
  const { db } = house.larder;
  const order = [postings.seq, postings.line];
  const packed = await packedRows(db, postings, gte(postings.seq, 3), order);
  expect(packed.length).toBeGreaterThan(4);
  expect(packed).toEqual(
    await db
      .select()
      .from(postings)
      .where(gte(postings.seq, 3))
      .orderBy(...order)
  );
  expect(await packedRows(db, entries, sql`1`, [entries.seq])).toEqual(
    await db.select().from(entries).orderBy(asc(entries.seq))
  );
  expect(await packedRows(db, entries, sql`0`, [entries.seq])).toEqual([]);
});

it('text of any signs comes whole, and where bytes stand in the place of text they come too', async () => {
  const { db } = house.larder;
  const names = ['', '"', '\\', '\u2028', '💥', "'; --", '\n\t\u0001'];
  for (const [i, name] of names.entries()) await db.insert(parties).values({ id: `${i}`, name });
  const packed = () => packedRows(db, parties, sql`1`, [parties.id]);
  expect((await packed()).map((row) => row.name)).toEqual(names);
  await db.run(sql`insert into parties (id, name) values ('9', x'00ff')`);
  const rows = await packed();
  expect(rows).toHaveLength(names.length + 1);
  expect(rows.slice(0, -1).map((row) => row.name)).toEqual(names);
  expect(typeof rows.at(-1)?.name).not.toBe('string');
});
