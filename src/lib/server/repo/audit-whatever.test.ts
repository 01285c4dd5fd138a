import { copyFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sql } from 'drizzle-orm';
import Database from 'libsql';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { seeded } from '$core/statistics';
import { FIRST_SEED, atDepth } from '$core/testdepth';
import { Larder } from '../db/client';
import { showLink } from '../db/seals';
import { arrival, cutDraft, mincedTogether, temporaryHouse } from '../testkit';
import { ROWS } from './beside.testkit';
import { auditBook } from './upkeep';

/** What no program writes at most of the places where it is put. */
const WHATEVER = [
  `x'00ff'`,
  `'none'`,
  `''`,
  `'[]'`,
  `'{}'`,
  `'7'`,
  'null',
  '-1',
  '9000000000000000',
  '9e999'
];

/** Where it says nothing of the larder: when somebody was seen last, how flows and migrations are numbered; or is told otherwise. */
const SAYS_NOTHING = [
  /^__drizzle_migrations\.id /,
  /^flows\.line /,
  /^(visits|pins)\.seen_at /,
  // Whoever has the code hears that it is none of this larder's.
  /^seal_links\.shown /
];

const folder = mkdtempSync(join(tmpdir(), 'larder-whatever-'));
let file: string;
let places: [table: string, column: string][];

beforeAll(async () => {
  const house = await temporaryHouse();
  const { draft, animal, carcass } = arrival(14_000, { owner: 'Alderbank' });
  await house.book.book([draft, cutDraft(animal, carcass, 400)]);
  await mincedTogether(house);
  await house.larder.write(async (tx) => {
    for (const row of ROWS) await tx.run(sql.raw(row));
  });
  await house.larder.write((tx) => showLink(tx, Date.now()));
  expect((await auditBook(house.larder)).findings).toEqual([]);
  file = join(folder, 'whole.db');
  const db = new Database(house.larder.file!);
  db.exec(`vacuum into '${file}'`);
  const tables = db
    .prepare(`select name from sqlite_master where type = 'table' and name not like 'sqlite%'`)
    .all() as { name: string }[];
  places = tables.flatMap(({ name }) =>
    (db.prepare(`pragma table_info("${name}")`).all() as { name: string }[]).map(
      (column): [string, string] => [name, column.name]
    )
  );
  db.close();
  house.end();
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** Puts something into a row past the program; says whether the file takes it there. */
function put(path: string, table: string, column: string, value: string): boolean {
  const db = new Database(path);
  db.exec('pragma foreign_keys = off; pragma ignore_check_constraints = on');
  const guards = db.prepare(`select name from sqlite_master where type = 'trigger'`).all() as {
    name: string;
  }[];
  for (const { name } of guards) db.exec(`drop trigger "${name}"`);
  try {
    return (
      db
        .prepare(
          `update "${table}" set "${column}" = ${value} where rowid = (select max(rowid) from "${table}") and "${column}" is not ${value}`
        )
        .run().changes > 0
    );
  } catch {
    return false;
  } finally {
    db.close();
  }
}

it('whatever stands in whatever place, the audit goes on to its end and names more than the guards that are gone', async () => {
  const uniform = seeded(28 + FIRST_SEED);
  const tried = places.flatMap(([table, column]) =>
    WHATEVER.map((value) => ({ table, column, value, turn: uniform() }))
  );
  const stopped: string[] = [];
  const silent: string[] = [];
  let looked = 0;
  for (const { table, column, value } of tried.sort((a, b) => a.turn - b.turn)) {
    if (looked >= atDepth(12)) break;
    const own = mkdtempSync(join(folder, 'own-'));
    copyFileSync(file, join(own, 'larder.db'));
    if (put(join(own, 'larder.db'), table, column, value)) {
      looked += 1;
      const place = `${table}.${column} = ${value}`;
      const larder = new Larder({ folder: own });
      try {
        const { findings } = await auditBook(larder);
        if (findings.every(({ code }) => code === 'guard') && !SAYS_NOTHING.some((one) => one.test(place)))
          silent.push(place);
      } catch (error) {
        stopped.push(`${place}: ${String((error as Error).cause ?? error).slice(0, 200)}`);
      }
      larder.close();
    }
    rmSync(own, { recursive: true, force: true });
  }
  expect(stopped).toEqual([]);
  expect(silent).toEqual([]);
});
