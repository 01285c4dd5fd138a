import { eq, inArray, sql, type SQL } from 'drizzle-orm';
import type { Item, Pool } from '$core/book';
import type { ClassKey, Sealer, Side, SpeciesKey, Wrap } from '$core/reference';
import { eatBy, keepsAs, type Keeps } from '$core/store';
import { DAY, HOUR, grams, type Grams } from '$core/units';
import type { Larder } from '../db/client';
import { animals, items, pools, stock } from '../db/schema';

/** Something that lies here: a pack, a piece, a batch, what is loose in a tub; with whose it is and what forbids it. */
export interface Lying {
  id: string;
  kind: 'pack' | 'piece' | 'batch' | 'tub' | 'store' | 'equipment' | (string & {});
  /** Animal or pool whose it is; how an intent names it. */
  of: { animal: string } | { pool: string };
  grams: Grams;
  class: ClassKey;
  what?: string;
  cut?: string;
  side?: Side;
  place?: string;
  packedAt?: number;
  thawedAt?: number;
  wrap?: Wrap;
  for?: string;
  boneShare?: number;
  /** The animal's code; of a batch none. */
  code?: string;
  /** When its newest animal was killed, or the batch was made. */
  since: number;
  /** When it was cut, made or packed. */
  bornAt?: number;
  /** Species and owners of all that is in it; the larder's own is ''. */
  species: SpeciesKey[];
  owners: string[];
  /** What the batch is that it is, or came out of. */
  batch?: string;
  recipe?: string;
  /** Why it may not be eaten, given or sent. */
  held?: string;
  keeps: Keeps;
  /** Best eaten by, ms: of a pack. */
  eatBy?: number;
}

/** Cuts that are small by themselves. */
const SMALL: ReadonlySet<string> = new Set(['dice', 'strips', 'shankSlices', 'medallions']);
/** Fat of what a recipe makes, where it is lean by its kind. */
const LEAN = 0.07;

/** Rows of what lies here, as their readers ask for them. */
const COLUMNS = {
  id: stock.item,
  kind: stock.kind,
  owner: stock.owner,
  grams: stock.grams,
  class: stock.class,
  what: stock.what,
  place: stock.place,
  packedAt: stock.packedAt,
  thawedAt: stock.thawedAt,
  record: items.record,
  code: animals.code,
  animalSpecies: animals.species,
  animalOwner: animals.owner,
  killedAt: sql<
    number | null
  >`coalesce(json_extract(${animals.record}, '$.facts.killedAt'), ${animals.firstAt})`,
  pool: pools.record,
  madeAt: pools.firstAt,
  bornAt: sql<
    number | null
  >`(select e.at from entries e where e.id = json_extract(${items.record}, '$.bornIn'))`,
  species: sql<
    string | null
  >`case when ${pools.id} is null then null else (select json_group_array(distinct x.species)
    from origins o join animals x on x.id = o.origin where o.item = ${stock.item} and o.grams > 0) end`,
  owners: sql<string | null>`case when ${pools.id} is null then null else
    (select json_group_array(distinct coalesce(x.owner, ''))
    from origins o join animals x on x.id = o.origin where o.item = ${stock.item} and o.grams > 0) end`,
  held: sql<string | null>`coalesce(${animals.held}, ${pools.held},
    case when ${pools.id} is null then null else coalesce(
      (select x.held from origins o join animals x on x.id = o.origin
        where o.item = ${stock.item} and o.grams > 0 and x.held is not null order by x.held = 'condemned' desc limit 1),
      (select y.held from origins o join pools y on y.id = o.origin
        where o.item = ${stock.item} and o.grams > 0 and y.held is not null limit 1)) end)`
};
type Row = { [K in keyof typeof COLUMNS]: unknown } & {
  id: string;
  kind: string;
  owner: string;
  grams: number;
  class: string;
  record: string;
};

/** A seal that waits to be looked at. */
export interface SealToLook {
  id: string;
  of: { animal: string } | { pool: string };
  what?: string;
  cut?: string;
  grams: Grams;
  /** When it was packed. */
  at: number;
}
/** A seal is looked at from so long after it was made, and for so long: a leak shows over night. Own choice. */
const LOOK_AFTER = 10 * HOUR;
const LOOK_WITHIN = 4 * DAY;

