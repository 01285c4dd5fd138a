import { between, eq, sql } from 'drizzle-orm';
import type { SQLiteColumn } from 'drizzle-orm/sqlite-core';
import {
  auditSubject,
  bookedSchema,
  canonical,
  compareProjection,
  subjectsOf,
  takenBack,
  voidedIn,
  type BookState,
  type BookedEntry,
  type Finding
} from '$core/book';
import { codeNumber, under } from '$core/units';
import { guardsOf } from '../db/guards';
import type { Db, Larder, Tx } from '../db/client';
import type { postings } from '../db/schema';
import { animals, entries, entrySubjects, flows, pools, stock } from '../db/schema';
import type { PhotoStore } from '../files/photos';
import { integrityOf } from '../db/integrity';
import { packedRows } from '../db/rows';
import { openFault } from '../db/open';
import { auditSeals } from './audit-seals';
import { flowRows } from './flows';
import { photographsNamed } from './photographs';
import { hashOf } from './chain';
import { stockRow } from './stock-rows';
import {
  animalRow,
  headOf,
  historyOf,
  linesOf,
  neighboursOf,
  poolRow,
  stateOf,
  stretchesOf,
  toEntry
} from './state';

/** Findings of an audit that are told; a book that is wrong all over needs no list of it. */
const TOLD = 1_000;
/** Rows of one stretch, and stray rows of a table that are named. */
const AT_ONCE = 1_000;
const NAMED = 20;

/** What an audit says as it goes. */
export type AuditSaid =
  | { kind: 'progress'; stage: AuditStage; done: number; total: number }
  | { kind: 'finding'; finding: Finding }
  | { kind: 'sum'; sum: AuditSum };
export type AuditStage = 'seals' | 'waiting' | 'pages' | 'entries' | 'animals' | 'photographs';
export interface AuditSum {
  entries: number;
  animals: number;
  unaccountedAbs: number;
  /** Hash of the newest entry: whoever has written it down sees whether this is still the same book. */
  hash: string;
}

/**
 * Goes through everything a larder keeps: the database's pages, what guards the book, each entry by its hash, its reading and
 * its flows, then subject by subject sums, negatives, orphans, derivations and every figure that is kept of it, running
 * numbers, stray rows, what stands beside the book by its seals, and photographs. Others are let through between two subjects; no more is kept than one subject and
 * what it takes from. Nothing that it meets stops it but text that is none, which nobody may read.
 */
export async function* auditLarder(
  larder: Larder,
  photos: PhotoStore | undefined,
  code?: string
): AsyncGenerator<AuditSaid> {
  let told = 0;
  const tell = function* (findings: Iterable<Finding>): Generator<AuditSaid> {
    for (const finding of findings) if ((told += 1) <= TOLD) yield { kind: 'finding', finding };
  };
  yield { kind: 'progress', stage: 'pages', done: 0, total: 1 };
  const pages = await integrityOf(larder);
  yield* tell(pages.findings);
  // Of what is no text the engine ends the process that reads it: nothing more is looked at.
  if (!pages.readable) return yield NOTHING_READ;
  try {
    yield* auditContents(larder, photos, tell, code);
  } catch (error) {
    if (openFault(error) !== 'damaged') throw error;
    yield* tell([{ code: 'damaged', text: 'the database is damaged: the rest of it could not be read' }]);
    yield NOTHING_READ;
  }
}

/** The end of an audit that could not go through everything. */
const NOTHING_READ: AuditSaid = {
  kind: 'sum',
  sum: { entries: 0, animals: 0, unaccountedAbs: 0, hash: '' }
};

