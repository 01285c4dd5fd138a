import { createHash } from 'node:crypto';
import { and, asc, desc, eq, gt, gte, isNotNull, lt, lte, sql } from 'drizzle-orm';
import { linkText, type BookedEntry } from '$core/book';
import { seasonOfCode } from '$core/units';
import type { Larder, Tx } from '../db/client';
import { SEALED } from '../db/sealed';
import { CHAINED, codeOf, markChained, noteUnsealedTables, showLink, sumsIn } from '../db/seals';
import { animals, entries, postings } from '../db/schema';
import { toEntries } from './state';

/** Entries that are sealed in one transaction. */
const AT_ONCE = 500;

/** Hash of an entry; see {@link linkText}. */
export const hashOf = (previous: string, entry: BookedEntry): string =>
  createHash('sha256').update(linkText(previous, entry)).digest('hex');

/**
 * Gives every entry of a larder of before its hash, and the season of its code, and every row beside the book its seal.
 * Afterwards nothing of them can be changed without the audit's naming it. Once that is done it is never done again: what
 * has no hash then has lost it.
 */
export async function sealLarder(larder: Larder): Promise<void> {
  const sums = await sumsIn(larder.db);
  if (!sums.has(CHAINED)) await sealBook(larder);
  if (sums.has(CHAINED) && SEALED.every(({ table }) => sums.has(table))) return;
  await larder.write(async (tx) => {
    await noteUnsealedTables(tx);
    await markChained(tx, Date.now());
  });
}

/**
 * Seals what stands beside the book as it is now, whoever has changed it: for whoever has looked at what the audit names and
 * means it to stand. Links and codes of before stay, so that it can be told that this was done.
 * @returns the code of how it stands now
 */
export async function sealAnew(larder: Larder): Promise<string> {
  // What was noted before a transaction counts as another's in it: that goes first.
  await larder.write(async (tx) => {
    await showLink(tx, Date.now());
    await tx.run(sql`delete from unsealed`);
  });
  await larder.write(async (tx) => {
    await tx.run(sql`delete from seals`);
    await tx.run(sql`delete from seal_sums where scope <> ${CHAINED}`);
    await noteUnsealedTables(tx);
  });
  return codeOf(await larder.write((tx) => showLink(tx, Date.now())));
}

async function sealBook(larder: Larder): Promise<void> {
  const { db } = larder;
  const newest = await db
    .select({ hash: entries.hash })
    .from(entries)
    .orderBy(desc(entries.seq))
    .limit(1)
    .get();
  // They are sealed in their order: where the last one is, all are.
  if (!newest || newest.hash !== null) return;
  const sealed = await db
    .select({ seq: entries.seq })
    .from(entries)
    .where(isNotNull(entries.hash))
    .orderBy(desc(entries.seq))
    .limit(1)
    .get();
  for (let after: number | undefined = sealed?.seq ?? 0; after !== undefined;) {
    const from: number = after;
    after = await larder.write((tx) => sealSome(tx, from));
  }
}

/** Seals the entries that follow one; gives the last of them, or nothing where there are no more. */
async function sealSome(tx: Tx, after: number): Promise<number | undefined> {
  const rows = await tx
    .select()
    .from(entries)
    .where(gt(entries.seq, after))
    .orderBy(asc(entries.seq))
    .limit(AT_ONCE);
  const [first, last] = [rows[0], rows.at(-1)];
  if (!first || !last) return undefined;
  const before = await tx
    .select({ hash: entries.hash })
    .from(entries)
    .where(lt(entries.seq, first.seq))
    .orderBy(desc(entries.seq))
    .limit(1)
    .get();
  const lines = await tx
    .select()
    .from(postings)
    .where(and(gte(postings.seq, first.seq), lte(postings.seq, last.seq)))
    .orderBy(postings.seq, postings.line);
  let hash = before?.hash ?? '';
  const sealed: [seq: number, hash: string, season: number | null][] = [];
  for (const entry of toEntries(rows, lines)) {
    const season = entry.code === undefined ? undefined : await seasonOf(tx, entry.code, entry.at);
    hash = hashOf(hash, season === undefined ? entry : { ...entry, season });
    sealed.push([entry.seq, hash, season ?? null]);
  }
  await tx.run(sql`update entries set hash = json_extract(j.value, '$[1]'), season = json_extract(j.value, '$[2]')
    from json_each(${JSON.stringify(sealed)}) j where entries.seq = json_extract(j.value, '$[0]')`);
  return last.seq;
}

/** The season a code was given in: as its animal's row says, else by its digits. */
async function seasonOf(tx: Tx, code: string, at: number): Promise<number> {
  const row = await tx
    .select({ season: animals.season })
    .from(animals)
    .where(eq(animals.code, code))
    .limit(1)
    .get();
  return row?.season ?? seasonOfCode(code, at);
}
