import { randomUUID } from 'node:crypto';
import { createServer, type IncomingMessage } from 'node:http';
import { join } from 'node:path';
import Database from 'libsql';

/* A libSQL server for tests: Hrana 2 as JSON over HTTP, a connection of the embedded engine for each stream. */

type Value =
  | { type: 'null' }
  | { type: 'integer' | 'text'; value: string }
  | { type: 'float'; value: number }
  | { type: 'blob'; base64: string };
interface Stmt {
  sql?: string;
  sql_id?: number;
  args?: Value[];
  named_args?: { name: string; value: Value }[];
}
type Condition =
  | { type: 'ok' | 'error'; step: number }
  | { type: 'not'; cond: Condition }
  | { type: 'and' | 'or'; conds: Condition[] }
  | { type: 'is_autocommit' };
type Request =
  | { type: 'execute'; stmt: Stmt }
  | { type: 'batch'; batch: { steps: { stmt: Stmt; condition?: Condition }[] } }
  | { type: 'sequence'; sql?: string; sql_id?: number }
  | { type: 'store_sql'; sql_id: number; sql: string }
  | { type: 'close_sql'; sql_id: number }
  | { type: 'get_autocommit' | 'close' };

interface Fault {
  message: string;
  code: string;
}

/** Connections that nobody goes on with are given up, and what they had begun is taken back. */
const STREAM_MS = 10_000;

/** One client's stream: a connection of its own, and the texts it has stored. */
class Stream {
  readonly #db: InstanceType<typeof Database>;
  readonly #texts = new Map<number, string>();
  lastUsed = Date.now();

  constructor(file: string) {
    this.#db = new Database(file);
    this.#db.exec('PRAGMA busy_timeout = 0');
    this.#db.exec('PRAGMA foreign_keys = ON');
  }

  answer(request: Request): Record<string, unknown> {
    switch (request.type) {
      case 'execute':
        return { type: 'execute', result: this.#execute(request.stmt) };
      case 'batch':
        return { type: 'batch', result: this.#batch(request.batch.steps) };
      case 'sequence':
        this.#db.exec(this.#text(request));
        return { type: 'sequence' };
      case 'store_sql':
        this.#texts.set(request.sql_id, request.sql);
        return { type: 'store_sql' };
      case 'close_sql':
        this.#texts.delete(request.sql_id);
        return { type: 'close_sql' };
      case 'get_autocommit':
        return { type: 'get_autocommit', is_autocommit: !this.#db.inTransaction };
      case 'close':
        return { type: 'close' };
    }
  }

  #text({ sql, sql_id: id }: { sql?: string; sql_id?: number }): string {
    return sql ?? this.#texts.get(id ?? 0) ?? '';
  }

  #execute(stmt: Stmt) {
    const statement = this.#db.prepare(this.#text(stmt));
    const args = (stmt.args ?? []).map(fromValue);
    if (!statement.reader) {
      const { changes } = statement.run(...args);
      return { cols: [], rows: [], affected_row_count: changes, last_insert_rowid: null };
    }
    const rows = statement.raw(true).all(...args) as unknown[][];
    const cols = statement.columns().map(({ name, type }) => ({ name, decltype: type }));
    return {
      cols,
      rows: rows.map((row) => row.map(toValue)),
      affected_row_count: 0,
      last_insert_rowid: null
    };
  }

  #batch(steps: readonly { stmt: Stmt; condition?: Condition }[]) {
    const results: (ReturnType<Stream['answer']> | null)[] = [];
    const errors: (Fault | null)[] = [];
    const holds = (c: Condition): boolean => {
      switch (c.type) {
        case 'ok':
          return (results[c.step] ?? null) !== null;
        case 'error':
          return (errors[c.step] ?? null) !== null;
        case 'not':
          return !holds(c.cond);
        case 'and':
          return c.conds.every(holds);
        case 'or':
          return c.conds.some(holds);
        case 'is_autocommit':
          return !this.#db.inTransaction;
      }
    };
    for (const { stmt, condition } of steps) {
      let [result, error]: [ReturnType<Stream['answer']> | null, Fault | null] = [null, null];
      try {
        if (!condition || holds(condition)) result = this.#execute(stmt);
      } catch (thrown) {
        error = faultOf(thrown);
      }
      results.push(result);
      errors.push(error);
    }
    return { step_results: results, step_errors: errors };
  }

