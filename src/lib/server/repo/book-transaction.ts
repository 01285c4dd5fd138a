import { under } from '$core/units';
import { and, desc, eq, inArray, or, sql, type SQL } from 'drizzle-orm';
import type { SQLiteColumn } from 'drizzle-orm/sqlite-core';
import { emptyState, subjectOf, subjectsOf, type BookState, type BookedEntry, type Draft } from '$core/book';
import type { Tx } from '../db/client';
import { insertRows } from '../db/rows';
import { animals, balances, entries, entrySubjects, flows, items, origins, postings } from '../db/schema';
import { Codes } from './codes';
import { touchesNothingBeside } from '../db/seals';
import { hashOf } from './chain';
import type { Put } from '../db/rows';
import { versionsIn, type Scope } from './versions';
import {
  headsOf,
  historyOf,
  inIds,
  stateFrom,
  toEntries,
  writeProjection,
  type Head,
  type Meta
} from './state';

/** A subject as an entry meets it, or as the last one has left it. */
export interface Standing {
  state: BookState;
  /** Number of its newest entry; undefined where it has none that stands. */
  lastSeq?: number | undefined;
  season?: number | undefined;
}

/** The newest entry: its number, and the hash that the next one is chained to. */
interface Tail {
  seq: number;
  hash: string;
}

/** The row of a subject that has not been written yet: what stands written, and what it should become. */
interface Unwritten {
  shown: BookState;
  after: BookState;
  meta: Meta;
  history: readonly BookedEntry[];
}

/** An animal that bears a tag. */
interface Holder {
  id: string;
  code: string;
}

/** Tables of the book itself, in the order in which rows name each other. */
const BOOK_ROWS = [entries, postings, entrySubjects, flows] as const;
type BookTable = (typeof BOOK_ROWS)[number];

/** Subjects of a long transaction that are kept in mind; the others are written, and read again when they are met. */
const IN_MIND = 60;

/**
 * A transaction of the book: what its entries meet is read in one go, what they change is sent off without waiting, so that
 * it takes two trips to a server however many entries there are. What one entry writes the next one reads.
 */
export class BookTransaction {
  readonly codes: Codes;
  readonly #sent: Promise<unknown>[] = [];
  #beside = false;
  readonly #states = new Map<string, Promise<Standing>>();
  readonly #heads = new Map<string, Promise<Head>>();
  readonly #said = new Map<string, Promise<BookedEntry | undefined>>();
  readonly #histories = new Map<string, Promise<BookedEntry[]>>();
  readonly #holders = new Map<string, Promise<(Holder & { season: number })[]>>();
  readonly #unwritten = new Map<string, Unwritten>();
  readonly #rows = new Map<BookTable, BookTable['$inferInsert'][]>();
  #tail: Promise<Tail>;
  #versions: Promise<Map<string, number>> | undefined;

  /**
   * @param tx  the transaction
   * @param recent  states that this process remembers; one is used only while nobody has booked since
   * @param late  whether rows are written at the end: of a subject that many entries touch, once
   */
  constructor(
    readonly tx: Tx,
    private readonly recent: ReadonlyMap<string, Standing>,
    private readonly late = false
  ) {
    this.codes = new Codes(tx);
    this.#tail = quiet(tailOf(tx));
  }