/** The same of what stands in the pages. */
async function* auditContents(
  larder: Larder,
  photos: PhotoStore | undefined,
  tell: (findings: Iterable<Finding>) => Generator<AuditSaid>,
  code: string | undefined
): AsyncGenerator<AuditSaid> {
  const { db } = larder;
  yield* tell(await auditGuards(db));
  const count =
    (
      await db
        .select({ n: sql<number>`count(*)` })
        .from(entries)
        .get()
    )?.n ?? 0;
  const book = new BookAudit(db);
  for await (const findings of book.all()) {
    yield* tell(findings);
    yield { kind: 'progress', stage: 'entries', done: book.done, total: count };
  }
  yield* tell(await auditCounters(db, book));
  yield* tell(await auditStrays(db));
  const ids = await db.selectDistinct({ id: entrySubjects.subject }).from(entrySubjects);
  const models = new Set<string>();
  for (const [i, { id }] of ids.entries()) {
    const { findings, outdated } = await auditOne(db, id);
    if (outdated) models.add(id);
    yield* tell(findings);
    if (i % 20 === 0) yield { kind: 'progress', stage: 'animals', done: i, total: ids.length };
    await new Promise((next) => setImmediate(next));
  }
  if (models.size > 0)
    yield* tell([
      {
        code: 'outdated',
        text: `figures that a model says of ${models.size} animals are of another version of the program: npm run rebuild writes them anew`
      }
    ]);
  yield { kind: 'progress', stage: 'seals', done: 0, total: 1 };
  // Rows and their seals are read as they stood at one moment, whoever writes meanwhile.
  yield* tell(
    await larder.snapshot(async (then) => {
      const all: Finding[] = [];
      for await (const findings of auditSeals(then, code)) all.push(...findings);
      return all;
    })
  );
  if (photos) {
    const named = await photographsNamed(db);
    for (const [i, file] of named.entries()) {
      const text = (await photos.fault(file)) ?? (await photos.previewFault(file));
      if (text) yield* tell([{ code: 'photograph', item: file, text }]);
      if (i % 20 === 0) yield { kind: 'progress', stage: 'photographs', done: i, total: named.length };
    }
  }
  const known = await db
    .select({
      n: sql<number>`count(*)`,
      unaccounted: sql<number>`coalesce(sum(${animals.unaccountedAbs}), 0)`
    })
    .from(animals)
    .get();
  yield {
    kind: 'sum',
    sum: {
      entries: book.done,
      animals: known?.n ?? 0,
      unaccountedAbs: known?.unaccounted ?? 0,
      hash: book.hash
    }
  };
}

/** Whether what refuses changes of the book is there as it was made. */
async function auditGuards(db: Db): Promise<Finding[]> {
  const standing = new Map(
    (
      await db.all<{ name: string; sql: string }>(
        sql`select name, sql from sqlite_master where type = 'trigger'`
      )
    ).map((row) => [row.name, row.sql])
  );
  const findings: Finding[] = [];
  for (const [name, text] of guardsOf()) {
    const found = standing.get(name);
    standing.delete(name);
    if (found !== text)
      findings.push({
        code: 'guard',
        item: name,
        text:
          found !== undefined
            ? 'the guard is another'
            : name.startsWith('seal_')
              ? 'the guard is missing: what is changed is not noted'
              : 'the guard is missing: entries can be changed'
      });
  }
  for (const name of standing.keys())
    findings.push({ code: 'guard', item: name, text: 'a trigger that is none of the larder’s' });
  return findings;
}

/** Goes through the entries in their order, each by itself. */
class BookAudit {
  done = 0;
  hash = '';
  lastSeq = 0;
  /** Highest number of a code by the season it was given in. */
  readonly highest = new Map<number, number>();
  #voided: ReadonlySet<string> = new Set();
  constructor(private readonly db: Db) {}

  async *all(): AsyncGenerator<Finding[]> {
    this.#voided = await takenBackIn(this.db);
    for await (const rows of stretchesOf(this.db, AT_ONCE)) {
      const within = (seq: SQLiteColumn) => between(seq, rows[0]?.seq ?? 0, rows.at(-1)?.seq ?? 0);
      const lines = bySeq(await linesOf(this.db, rows));
      const went = bySeq(await packedRows(this.db, flows, within(flows.seq), [flows.seq]));
      const subjects = bySeq(
        await packedRows(this.db, entrySubjects, within(entrySubjects.seq), [entrySubjects.seq])
      );
      const findings: Finding[] = [];
      for (const row of rows) {
        this.done += 1;
        this.lastSeq = row.seq;
        findings.push(
          ...this.#one(
            row,
            lines.get(row.seq) ?? [],
            went.get(row.seq) ?? [],
            (subjects.get(row.seq) ?? []).map((one) => one.subject)
          )
        );
      }
      yield findings;
    }
  }

  #one(
    row: typeof entries.$inferSelect,
    lines: (typeof postings.$inferSelect)[],
    went: (typeof flows.$inferSelect)[],
    subjects: string[]
  ): Finding[] {
    const findings: Finding[] = [];
    const say = (code: Finding['code'], text: string) => findings.push({ code, entry: row.id, text });
    const previous = this.hash;
    this.hash = row.hash ?? '';
    const entry = readable(row, lines);
    if (typeof entry === 'string') {
      say('unreadable', `entry ${row.seq} cannot be read: ${entry}`);
      return findings;
    }
    if (row.hash !== hashOf(previous, entry))
      say('chain', `entry ${row.seq} is not what was booked, or one before it was taken out`);
    // By their numbers they are read in the order in which they were booked.
    if (lines.some((one, i) => one.line !== i)) say('projection', 'its postings are numbered otherwise');
    const { intent } = entry;
    if (entry.code && entry.season !== undefined)
      this.highest.set(entry.season, Math.max(this.highest.get(entry.season) ?? 0, codeNumber(entry.code)));
    if (row.kind !== intent.kind) say('projection', `its row says ${row.kind}, it is ${intent.kind}`);
    const expected =
      intent.kind === 'void' || this.#voided.has(row.id) ? [] : flowRows(row.seq, intent, entry.postings);
    if (flowText(expected) !== flowText(went)) say('projection', 'what it moved is kept otherwise');
    // What a void touches beside its own subject is in what it takes back.
    if (subjectsOf(intent).some((subject) => !subjects.includes(subject)))
      say('projection', 'it is not kept under all that it speaks of');
    return findings;
  }
}

