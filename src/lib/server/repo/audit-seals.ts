import { sql } from 'drizzle-orm';
import type { Finding } from '$core/book';
import { HOUR, under } from '$core/units';
import type { Db } from '../db/client';
import { SEALED, keySqlOfAny, partsOfKey, type SealedTable } from '../db/sealed';
import {
  digestOf,
  linkHash,
  sealOf,
  standing,
  sumsIn,
  unsealedIn,
  xor,
  sameCode,
  type SealLink
} from '../db/seals';

/** Rows of a table that are named. */
const NAMED = 50;
/** Seals that are looked at at once. */
const AT_ONCE = 400;

const finding = (scope: string, key: string, text: string): Finding => ({
  code: 'beside',
  item: `${scope} ${key}`,
  text
});

/** What was changed past the program beside the book: each row by its table and key. */
export async function* auditSeals(db: Db, code?: string): AsyncGenerator<Finding[]> {
  const noted = await unsealedIn(db);
  yield noted
    .slice(0, NAMED)
    .map(({ scope, key }) => finding(scope, key, `${saidOf(scope, key)} was changed past the program`));
  const told = new Set(noted.map(({ scope, key }) => `${scope} ${key}`));
  const sums = await sumsIn(db);
  for (const of of SEALED)
    for await (const findings of auditTable(db, of, sums.get(of.table)))
      yield findings.filter(({ item = '' }) => !told.has(item));
  yield await auditHours(db);
  yield await auditLinks(db, sums, code);
}

async function* auditTable(db: Db, of: SealedTable, sum: string | undefined): AsyncGenerator<Finding[]> {
  const { table } = of;
  let figure = '0'.repeat(64);
  for (let after = ''; ;) {
    const seals = await db.all<{ key: string; hash: string }>(sql`
      select key, hash from seals where scope = ${table} and typeof(key) = 'text' and key > ${after}
      order by key limit ${AT_ONCE}`);
    const last = seals.at(-1);
    if (!last) break;
    after = last.key;
    const now = await standing(
      db,
      of,
      seals.flatMap(({ key }) => (partsOfKey(of, key) ? [key] : []))
    );
    const findings: Finding[] = [];
    for (const { key, hash } of seals) {
      figure = xor(figure, hash);
      const rows = now.get(key);
      if (!partsOfKey(of, key))
        findings.push(finding(table, key, `${saidOf(table, key)} is sealed, and no row is called so`));
      else if (!rows)
        findings.push(finding(table, key, `${saidOf(table, key)} was taken out past the program`));
      else if (sealOf(table, key, rows) !== hash)
        findings.push(finding(table, key, `${saidOf(table, key)} was changed past the program`));
    }
    yield findings;
    await new Promise((next) => setImmediate(next));
  }
  const strange = await db.all<{ key: string }>(sql`
    select distinct ${sql.raw(keySqlOfAny(of))} as key from ${sql.raw(table)} r
    where ${sql.raw(keySqlOfAny(of))} not in (select key from seals where scope = ${table}) limit ${NAMED}`);
  yield strange.map(({ key }) => finding(table, key, `${saidOf(table, key)} was put in past the program`));
  if (figure !== (sum ?? '0'.repeat(64)))
    yield [finding(table, '', `the seals of ${table} were changed past the program`)];
}

/** Whether the hours' sums are those of their readings. */
async function auditHours(db: Db): Promise<Finding[]> {
  const rows = await db.all<{ place: string; hour: number }>(sql`
    select place, hour from (
      select place, at / 3600000 as hour, count(*) as n, sum(at % 3600000) as offsets, count(air) as air_n,
        coalesce(sum(air), 0) as air_sum, min(air) as air_min, max(air) as air_max, count(core) as core_n,
        coalesce(sum(core), 0) as core_sum, count(rh) as rh_n, coalesce(sum(rh), 0) as rh_sum
      from readings group by 1, 2
      except select place, hour, n, offsets, air_n, air_sum, air_min, air_max, core_n, core_sum, rh_n, rh_sum from reading_hours)
    union select place, hour from reading_hours h where not exists (
      select 1 from readings r where r.place = h.place and r.at >= h.hour * 3600000 and r.at < (h.hour + 1) * 3600000)
    limit ${NAMED}`);
  return rows.map(({ place, hour }) =>
    finding(
      'reading_hours',
      JSON.stringify([place, hour]),
      `the sums of ${place} at ${hourSaid(hour)} are not those of its readings`
    )
  );
}

/** Whether each link follows from the one before, the last speaks of the seals as they are, and a code that was written down is among them. */
async function auditLinks(
  db: Db,
  sums: ReadonlyMap<string, string>,
  code: string | undefined
): Promise<Finding[]> {
  const findings: Finding[] = [];
  const say = (text: string) => findings.push({ code: 'seal', text });
  const links = await db.all<SealLink & { stands: string | null }>(sql`
    select l.seq, l.at, l.digest, l.entry, l.book, l.hash, l.shown, e.hash as stands
    from seal_links l left join entries e on e.seq = l.entry order by l.seq`);
  let before = '';
  let met = false;
  for (const link of links) {
    if (link.hash !== linkHash(before, link)) say(`seal ${link.seq} does not follow from the one before`);
    if (link.entry > 0 && (link.stands ?? '') !== link.book)
      say(`the book is another than when seal ${link.seq} was made: entry ${link.entry} has another hash`);
    if (code !== undefined && sameCode(link, code)) met = true;
    before = link.hash;
  }
  const last = links.at(-1);
  if (last && last.digest !== digestOf(sums)) say('the seals are others than the newest link says');
  if (!last && sums.size > 0) say('what seals the larder is gone');
  if (code !== undefined && !met)
    say(
      'the code that was written down is none of this larder’s: it is another, or all of it was made anew past the program'
    );
  return findings;
}

const NAMES: Readonly<Record<string, string>> = {
  settings: 'the choice',
  procedures: 'the order of work',
  recipes: 'the recipe',
  wishes: 'the wish',
  cut_plans: 'the plan',
  cut_plan_animals: 'whose plan it is:',
  slicings: 'what was sliced:',
  rule_cards: 'the rule card',
  cooling_plans: 'the cooling plan of',
  readings: 'the readings of',
  logger_files: 'the logger’s file',
  forecasts: 'the forecast of',
  parties: 'the party',
  party_names: 'the name of a party',
  people: 'somebody who may come in:',
  visits: 'a sign-in:',
  pins: 'a PIN:',
  versions: 'the count of changes of'
};

/** A row in words: its table and key. Whatever somebody has put there is said as it is. */
function saidOf(scope: string, key: string): string {
  const of = SEALED.find(({ table }) => table === scope);
  const parts = of && partsOfKey(of, key);
  const said = parts?.map((part, i) =>
    scope === 'readings' && i === 1
      ? `at ${hourSaid(part)}`
      : scope === 'forecasts'
        ? dateSaid(part)
        : String(part)
  );
  return `${under(NAMES, scope) ?? scope} ${said?.join(' ') ?? key}`;
}

/** A moment, ms since the epoch, in words; what is none as it is. */
function dateSaid(at: unknown): string {
  const date = new Date(Number(at));
  return Number.isNaN(date.getTime()) ? String(at) : date.toISOString();
}
function hourSaid(hour: unknown): string {
  const date = new Date(Number(hour) * HOUR);
  return Number.isNaN(date.getTime()) ? `hour ${String(hour)}` : `${date.toISOString().slice(0, 13)}h UTC`;
}
