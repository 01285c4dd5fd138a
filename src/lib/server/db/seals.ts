import { createHash } from 'node:crypto';
import { sql, type SQL } from 'drizzle-orm';
import { canonical } from '$core/book';
import { DAY } from '$core/units';
import { SEALED, keySql, rowsByKeys, type SealedTable } from './sealed';

/** What asks and writes: a larder's database, or a transaction of it. */
export interface Asks {
  all<T>(query: SQL): Promise<T[]>;
  run(query: SQL): Promise<unknown>;
}

/** A row that was changed and is not sealed yet. */
export interface Unsealed {
  scope: string;
  key: string;
}

/** Keys that are looked up at once. */
const AT_ONCE = 400;
const NONE = '0'.repeat(64);

const sha = (text: string): string => createHash('sha256').update(text).digest('hex');
/** The seal of what stands under a key of a table. */
export const sealOf = (scope: string, key: string, rows: readonly string[]): string =>
  sha(`${scope}\n${key}\n${rows.join('\n')}`);
/** Seals of a table in one figure: whichever of them changes, it changes. */
export const xor = (a: string, b: string): string =>
  Array.from({ length: 8 }, (_, i) =>
    ((Number.parseInt(a.slice(i * 8, i * 8 + 8), 16) ^ Number.parseInt(b.slice(i * 8, i * 8 + 8), 16)) >>> 0)
      .toString(16)
      .padStart(8, '0')
  ).join('');

/** State of all seals at a moment, and of the book; whoever has written its code down sees whether it is still the same larder. */
export interface SealLink {
  seq: number;
  at: number;
  /** Of what the tables' figures were. */
  digest: string;
  /** Number and hash of the newest entry of the book. */
  entry: number;
  book: string;
  hash: string;
  /** 1 once its code was given to somebody: from then on it stays as it is. */
  shown: number;
}
export const linkHash = (
  before: string,
  { at, digest, entry, book }: Pick<SealLink, 'at' | 'digest' | 'entry' | 'book'>
): string => sha(`${before}\n${canonical({ at, digest, entry, book })}`);
export const digestOf = (sums: ReadonlyMap<string, string>): string =>
  sha(canonical(Object.fromEntries([...sums].filter(([, sum]) => sum !== NONE))));

/** Asks for the rows that are noted as changed. */
export const NOTED = 'select scope, key from unsealed';
/** The same out of its answer. */
export const notedIn = ({ rows }: { rows: readonly object[] }): Unsealed[] =>
  rows.map((row) => {
    const { scope, key } = row as Unsealed;
    return { scope, key };
  });
export const unsealedIn = (db: Asks): Promise<Unsealed[]> => db.all<Unsealed>(sql.raw(NOTED));

const untouched = new WeakSet<object>();
/** Says that a transaction has changed nothing beside the book: nobody need ask what is noted, which takes a trip to a server. */
export const touchesNothingBeside = (tx: object): void => void untouched.add(tx);

/** What stands under some keys of a table: its rows as JSON, by key. */
export async function standing(
  db: Asks,
  of: SealedTable,
  keys: readonly string[]
): Promise<Map<string, string[]>> {
  const found = new Map<string, string[]>();
  for (const { key, row } of await db.all<{ key: string; row: string }>(rowsByKeys(of, keys))) {
    const own = found.get(key);
    if (own) own.push(row);
    else found.set(key, [row]);
  }
  return found;
}

/**
 * Seals what a transaction has changed, before it is committed.
 * @param foreign  what was noted before it began: somebody has changed that past the program, and it is never sealed here
 */
export async function sealChanged(tx: Asks, foreign: readonly Unsealed[], now: number): Promise<void> {
  const not = new Set(foreign.map(({ scope, key }) => `${scope}\n${key}`));
  if (untouched.has(tx)) return;
  const own = (await unsealedIn(tx)).filter(({ scope, key }) => !not.has(`${scope}\n${key}`));
  if (own.length === 0) return;
  const sums = await sumsIn(tx);
  for (const of of SEALED) {
    const keys = own.flatMap(({ scope, key }) => (scope === of.table ? [key] : []));
    let sum = sums.get(of.table) ?? NONE;
    for (let i = 0; i < keys.length; i += AT_ONCE)
      sum = xor(sum, await sealSome(tx, of, keys.slice(i, i + AT_ONCE)));
    if (keys.length > 0) sums.set(of.table, sum);
  }
  const changed = JSON.stringify([...sums]);
  await tx.run(sql`
    insert into seal_sums (scope, sum) select json_extract(value, '$[0]'), json_extract(value, '$[1]') from json_each(${changed})
    where true on conflict (scope) do update set sum = excluded.sum`);
  await tx.run(sql`
    delete from unsealed where exists (select 1 from json_each(${JSON.stringify(own.map(({ scope, key }) => [scope, key]))}) j
    where json_extract(j.value, '$[0]') = unsealed.scope and json_extract(j.value, '$[1]') = unsealed.key)`);
  await linkOn(tx, sums, now, false);
}

