import { DAY } from '$core/units';
import { copyFileSync, existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync, statSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { createClient, type Client, type Config } from '@libsql/client';
import { sql } from 'drizzle-orm';
import { drizzle, type LibSQLDatabase } from 'drizzle-orm/libsql';
import { NOTED, notedIn, sealChanged, type Unsealed } from './seals';
import { bringUp, CannotOpen, lookAt, openFault } from './open';
import { askingFirst, onlyReading, pipelined } from './pipeline';
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
  /** How long a write waits for a neighbour that holds the lock, ms; {@link PATIENCE_MS} unless said. */
  patienceMs?: number;
  /** Folder of the migrations; the project's own unless said. */
  migrations?: string;
}

/** Why a larder does not answer, or takes nothing: `away` is a database server that is not there. */
export type LarderFaultCode = 'read-only' | 'full' | 'busy' | 'away';

/** The larder cannot be written: read only or busy (503), full (507); or its database is away (503). */
export class LarderFault extends Error {
  constructor(
    readonly fault: LarderFaultCode,
    cause: unknown
  ) {
    super(fault === 'away' ? 'the database does not answer' : `the larder is ${fault}`, { cause });
  }
}

/** What a line to a server says when nobody is at its other end, or when it was cut; and a server that starts anew. */
const AWAY = new Set([
  'ECONNREFUSED',
  'ECONNRESET',
  'ENOTFOUND',
  'EAI_AGAIN',
  'EHOSTUNREACH',
  'ENETUNREACH',
  'ETIMEDOUT',
  'EPIPE',
  'UND_ERR_SOCKET',
  'UND_ERR_CONNECT_TIMEOUT',
  'UND_ERR_HEADERS_TIMEOUT',
  'UND_ERR_BODY_TIMEOUT',
  'SERVER_ERROR',
  'STREAM_EXPIRED',
  'HRANA_CLOSED_ERROR',
  'HRANA_WEBSOCKET_ERROR'
]);

/** Tells a fault of the larder from a bug, by SQLite's result codes and those of the line to a server. */
export function asLarderFault(error: unknown): LarderFault | undefined {
  for (let e: unknown = error; e instanceof Error; e = e.cause) {
    if (e instanceof LarderFault) return e;
    const code = 'code' in e ? String(e.code) : '';
    // What lies in files beside the database meets the same disk.
    if (code === 'ENOSPC' || code === 'EDQUOT') return new LarderFault('full', error);
    if (code === 'EROFS' || code === 'EACCES' || code === 'EPERM') return new LarderFault('read-only', error);
    if (code.startsWith('SQLITE_READONLY')) return new LarderFault('read-only', error);
    if (code.startsWith('SQLITE_FULL')) return new LarderFault('full', error);
    if (code.startsWith('SQLITE_BUSY')) return new LarderFault('busy', error);
    if (AWAY.has(code)) return new LarderFault('away', error);
  }
  return undefined;
}

/** A row of that key stands already. */
export function isTaken(error: unknown): boolean {
  for (let e: unknown = error; e instanceof Error; e = e.cause)
    if ('code' in e && String(e.code).startsWith('SQLITE_CONSTRAINT')) return true;
  return false;
}

/** How long a write waits for a neighbour (another process, a backup program) that holds the lock. */
const PATIENCE_MS = 8_000;
/** Pauses between two tries; the last one goes on. The clock of this process runs on in them. */
const PAUSES_MS = [5, 10, 20, 40, 80, 120];
/** The engine's own wait for a lock stops the whole process: kept too short to be felt. */
const NATIVE_WAIT_MS = 30;

/** Name of a larder's file in its folder. */
const FILE = 'larder.db';

/** Folders that something is made ready in, and how old one is that nobody works on any more. */
export const SPOOL = 'import-';
const STALE_MS = DAY;

/** What a larder keeps beside its book, and that one of its own brings with it. */
const BESIDE_TABLES = [
  'settings',
  'procedures',
  'recipes',
  'wishes',
  'cut_plans',
  'cut_plan_animals',
  'slicings',
  'rule_cards',
  'cooling_plans',
  'readings',
  'reading_hours',
  'logger_files',
  'forecasts'
] as const;

/** The book and its projections, in the order in which rows name each other. */
const BOOK_TABLES = [
  'entries',
  'postings',
  'entry_subjects',
  'animals',
  'pools',
  'items',
  'balances',
  'origins',
  'stock',
  'flows',
  'seasons',
  'parties',
  'party_names'
] as const;
/** Rows that are copied at once. */
const COPIED = 2_000;

