import { and, between, eq, inArray, sql, type SQL } from 'drizzle-orm';
import type { SQLiteColumn } from 'drizzle-orm/sqlite-core';
import {
  bodyOf,
  emptyState,
  type Animal,
  type BookState,
  type BookedEntry,
  type Holdable,
  type Item,
  type Pool,
  type Posting
} from '$core/book';
import { accountOf, summaryOf, supposedEver, wholeParts, yieldFacts, type Summary } from '$core/account';
import type { ClassKey } from '$core/reference';
import { codeNumber, type Grams, under } from '$core/units';
import { gramsByUse } from '$core/worth';
import { residualOf, shareResidualsOf } from '$core/yield';
import type { Db, Tx } from '../db/client';
import { animals, balances, entries, entrySubjects, items, origins, pools, postings } from '../db/schema';
import { insertRows, packedRows, type Put } from '../db/rows';
import { writeStock } from './stock-rows';

type Reader = Db | Tx;
export type EntryRow = typeof entries.$inferSelect;
type PostingRow = typeof postings.$inferSelect;

/** An entry row with its postings, in their order, as the book's own shape. */
export const toEntry = (row: EntryRow, lines: readonly PostingRow[]): BookedEntry => ({
  seq: row.seq,
  id: row.id,
  at: row.at,
  hand: row.hand,
  device: row.device,
  intent: JSON.parse(row.intent) as BookedEntry['intent'],
  postings: lines.map((line): Posting => ({
    item: line.item,
    grams: line.grams as Grams,
    class: line.class as ClassKey,
    ...(line.count === null ? {} : { count: line.count }),
    ...(line.origin === null ? {} : { origin: line.origin })
  })),
  ...(row.deviceAt === null ? {} : { deviceAt: row.deviceAt }),
  ...(row.site ? { site: row.site } : {}),
  ...(row.code ? { code: row.code } : {}),
  ...(row.season === null ? {} : { season: row.season })
});

/** The same of many. */
export function toEntries(rows: readonly EntryRow[], lines: readonly PostingRow[]): BookedEntry[] {
  const bySeq = new Map<number, PostingRow[]>();
  for (const line of lines) {
    const own = bySeq.get(line.seq);
    if (own) own.push(line);
    else bySeq.set(line.seq, [line]);
  }
  return rows.map((row) => toEntry(row, bySeq.get(row.seq) ?? []));
}

/** Rows of the book in its order, a stretch at a time; from those that follow a number. */
export async function* stretchesOf(db: Db, size: number, following = 0): AsyncGenerator<EntryRow[]> {
  for (let after = following; ;) {
    const next = sql`${entries.seq} in (select seq from ${entries} where seq > ${after} order by seq limit ${size})`;
    const rows = await packedRows(db, entries, next, [entries.seq]);
    const last = rows.at(-1);
    if (!last) return;
    yield rows;
    after = last.seq;
  }
}

/** The postings of a stretch, in their order. */
export const linesOf = (db: Reader, rows: readonly EntryRow[]): Promise<PostingRow[]> =>
  packedRows(db, postings, between(postings.seq, rows[0]?.seq ?? 0, rows.at(-1)?.seq ?? 0), [
    postings.seq,
    postings.line
  ]);

/** Numbers of the entries that touch one of some subjects. */
const touching = (db: Reader, subjects: readonly string[]) =>
  db
    .selectDistinct({ seq: entrySubjects.seq })
    .from(entrySubjects)
    .where(inArray(entrySubjects.subject, [...subjects]));

/** The same as rows, without their postings, in the book's order. */
export const entriesOf = (db: Reader, ...subjects: readonly string[]): Promise<EntryRow[]> =>
  packedRows(db, entries, inArray(entries.seq, touching(db, subjects)), [entries.seq]);

/** Every entry that touches one of some subjects, in the book's order. */
export async function historyOf(db: Reader, ...subjects: readonly string[]): Promise<BookedEntry[]> {
  const [rows, lines] = await Promise.all([
    entriesOf(db, ...subjects),
    packedRows(db, postings, inArray(postings.seq, touching(db, subjects)), [postings.seq, postings.line])
  ]);
  return toEntries(rows, lines);
}

/**
 * What some subjects have taken from or given to, and whose grams they hold: with their histories theirs can be played
 * again. The subjects themselves are among them.
 */
