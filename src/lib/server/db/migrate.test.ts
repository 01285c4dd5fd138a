import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql, type SQL } from 'drizzle-orm';
import { expect, it } from 'vitest';
import { migrationsUpTo, temporaryHouse } from '../testkit';
import { Larder } from './client';

/** Animals that nothing was ever mixed of: all that a larder of before pools could hold. */
const ALONE = sql`select id from animals where id not in (select s.subject from entry_subjects s
  join entries e on e.seq = s.seq where e.subject in (select id from pools))`;

/** Rows of some animals alone, table by table. */
const tablesOf = (mine: SQL): Record<string, SQL> => {
  const theirs = sql`seq in (select seq from entries where subject in ${mine})`;
  return {
    entries: sql`select seq, id, at, device_at, hand, device, kind, subject, intent, code from entries where subject in ${mine} order by seq`,
    postings: sql`select seq, line, item, grams, class, count, origin from postings where ${theirs} order by seq, line`,
    subjects: sql`select subject, seq from entry_subjects where ${theirs} order by seq, subject`,
    items: sql`select id, owner, kind, json(record) as record from items where owner in ${mine} order by id`,
    balances: sql`select item, class, owner, grams from balances where owner in ${mine} order by item, class`,
    stock: sql`select * from stock where owner in ${mine} order by item`,
    flows: sql`select seq, from_item, to_item, origin, class, grams from flows where ${theirs} order by seq, from_item, to_item, class, grams`
  };
};

it('a larder from before pools and origins opens as if it had been booked today', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'larder-old-'));
  const today = await temporaryHouse({}, true);
  try {
    // The demo's season, in the tables of that time: an entry of one animal, an item that names its animal.
    const old = new Larder({ folder, migrations: migrationsUpTo('0009_stations', join(folder, 'drizzle')) });
    await old.open();
    await old.db.run(sql`attach ${join(today.folder, 'larder.db')} as now`);
    const alone = (await today.larder.db.all<{ id: string }>(ALONE)).map((row) => row.id);
    const mine = sql`(select value from json_each(${JSON.stringify(alone)}))`;
    for (const statement of [
      sql`insert into entries (seq, id, at, device_at, hand, device, kind, animal, intent, code)
        select seq, id, at, device_at, hand, device, kind, subject, intent, code from now.entries where subject in ${mine}`,
      sql`insert into postings (seq, line, item, grams, class, count)
        select seq, line, item, grams, class, count from now.postings
        where seq in (select seq from now.entries where subject in ${mine})`,
      sql`insert into items (id, animal, kind, record) select id, owner, kind,
        json_remove(json_set(record, '$.animal', json_extract(record, '$.owner')), '$.owner') from now.items where owner in ${mine}`,
      sql`insert into balances (item, class, animal, grams) select item, class, owner, grams from now.balances where owner in ${mine}`
    ])
      await old.db.run(statement);
    old.close();
    const opened = await new Larder({ folder }).open();
    for (const [name, rows] of Object.entries(tablesOf(mine))) {
      const sorted = async (db: Larder['db']) =>
        (await db.all<Record<string, unknown>>(rows)).map((row) =>
          name === 'items' ? { ...row, record: JSON.parse(String(row.record)) as unknown } : row
        );
      const [was, is] = [await sorted(today.larder.db), await sorted(opened.db)];
      expect(was.length, name).toBeGreaterThan(100);
      expect(is, name).toEqual(was);
    }
    opened.close();
  } finally {
    today.end();
    rmSync(folder, { recursive: true, force: true });
  }
});

it('a bill from before sums had a currency is kept in the larder’s first', async () => {
  const folder = mkdtempSync(join(tmpdir(), 'larder-bill-'));
  const today = await temporaryHouse({}, true);
  try {
    const old = new Larder({ folder, migrations: migrationsUpTo('0014_wind', join(folder, 'drizzle')) });
    await old.open();
    await old.db.run(sql`attach ${join(today.folder, 'larder.db')} as now`);
    await old.db.run(sql`insert into animals select * from now.animals`);
    await old.db.run(sql`update animals set record = json_remove(record, '$.bills')`);
    await old.db.run(sql`update animals set record = json_set(record, '$.bill', 8450) where number = 3`);
    old.close();
    const opened = await new Larder({ folder }).open();
    const rows = await opened.db.all<{ bill: number | null; bills: string | null; number: number }>(
      sql`select number, json_extract(record, '$.bill') as bill, json_extract(record, '$.bills') as bills from animals`
    );
    expect(rows.length).toBeGreaterThan(10);
    for (const { bill, bills, number } of rows)
      expect([bill, bills]).toEqual([null, number === 3 ? '{"":8450}' : null]);
    opened.close();
  } finally {
    today.end();
    rmSync(folder, { recursive: true, force: true });
  }
});