/** Copies a table row by row as JSON: one text for some thousand rows, whether the larder is a file or a server. */
async function copyRows(from: Larder, tx: Tx, table: string, signal?: AbortSignal): Promise<void> {
  const columns = await from.db.all<{ name: string; type: string }>(
    sql`select name, type from pragma_table_info(${table})`
  );
  const into = sql.raw(`${table} (${columns.map(({ name }) => `"${name}"`).join(', ')})`);
  // Fractions go as text of seventeen figures: JSON would keep fifteen.
  const read = columns.map(({ name, type }) =>
    type === 'REAL'
      ? `'${name}', case when "${name}" is null then null else printf('%!.17g', "${name}") end`
      : `'${name}', "${name}"`
  );
  const picked = columns.map(({ name, type }) =>
    type === 'REAL' ? `cast(json_extract(value, '$.${name}') as real)` : `json_extract(value, '$.${name}')`
  );
  // A trigger has put each entry under the subject it speaks of already.
  const insert = sql.raw(table === 'entry_subjects' ? 'insert or ignore into' : 'insert into');
  for (let after = 0; ;) {
    const rows = await from.db.get<{ json: string; upto: number | null }>(sql`
      select json_group_array(json_object(${sql.raw(read.join(', '))})) as json, max(rowid) as upto
      from (select rowid, * from ${sql.raw(table)} where rowid > ${after} order by rowid limit ${COPIED})`);
    if (!rows?.upto) return;
    await tx.run(sql`${insert} ${into} select ${sql.raw(picked.join(', '))} from json_each(${rows.json})`);
    after = rows.upto;
    signal?.throwIfAborted();
    await new Promise((next) => setImmediate(next));
  }
}

/** One open larder: its database, and the single queue through which everything is written. */
export class Larder {
  readonly db: Db;
  readonly #client: Client;
  /** Connections that only write: a failed begin is thrown away with them, and no read is under way there. */
  readonly #writer: Client;
  readonly #writing: Db;
  readonly #options: LarderOptions;
  readonly #config: Config;
  readonly #file: string;
  #copy: string | undefined;
  #tail: Promise<unknown> = Promise.resolve();
  /** What was noted as changed before the transaction that is under way. */
  #foreign: Promise<Unsealed[]> = Promise.resolve([]);

