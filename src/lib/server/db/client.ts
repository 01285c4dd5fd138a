import { mkdirSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { createClient, type Client } from '@libsql/client';
import { sql } from 'drizzle-orm';
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import * as schema from './schema';

export type Db = LibSQLDatabase<typeof schema>;
export type Tx = Parameters<Parameters<Db['transaction']>[0]>[0];

export interface LarderOptions {
  /** Folder of the larder; made when missing. */
  folder: string;
  /** A libSQL server instead of the file in the folder. */
  url?: string | undefined;
  authToken?: string | undefined;
  /** Nothing may be written: to look into a backup. */
  readOnly?: boolean;
  /** The database may not grow past this many pages of 4 kB. */
  maxPages?: number | undefined;
  /** Folder of the migrations; the project's own unless said. */
  migrations?: string;
}

/** The larder cannot be written: read only (503) or full (507). */
export class LarderFault extends Error {
  constructor(
    readonly fault: 'read-only' | 'full' | 'busy',
    cause: unknown
  ) {
    super(`the larder is ${fault}`, { cause });
  }
}

/** Tells a fault of the larder from a bug, by SQLite's result codes. */
export function asLarderFault(error: unknown): LarderFault | undefined {
  for (let e: unknown = error; e instanceof Error; e = e.cause) {
    if (e instanceof LarderFault) return e;
    const code = 'code' in e ? String(e.code) : '';
    if (code.startsWith('SQLITE_READONLY')) return new LarderFault('read-only', error);
    if (code.startsWith('SQLITE_FULL')) return new LarderFault('full', error);
    if (code.startsWith('SQLITE_BUSY')) return new LarderFault('busy', error);
  }
  return undefined;
}

/** One open larder: its database, and the single queue through which everything is written. */
export class Larder {
  readonly db: Db;
  readonly #client: Client;
  readonly #options: LarderOptions;
  #tail: Promise<unknown> = Promise.resolve();

  constructor(options: LarderOptions) {
    this.#options = options;
    mkdirSync(options.folder, { recursive: true });
    const url = options.url ?? pathToFileURL(join(resolve(options.folder), 'larder.db')).href;
    this.#client = createClient({ url, ...(options.authToken ? { authToken: options.authToken } : {}) });
    this.db = drizzle(this.#client, { schema });
  }

  /** Brings the schema up to date. Called once, before anything else. */
  async open(): Promise<this> {
    if (!this.#options.url) {
      await this.#client.execute('PRAGMA journal_mode = WAL');
      await this.#client.execute('PRAGMA synchronous = FULL');
    }
    await migrate(this.db, { migrationsFolder: this.#options.migrations ?? resolve('drizzle') });
    return this;
  }

  /** Runs a write in its own transaction, after all that were asked for before it. Never to be nested. */
  write<T>(work: (tx: Tx) => Promise<T>): Promise<T> {
    const run = this.#tail.then(() => this.#transact(work));
    this.#tail = run.catch(() => undefined);
    return run;
  }

  async #transact<T>(work: (tx: Tx) => Promise<T>): Promise<T> {
    try {
      return await this.db.transaction(
        async (tx) => {
          if (this.#options.readOnly) await tx.run(sql`PRAGMA query_only = 1`);
          if (this.#options.maxPages)
            await tx.run(sql.raw(`PRAGMA max_page_count = ${Math.floor(this.#options.maxPages)}`));
          return await work(tx);
        },
        { behavior: 'immediate' }
      );
    } catch (error) {
      throw asLarderFault(error) ?? error;
    }
  }

  close(): void {
    this.#client.close();
  }
}