export async function neighboursOf(db: Reader, subjects: readonly string[]): Promise<string[]> {
  const beside = await db
    .selectDistinct({ id: entrySubjects.subject })
    .from(entrySubjects)
    .where(inArray(entrySubjects.seq, touching(db, subjects)));
  const whose = await db
    .selectDistinct({ id: origins.origin })
    .from(origins)
    .where(inArray(origins.owner, [...subjects]));
  // What they took from took from others, and so on: a batch of a batch is as it is by all of them.
  const above = await db.all<{ id: string }>(sql`
    with recursive up (id) as (
      select value from json_each(${JSON.stringify(subjects)})
      union
      select other.subject from up join entry_subjects own on own.subject = up.id
        join entries e on e.seq = own.seq and e.subject = up.id
        join entry_subjects other on other.seq = e.seq
    )
    select id from up`);
  return [...new Set([...subjects, ...[...beside, ...whose, ...above].map((row) => row.id)])];
}

/** Pools that hold, or have lost or given away, grams of an origin. */
export async function poolsWith(db: Reader, origin: string): Promise<string[]> {
  const rows = await db
    .selectDistinct({ owner: origins.owner })
    .from(origins)
    .where(eq(origins.origin, origin));
  return rows.map((row) => row.owner);
}

/** What an animal or a pool itself is, without its items. */
export interface Head {
  id: string;
  lastSeq: number;
  /** Of an animal: the season its code was given in. */
  season?: number;
  state: BookState;
}

/** Rows whose subject is one of these: the condition on a column of ids. */
export const inIds =
  (ids: readonly string[]) =>
  (column: SQLiteColumn): SQL =>
    inArray(column, [...ids]);

/** Animals and pools without their items, by id. */
export async function headsOf(db: Reader, which: (id: SQLiteColumn) => SQL): Promise<Map<string, Head>> {
  const { id, code, record, lastSeq, season } = animals;
  const [beasts, mixed] = await Promise.all([
    db.select({ id, code, record, lastSeq, season }).from(animals).where(which(id)).execute(),
    db
      .select({ id: pools.id, record: pools.record, lastSeq: pools.lastSeq })
      .from(pools)
      .where(which(pools.id))
      .execute()
  ]);
  const heads = new Map<string, Head>();
  for (const row of beasts) {
    const read = JSON.parse(row.record) as Omit<Animal, 'id' | 'code'>;
    const animal = { id: row.id, ...read, code: row.code };
    const state = { ...emptyState(), animals: { [row.id]: animal } };
    heads.set(row.id, { id: row.id, lastSeq: row.lastSeq, season: row.season, state });
  }
  for (const row of mixed) {
    const state = { ...emptyState(), pools: { [row.id]: JSON.parse(row.record) as Pool } };
    heads.set(row.id, { id: row.id, lastSeq: row.lastSeq, state });
  }
  return heads;
}

/** One subject without its items; undefined where it has no row. */
export const headOf = async (db: Reader, subject: string): Promise<Head | undefined> =>
  (await headsOf(db, inIds([subject]))).get(subject);

/** Rows of one subject's items. */
interface ItemRows {
  items: readonly { record: string }[];
  balances: readonly Pick<typeof balances.$inferSelect, 'item' | 'class' | 'grams'>[];
  origins: readonly Pick<typeof origins.$inferSelect, 'item' | 'origin' | 'class' | 'grams'>[];
}

/** One subject's worth of the book, out of its rows. */
export function stateFrom(head: Head, rows: ItemRows): BookState {
  const { animals, pools } = head.state;
  const own: BookState = { ...emptyState(), animals, pools };
  for (const row of rows.items) {
    const record = JSON.parse(row.record) as Item;
    own.items[record.id] = record;
  }
  for (const b of rows.balances)
    own.balances[b.item] = { ...under(own.balances, b.item), [b.class]: b.grams as Grams };
  for (const o of rows.origins) {
    const mixed = (own.origins[o.item] ??= {});
    mixed[o.origin] = { ...under(mixed, o.origin), [o.class]: o.grams as Grams };
  }
  return own;
}

/** One subject's worth of the book, from the projections. */
export async function stateOf(db: Reader, subject: string): Promise<BookState> {
  const [head, things, held, mixed] = await Promise.all([
    headOf(db, subject),
    db.select({ record: items.record }).from(items).where(eq(items.owner, subject)).execute(),
    db.select().from(balances).where(eq(balances.owner, subject)).execute(),
    db.select().from(origins).where(eq(origins.owner, subject)).execute()
  ]);
  return head ? stateFrom(head, { items: things, balances: held, origins: mixed }) : emptyState();
}

/** What a row of a subject says beside what it is. */
export interface Meta {
  season: number;
  lastSeq: number;
  at: number;
  firstAt?: number;
}

/** Whether the row of an animal speaks of its parts, for which its history is needed. */
export const speaksOfParts = (after: BookState, animal: string): boolean =>
  bodyOf(after, animal)?.door === 'closed';

/**
 * Writes what changed between two states of one subject, and its row. Both states are of that subject alone.
 * @param history  the subject's entries; asked of an animal only where {@link speaksOfParts}
 */
