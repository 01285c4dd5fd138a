import { randomBytes } from 'node:crypto';
import { asc, eq, inArray, max, sql } from 'drizzle-orm';
import { animalCode } from '../../src/core/units';
import type { Larder } from '../../src/lib/server/db/client';
import { openHouse } from '../../src/lib/server/larder';
import { animals, balances, entries, items, postings, seasons, stock } from '../../src/lib/server/db/schema';
import { rebuildFlows } from '../../src/lib/server/repo/flows';
import { hashOf } from '../../src/lib/server/repo/chain';
import { linesOf, stretchesOf, toEntries } from '../../src/lib/server/repo/state';
import { UUID, season } from './season';

const TEMPLATES = 24;
/** Rows of one insert: SQLite takes 32 766 values at most. */
const AT_ONCE = 1_000;
const DAY = 86_400_000;

/**
 * Fills a larder up to a season of many animals: in a new one a few are booked, the others are copies of their rows under
 * ids, codes and hours of their own, as the book would have written them.
 * @returns entries in the book
 */
export async function fillSeason(folder: string, count: number, now: number): Promise<number> {
  const house = await openHouse({ folder });
  const { db } = house.larder;
  const highest = async () =>
    (
      await db
        .select({ number: max(animals.number) })
        .from(animals)
        .get()
    )?.number;
  if (!(await highest())) {
    const drafts = [...season(Math.min(count, TEMPLATES), now - 40 * DAY)];
    const refused = await house.book.bookAll(drafts.flat(), false);
    if (refused) throw new Error(`the season does not book: ${JSON.stringify(refused)}`);
  }
  const templates = [];
  for (const animal of await db.select().from(animals).orderBy(asc(animals.number)).limit(TEMPLATES)) {
    const own = await db.select().from(entries).where(eq(entries.subject, animal.id)).orderBy(entries.seq);
    const lines = await db
      .select()
      .from(postings)
      .where(
        inArray(
          postings.seq,
          own.map((e) => e.seq)
        )
      )
      .orderBy(postings.seq, postings.line);
    const things = await db.select().from(items).where(eq(items.owner, animal.id));
    const held = await db.select().from(balances).where(eq(balances.owner, animal.id));
    const lies = await db.select().from(stock).where(eq(stock.owner, animal.id));
    templates.push(JSON.stringify({ animal, own, lines, things, held, lies }));
  }
  type Rows = {
    animal: typeof animals.$inferSelect;
    own: (typeof entries.$inferSelect)[];
    lines: (typeof postings.$inferSelect)[];
    things: (typeof items.$inferSelect)[];
    held: (typeof balances.$inferSelect)[];
    lies: (typeof stock.$inferSelect)[];
  };
  let seq =
    (
      await db
        .select({ seq: max(entries.seq) })
        .from(entries)
        .get()
    )?.seq ?? 0;
  const later = { own: [], lines: [], things: [], held: [], lies: [], animals: [] } as {
    own: Rows['own'];
    lines: Rows['lines'];
    things: Rows['things'];
    held: Rows['held'];
    lies: Rows['lies'];
    animals: Rows['animal'][];
  };
  const flush = async () => {
    await house.larder.write(async (tx) => {
      const put = async <T>(rows: T[], insert: (some: T[]) => Promise<unknown>) => {
        for (let i = 0; i < rows.length; i += AT_ONCE) await insert(rows.slice(i, i + AT_ONCE));
        rows.length = 0;
      };
      await put(later.own, (some) => tx.insert(entries).values(some).execute());
      await put(later.lines, (some) => tx.insert(postings).values(some).execute());
      await put(later.things, (some) => tx.insert(items).values(some).execute());
      await put(later.held, (some) => tx.insert(balances).values(some).execute());
      await put(later.lies, (some) => tx.insert(stock).values(some).execute());
      await put(later.animals, (some) => tx.insert(animals).values(some).execute());
    });
  };
  for (let n = (await highest()) ?? 0; n < count; n += 1) {
    const mark = randomBytes(6).toString('hex');
    // Each id is its template's with an end of its own.
    const text = (templates[n % templates.length] ?? '').replace(UUID, (id) => `${id.slice(0, 24)}${mark}`);
    const rows = JSON.parse(text) as Rows;
    const shift = Math.floor((30 * DAY * n) / count);
    const numbers = new Map(rows.own.map((e, i) => [e.seq, seq + 1 + i]));
    seq += rows.own.length;
    const number = n + 1;
    const code = animalCode(rows.animal.season, number);
    later.own.push(
      ...rows.own.map((e) => ({
        ...e,
        seq: numbers.get(e.seq) ?? 0,
        at: e.at + shift,
        code: e.code && code,
        hash: null
      }))
    );
    later.lines.push(...rows.lines.map((l) => ({ ...l, seq: numbers.get(l.seq) ?? 0 })));
    later.things.push(...rows.things);
    later.held.push(...rows.held);
    later.lies.push(...rows.lies);
    later.animals.push({
      ...rows.animal,
      // Its marks say when, as its entries do.
      record: rows.animal.record.replace(/"at":(\d+)/g, (_, at) => `"at":${Number(at) + shift}`),
      code,
      number,
      lastSeq: seq,
      firstAt: rows.animal.firstAt + shift,
      lastAt: rows.animal.lastAt + shift
    });
    if (later.own.length > 20_000) await flush();
  }
  await flush();
  await house.larder.write((tx) => tx.update(seasons).set({ number: count }));
  await rebuildFlows(house.larder);
  await chainOn(house.larder);
  house.larder.close();
  return seq;
}

/** Gives each copy the hash that the book would have given it. */
async function chainOn(larder: Larder): Promise<void> {
  let hash = '';
  for await (const rows of stretchesOf(larder.db, AT_ONCE)) {
    const chained = toEntries(rows, await linesOf(larder.db, rows)).map((entry) => {
      hash = hashOf(hash, entry);
      return [entry.seq, hash];
    });
    await larder.write((tx) =>
      tx.run(sql`
        update entries set hash = json_extract(j.value, '$[1]') from json_each(${JSON.stringify(chained)}) j
        where entries.seq = json_extract(j.value, '$[0]') and entries.hash is null`)
    );
  }
}