/** An entry out of its rows, or why it is none. */
function readable(
  row: typeof entries.$inferSelect,
  lines: readonly (typeof postings.$inferSelect)[]
): BookedEntry | string {
  let entry: BookedEntry;
  try {
    entry = toEntry(row, lines);
  } catch (error) {
    return error instanceof Error ? error.message : 'no JSON';
  }
  const read = bookedSchema.safeParse(entry);
  const [issue] = read.error?.issues ?? [];
  return issue ? `${issue.path.join('.')} ${issue.message}` : entry;
}

const flowText = (rows: readonly (typeof flows.$inferInsert)[]): string =>
  rows
    .map((f) => canonical([f.from, f.to, f.origin, f.class, f.grams]))
    .sort()
    .join();

/** Ids of all entries that have been taken back. */
async function takenBackIn(db: Db): Promise<Set<string>> {
  const rows = await db.select({ intent: entries.intent }).from(entries).where(eq(entries.kind, 'void'));
  const gone = new Set<string>();
  for (const { intent } of rows)
    try {
      for (const id of takenBack(JSON.parse(intent) as Parameters<typeof takenBack>[0])) gone.add(id);
    } catch {
      // said where the entry itself is read
    }
  return gone;
}

/** Running numbers: no lower than what was given, and no entry gone from the end of the book. */
async function auditCounters(db: Db, book: BookAudit): Promise<Finding[]> {
  const findings: Finding[] = [];
  const given = new Map(
    (await db.all<{ season: number; number: number }>(sql`select season, number from seasons`)).map((row) => [
      row.season,
      row.number
    ])
  );
  for (const [season, number] of book.highest)
    if ((given.get(season) ?? 0) < number)
      findings.push({
        code: 'counter',
        text: `season ${season} counts ${given.get(season) ?? 0} codes, ${number} were given`
      });
  const [sequence] = await db.all<{ seq: number }>(
    sql`select seq from sqlite_sequence where name = 'entries'`
  );
  const counted = sequence?.seq ?? 0;
  if (counted > book.lastSeq)
    findings.push({
      code: 'counter',
      text: `${counted} entries were booked, the book ends with ${book.lastSeq}: the last are gone`
    });
  if (counted < book.lastSeq)
    findings.push({ code: 'counter', text: `the book counts ${counted} entries and has ${book.lastSeq}` });
  return findings;
}

/** Things whose rows would be found under another name, or as another kind, than they are. */
const MISFILED = sql.raw(
  `select id from items where case when json_valid(record)
     then id is not json_extract(record, '$.id') or kind is not json_extract(record, '$.kind') end limit ${NAMED}`
);

/** Rows that no entry speaks of. */
const STRAYS: readonly [what: string, sql: ReturnType<typeof sql.raw>][] = [
  ...['items', 'balances', 'origins', 'stock'].map(
    (table) =>
      [
        `a row of ${table} of somebody who has no entries`,
        sql.raw(
          `select ${table === 'items' ? 'id' : 'item'} as id from ${table} where owner not in (select subject from entry_subjects) limit ${NAMED}`
        )
      ] as [string, ReturnType<typeof sql.raw>]
  ),
  ...['animals', 'pools'].map(
    (table) =>
      [
        `a row of ${table} that has no entries`,
        sql.raw(`select id from ${table} where id not in (select subject from entry_subjects) limit ${NAMED}`)
      ] as [string, ReturnType<typeof sql.raw>]
  ),
  ...['postings', 'entry_subjects', 'flows'].map(
    (table) =>
      [
        `rows of ${table} of an entry that is not there`,
        sql.raw(
          `select distinct seq as id from ${table} where seq not in (select seq from entries) limit ${NAMED}`
        )
      ] as [string, ReturnType<typeof sql.raw>]
  )
];

async function auditStrays(db: Db): Promise<Finding[]> {
  const findings: Finding[] = [];
  for (const [text, query] of STRAYS)
    for (const { id } of await db.all<{ id: string | number }>(query))
      findings.push({ code: 'stray', item: String(id), text });
  for (const { id } of await db.all<{ id: string | number }>(MISFILED))
    findings.push({ code: 'projection', item: String(id), text: 'its row is filed otherwise than it says' });
  return findings;
}

/** How often a subject is looked at again that somebody booked on meanwhile. */
const LOOKS = 5;