/** Most that a station is shown at once. */
const MOST = 300;

/** What lies here, one by one: to be wrapped, labelled, found, thawed and eaten. */
export class PackRepository {
  constructor(private readonly larder: Larder) {}

  /** Pieces and batches that are in no bag yet, and what lies loose in tubs of the table; the newest animals first. */
  async ready(now: number, days: number): Promise<Lying[]> {
    return this.#rows(
      sql`${stock.kind} in ('piece', 'batch', 'tub') and (${stock.class} in ('P', 'S', 'J', 'G', 'O', 'F', 'K'))
        and coalesce(json_extract(${animals.record}, '$.facts.killedAt'), ${animals.firstAt}, ${pools.firstAt})
          > ${now - days * 86_400_000}`,
      sql`coalesce(${animals.lastSeq}, ${pools.lastSeq}) desc, ${stock.item}`,
      MOST
    );
  }

  /** Packs by some ids, in their order; what is used up is left out. */
  async byIds(ids: readonly string[]): Promise<Lying[]> {
    if (ids.length === 0) return [];
    const rows = await this.#rows(inArray(stock.item, [...ids]), sql`${stock.item}`, ids.length);
    const byId = new Map(rows.map((row) => [row.id, row]));
    return ids.flatMap((id) => byId.get(id) ?? []);
  }

  /** Packs by where they lie and what letter they carry: how many, and how heavy. */
  async sums(): Promise<{ place: string; class: ClassKey; count: number; grams: number }[]> {
    return this.larder.db.all(sql`
      select coalesce(place, '') as place, class, count(*) as count, sum(grams) as grams
      from stock where kind = 'pack' group by 1, 2`);
  }

  /** Packs of one place, or of all, the oldest first. */
  async oldest(page: { place?: string | undefined; limit: number; offset?: number }): Promise<Lying[]> {
    return this.#rows(
      page.place === undefined
        ? sql`${stock.kind} = 'pack'`
        : sql`${stock.kind} = 'pack' and coalesce(${stock.place}, '') = ${page.place}`,
      sql`${stock.packedAt}, ${stock.item}`,
      page.limit,
      page.offset
    );
  }

  /** Packs that were made after a moment: what the freezers are at tonight. */
  async since(at: number): Promise<Lying[]> {
    return this.#rows(
      sql`${stock.kind} = 'pack' and ${stock.packedAt} > ${at}`,
      sql`${stock.packedAt}, ${stock.item}`,
      MOST
    );
  }

  /** Packs that have thawed and are not eaten yet. */
  async thawed(): Promise<Lying[]> {
    return this.#rows(
      sql`${stock.kind} = 'pack' and ${stock.thawedAt} is not null`,
      sql`${stock.thawedAt}`,
      MOST
    );
  }

  /** Vacuum packs whose seal nobody has found tight the day after it was made or made anew, the oldest first. */
  async toLookAt(now: number): Promise<SealToLook[]> {
    const rows = await this.larder.db.all<{
      id: string;
      owner: string;
      pool: number;
      what: string | null;
      cut: string | null;
      grams: number;
      at: number;
    }>(sql`
      select s.item as id, s.owner, s.what, s.cut, s.grams, s.packed_at as at,
        exists (select 1 from pools p where p.id = s.owner) as pool
      from stock s join items i on i.id = s.item
      where s.kind = 'pack' and s.packed_at between ${now - LOOK_WITHIN} and ${now - LOOK_AFTER}
        and s.thawed_at is null and json_extract(i.record, '$.wrap') = 'vacuum'
        and coalesce(json_extract(i.record, '$.seal.at'), s.packed_at) < ${now - LOOK_AFTER}
        and coalesce(json_extract(i.record, '$.seal.tight'), 0) = 0
      order by s.packed_at, s.item limit ${MOST}`);
    return rows.map(({ owner, pool, what, cut, grams: g, ...row }) => ({
      ...row,
      of: pool ? { pool: owner } : { animal: owner },
      grams: grams(g),
      ...(what ? { what } : {}),
      ...(cut ? { cut } : {})
    }));
  }

  /** Seals by what made them: packs looked at, and how often one was made anew. */
  async seals(): Promise<{ sealer: Sealer; looked: number; leaks: number }[]> {
    return this.larder.db.all(sql`
      select json_extract(record, '$.sealer') as sealer, count(*) as looked, sum(json_extract(record, '$.seal.leaks')) as leaks
      from items where json_extract(record, '$.seal') is not null and json_extract(record, '$.sealer') is not null
      group by 1 order by 1`);
  }

  /** Packs that were made for somebody since a moment, of one letter or of any, wherever they are now. */
  async packedFor(asked: { for: string; class: string; at: number }): Promise<number> {
    // Ids begin with their moment: those from it on are one stretch of the key.
    const hex = asked.at.toString(16).padStart(12, '0');
    const from = `${hex.slice(0, 8)}-${hex.slice(8)}`;
    const row = await this.larder.db.get<{ count: number }>(sql`
      select count(*) as count from items i
      where i.id >= ${from} and i.id < 'g' and json_extract(i.record, '$.kind') = 'pack' and json_extract(i.record, '$.for') = ${asked.for}
        and (${asked.class} = '' or exists (select 1 from flows f where f.to_item = i.id and f.class = ${asked.class}))`);
    return row?.count ?? 0;
  }

  /** Things whose id ends so: what a short code means. Used up or not; nearly always one. */
  async byTail(tail: string): Promise<Item[]> {
    const rows = await this.larder.db
      .select({ record: items.record })
      .from(items)
      .where(sql`substr(${items.id}, -10) = ${tail}`)
      .limit(5);
    return rows.map(({ record }) => JSON.parse(record) as Item);
  }

  async #rows(which: SQL, order: SQL, limit: number, offset = 0): Promise<Lying[]> {
    const rows = await this.larder.db
      .select(COLUMNS)
      .from(stock)
      .innerJoin(items, eq(items.id, stock.item))
      .leftJoin(animals, eq(animals.id, stock.owner))
      .leftJoin(pools, eq(pools.id, stock.owner))
      .where(which)
      .orderBy(order)
      .limit(limit)
      .offset(offset);
    return rows.map((row) => lyingOf(row as Row));
  }
}

