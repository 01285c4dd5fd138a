import { eq, sql } from 'drizzle-orm';
import {
  auditSubject,
  compareProjection,
  emptyState,
  takenBack,
  type BookedEntry,
  type Finding
} from '$core/book';
import type { Db, Larder, Tx } from '../db/client';
import { animals, balances, entrySubjects, items, origins, pools } from '../db/schema';
import { Codes } from './codes';
import { rebuildFlows } from './flows';
import { headOf, historyOf, neighboursOf, stateOf, writeProjection, type Put } from './state';

/** Findings of an audit that are told; a book that is wrong all over needs no list of it. */
const TOLD = 1_000;

/**
 * Goes through the whole book, subject by subject: sums, negatives, orphans, derivations, and projections against postings.
 * Others are let through between two subjects, and no more is kept than one subject and what it takes from.
 */
export async function auditBook(
  db: Db
): Promise<{ entries: number; animals: number; unaccountedAbs: number; findings: Finding[] }> {
  const ids = await db.selectDistinct({ id: entrySubjects.subject }).from(entrySubjects);
  const findings: Finding[] = [];
  let count = 0;
  for (const { id } of ids) {
    const found = await auditOne(db, id);
    count += found.entries;
    findings.push(...found.findings.slice(0, TOLD - findings.length));
    await new Promise((next) => setImmediate(next));
  }
  const strays = await db
    .select({ item: balances.item })
    .from(balances)
    .where(sql`${balances.owner} not in (select subject from entry_subjects)`)
    .limit(20);
  for (const { item } of strays)
    findings.push({ code: 'projection', item, text: 'a balance of somebody who has no entries' });
  const sum = await db
    .select({ total: sql<number>`coalesce(sum(${animals.unaccountedAbs}), 0)` })
    .from(animals)
    .get();
  const known = await db
    .select({ total: sql<number>`count(*)` })
    .from(animals)
    .get();
  return { entries: count, animals: known?.total ?? 0, unaccountedAbs: sum?.total ?? 0, findings };
}

/** How often a subject is looked at again that somebody booked on meanwhile. */
const LOOKS = 5;

/** What is wrong with one subject; looked at again where its entries and its projection were read at different moments. */
async function auditOne(db: Db, id: string): Promise<{ findings: Finding[]; entries: number }> {
  for (let look = 1; ; look += 1) {
    const history = await played(db, id);
    const { findings, state, entries: own } = auditSubject(history, id);
    findings.push(...compareProjection(await stateOf(db, id), state));
    const read = Math.max(...history.map((entry) => entry.seq));
    const { lastSeq = 0 } = (await headOf(db, id)) ?? {};
    if (findings.length === 0 || look === LOOKS || lastSeq <= read) return { findings, entries: own };
  }
}

/** The history of a subject, with those of all it has taken from where that is needed to play it again. */
async function played(db: Db | Tx, subject: string): Promise<BookedEntry[]> {
  const alone = await historyOf(db, subject);
  const wide = alone.some(
    ({ intent }) =>
      intent.pool === subject || (intent.kind === 'void' && takenBack(intent).some((id) => !named(alone, id)))
  );
  return wide ? historyOf(db, ...(await neighboursOf(db, [subject]))) : alone;
}

/** Writes every projection anew from the entries, a subject a transaction, so that a bench gets in between. */
export async function rebuildBook(larder: Larder): Promise<number> {
  const ids = await larder.db.selectDistinct({ id: entrySubjects.subject }).from(entrySubjects);
  for (const { id } of ids)
    await larder.writeInTurn(async (tx) => {
      const history = await played(tx, id);
      const own = await historyOf(tx, id);
      const [firstEntry, last] = [own[0], own.at(-1)];
      if (!last || !firstEntry) return;
      const { state } = auditSubject(history, id);
      await tx.delete(items).where(eq(items.owner, id));
      await tx.delete(balances).where(eq(balances.owner, id));
      await tx.delete(origins).where(eq(origins.owner, id));
      await tx.delete(animals).where(eq(animals.id, id));
      await tx.delete(pools).where(eq(pools.id, id));
      const { put, settled } = puts();
      const named = own.find((entry) => entry.code);
      const season = named?.season ?? 0;
      const meta = { season, lastSeq: last.seq, at: last.at, firstAt: firstEntry.at };
      writeProjection(tx, put, id, emptyState(), state, meta, own);
      if (named?.code) await new Codes(tx).keep(season, named.code, put);
      await settled();
    });
  await rebuildFlows(larder);
  return ids.length;
}

const named = (history: readonly BookedEntry[], id: string): boolean => history.some((e) => e.id === id);

/** Statements that are sent off one after another, and the way to wait for all of them. */
function puts(): { put: Put; settled: () => Promise<unknown> } {
  const sent: Promise<unknown>[] = [];
  return { put: (statement) => void sent.push(statement.execute()), settled: () => Promise.all(sent) };
}
