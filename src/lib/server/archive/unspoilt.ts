import { execFile } from 'node:child_process';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { basename, join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { promisify } from 'node:util';
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
    await copied(file, folder);
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

/** Copied by a process of its own: whoever closes a file that this one has locked lets go of the locks. */
const COPY = `
const [from, to] = process.argv.slice(1);
const { copyFileSync, existsSync } = require('node:fs');
for (const end of ['', '-wal']) if (existsSync(from + end)) copyFileSync(from + end, to + end);
`;
const copied = async (file: string, folder: string): Promise<void> => {
  await promisify(execFile)(process.execPath, ['-e', COPY, file, join(folder, basename(file))]);
};

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
