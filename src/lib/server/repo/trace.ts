import { and, desc, eq, inArray, like, or, sql, type SQL, isNotNull } from 'drizzle-orm';
import { isBoundary, lossRef, outRef, type Item, type Pool, type Stop } from '$core/book';
import type { ClassKey } from '$core/reference';
import type { Moving } from '$core/trace';
import { grams, type Grams } from '$core/units';
import type { Larder } from '../db/client';
import { animals, balances, items, pools } from '../db/schema';

/** Whose grams: an animal by its code, a store lot by what it is, or a name that stands for itself (water). */
export interface Whose {
  origin: string;
  kind: 'animal' | 'store' | 'other';
  name: string;
  held: string | null;
}

/** Grams that went from one item to another by one entry. */
export interface TracedFlow {
  seq: number;
  entry: string;
  kind: string;
  at: number;
  hand: string;
  from: string;
  to: string;
  origin: string;
  class: ClassKey;
  grams: number;
}

/** Where grams are: in an item, or what became of them. */
export interface Lying {
  account: string;
  /** `in` an item; else given, with, eaten, sample, store, loss, or field. */
  how: string;
  /** Whoever has them. */
  party?: string;
  /** Why they are lost. */
  reason?: string;
  item?: Pick<Item, 'id' | 'kind' | 'owner' | 'what' | 'cut' | 'side' | 'tub' | 'place'>;
  class: ClassKey;
  /** Of this account, whoever's; of a trace forward the origin's own. */
  grams: number;
  /** Of them the origin's own, by proportion: for worth, never for a recall. */
  own: number;
}

/** Somebody who has something. */
export interface Recipient {
  party: string;
  kind: 'given' | 'with';
  item: Item;
  grams: number;
}

export interface Page<T> {
  rows: T[];
  /** Where the next page begins; absent on the last. */
  next?: string;
}

/** What of an item somebody outside has. */
export interface Outside {
  how: 'given' | 'with';
  party: string;
  class: ClassKey;
  grams: Grams;
}

/** Entries that are read at once, where all are told. */
const AT_ONCE = 400;
/** Most rows of a page. */
export const TRACE_PAGE = 200;

/** A batch, store lot or machine with what is left of it. */
export interface PoolCard {
  pool: Pool;
  held: string | null;
  lastSeq: number;
  lastAt: number;
  /** Grams that still lie here. */
  left: number;
}

/** Questions of what became of what, answered by the projections alone: each asks only along what it touches. */
export class TraceRepository {
  constructor(private readonly larder: Larder) {}

  /** Pools, the newest first. */
  pools(limit: number, offset = 0): Promise<PoolCard[]> {
    return this.#cards(sql`1`, limit, offset);
  }

  /** A pool by its id; undefined where there is none. */
  async pool(id: string): Promise<PoolCard | undefined> {
    return (await this.#cards(eq(pools.id, id), 1))[0];
  }

  /** Pools that are held back or condemned by themselves, whatever their origins are; the newest first. */
  heldPools(limit = 200): Promise<PoolCard[]> {
    return this.#cards(isNotNull(pools.held), limit);
  }

  async #cards(which: SQL, limit: number, offset = 0): Promise<PoolCard[]> {
    const { db } = this.larder;
    const left = sql<number>`coalesce((select sum(b.grams) from items i join balances b on b.item = i.id
      where i.owner = pools.id), 0)`;
    const rows = await db
      .select({ record: pools.record, held: pools.held, lastSeq: pools.lastSeq, lastAt: pools.lastAt, left })
      .from(pools)
      .where(which)
      .orderBy(desc(pools.lastSeq))
      .limit(limit)
      .offset(offset);
    return rows.map(({ record, ...row }) => ({ pool: JSON.parse(record) as Pool, ...row }));
  }

