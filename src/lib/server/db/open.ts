import { randomUUID } from 'node:crypto';
import { accessSync, constants, existsSync, renameSync, rmSync, statSync } from 'node:fs';
import { join, resolve } from 'node:path';
import type { Client } from '@libsql/client';
import { sql } from 'drizzle-orm';
import type { LibSQLDatabase } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import { readMigrationFiles } from 'drizzle-orm/migrator';

/** Why a larder cannot be opened. */
export type OpenFault = 'damaged' | 'empty' | 'newer' | 'locked' | 'read-only' | 'unreadable' | 'no-copy';

const WHAT_TO_DO: Record<OpenFault, (file: string) => string> = {
  damaged: (file) =>
    `${file} is damaged, or no larder. Move it away, begin anew, and restore the newest backup: npm run restore <file>.`,
  empty: (file) =>
    `${file} is there and empty: something has cut it off. Move it away and restore the newest backup: npm run restore <file>.`,
  newer: (file) =>
    `${file} was written by a newer version of this program. Start that version, or restore a backup of this one into a folder of its own.`,
  locked: (file) =>
    `Another program holds ${file}: a backup, a database browser. Close it and start again; nothing was changed.`,
  'read-only': (file) =>
    `${file} cannot be written. Give this user the right to write it and its folder, or look into it with LARDER_READ_ONLY=1.`,
  unreadable: (file) => `${file} cannot be read. Give this user the right to read it and its folder.`,
  'no-copy': (file) =>
    `${file} must be brought up to this version, and no copy of it could be made before: is there room on the disk? Nothing was changed.`
};

/** A larder cannot be opened; the message says why, and what to do. */
export class CannotOpen extends Error {
  constructor(
    readonly fault: OpenFault,
    file: string,
    cause?: unknown
  ) {
    super(WHAT_TO_DO[fault](file), { cause });
  }
}

/** A database of one page has this many bytes at least. */
const SMALLEST = 512;

/**
 * Looks at a larder's file before it is opened; an engine would make a new larder of one that was cut to nothing. It is not
 * read here: closing it again would let go of the locks that this process has on it.
 * @throws CannotOpen
 */
export function lookAt(file: string, writes: boolean): void {
  if (!existsSync(file)) return;
  const fault = faultOf(file, writes);
  if (fault) throw new CannotOpen(fault, file);
}

function faultOf(file: string, writes: boolean): OpenFault | undefined {
  if (!mayBe(file, constants.R_OK)) return 'unreadable';
  const { size } = statSync(file);
  if (size === 0) return 'empty';
  if (size < SMALLEST) return 'damaged';
  return writes && !mayBe(file, constants.W_OK) ? 'read-only' : undefined;
}

function mayBe(file: string, what: number): boolean {
  try {
    accessSync(file, what);
    return true;
  } catch {
    return false;
  }
}

/** What an engine's fault at opening says of the file; nothing where it is something else. */
export function openFault(error: unknown): OpenFault | undefined {
  for (let e: unknown = error; e instanceof Error; e = e.cause) {
    const code = 'code' in e ? String(e.code) : '';
    if (/^SQLITE_(NOTADB|CORRUPT|IOERR_SHORT_READ)/.test(code)) return 'damaged';
    if (code.startsWith('SQLITE_BUSY') || code.startsWith('SQLITE_LOCKED')) return 'locked';
    if (code.startsWith('SQLITE_READONLY')) return 'read-only';
    if (code.startsWith('SQLITE_CANTOPEN')) return 'unreadable';
  }
  return undefined;
}

/** What is spoilt where a read met a damaged page, a failing disk, or text that is none of what it should be; else nothing. */
export function damageOf(error: unknown): string | undefined {
  for (let e: unknown = error; e instanceof Error; e = e.cause) {
    if (e instanceof SyntaxError) return `a row cannot be read: ${e.message}`;
    const code = 'code' in e ? String(e.code) : '';
    if (/^SQLITE_(NOTADB|CORRUPT|IOERR)/.test(code)) return `the database is damaged (${code})`;
  }
  return undefined;
}

const PAUSE_MS = 200;

/**
 * Brings a larder's tables up to this version; before that a copy of it is laid beside.
 * @param file  of the larder; undefined on a server, which is copied by whoever runs it
 * @param patienceMs  how long a neighbour that holds it, or is just doing the same, is waited for
 * @throws CannotOpen where it is of a newer version, or cannot be copied
 */
export async function bringUp(
  db: LibSQLDatabase<Record<string, unknown>>,
  client: Client,
  file: string | undefined,
  migrationsFolder: string,
  patienceMs: number
): Promise<void> {
  const known = readMigrationFiles({ migrationsFolder }).map((m) => m.folderMillis);
  const newest = Math.max(0, ...known);
  for (const until = Date.now() + patienceMs; ;) {
    const done = await doneIn(db);
    if (done > newest) throw new CannotOpen('newer', file ?? 'The database on the server');
    if (done === newest) return;
    try {
      if (file && done > 0) await copyBefore(client, file, done);
      await migrate(db, { migrationsFolder });
      return;
    } catch (error) {
      if (error instanceof CannotOpen || Date.now() >= until) throw error;
      // A neighbour holds it, or has brought it up at this moment.
      const locked = openFault(error) === 'locked';
      // A begin that met the lock has left its connection in a state that refuses the next one.
      if (locked && file) client.reconnect();
      else if ((await doneIn(db).catch(() => 0)) !== newest) throw error;
      await new Promise((next) => setTimeout(next, PAUSE_MS));
    }
  }
}

/** When the newest migration that a larder has seen was made; 0 of a new one. */
async function doneIn(db: LibSQLDatabase<Record<string, unknown>>): Promise<number> {
  const tables = await db.all(sql`select 1 from sqlite_master where name = '__drizzle_migrations'`);
  if (tables.length === 0) return 0;
  const [row] = await db.all<{ at: number | null }>(
    sql`select max(created_at) as at from __drizzle_migrations`
  );
  return Number(row?.at ?? 0);
}

/** Lays a copy beside: `larder-before-<the newest migration it has seen>.db`. */
async function copyBefore(client: Client, file: string, seen: number): Promise<void> {
  const copy = join(resolve(file, '..'), `larder-before-${seen}.db`);
  const aside = `${copy}.${randomUUID()}`;
  try {
    await client.execute({ sql: 'VACUUM INTO ?', args: [aside] });
    renameSync(aside, copy);
  } catch (error) {
    rmSync(aside, { force: true });
    if (openFault(error) === 'locked') throw error;
    throw new CannotOpen('no-copy', file, error);
  }
}
