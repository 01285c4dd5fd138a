import { and, between, desc, eq, inArray, lt, sql } from 'drizzle-orm';
import {
  entryLine,
  headerLine,
  trailerLine,
  subjectsOf,
  takenBack,
  type BookedEntry,
  type IntentOf
} from '$core/book';
import type { Db, Larder } from '../db/client';
import { damageOf } from '../db/open';
import { entries, entrySubjects, postings } from '../db/schema';
import { historyOf, linesOf, stretchesOf, toEntries, type EntryRow } from './state';

/** Names that are offered, and entries that are looked through for them. */
const HANDS = 8;
const HANDS_LOOKED_AT = 2_000;

const hashIn = (row: { hash: string | null } | undefined): { hash?: string } =>
  row?.hash ? { hash: row.hash } : {};

/** Questions of what stands in the book; nothing is written. */
export class BookReader {
  constructor(readonly larder: Larder) {}

  /** An entry by its id; undefined where none stands. */
  async entry(id: string): Promise<BookedEntry | undefined> {
    const { db } = this.larder;
    const row = await db.select().from(entries).where(eq(entries.id, id)).get();
    if (!row) return undefined;
    const lines = await db.select().from(postings).where(eq(postings.seq, row.seq)).orderBy(postings.line);
    return toEntries([row], lines)[0];
  }

  /** Names that newer entries are signed with, the newest first. */
  async hands(): Promise<string[]> {
    const newest = this.larder.db
      .select({ hand: entries.hand, seq: entries.seq })
      .from(entries)
      .orderBy(desc(entries.seq))
      .limit(HANDS_LOOKED_AT)
      .as('newest');
    const rows = await this.larder.db
      .select({ hand: newest.hand })
      .from(newest)
      .groupBy(newest.hand)
      .orderBy(desc(sql`max(${newest.seq})`))
      .limit(HANDS);
    return rows.map((row) => row.hand);
  }

  /** Entries of an animal in order. */
  history(animal: string): Promise<BookedEntry[]> {
    return historyOf(this.larder.db, animal);
  }

  /** A page of the book, newest first. */
  async page(filter: {
    subject?: string | undefined;
    kind?: string | undefined;
    before?: number | undefined;
    limit: number;
  }): Promise<BookedEntry[]> {
    const { db } = this.larder;
    const where = and(
      filter.subject
        ? inArray(
            entries.seq,
            db
              .select({ seq: entrySubjects.seq })
              .from(entrySubjects)
              .where(eq(entrySubjects.subject, filter.subject))
          )
        : undefined,
      filter.kind ? eq(entries.kind, filter.kind) : undefined,
      filter.before ? lt(entries.seq, filter.before) : undefined
    );
    const rows = await db.select().from(entries).where(where).orderBy(desc(entries.seq)).limit(filter.limit);
    if (rows.length === 0) return [];
    const lines = await db
      .select()
      .from(postings)
      .where(sql`${postings.seq} in ${rows.map((r) => r.seq)}`)
      .orderBy(postings.seq, postings.line);
    return toEntries(rows, lines);
  }

  /** Which of some entries have been taken back, by whatever entry and however much later. */
  async takenBackOf(some: readonly BookedEntry[]): Promise<string[]> {
    const { db } = this.larder;
    const subjects = [...new Set(some.flatMap((e) => subjectsOf(e.intent)))];
    if (subjects.length === 0) return [];
    const touching = db
      .select({ seq: entrySubjects.seq })
      .from(entrySubjects)
      .where(inArray(entrySubjects.subject, subjects));
    const rows = await db
      .select({ intent: entries.intent })
      .from(entries)
      .where(and(eq(entries.kind, 'void'), inArray(entries.seq, touching)));
    const gone = new Set(rows.flatMap((row) => takenBack(JSON.parse(row.intent) as IntentOf<'void'>)));
    return some.map((e) => e.id).filter((id) => gone.has(id));
  }

  /** The whole book in order, a piece at a time. */
  all(): AsyncGenerator<Sealed[]> {
    return piecesOf(this.larder.db);
  }

  /** The book as JSON Lines. */
  async *lines(): AsyncGenerator<string> {
    for await (const { text } of bookLines(this.larder.db)) yield text;
  }
}

/** An entry with its hash. */
type Sealed = BookedEntry & { hash?: string };

