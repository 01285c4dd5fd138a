import { between, inArray, sql } from 'drizzle-orm';
import {
  flowsOf,
  subjectOf,
  takenBack,
  type BookedEntry,
  type Intent,
  type IntentOf,
  type Posting
} from '$core/book';
import type { Larder, Tx } from '../db/client';
import { flows } from '../db/schema';
import type { Put } from '../db/rows';

/** What went where by an entry, as rows. */
export const flowRows = (
  seq: number,
  intent: Intent,
  postings: readonly Posting[]
): (typeof flows.$inferInsert)[] =>
  flowsOf(postings).map((flow, line) => ({ ...flow, seq, line, origin: flow.origin ?? subjectOf(intent) }));

/** What an entry takes back went nowhere: its flows go. */
export function dropFlows(tx: Tx, put: Put, intent: IntentOf<'void'>, history: readonly BookedEntry[]): void {
  const gone = new Set(takenBack(intent));
  const seqs = history.filter((e) => gone.has(e.id)).map((e) => e.seq);
  put(tx.delete(flows).where(inArray(flows.seq, seqs)));
}

/** Entries whose flows are written anew in one transaction. */
const AT_ONCE = 2_000;

/**
 * Writes all flows anew from the postings that stand: of each origin, what was taken is set against what was put, in order. A
 * stretch of the book a transaction, so that a bench gets in between.
 */
export async function rebuildFlows(larder: Larder): Promise<void> {
  const newest = await larder.db.get<{ seq: number | null }>(sql`select max(seq) as seq from entries`);
  for (let from = 1; from <= (newest?.seq ?? 0); from += AT_ONCE)
    await larder.writeInTurn((tx) => rebuildStretch(tx, from, from + AT_ONCE - 1));
}

async function rebuildStretch(tx: Tx, from: number, to: number): Promise<void> {
  await tx.delete(flows).where(between(flows.seq, from, to));
  await tx.run(sql`
    insert into flows (seq, line, from_item, to_item, origin, class, grams)
    with gone (id) as (
      select json_extract(intent, '$.entry') from entries where kind = 'void'
      union select j.value from entries e, json_each(e.intent, '$.chain') j where e.kind = 'void'
    ),
    lines as (
      select p.seq, p.line, p.item, p.class, p.grams, coalesce(p.origin, e.subject) as origin
      from postings p join entries e on e.seq = p.seq
      where p.seq between ${from} and ${to} and e.kind <> 'void' and e.id not in (select id from gone)
    ),
    put as (
      select *, sum(grams) over (partition by seq, origin order by line) as upto from lines where grams > 0
    ),
    took as (
      select *, sum(-grams) over (partition by seq, origin order by line) as upto from lines where grams < 0
    )
    select p.seq, row_number() over (partition by p.seq order by p.origin, p.line, t.line) - 1,
      t.item, p.item, p.origin, p.class,
      min(p.upto, t.upto) - max(p.upto - p.grams, t.upto + t.grams)
    from put p join took t on t.seq = p.seq and t.origin = p.origin
      and min(p.upto, t.upto) > max(p.upto - p.grams, t.upto + t.grams)
    where t.item <> p.item`);
}