  /**
   * Entries with what they moved, in the order of the book: all of them, or those by which an item came to be and what
   * became of it. Read a stretch at a time; what was taken back moved nothing.
   */
  async *moving(item?: string): AsyncGenerator<Moving> {
    const { db } = this.larder;
    const along = item === undefined ? undefined : await this.#along(item);
    let after = 0;
    for (;;) {
      const seqs =
        along?.filter((seq) => seq > after).slice(0, AT_ONCE) ??
        (
          await db.all<{ seq: number }>(
            sql`select distinct seq from flows where seq > ${after} order by seq limit ${AT_ONCE}`
          )
        ).map((row) => row.seq);
      const last = seqs.at(-1);
      if (last === undefined) return;
      const rows = await db.all<{
        seq: number;
        id: string;
        at: number;
        kind: string;
        intent: string;
        from: string;
        to: string;
        grams: number;
      }>(sql`
        select e.seq, e.id, e.at, e.kind, case when e.kind = 'batch' then e.intent else '{}' end as intent,
          f.from_item as "from", f.to_item as "to", sum(f.grams) as grams
        from flows f join entries e on e.seq = f.seq where f.seq in ${seqs}
        group by f.seq, f.from_item, f.to_item order by f.seq, min(f.line)`);
      for (const seq of seqs) {
        const own = rows.filter((row) => row.seq === seq);
        const [first] = own;
        if (!first) continue;
        const { pool, stops } = JSON.parse(first.intent) as { pool?: string; stops?: Stop[] };
        yield {
          id: first.id,
          at: first.at,
          kind: first.kind,
          flows: own.map((row) => ({ from: row.from, to: row.to, grams: grams(row.grams) })),
          batch: pool,
          read: stops
        };
      }
      after = last;
    }
  }