const list = <T>(text: unknown): T[] => (typeof text === 'string' ? (JSON.parse(text) as T[]) : []);

function lyingOf(row: Row): Lying {
  const item = JSON.parse(row.record) as Item;
  const pool = row.pool ? (JSON.parse(row.pool as string) as Pool) : undefined;
  const species = pool ? list<SpeciesKey>(row.species) : [row.animalSpecies as SpeciesKey];
  const owners = pool ? list<string>(row.owners) : [(row.animalOwner as string | null) ?? ''];
  const batch = pool?.kind === 'batch' ? pool.what : undefined;
  const keeps = keepsAs({
    species,
    class: row.class as ClassKey,
    batch,
    fat: pool?.recipe?.product === 'mince' ? LEAN : undefined,
    small: item.cut !== undefined && SMALL.has(item.cut)
  });
  const { what, cut, side, packedAt, thawedAt, wrap, boneShare } = item;
  return {
    id: row.id,
    kind: row.kind,
    of: pool ? { pool: row.owner } : { animal: row.owner },
    grams: grams(row.grams),
    class: row.class as ClassKey,
    since: Number(pool ? row.madeAt : row.killedAt),
    species,
    owners,
    keeps,
    ...(row.bornAt ? { bornAt: row.bornAt as number } : {}),
    ...(what ? { what } : {}),
    ...(cut ? { cut } : {}),
    ...(side ? { side } : {}),
    ...(row.place ? { place: row.place as string } : {}),
    ...(packedAt ? { packedAt, eatBy: eatBy(packedAt, keeps, wrap ?? 'bag') } : {}),
    ...(thawedAt ? { thawedAt } : {}),
    ...(wrap ? { wrap } : {}),
    ...(item.for ? { for: item.for } : {}),
    ...(boneShare ? { boneShare } : {}),
    ...(row.code ? { code: row.code as string } : {}),
    ...(batch ? { batch } : {}),
    ...(pool?.recipe ? { recipe: pool.recipe.name } : {}),
    ...(row.held ? { held: row.held as string } : {})
  };
}