/** What is wrong with one subject; looked at again where its entries and its projection were read at different moments. */
async function auditOne(db: Db, id: string): Promise<{ findings: Finding[]; outdated: boolean }> {
  let before: number | undefined;
  for (let look = 1; ; look += 1) {
    const looked = await lookAt(db, id).catch((error: unknown) => ({
      findings: [
        {
          code: 'unreadable' as const,
          item: id,
          text: `cannot be read: ${error instanceof Error ? error.message : 'damaged'}`
        }
      ],
      outdated: false
    }));
    if (looked.findings.length === 0 || look === LOOKS) return looked;
    const after = (await headOf(db, id).catch(() => undefined))?.lastSeq;
    if (look > 1 && before === after) return looked;
    before = after;
  }
}

async function lookAt(db: Db, id: string): Promise<{ findings: Finding[]; outdated: boolean }> {
  const own = await historyOf(db, id);
  const history = await played(db, id, own);
  const { findings, state } = auditSubject(history, id);
  findings.push(...compareProjection(await stateOf(db, id), state), ...(await auditStock(db, id, state)));
  const kept = under(state.pools, id)
    ? await db.select().from(pools).where(eq(pools.id, id)).get()
    : await db.select().from(animals).where(eq(animals.id, id)).get();
  const meta = metaOf(own);
  const row = meta && (under(state.pools, id) ? poolRow(state, id, meta) : animalRow(state, id, meta, own));
  if (!row || !kept || !meta) return { findings, outdated: false };
  const differ = Object.entries({ ...row, firstAt: meta.firstAt }).filter(
    ([key, value]) => under(kept as Record<string, unknown>, key) !== value && !sameJson(kept, key, value)
  );
  const wrong = differ.map(([key]) => key).filter((key) => !MODELLED.has(key) && key !== 'record');
  if (wrong.length > 0)
    findings.push({
      code: 'projection',
      item: id,
      text: `lists would say otherwise of ${under(state.animals, id)?.code ?? 'it'} than its entries: ${wrong.join(', ')}`
    });
  return { findings, outdated: differ.some(([key]) => MODELLED.has(key)) };
}

/** What a subject's stock is kept as, against what its entries come to. */
async function auditStock(db: Db, id: string, state: BookState): Promise<Finding[]> {
  const kept = new Map(
    (await db.select().from(stock).where(eq(stock.owner, id))).map((row) => [row.item, canonical(row)])
  );
  const findings: Finding[] = [];
  const say = (item: string) =>
    findings.push({
      code: 'projection',
      item,
      text: 'what lies here is kept otherwise than its entries say'
    });
  for (const item of Object.keys(state.items)) {
    const row = stockRow(state, item);
    if ((row && canonical(row)) !== kept.get(item)) say(item);
    kept.delete(item);
  }
  for (const item of kept.keys()) say(item);
  return findings;
}

/** Figures that a model says, and that another version of it may say otherwise. */
const MODELLED: ReadonlySet<string> = new Set([
  'likely',
  'expectedLow',
  'expectedHigh',
  'residual',
  'shares',
  'byUse'
]);

/** The same JSON with its keys in another order. */
function sameJson(kept: object, key: string, value: unknown): boolean {
  const was: unknown = under(kept as Record<string, unknown>, key);
  if (typeof was !== 'string' || typeof value !== 'string' || !/^[[{]/.test(value)) return false;
  try {
    return canonical(JSON.parse(was)) === canonical(JSON.parse(value));
  } catch {
    return false;
  }
}

/** What the row of a subject says of its entries. */
export function metaOf(
  own: readonly BookedEntry[]
): { season: number; lastSeq: number; at: number; firstAt: number } | undefined {
  const last = own.at(-1);
  const gone = voidedIn(own);
  const first = own.find((entry) => !gone.has(entry.id) && entry.intent.kind !== 'void');
  const named = own.find((entry) => entry.code);
  return (
    last && {
      season: named?.season ?? 0,
      lastSeq: last.seq,
      at: last.at,
      firstAt: (first ?? last).at
    }
  );
}

/** The history of a subject, with those of all it has taken from where that is needed to play it again. */
export async function played(
  db: Db | Tx,
  subject: string,
  own: readonly BookedEntry[]
): Promise<readonly BookedEntry[]> {
  const wide = own.some(
    ({ intent }) =>
      intent.pool === subject ||
      (intent.kind === 'void' && takenBack(intent).some((id) => !own.some((e) => e.id === id)))
  );
  return wide ? historyOf(db, ...(await neighboursOf(db, [subject]))) : own;
}

function bySeq<T extends { seq: number }>(rows: readonly T[]): Map<number, T[]> {
  const all = new Map<number, T[]>();
  for (const row of rows) {
    const own = all.get(row.seq);
    if (own) own.push(row);
    else all.set(row.seq, [row]);
  }
  return all;
}