export function writeProjection(
  tx: Tx,
  put: Put,
  subject: string,
  before: BookState,
  after: BookState,
  meta: Meta,
  history: readonly BookedEntry[]
): void {
  writeItems(tx, put, subject, before, after);
  writeBalances(tx, put, subject, before, after);
  writeStock(tx, put, before, after);
  if (under(after.pools, subject) ?? under(before.pools, subject)) {
    writeOrigins(tx, put, subject, before, after);
    writePool(tx, put, subject, before, after, meta);
  } else writeAnimal(tx, put, subject, before, after, meta, history);
}

/** The row of a pool, and its origins. */
function writePool(tx: Tx, put: Put, subject: string, before: BookState, after: BookState, meta: Meta): void {
  const row = poolRow(after, subject, meta);
  if (!row) put(tx.delete(pools).where(eq(pools.id, subject)));
  else if (under(before.pools, subject)) put(tx.update(pools).set(row).where(eq(pools.id, subject)));
  else put(tx.insert(pools).values({ id: subject, firstAt: meta.firstAt ?? meta.at, ...row }));
}

/** What is kept of a pool; nothing where it is none any more. */
export function poolRow(state: BookState, subject: string, meta: Meta) {
  const pool = under(state.pools, subject);
  return (
    pool && {
      kind: pool.kind,
      what: pool.what,
      lastSeq: meta.lastSeq,
      lastAt: meta.at,
      held: heldAs(pool),
      record: JSON.stringify(pool)
    }
  );
}

const heldAs = ({ condemned, holds }: Holdable): string | null =>
  condemned ? 'condemned' : (holds?.[0]?.why ?? null);

/** The row of an animal. */
function writeAnimal(
  tx: Tx,
  put: Put,
  animal: string,
  before: BookState,
  after: BookState,
  meta: Meta,
  history: readonly BookedEntry[]
): void {
  if (!under(after.animals, animal)) {
    put(tx.delete(animals).where(eq(animals.id, animal)));
    return;
  }
  const row = animalRow(after, animal, meta, history);
  if (!row) return;
  if (under(before.animals, animal)) put(tx.update(animals).set(row).where(eq(animals.id, animal)));
  else put(tx.insert(animals).values({ id: animal, firstAt: meta.firstAt ?? meta.at, ...row }));
}

/** What is kept of an animal, with the figures that lists ask for; nothing where it has no weight. */
export function animalRow(state: BookState, animal: string, meta: Meta, history: readonly BookedEntry[]) {
  const known = under(state.animals, animal);
  const account = known && summaryOf(state, animal);
  if (!account) return undefined;
  const { hanging } = account.stages;
  const supposed = supposedEver(history);
  return {
    code: known.code ?? '',
    season: meta.season,
    number: codeNumber(known.code ?? ''),
    tag: known.facts.tag ?? null,
    species: known.facts.species,
    owner: known.facts.owner ?? null,
    lastSeq: meta.lastSeq,
    lastAt: meta.at,
    work: account.work,
    held: heldAs(known),
    record: JSON.stringify({ ...known, id: undefined, code: undefined }),
    beam: JSON.stringify({ segments: account.beam.segments, stillOn: account.beam.stillOn }),
    base: account.beam.base,
    // What was given or sent uncut is no part of what the cuts are shares of.
    hanging: hanging && hanging.how !== 'modelled' ? Math.max(0, hanging.grams - account.beam.away) : null,
    likely: hanging?.grams ?? null,
    count: bodyOf(state, animal)?.count ?? null,
    whole: bodyOf(state, animal) ? 1 : 0,
    place: known.cooling?.findLast((c) => c.what === 'moved')?.to ?? null,
    boneless: account.yield.boneless,
    pets: account.yield.pets,
    takeHome: account.yield.takeHome,
    bloodshot: account.beam.segments.find((s) => s.key === 'bloodshot')?.grams ?? 0,
    unaccounted: account.beam.unaccounted,
    unaccountedAbs: account.beam.unaccountedAbs,
    expectedLow: account.expectedBoneless?.low ?? null,
    expectedHigh: account.expectedBoneless?.high ?? null,
    // What nobody has seen on a scale would teach what it was supposed by.
    residual: supposed === 'open' ? null : (residualOfAnimal(account, known) ?? null),
    shares: supposed === 'none' ? sharesSaid(state, account, known, history) : null,
    byUse: JSON.stringify(gramsByUse(state, animal, account.weighed?.keptOfUntrimmed))
  };
}

/** From this share of trimmed meat on an animal says something of its species' yield. */
const TRIMMED_ENOUGH = 0.75;
const SHOT_LOSSES = ['bloodshot', 'contaminated', 'pellet'];

/**
 * What a closed animal says of its species; nothing of one that was condemned, that has no weighed hanging weight, or that
 * another house has cut: that tells of their trim, not of the animal.
 */