  constructor(options: LarderOptions) {
    this.#options = options;
    if (!options.readOnly) mkdirSync(options.folder, { recursive: true });
    this.#file = join(resolve(options.folder), FILE);
    if (!options.url) lookAt(this.#file, !options.readOnly);
    // Looking on, the engine would still write beside the file: it looks at a copy of its own.
    if (options.readOnly && !options.url) this.#file = this.#copied(this.#file);
    this.#config = {
      url: options.url ?? pathToFileURL(this.#file).href,
      timeout: NATIVE_WAIT_MS,
      ...(options.authToken ? { authToken: options.authToken } : {})
    };
    this.#client = createClient(this.#config);
    const writer = options.url ? pipelined(createClient(this.#config)) : createClient(this.#config);
    this.#writer = options.readOnly
      ? writer
      : askingFirst(writer, NOTED, (answer) => {
          this.#foreign = answer.then(notedIn);
        });
    this.db = drizzle(this.#client, { schema });
    this.#writing = drizzle(this.#writer, { schema });
  }

  /**
   * Brings the schema up to date. Called once, before anything else.
   * @throws CannotOpen with what to do, where the file cannot be opened
   */
  async open(): Promise<this> {
    const { url, readOnly } = this.#options;
    const file = url ? undefined : this.#file;
    try {
      if (file) {
        await this.#client.execute('PRAGMA journal_mode = WAL');
        await this.#client.execute('PRAGMA synchronous = FULL');
      }
      const migrations = this.#options.migrations ?? resolve('drizzle');
      // What is only looked at is a copy already.
      const copied = readOnly ? undefined : file;
      await bringUp(this.db, this.#client, copied, migrations, this.#options.patienceMs ?? PATIENCE_MS);
      return this;
    } catch (error) {
      throw this.notOpened(error);
    }
  }

  /** What went wrong while it was opened, as whoever started it reads it; the larder is closed. */
  notOpened(error: unknown): unknown {
    this.close();
    const file = this.#options.url ? undefined : this.#file;
    const fault = file && !(error instanceof CannotOpen) ? openFault(error) : undefined;
    return fault && file ? new CannotOpen(fault, file, error) : error;
  }

  /** Runs a write in its own transaction, after all that were asked for before it. Never to be nested. */
  write<T>(work: (tx: Tx) => Promise<T>): Promise<T> {
    const run = this.#tail.then(() => this.#transact(work));
    this.#tail = run.catch(() => undefined);
    return run;
  }

  /** One of many writes of a long work: afterwards the lock is left free as long as it was held, for whoever waits for it. */
  async writeInTurn<T>(work: (tx: Tx) => Promise<T>): Promise<T> {
    let from = 0;
    const done = await this.write((tx) => {
      from = performance.now();
      return work(tx);
    });
    await new Promise((next) => setTimeout(next, performance.now() - from));
    return done;
  }

  /**
   * Begins as soon as no neighbour holds the lock, and runs the work once. A begin that met the lock leaves its connection
   * in a state that refuses the next ones: it is thrown away before each new try.
   */
  async #transact<T>(work: (tx: Tx) => Promise<T>): Promise<T> {
    const until = performance.now() + (this.#options.patienceMs ?? PATIENCE_MS);
    for (let tries = 0; ; tries += 1) {
      const begun = { yet: false };
      try {
        return await this.#once(work, begun);
      } catch (error) {
        const fault = asLarderFault(error);
        if (fault?.fault === 'busy' && !this.#options.url) this.#writer.reconnect();
        // A server is told to begin with the first statement: that the lock is held is heard there, before anything was done.
        const again = fault?.fault === 'busy' && (!begun.yet || this.#options.url !== undefined);
        if (!again || performance.now() >= until) throw fault ?? error;
        await new Promise((done) => setTimeout(done, PAUSES_MS[Math.min(tries, PAUSES_MS.length - 1)]));
      }
    }
  }

  #once<T>(work: (tx: Tx) => Promise<T>, begun: { yet: boolean }): Promise<T> {
    return this.#writing.transaction(
      async (tx) => {
        begun.yet = true;
        if (this.#options.readOnly) await tx.run(sql`PRAGMA query_only = 1`);
        if (this.#options.maxPages)
          await tx.run(sql.raw(`PRAGMA max_page_count = ${Math.floor(this.#options.maxPages)}`));
        if (this.#options.readOnly) return await work(tx);
        const foreign = this.#foreign;
        foreign.catch(() => undefined);
        const done = await work(tx);
        await sealChanged(tx, await foreign, Date.now());
        return done;
      },
      { behavior: 'immediate' }
    );
  }

  /** An empty larder of its own beside this one, to make something ready in; it is to be removed. */
  async beside(): Promise<Larder & { remove: () => void }> {
    const folder = mkdtempSync(join(this.#options.folder, SPOOL));
    for (const old of readdirSync(this.#options.folder))
      if (old.startsWith(SPOOL) && Date.now() - statSync(join(this.#options.folder, old)).mtimeMs > STALE_MS)
        rmSync(join(this.#options.folder, old), { recursive: true, force: true });
    const { migrations } = this.#options;
    const spool = await new Larder({ folder, ...(migrations ? { migrations } : {}) }).open();
    return Object.assign(spool, {
      remove: () => {
        spool.close();
        rmSync(folder, { recursive: true, force: true });
      }
    });
  }

  /** Whether anything has been booked. */
  async hasBook(): Promise<boolean> {
    return (await this.db.all(sql`select 1 from entries limit 1`)).length > 0;
  }

  /**
   * Takes over the book of a larder made beside this one, all or nothing; false where entries stand here already. Its rows
   * are copied in stretches: others may read meanwhile.
   * @param beside  what is kept beside the book too, in the place of what is here
   */
  takeIn(
    spool: Larder,
    { beside = false, signal }: { beside?: boolean; signal?: AbortSignal } = {}
  ): Promise<boolean> {
    return this.write(async (tx) => {
      const standing = await tx.all(sql`select 1 from entries limit 1`);
      if (standing.length > 0) return false;
      for (const table of BOOK_TABLES) await copyRows(spool, tx, table, signal);
      if (!beside) return true;
      for (const table of BESIDE_TABLES) {
        await tx.run(sql.raw(`delete from ${table}`));
        await copyRows(spool, tx, table, signal);
      }
      // Whoever has read what was here before reads again.
      const scopes = schema.SCOPES.map((scope) => ({ scope, number: 1 }));
      await tx
        .insert(schema.versions)
        .values(scopes)
        .onConflictDoUpdate({ target: schema.versions.scope, set: { number: sql`number + 1` } });
      return true;
    });
  }

  /** Reads of one moment, whatever is booked meanwhile. */
  async snapshot<T>(work: (db: Db) => Promise<T>): Promise<T> {
    const client = createClient(this.#config);
    try {
      const reading = drizzle(onlyReading(client), { schema });
      // What is asked for is the same on a transaction.
      return await reading.transaction((tx) => work(tx as unknown as Db));
    } finally {
      client.close();
    }
  }

  /** Copies a larder's file, and what was not yet written into it, aside. */
  #copied(file: string): string {
    this.#copy = mkdtempSync(join(tmpdir(), 'larder-look-'));
    for (const end of ['', '-wal'])
      if (existsSync(file + end)) copyFileSync(file + end, join(this.#copy, FILE + end));
    return join(this.#copy, FILE);
  }

  /** The database's file; undefined where a server keeps it. */
  get file(): string | undefined {
    return this.#options.url ? undefined : this.#file;
  }

  /** Where a second connection finds it. */
  get where(): LarderOptions {
    const { folder, url, authToken } = this.#options;
    // Of what is only looked at that is the copy: the engine writes beside whatever it opens.
    return { folder: this.#copy ?? folder, url, authToken };
  }

  /** Where it lies, and what is kept beside it. */
  get folder(): string {
    return this.#options.folder;
  }

  close(): void {
    this.#writer.close();
    this.#client.close();
    if (this.#copy) rmSync(this.#copy, { recursive: true, force: true });
    this.#copy = undefined;
  }
}
