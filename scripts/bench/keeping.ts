import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createClient } from '@libsql/client';
import { restoreArchive } from '../../src/lib/server/archive/read';
import { openHouse } from '../../src/lib/server/larder';

/** Tables of a larder, in the order in which rows name each other. */
const TABLES = [
  'entries',
  'postings',
  'entry_subjects',
  'animals',
  'items',
  'balances',
  'origins',
  'pools',
  'flows',
  'seasons',
  'settings',
  'readings'
];

/** Copies every row of a larder's file into another one by itself, in one transaction; gives the seconds it took. */
async function copiedPlainly(folder: string): Promise<number> {
  const other = mkdtempSync(join(tmpdir(), 'larder-copied-'));
  const house = await openHouse({ folder: other });
  house.larder.close();
  const from = createClient({ url: `file:${join(folder, 'larder.db')}` });
  const into = createClient({ url: `file:${join(other, 'larder.db')}` });
  const begin = performance.now();
  const tx = await into.transaction('write');
  await tx.execute('DROP TRIGGER entries_subject');
  for (const table of TABLES) {
    const { rows, columns } = await from.execute(`select * from ${table}`);
    const sql = `insert into ${table} (${columns.map((c) => `"${c}"`).join()}) values (${columns.map(() => '?').join()})`;
    for (const row of rows) await tx.execute({ sql, args: columns.map((c) => row[c] ?? null) });
  }
  await tx.commit();
  const seconds = (performance.now() - begin) / 1000;
  from.close();
  into.close();
  rmSync(other, { recursive: true, force: true });
  return seconds;
}

/** Seconds that a backup, a restore and plain copying of a larder's rows take, and how many entries there are. */
export async function keeping(
  folder: string
): Promise<{ backup: number; restore: number; plain: number; entries: number }> {
  const house = await openHouse({ folder });
  const file = join(folder, 'bench.zip');
  let begin = performance.now();
  const { book } = await house.backups.write(file);
  const backup = (performance.now() - begin) / 1000;
  house.larder.close();
  const other = mkdtempSync(join(tmpdir(), 'larder-restored-'));
  const empty = await openHouse({ folder: other });
  begin = performance.now();
  const restored = await restoreArchive(empty, file);
  const restore = (performance.now() - begin) / 1000;
  if (!restored.ok) throw new Error(`not restored: ${JSON.stringify(restored.fault)}`);
  empty.larder.close();
  rmSync(other, { recursive: true, force: true });
  rmSync(file);
  return { backup, restore, plain: await copiedPlainly(folder), entries: book.entries };
}