  /** Numbers of the entries on the way to an item and on from it, in their order. */
  async #along(item: string): Promise<number[]> {
    const rows = await this.larder.db.all<{ seq: number }>(sql`
      with recursive up (item, upto) as (
        select ${item}, 9007199254740991
        union
        select f.from_item, f.seq from up join flows f on f.to_item = up.item and f.seq < up.upto
      ),
      down (item, since) as (
        select ${item}, 0
        union
        select f.to_item, f.seq from down join flows f on f.from_item = down.item and f.seq > down.since
      )
      select f.seq from up join flows f on f.to_item = up.item and f.seq < up.upto
      union
      select f.seq from down join flows f on f.from_item = down.item and f.seq > down.since
      order by 1`);
    return rows.map((row) => row.seq);
  }

  /** Who has some of an item, as it left: what of it is still out. */
  async outside(item: string): Promise<Outside[]> {
    const rows = await this.larder.db.all<{ account: string; class: ClassKey; grams: number }>(sql`
      select b.item as account, b.class, sum(b.grams) as grams from balances b
      where b.grams > 0 and b.item in (
        select distinct f.to_item from flows f
        where f.from_item = ${item} and (f.to_item like 'given:%' or f.to_item like 'with:%'))
      group by 1, 2 order by 3 desc`);
    return rows.flatMap(({ account, ...row }) => {
      const out = outRef(account);
      return out && (out.kind === 'given' || out.kind === 'with')
        ? [{ how: out.kind, party: out.party, class: row.class, grams: grams(row.grams) }]
        : [];
    });
  }

  /** When an item came into being, ms; undefined where there is none. */
  async bornAt(id: string): Promise<number | undefined> {
    const [row] = await this.larder.db.all<{ at: number }>(sql`
      select e.at from items i join entries e on e.id = json_extract(i.record, '$.bornIn') where i.id = ${id}`);
    return row?.at;
  }

  /** An item as it stands; undefined where there is none. */
  async item(id: string): Promise<Item | undefined> {
    const row = await this.larder.db
      .select({ record: items.record })
      .from(items)
      .where(eq(items.id, id))
      .get();
    return row && (JSON.parse(row.record) as Item);
  }

  /**
   * Whose grams went into an item, whatever became of it since: for a pack, what it was packed of. Exact to the gram; the
   * heaviest first.
   */
  async whose(item: string): Promise<(Whose & { grams: number })[]> {
    const { db } = this.larder;
    const rows = await db.all<{ origin: string; grams: number }>(
      sql`select origin, sum(grams) as grams from flows where to_item = ${item} group by origin order by 2 desc, 1`
    );
    const known = await this.#named(rows.map((row) => row.origin));
    return rows.map((row) => ({ ...nameOf(known, row.origin), grams: row.grams }));
  }

  /**
   * Every flow by which grams came into an item, back to the field and the shop, the newest first. A flow counts only if it
   * was before what lay there was taken on.
   * @param before  the page begins below this: `seq.line`
   */
  async back(item: string, before?: string): Promise<Page<TracedFlow>> {
    const [seq, line] = (before ?? '').split('.').map(Number);
    const rows = await this.larder.db.all<TracedFlow & { line: number }>(sql`
      with recursive up (item, upto) as (
        select ${item}, 9007199254740991
        union
        select f.from_item, f.seq from up join flows f on f.to_item = up.item and f.seq < up.upto
      )
      select distinct f.seq, f.line, e.id as entry, e.kind, e.at, e.hand, f.from_item as "from", f.to_item as "to",
        f.origin, f.class, f.grams
      from up join flows f on f.to_item = up.item and f.seq < up.upto
      join entries e on e.seq = f.seq
      where ${before === undefined ? sql`1` : sql`(f.seq, f.line) < (${seq}, ${line})`}
      order by f.seq desc, f.line desc
      limit ${TRACE_PAGE + 1}`);
    const shown = rows.slice(0, TRACE_PAGE);
    const last = shown.at(-1);
    return {
      rows: shown.map(({ line: _, ...row }) => row),
      ...(rows.length > TRACE_PAGE && last ? { next: `${last.seq}.${last.line}` } : {})
    };
  }

  /** Where every gram of an origin is, or what became of it, account by account. */
  forward(origin: string, after = ''): Promise<Page<Lying>> {
    // Of an animal's own accounts all is its own; of a pool's, what stands under its name.
    return this.#lying(
      sql`select item, class, grams, grams as own from balances
          where owner = ${origin} and owner not in (select id from pools)
        union all select item, class, grams, grams from origins where origin = ${origin}`,
      after
    );
  }

  /**
   * The pools that a recall takes whole: those that a gram of the subject went into, and all that was made of those, on and
   * on until nothing new comes.
   */
  async recalled(subject: string): Promise<PoolCard[]> {
    const rows = await this.larder.db.all<{ id: string }>(sql`
      with recursive hit (id) as (
        select id from pools where id = ${subject}
        union
        select i.owner from entry_subjects s join flows f on f.seq = s.seq join items i on i.id = f.to_item
          where s.subject = ${subject} and f.origin = ${subject} and i.owner <> ${subject}
        union
        select o.owner from hit join items i on i.owner = hit.id join flows f on f.from_item = i.id
          join items o on o.id = f.to_item where o.owner <> hit.id
      )
      select id from hit`);
    const ids = rows.map((row) => row.id);
    return ids.length === 0 ? [] : this.#cards(inArray(pools.id, ids), ids.length);
  }

  /** Everything that a recall takes: what there is, or who has it, of the subject and of every batch that it touched. */
  recall(subject: string, touched: readonly string[], after = ''): Promise<Page<Lying>> {
    const whole = [subject, ...touched];
    return this.#lying(
      sql`select b.item, b.class, b.grams, case when b.owner = ${subject} then b.grams else coalesce(
            (select o.grams from origins o where o.item = b.item and o.class = b.class and o.origin = ${subject}), 0) end as own
          from balances b where b.owner in ${whole} and b.item not like 'loss:%' and b.item not like 'field:%'
            and b.item not like 'store:%'`,
      after
    );
  }

  /** Whoever has received something of a subject, or of a batch that it touched, and still has it: the most first. */
  async recipients(subject: string): Promise<Recipient[]> {
    const touched = await this.recalled(subject);
    const whole = [subject, ...touched.map(({ pool }) => pool.id)];
    const { db } = this.larder;
    const rows = await db
      .select({ account: balances.item, grams: sql<number>`sum(${balances.grams})` })
      .from(balances)
      .where(
        and(inArray(balances.owner, whole), or(like(balances.item, 'given:%'), like(balances.item, 'with:%')))
      )
      .groupBy(balances.item)
      .orderBy(desc(sql`2`));
    const known = await this.#items(rows.map((row) => ownerIn(row.account)));
    return rows.flatMap(({ account, grams }) => {
      const out = outRef(account);
      const item = known.get(ownerIn(account));
      return item && (out?.kind === 'given' || out?.kind === 'with')
        ? [{ party: out.party, kind: out.kind, item, grams }]
        : [];
    });
  }

  /** Texts of a subject's notes that begin so, oldest first; what was taken back is not among them. */
  async notes(subject: string, beginning: string): Promise<string[]> {
    const rows = await this.larder.db.all<{ text: string }>(sql`
      select json_extract(e.intent, '$.text') as text from entry_subjects s join entries e on e.seq = s.seq
      where s.subject = ${subject} and e.kind = 'note'
        and json_extract(e.intent, '$.text') like ${`${beginning}%`}
        and not exists (select 1 from entry_subjects v join entries w on w.seq = v.seq
          where v.subject = ${subject} and w.kind = 'void' and json_extract(w.intent, '$.entry') = e.id)
      order by e.seq`);
    return rows.map((row) => row.text);
  }

  /** Lots by the number that their supplier gave them, or by their name; the newest first. */
  async lotsNamed(text: string): Promise<PoolCard[]> {
    return this.#cards(
      sql`json_extract(${pools.record}, '$.supplierLot') = ${text} collate nocase
        or exists (select 1 from items i where i.id = ${pools.id} and json_extract(i.record, '$.what') = ${text} collate nocase)`,
      20
    );
  }

  /** Items by their ids. */
  async #items(ids: readonly string[]): Promise<Map<string, Item>> {
    const rows = await this.larder.db
      .select({ record: items.record })
      .from(items)
      .where(inArray(items.id, [...ids]));
    return new Map(rows.map(({ record }) => JSON.parse(record) as Item).map((item) => [item.id, item]));
  }

  async #lying(accounts: SQL, after: string): Promise<Page<Lying>> {
    const { db } = this.larder;
    const rows = await db.all<{ item: string; class: ClassKey; grams: number; own: number }>(
      sql`select item, class, grams, own from (${accounts}) where item || '|' || class > ${after}
        order by item || '|' || class limit ${TRACE_PAGE + 1}`
    );
    const shown = rows.slice(0, TRACE_PAGE);
    const owners = await this.#items(shown.map((row) => ownerIn(row.item)));
    const last = shown.at(-1);
    return {
      rows: shown.map((row) => lyingOf(row, owners.get(ownerIn(row.item)))),
      ...(rows.length > TRACE_PAGE && last ? { next: `${last.item}|${last.class}` } : {})
    };
  }

  /** Animals and store lots by their ids, as a trace names them. */
  async #named(ids: readonly string[]): Promise<Map<string, Whose>> {
    const { db } = this.larder;
    const known = new Map<string, Whose>();
    if (ids.length === 0) return known;
    for (const row of await db
      .select({ id: animals.id, code: animals.code, held: animals.held })
      .from(animals)
      .where(inArray(animals.id, [...ids])))
      known.set(row.id, { origin: row.id, kind: 'animal', name: row.code, held: row.held });
    for (const row of await db
      .select({ id: pools.id, record: items.record, held: pools.held })
      .from(pools)
      .innerJoin(items, eq(items.id, pools.id))
      .where(inArray(pools.id, [...ids])))
      known.set(row.id, {
        origin: row.id,
        kind: 'store',
        name: (JSON.parse(row.record) as Item).what ?? '',
        held: row.held
      });
    return known;
  }
}