/** Entries that are read at once: the thread is held for some 8 ms, with 500 for 55 ms, and the whole takes no longer. */
const AT_ONCE = 100;

/** The whole book in order with the hashes, a piece at a time; from the entries that follow a number. */
async function* piecesOf(db: Db, size = AT_ONCE, following = 0): AsyncGenerator<Sealed[]> {
  for await (const rows of stretchesOf(db, size, following)) yield await sealedOf(db, rows);
}

const sealedOf = async (db: Db, rows: EntryRow[]): Promise<Sealed[]> =>
  toEntries(rows, await linesOf(db, rows)).map((entry, i) => ({ ...entry, ...hashIn(rows[i]) }));

const textOf = (piece: readonly Sealed[]): { text: string; rows: number } => ({
  text: piece.map((entry) => `${entryLine(entry)}\n`).join(''),
  rows: piece.length
});

/** How far a book has been read: how many entries, the newest of them by number and hash. */
export interface ReadTo {
  entries: number;
  seq: number;
  hash: string;
}
export const unbegun = (): ReadTo => ({ entries: 0, seq: 0, hash: '' });

/**
 * The book as JSON Lines, some at a time, and how many entries they are.
 * @param to  told how far it has been read
 * @throws what a damaged page throws, once all entries before it are given and the book is ended after them
 */
export async function* bookLines(
  db: Db,
  to: ReadTo = unbegun()
): AsyncGenerator<{ text: string; rows: number }> {
  yield { text: `${headerLine()}\n`, rows: 0 };
  const taken = (piece: Sealed[]) => {
    to.entries += piece.length;
    to.seq = piece.at(-1)?.seq ?? to.seq;
    to.hash = piece.at(-1)?.hash ?? to.hash;
    return textOf(piece);
  };
  let met: unknown;
  try {
    for await (const piece of piecesOf(db)) yield taken(piece);
  } catch (error) {
    if (damageOf(error) === undefined) throw error;
    met = error;
    // Of the stretch that holds the damage those before it are read one by one.
    try {
      for await (const piece of piecesOf(db, 1, to.seq)) yield taken(piece);
    } catch (again) {
      if (damageOf(again) === undefined) throw again;
    }
  }
  yield { text: `${trailerLine(to.entries, to.hash)}\n`, rows: 0 };
  if (met !== undefined) throw met;
}

/**
 * Entries behind a damaged page that can still be read, as JSON Lines without beginning and end: they follow from no book,
 * and are kept for whoever mends it.
 * @param after  number of the last entry before the damage
 */
export async function* salvagedLines(db: Db, after: number): AsyncGenerator<{ text: string; rows: number }> {
  const newest = await newestNumber(db);
  for (let from = after + 1; from <= newest; from += AT_ONCE)
    for (const piece of await readBetween(db, from, Math.min(newest, from + AT_ONCE - 1)))
      yield textOf(piece);
}

/** Entries between two numbers, both with them; where a page is damaged those that can be read one by one. */
async function readBetween(db: Db, from: number, to: number): Promise<Sealed[][]> {
  try {
    const rows = await db
      .select()
      .from(entries)
      .where(between(entries.seq, from, to))
      .orderBy(entries.seq);
    return rows.length > 0 ? [await sealedOf(db, rows)] : [];
  } catch (error) {
    if (damageOf(error) === undefined) throw error;
    if (from === to) return [];
    const middle = (from + to) >> 1;
    return [...(await readBetween(db, from, middle)), ...(await readBetween(db, middle + 1, to))];
  }
}

/** The highest number that was given to an entry; 0 where it cannot be read. */
async function newestNumber(db: Db): Promise<number> {
  const ways = [
    sql`select seq from sqlite_sequence where name = 'entries'`,
    sql`select max(seq) as seq from entry_subjects`
  ];
  for (const way of ways) {
    const row = await db.get<{ seq: number | null } | undefined>(way).catch((error: unknown) => {
      if (damageOf(error) === undefined) throw error;
    });
    if (row?.seq) return row.seq;
  }
  return 0;
}

/** How many entries there are, and the hash of the newest. */
export async function headOfBook(db: Db): Promise<{ entries: number; hash: string }> {
  const row = await db
    .select({ n: sql<number>`(select count(*) from entries)`, hash: entries.hash })
    .from(entries)
    .orderBy(desc(entries.seq))
    .limit(1)
    .get();
  return { entries: row?.n ?? 0, hash: row?.hash ?? '' };
}