  close(): void {
    if (this.#db.inTransaction) this.#db.exec('ROLLBACK');
    this.#db.close();
  }
}

const fromValue = (value: Value): unknown =>
  value.type === 'null'
    ? null
    : value.type === 'blob'
      ? Buffer.from(value.base64, 'base64')
      : value.type === 'integer'
        ? Number(value.value)
        : value.value;
const toValue = (value: unknown): Value =>
  value === null || value === undefined
    ? { type: 'null' }
    : typeof value === 'number'
      ? Number.isInteger(value)
        ? { type: 'integer', value: String(value) }
        : { type: 'float', value }
      : value instanceof Uint8Array
        ? { type: 'blob', base64: Buffer.from(value).toString('base64') }
        : { type: 'text', value: String(value) };
const faultOf = (error: unknown): Fault => ({
  message: error instanceof Error ? error.message : String(error),
  code: error instanceof Error && 'code' in error ? String(error.code) : 'UNKNOWN'
});

async function bodyOf(request: IncomingMessage): Promise<{ baton?: string; requests: Request[] }> {
  const pieces: Buffer[] = [];
  for await (const piece of request) pieces.push(piece as Buffer);
  return JSON.parse(Buffer.concat(pieces).toString()) as { baton?: string; requests: Request[] };
}

/** How a server is, for tests. */
interface Manner {
  /** One that was away comes back at its own address. */
  port?: number;
  /** How long a stream that nobody asks on is kept, ms. */
  streamMs?: number;
  /** Whether the line is cut at the trip of a number: before its request is worked at, or before its answer is sent. */
  cut?: (trip: number) => 'before' | 'after' | undefined;
}

/**
 * Starts a server on loopback over one file.
 * @param token  asked for as a bearer
 */
export async function libsqlDouble(
  folder: string,
  token: string,
  { port = 0, streamMs = STREAM_MS, cut = () => undefined }: Manner = {}
): Promise<{ url: string; trips: () => number; close: () => void }> {
  const file = join(folder, 'server.db');
  const first = new Database(file);
  first.exec('PRAGMA journal_mode = WAL');
  first.close();
  const streams = new Map<string, Stream>();
  let trips = 0;
  const server = createServer((request, response) => {
    const answer = async () => {
      trips += 1;
      const cutting = cut(trips);
      if (cutting === 'before') return request.socket.destroy();
      if (request.headers.authorization !== `Bearer ${token}`) return { status: 401, body: {} };
      const { baton, requests } = await bodyOf(request);
      for (const [key, stream] of streams)
        if (Date.now() - stream.lastUsed > streamMs) {
          stream.close();
          streams.delete(key);
        }
      const stream = baton === undefined ? new Stream(file) : streams.get(baton);
      if (!stream) return { status: 400, body: { message: 'no such stream', code: 'STREAM_EXPIRED' } };
      if (baton !== undefined) streams.delete(baton);
      stream.lastUsed = Date.now();
      const results = requests.map((asked) => {
        try {
          return { type: 'ok', response: stream.answer(asked) };
        } catch (error) {
          return { type: 'error', error: faultOf(error) };
        }
      });
      if (requests.some(({ type }) => type === 'close')) {
        stream.close();
        return { status: 200, body: { baton: null, base_url: null, results } };
      }
      const next = randomUUID();
      streams.set(next, stream);
      if (cutting === 'after') return request.socket.destroy();
      return { status: 200, body: { baton: next, base_url: null, results } };
    };
    void answer()
      .catch((error: unknown) => ({ status: 500, body: faultOf(error) }))
      .then((answered) => {
        if (!('status' in answered)) return;
        const { status, body } = answered;
        response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body));
      });
  });
  await new Promise<void>((listening) => server.listen(port, '127.0.0.1', listening));
  const address = server.address();
  return {
    url: `http://127.0.0.1:${typeof address === 'object' && address ? address.port : 0}`,
    trips: () => trips,
    close: () => {
      for (const stream of streams.values()) stream.close();
      server.closeAllConnections();
      server.close();
    }
  };
}