const nameOf = (known: ReadonlyMap<string, Whose>, origin: string): Whose =>
  known.get(origin) ?? { origin, kind: 'other', name: origin, held: null };

/** The item that an account speaks of. */
const ownerIn = (account: string): string => lossRef(account)?.owner ?? outRef(account)?.owner ?? account;

function lyingOf(
  row: { item: string; class: ClassKey; grams: number; own: number },
  item: Item | undefined
): Lying {
  const [loss, out] = [lossRef(row.item), outRef(row.item)];
  return {
    account: row.item,
    how: loss ? 'loss' : (out?.kind ?? (isBoundary(row.item) ? (row.item.split(':')[0] ?? '') : 'in')),
    ...(out?.party ? { party: out.party } : {}),
    ...(loss ? { reason: loss.reason } : {}),
    ...(item
      ? {
          item: {
            id: item.id,
            kind: item.kind,
            owner: item.owner,
            ...(item.what ? { what: item.what } : {}),
            ...(item.cut ? { cut: item.cut } : {}),
            ...(item.side ? { side: item.side } : {}),
            ...(item.tub ? { tub: item.tub } : {}),
            ...(item.place ? { place: item.place } : {})
          }
        }
      : {}),
    class: row.class,
    grams: row.grams,
    own: row.own
  };
}