/** Seals some keys of a table; gives by what its figure changes. */
async function sealSome(tx: Asks, of: SealedTable, keys: readonly string[]): Promise<string> {
  const now = await standing(tx, of, keys);
  const list = JSON.stringify(keys);
  const before = await tx.all<{ key: string; hash: string }>(sql`
    select key, hash from seals where scope = ${of.table} and key in (select value from json_each(${list}))`);
  let change = before.reduce((sum, { hash }) => xor(sum, hash), NONE);
  const rows: [string, string][] = [];
  for (const key of keys) {
    const found = now.get(key);
    if (!found) continue;
    const hash = sealOf(of.table, key, found);
    rows.push([key, hash]);
    change = xor(change, hash);
  }
  if (before.length > 0)
    await tx.run(
      sql`delete from seals where scope = ${of.table} and key in (select value from json_each(${list}))`
    );
  if (rows.length > 0)
    await tx.run(sql`
      insert into seals (scope, key, hash) select ${of.table}, json_extract(value, '$[0]'), json_extract(value, '$[1]')
      from json_each(${JSON.stringify(rows)})`);
  return change;
}

export async function sumsIn(db: Asks): Promise<Map<string, string>> {
  const rows = await db.all<{ scope: string; sum: string }>(sql`select scope, sum from seal_sums`);
  return new Map(rows.map(({ scope, sum }) => [scope, sum]));
}

/** Links, the newest first. */
export const newestLinks = (db: Asks, most: number): Promise<SealLink[]> =>
  db.all<SealLink>(sql`
    select seq, at, digest, entry, book, hash, shown from seal_links order by seq desc limit ${most}`);

/**
 * Writes down how the seals stand. The newest link is written over where nobody has its code and it is of the same day: a
 * larder gets one a day, and one for each code.
 */
async function linkOn(
  tx: Asks,
  sums: ReadonlyMap<string, string>,
  now: number,
  shown: boolean
): Promise<SealLink> {
  const [last, before] = await newestLinks(tx, 2);
  const over = last !== undefined && last.shown === 0 && now - last.at < DAY;
  const previous = over ? before : last;
  const [head] = await tx.all<{ seq: number; hash: string | null }>(
    sql`select seq, hash from entries order by seq desc limit 1`
  );
  const link = {
    at: over ? last.at : now,
    digest: digestOf(sums),
    entry: head?.seq ?? 0,
    book: head?.hash ?? ''
  };
  const hash = linkHash(previous?.hash ?? '', link);
  const seq = over ? last.seq : (last?.seq ?? 0) + 1;
  await tx.run(sql`
    insert into seal_links (seq, at, digest, entry, book, hash, shown)
    values (${seq}, ${link.at}, ${link.digest}, ${link.entry}, ${link.book}, ${hash}, ${shown ? 1 : 0})
    on conflict (seq) do update set digest = excluded.digest, entry = excluded.entry, book = excluded.book,
      hash = excluded.hash, shown = excluded.shown`);
  return { seq, ...link, hash, shown: shown ? 1 : 0 };
}

/** Name of the figure that says that the book has its chain: from then on no entry is ever given a hash again. */
export const CHAINED = 'book';
export const markChained = async (tx: Asks, now: number): Promise<void> => {
  await tx.run(
    sql`insert into seal_sums (scope, sum) values (${CHAINED}, ${'1'.padStart(64, '0')}) on conflict do nothing`
  );
  await linkOn(tx, await sumsIn(tx), now, false);
};

/** Gives the code of how the larder stands now; it is kept for good. */
export const showLink = async (tx: Asks, now: number): Promise<SealLink> =>
  linkOn(tx, await sumsIn(tx), now, true);

/** Tables that were never sealed, of a larder of before: all that stands in them is noted, and sealed with the transaction. */
export async function noteUnsealedTables(tx: Asks): Promise<void> {
  const sums = await sumsIn(tx);
  for (const of of SEALED)
    if (!sums.has(of.table)) {
      await tx.run(
        sql.raw(
          `insert into unsealed (scope, key) select distinct '${of.table}', ${keySql(of)} from ${of.table} r where true on conflict do nothing`
        )
      );
      await tx.run(sql`insert into seal_sums (scope, sum) values (${of.table}, ${NONE})`);
    }
}

/** Letters of a code: none is taken for another when it is read from paper. */
const LETTERS = '23456789ABCDEFGHJKLMNPQRSTUVWXYZ';
const GROUPS = 5;
const GROUP = 4;

/** A link's hash as somebody writes it down: a hundred bits in five groups. */
export function codeOf({ hash }: Pick<SealLink, 'hash'>): string {
  let bits = BigInt(`0x${hash.slice(0, 25)}`);
  let text = '';
  for (let i = 0; i < GROUPS * GROUP; i += 1) {
    text = (LETTERS[Number(bits & 31n)] ?? '') + text;
    bits >>= 5n;
  }
  return Array.from({ length: GROUPS }, (_, i) => text.slice(i * GROUP, (i + 1) * GROUP)).join('-');
}

/** A code as it was typed, in the form in which it is compared; undefined where it is none. */
export function readCode(text: string): string | undefined {
  const letters = text.toUpperCase().replace(/[^0-9A-Z]/g, '');
  return letters.length === GROUPS * GROUP && [...letters].every((one) => LETTERS.includes(one))
    ? letters
    : undefined;
}
/** Whether a code is that of a link; one whose hash is none has no code. */
export const sameCode = (link: Pick<SealLink, 'hash'>, code: string): boolean =>
  /^[0-9a-f]{64}$/.test(link.hash) && codeOf(link).replaceAll('-', '') === code;
