import { eq, sql } from 'drizzle-orm';
import {
  auditSubject,
  emptyState,
  partyOf,
  subjectsOf,
  takenBack,
  type Finding,
  type Intent
} from '$core/book';
import { guardsOf } from '../db/guards';
import type { Larder } from '../db/client';
import { animals, balances, entries, entrySubjects, items, origins, pools, stock } from '../db/schema';
import type { PhotoStore } from '../files/photos';
import { auditLarder, metaOf, played, type AuditSaid, type AuditSum } from './audit';
import { Codes } from './codes';
import { rebuildFlows } from './flows';
import { keepParty } from './parties';
import type { Put } from '../db/rows';
import { historyOf, stretchesOf, writeProjection } from './state';

/** The whole of an audit at once; see {@link auditLarder}. */
export async function auditBook(
  larder: Larder,
  photos?: PhotoStore
): Promise<AuditSum & { findings: Finding[] }> {
  return findingsOf(auditLarder(larder, photos));
}

/** All that an audit found, at its end. */
export async function findingsOf(
  audit: AsyncIterable<AuditSaid>
): Promise<AuditSum & { findings: Finding[] }> {
  const findings: Finding[] = [];
  let sum: AuditSum = { entries: 0, animals: 0, unaccountedAbs: 0, hash: '' };
  for await (const said of audit)
    if (said.kind === 'finding') findings.push(said.finding);
    else if (said.kind === 'sum') ({ sum } = said);
  return { ...sum, findings };
}

/**
 * Writes every projection anew from the entries, a subject a transaction, so that a bench gets in between; what no entry
 * speaks of goes, guards and running numbers are set right.
 * @returns how many subjects there are
 */
export async function rebuildBook(larder: Larder): Promise<number> {
  await larder.write(async (tx) => {
    const standing = await tx.all<{ name: string }>(
      sql`select name from sqlite_master where type = 'trigger'`
    );
    for (const { name } of standing) await tx.run(sql.raw(`drop trigger "${name.replaceAll('"', '""')}"`));
    for (const text of guardsOf().values()) await tx.run(sql.raw(text));
    for (const table of [items, balances, origins, stock])
      await tx.delete(table).where(sql`${table.owner} not in (select subject from entry_subjects)`);
    for (const table of [animals, pools])
      await tx.delete(table).where(sql`${table.id} not in (select subject from entry_subjects)`);
    await tx.run(sql`delete from flows where seq not in (select seq from entries)`);
    await tx.run(sql`delete from entry_subjects where seq not in (select seq from entries)`);
  });
  await rebuildSubjects(larder);
  const ids = await larder.db.selectDistinct({ id: entrySubjects.subject }).from(entrySubjects);
  for (const { id } of ids)
    await larder.writeInTurn(async (tx) => {
      const own = await historyOf(tx, id);
      const meta = metaOf(own);
      if (!meta) return;
      const { state } = auditSubject(await played(tx, id, own), id);
      for (const table of [items, balances, origins, stock])
        await tx.delete(table).where(eq(table.owner, id));
      await tx.delete(animals).where(eq(animals.id, id));
      await tx.delete(pools).where(eq(pools.id, id));
      const { put, settled } = puts();
      writeProjection(tx, put, id, emptyState(), state, meta, own);
      const named = own.find((entry) => entry.code);
      if (named?.code) await new Codes(tx).keep(meta.season, named.code, put);
      await settled();
    });
  await rebuildFlows(larder);
  await rebuildParties(larder);
  return ids.length;
}

/** Entries whose subjects are written anew in one transaction. */
const AT_ONCE = 1_000;

/** Puts every entry under all that it speaks of, and under what it takes back. */
async function rebuildSubjects(larder: Larder): Promise<void> {
  for await (const rows of stretchesOf(larder.db, AT_ONCE))
    await larder.writeInTurn(async (tx) => {
      const { put, settled } = puts();
      for (const { seq, intent: text } of rows) {
        const intent = JSON.parse(text) as Intent;
        const subjects = subjectsOf(intent).map((subject) => ({ subject, seq }));
        put(tx.insert(entrySubjects).values(subjects).onConflictDoNothing());
        if (intent.kind === 'void')
          put(
            tx.run(sql`insert or ignore into entry_subjects (subject, seq) select s.subject, ${seq}
              from entry_subjects s join entries e on e.seq = s.seq
              where e.id in (select value from json_each(${JSON.stringify(takenBack(intent))}))`)
          );
      }
      await settled();
    });
}

/** Whoever the book names is known. */
async function rebuildParties(larder: Larder): Promise<void> {
  const rows = await larder.db
    .select({ intent: entries.intent })
    .from(entries)
    .where(sql`${entries.kind} in ('give', 'send', 'return', 'sample')`);
  const names = new Set(rows.flatMap(({ intent }) => partyOf(JSON.parse(intent) as Intent) ?? []));
  await larder.write(async (tx) => {
    const { put, settled } = puts();
    for (const name of names) keepParty(tx, put, name);
    await settled();
  });
}

/** Statements that are sent off one after another, and the way to wait for all of them. */
function puts(): { put: Put; settled: () => Promise<unknown> } {
  const sent: Promise<unknown>[] = [];
  return { put: (statement) => void sent.push(statement.execute()), settled: () => Promise.all(sent) };
}
