import { copyFile, mkdtemp, rm } from 'node:fs/promises';
import { existsSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { createClient, type Client } from '@libsql/client';
import { Larder } from '../db/client';
import type { Spoilt } from '../db/integrity';

const quoted = (name: string): string => `"${name.replace(/"/g, '""')}"`;

/**
 * Works on a copy of a larder's file in which spoilt text stands empty: the engine ends the process that reads text that is
 * none. An entry that held some cannot be read in the copy, and is told as damaged.
 * @param file  of the larder
 */
export async function onUnspoiltCopy<T>(
  file: string,
  spoilt: readonly Spoilt[],
  work: (copy: Larder) => Promise<T>
): Promise<T> {
  const folder = await mkdtemp(join(tmpdir(), 'larder-copy-'));
  try {
    for (const end of ['', '-wal'])
      if (existsSync(file + end)) await copyFile(file + end, join(folder, basename(file) + end));
    const client = createClient({ url: pathToFileURL(join(folder, basename(file))).href });
    try {
      await emptied(client, spoilt);
    } finally {
      client.close();
    }
    const copy = new Larder({ folder });
    try {
      return await work(copy);
    } finally {
      copy.close();
    }
  } finally {
    await rm(folder, { recursive: true, force: true });
  }
}

async function emptied(client: Client, spoilt: readonly Spoilt[]): Promise<void> {
  // What guards the book against changes guards the book: this is a copy.
  const triggers = await client.execute("select name from sqlite_master where type = 'trigger'");
  for (const { name } of triggers.rows) await client.execute(`drop trigger ${quoted(String(name))}`);
  for (const { table, row, column } of spoilt) {
    await client.execute({
      sql: `update ${quoted(table)} set ${quoted(column)} = '' where rowid = ?`,
      args: [row]
    });
    const seqs =
      table === 'entries'
        ? 'select ?'
        : table === 'postings'
          ? 'select seq from postings where rowid = ?'
          : '';
    if (seqs !== '')
      await client.execute({ sql: `update entries set intent = '' where seq in (${seqs})`, args: [row] });
  }
}