function residualOfAnimal(account: Summary, animal: Animal): number | undefined {
  const { hanging } = account.stages;
  if (account.work !== 'done' || animal.condemned || !hanging) return undefined;
  // What was guessed would teach the guess.
  if (hanging.how === 'modelled' || hanging.how === 'estimated') return undefined;
  if (account.beam.segments.some((s) => s.key === 'notReturned')) return undefined;
  // What was weighed as it came off says nothing of how it is trimmed.
  if (!account.weighed || account.weighed.trimmedShare < TRIMMED_ENOUGH) return undefined;
  const shotLost = account.beam.segments.reduce(
    (sum, s) => (SHOT_LOSSES.includes(s.key) ? sum + s.grams : sum),
    0
  );
  return residualOf(yieldFacts(animal.facts), {
    gave: account.weighed.trimmed,
    shotLost,
    hanging: hanging.grams - account.beam.away,
    softTissue: account.expectation.softTissue
  });
}

/** What the parts of a closed animal say, out of its history; nothing where its whole says nothing. */
function sharesSaid(
  state: BookState,
  summary: Summary,
  animal: Animal,
  history: readonly BookedEntry[]
): string | null {
  const { hanging } = summary.stages;
  if (residualOfAnimal(summary, animal) === undefined || !hanging || summary.beam.away > 0) return null;
  const account = accountOf(state, animal.id, history);
  const whole = wholeParts(state, animal, history);
  const taken = new Map<string, number>();
  for (const { part, taken: grams } of account?.parts ?? [])
    if (grams && whole.has(part)) taken.set(part, (taken.get(part) ?? 0) + grams);
  if (whole.has('frame') && account?.frame?.weighed && account.frame.how === 'scale')
    taken.set('frame', account.frame.weighed);
  return JSON.stringify(shareResidualsOf(yieldFacts(animal.facts), taken, hanging.grams));
}

function writeItems(tx: Tx, put: Put, owner: string, before: BookState, after: BookState): void {
  const born = Object.values(after.items).filter((item) => !under(before.items, item.id));
  const gone = Object.keys(before.items).filter((id) => !under(after.items, id));
  const rows = born.map((item) => ({ id: item.id, owner, kind: item.kind, record: JSON.stringify(item) }));
  if (rows.length > 0) put(tx.run(insertRows(items, rows)));
  for (const item of Object.values(after.items)) {
    const was = under(before.items, item.id);
    if (was && was !== item && JSON.stringify(was) !== JSON.stringify(item))
      put(
        tx
          .update(items)
          .set({ record: JSON.stringify(item) })
          .where(eq(items.id, item.id))
      );
  }
  if (gone.length > 0) put(tx.delete(items).where(inArray(items.id, gone)));
}

function writeBalances(tx: Tx, put: Put, owner: string, before: BookState, after: BookState): void {
  const ids = new Set([...Object.keys(before.balances), ...Object.keys(after.balances)]);
  const rows: (typeof balances.$inferInsert)[] = [];
  for (const item of ids) {
    const [was, now] = [under(before.balances, item), under(after.balances, item)];
    if (was === now) continue;
    for (const [key, grams] of Object.entries(now ?? {}))
      if (was?.[key as ClassKey] !== grams) rows.push({ item, class: key, owner, grams });
    for (const key of Object.keys(was ?? {}))
      if (now?.[key as ClassKey] === undefined)
        put(tx.delete(balances).where(and(eq(balances.item, item), eq(balances.class, key))));
  }
  if (rows.length === 0) return;
  const anew = sql`on conflict (item, class) do update set grams = excluded.grams`;
  put(tx.run(sql`${insertRows(balances, rows)} ${anew}`));
}

function writeOrigins(tx: Tx, put: Put, owner: string, before: BookState, after: BookState): void {
  const rows: (typeof origins.$inferInsert)[] = [];
  for (const item of new Set([...Object.keys(before.origins), ...Object.keys(after.origins)])) {
    const [was, now] = [under(before.origins, item), under(after.origins, item)];
    if (was === now) continue;
    for (const [origin, balance] of Object.entries(now ?? {}))
      for (const [key, grams] of Object.entries(balance))
        if (under(was, origin)?.[key as ClassKey] !== grams)
          rows.push({ item, origin, class: key, owner, grams });
    for (const [origin, balance] of Object.entries(was ?? {}))
      for (const key of Object.keys(balance))
        if (under(now, origin)?.[key as ClassKey] === undefined)
          put(
            tx
              .delete(origins)
              .where(and(eq(origins.item, item), eq(origins.origin, origin), eq(origins.class, key)))
          );
  }
  if (rows.length === 0) return;
  const anew = sql`on conflict (item, origin, class) do update set grams = excluded.grams`;
  put(tx.run(sql`${insertRows(origins, rows)} ${anew}`));
}