  /** Asks for all that some drafts will meet, so that it comes in one trip. */
  expect(drafts: readonly Draft[]): void {
    this.#ask(
      this.#said,
      drafts.map((draft) => draft.id),
      (ids) => saidOf(this.tx, ids)
    );
    this.#ask(
      this.#states,
      drafts.flatMap((draft) => subjectsOf(draft.intent)),
      (ids) => this.#standings(ids)
    );
    for (const { intent } of drafts) {
      if (intent.kind === 'intake' || intent.kind === 'close') askedAhead(this.history(subjectOf(intent)));
      if (intent.kind === 'intake') askedAhead(this.codes.expect());
      if (intent.kind === 'intake' || intent.kind === 'amend') askedAhead(this.#versionsNow());
      const tag = intent.kind === 'intake' || intent.kind === 'amend' ? intent.facts?.tag : undefined;
      if (tag) askedAhead(this.#bearers(tag));
    }
  }

  /** Rows of the book itself: they are put in together, before anything of it is read again. */
  append<T extends BookTable>(table: T, rows: readonly T['$inferInsert'][]): void {
    const waiting = this.#rows.get(table);
    if (waiting) waiting.push(...rows);
    else this.#rows.set(table, [...rows]);
  }

  /** Puts the rows in that were appended. */
  flush(): void {
    for (const table of BOOK_ROWS) {
      const rows = this.#rows.get(table);
      if (rows && rows.length > 0) this.put(this.tx.run(insertRows(table, rows)));
    }
    this.#rows.clear();
  }

  /** Numbers of the entries that stand under some ids. */
  async numbers(ids: readonly string[]): Promise<{ id: string; seq: number }[]> {
    return this.tx.all(
      sql`select id, seq from ${entries} where id in (select value from json_each(${JSON.stringify(ids)}))`
    );
  }

  /** Sends a statement off; its outcome is looked at when the transaction ends. */
  readonly put: Put = (statement) => {
    this.#sent.push(quiet(statement.execute()));
  };

  /** Something beside the book is changed with it: a party. */
  touchBeside(): void {
    this.#beside = true;
  }

  /** The entry that stands under an id. */
  said(id: string): Promise<BookedEntry | undefined> {
    this.#ask(this.#said, [id], (ids) => saidOf(this.tx, ids));
    return this.#said.get(id) as Promise<BookedEntry | undefined>;
  }

  /** A subject as it stands; nothing of one that has no entries. */
  async standing(subject: string): Promise<Standing> {
    this.#ask(this.#states, [subject], (ids) => this.#standings(ids));
    const known = (await this.#states.get(subject)) ?? { state: emptyState() };
    // The one that was met last is forgotten last.
    this.#states.delete(subject);
    this.#states.set(subject, Promise.resolve(known));
    return known;
  }

  /** Every entry of a subject, those of this transaction among them. */
  history(subject: string): Promise<BookedEntry[]> {
    const met = this.#histories.get(subject);
    if (!met) this.flush();
    const known = met ?? quiet(historyOf(this.tx, subject));
    this.#histories.set(subject, known);
    return known;
  }

  /** Animals and store lots whose grams lie in what is touched, as they are held back or not. */
  async heads(parts: ReadonlyMap<string, Standing>): Promise<BookState[]> {
    const whose = new Set<string>();
    for (const { state } of parts.values())
      for (const mixed of Object.values(state.origins))
        for (const origin of Object.keys(mixed)) if (!parts.has(origin)) whose.add(origin);
    this.#ask(this.#heads, whose, (ids) => headsOf(this.tx, inIds(ids)));
    return Promise.all(
      [...whose].map(async (origin) => {
        const met = (await this.#states.get(origin)) ?? (await this.#heads.get(origin));
        const { animals, pools } = met?.state ?? emptyState();
        return { ...emptyState(), animals, pools };
      })
    );
  }

  /** Another animal of the season that bears a tag. */
  async holder(tag: string, season: number, but: string): Promise<Holder | undefined> {
    return (await this.#bearers(tag)).find((one) => one.season === season && one.id !== but);
  }

  /** Number and hash of the newest entry. */
  head(): Promise<Tail> {
    return this.#tail;
  }

  /** How often something beside the book has been changed; see {@link versionOf}. */
  async version(scope: Scope): Promise<number> {
    return (await this.#versionsNow()).get(scope) ?? 0;
  }

  /** The entry that comes next, with its number and hash. */
  async next(entry: Omit<BookedEntry, 'seq'>, seq?: number): Promise<{ entry: BookedEntry; hash: string }> {
    const tail = await this.#tail;
    const booked: BookedEntry = { ...entry, seq: seq ?? tail.seq + 1 };
    const hash = hashOf(tail.hash, booked);
    this.#tail = Promise.resolve({ seq: booked.seq, hash });
    return { entry: booked, hash };
  }

  /** Takes note of an entry that was booked, for the histories of what it touches. */
  booked(entry: BookedEntry, touched: readonly string[]): void {
    // Of a file nobody asks by id: its entries are not kept in mind.
    if (this.#said.has(entry.id)) this.#said.set(entry.id, Promise.resolve(entry));
    for (const subject of touched) {
      const known = this.#histories.get(subject);
      if (known)
        this.#histories.set(
          subject,
          known.then((own) => [...own, entry])
        );
    }
  }

  /** A subject as an entry has left it; its row is written, or kept for the end. */
  async leave(
    subject: string,
    before: BookState,
    after: Standing,
    meta: Meta,
    history: readonly BookedEntry[]
  ): Promise<void> {
    const earlier = this.#unwritten.get(subject);
    this.#unwritten.delete(subject);
    // A row that is put in late says when its first entry was made.
    const firstAt = earlier?.meta.firstAt ?? earlier?.meta.at ?? meta.at;
    const row = {
      shown: earlier?.shown ?? before,
      after: after.state,
      meta: { ...meta, firstAt },
      history
    };
    this.#states.delete(subject);
    this.#states.set(subject, Promise.resolve(after));
    const { [subject]: animal } = after.state.animals;
    const tag = animal?.facts.tag;
    const sameTag = under(before.animals, subject)?.facts.tag === tag;
    if (!sameTag) this.#retag(subject, animal && { tag, code: animal.code ?? '', season: meta.season });
    // What is gone, and what others look up by its tag, is written at once.
    const there = animal ?? under(after.state.pools, subject);
    if (this.late && there && sameTag) this.#unwritten.set(subject, row);
    else this.#write(subject, row);
    if (this.#states.size > 2 * IN_MIND) await this.#forget();
  }

  /** Writes the rows that were kept for the end. */
  write(): void {
    this.flush();
    for (const [subject, row] of this.#unwritten) this.#write(subject, row);
    this.#unwritten.clear();
  }

  /** The same, and waits for all that was sent off. */
  async end(): Promise<void> {
    this.write();
    await this.#settled();
    if (!this.#beside) touchesNothingBeside(this.tx);
  }

  /** Subjects as this transaction has left them; undefined for one that is gone. */
  async left(): Promise<Map<string, Standing | undefined>> {
    const all = new Map<string, Standing | undefined>();
    for (const [subject, known] of this.#states) {
      const standing = await known;
      all.set(subject, standing.lastSeq === undefined ? undefined : standing);
    }
    return all;
  }

  /** Lets go of what was met longest ago, so that a whole book passes in the room of a few hundred animals. */
  async #forget(): Promise<void> {
    const old = [...this.#states.keys()].slice(0, this.#states.size - IN_MIND);
    for (const subject of old) {
      const row = this.#unwritten.get(subject);
      if (row) this.#write(subject, row);
      this.#unwritten.delete(subject);
      this.#states.delete(subject);
      this.#histories.delete(subject);
    }
    this.#heads.clear();
    this.#said.clear();
    this.#holders.clear();
    await this.#settled();
  }

  async #settled(): Promise<void> {
    await Promise.all(this.#sent);
    this.#sent.length = 0;
  }

  /** An animal bears another tag from now on, or none. */
  #retag(
    id: string,
    now: { tag: string | null | undefined; code: string; season: number } | undefined
  ): void {
    for (const [tag, known] of this.#holders)
      this.#holders.set(
        tag,
        known.then((ones) => [
          ...ones.filter((one) => one.id !== id),
          ...(now?.tag === tag ? [{ id, code: now.code, season: now.season }] : [])
        ])
      );
  }

  #write(subject: string, { shown, after, meta, history }: Unwritten): void {
    if (shown !== after) writeProjection(this.tx, this.put, subject, shown, after, meta, history);
  }

  #versionsNow(): Promise<Map<string, number>> {
    return (this.#versions ??= quiet(versionsIn(this.tx)));
  }

  #bearers(tag: string): Promise<(Holder & { season: number })[]> {
    this.#ask(this.#holders, [tag], () => bearersOf(this.tx, tag).then((ones) => new Map([[tag, ones]])));
    return this.#holders.get(tag) as Promise<(Holder & { season: number })[]>;
  }

  /** Asks once for those of some keys that nobody has asked for yet. */
  #ask<T>(
    into: Map<string, Promise<T | undefined>> | Map<string, Promise<T>>,
    keys: Iterable<string>,
    read: (keys: string[]) => Promise<Map<string, T>>
  ): void {
    const map = into as Map<string, Promise<T | undefined>>;
    const open = [...new Set(keys)].filter((key) => !map.has(key));
    if (open.length === 0) return;
    const all = quiet(read(open));
    for (const key of open) map.set(key, quiet(all.then((rows) => rows.get(key))));
  }

  /** Subjects as the rows say; of those that are remembered, and that nobody has booked on since, only that. */
  async #standings(ids: readonly string[]): Promise<Map<string, Standing>> {
    const { tx, recent } = this;
    const moved = (owner: SQLiteColumn): SQL | undefined =>
      or(
        ...ids.map((id) => {
          const known = recent.get(id)?.lastSeq;
          return known === undefined ? eq(owner, id) : and(eq(owner, id), sql`${newestOf(id)} <> ${known}`);
        })
      );
    const [heads, things, held, mixed, around] = await Promise.all([
      headsOf(tx, inIds(ids)),
      tx.select({ owner: items.owner, record: items.record }).from(items).where(moved(items.owner)).execute(),
      tx.select().from(balances).where(moved(balances.owner)).execute(),
      tx.select().from(origins).where(moved(origins.owner)).execute(),
      headsOf(tx, (id) =>
        inArray(
          id,
          tx
            .selectDistinct({ id: origins.origin })
            .from(origins)
            .where(inArray(origins.owner, [...ids]))
        )
      )
    ]);
    for (const [id, head] of around) if (!this.#heads.has(id)) this.#heads.set(id, Promise.resolve(head));
    const all = new Map<string, Standing>();
    for (const id of ids) {
      const head = heads.get(id);
      const known = recent.get(id);
      if (!head) all.set(id, { state: emptyState() });
      else if (known?.lastSeq === head.lastSeq) all.set(id, { ...known, season: head.season });
      else
        all.set(id, {
          lastSeq: head.lastSeq,
          season: head.season,
          state: stateFrom(head, {
            items: things.filter((row) => row.owner === id),
            balances: held.filter((row) => row.owner === id),
            origins: mixed.filter((row) => row.owner === id)
          })
        });
    }
    return all;
  }
}

/** Asks for what is needed later: whoever waits for it then hears of what goes wrong. */
function askedAhead(promise: Promise<unknown>): void {
  promise.catch(() => undefined);
}

/** A promise that nobody may wait for: when it fails, whoever waits hears of it, and nobody else. */
function quiet<T>(promise: Promise<T>): Promise<T> {
  promise.catch(() => undefined);
  return promise;
}

/** The newest entry's number of a subject, as a part of a statement. */
const newestOf = (id: string): SQL =>
  sql`coalesce((select last_seq from animals where id = ${id}), (select last_seq from pools where id = ${id}), 0)`;

/** The end of the book; of an empty one nothing comes before the first entry. */
async function tailOf(tx: Tx): Promise<Tail> {
  const { seq, hash } = entries;
  const row = await tx.select({ seq, hash }).from(entries).orderBy(desc(seq)).limit(1).get();
  return { seq: row?.seq ?? 0, hash: row?.hash ?? '' };
}

/** Entries that stand under some ids. */
async function saidOf(tx: Tx, ids: readonly string[]): Promise<Map<string, BookedEntry>> {
  const rows = await tx
    .select()
    .from(entries)
    .where(inArray(entries.id, [...ids]));
  if (rows.length === 0) return new Map();
  const seqs = rows.map((row) => row.seq);
  const lines = await tx
    .select()
    .from(postings)
    .where(inArray(postings.seq, seqs))
    .orderBy(postings.seq, postings.line);
  return new Map(toEntries(rows, lines).map((entry) => [entry.id, entry]));
}

/** Animals that bear a tag, in any season. */
const bearersOf = (tx: Tx, tag: string): Promise<(Holder & { season: number })[]> =>
  tx
    .select({ id: animals.id, code: animals.code, season: animals.season })
    .from(animals)
    .where(eq(animals.tag, tag))
    .execute();
