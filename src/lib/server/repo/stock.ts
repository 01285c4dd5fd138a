import { desc, eq, inArray, sql } from 'drizzle-orm';
import type { Pool } from '$core/book';
import type { Ground, TrimLot } from '$core/grind';
import { SPECIES, type SpeciesKey, type TubKey } from '$core/reference';
import { DAY, grams, type Grams } from '$core/units';
import type { Larder } from '../db/client';
import { animals, pools, stock } from '../db/schema';

/** What a tub of an animal holds, loose and in pieces, each to be taken by its own name. */
export interface TrimWaiting extends TrimLot {
  /** The loose mass first, then the pieces in it. */
  items: { id: string; grams: Grams; cut?: string }[];
}

/** Something bought, with what is left of it. */
export interface Goods {
  pool: Pool;
  name: string;
  left: Grams;
  /** What was bought of it. */
  bought: Grams;
  held?: string;
  boughtAt: number;
}

/** So many batches are looked back at. Own choice. */
const THROUGH = 24;
/** Most rows that a station shows at once. */
const MOST = 400;

/** Kinds whose fat is kept to be ground with: tallow of deer is not. */
const KEEPS_FAT: ReadonlySet<string> = new Set(['boar', 'waterfowl']);

/** Questions of what lies here, asked of the stock alone. */
export class StockRepository {
  constructor(private readonly larder: Larder) {}

  /** Meat that waits to be ground, by animal and tub, with whose it is and why it may be held. */
  async trim(now: number, tubs: readonly TubKey[] = ['grind', 'fat']): Promise<TrimWaiting[]> {
    const places = tubs.map((tub) => `tub:${tub}`);
    const rows = await this.larder.db
      .select({
        item: stock.item,
        kind: stock.kind,
        grams: stock.grams,
        cut: stock.cut,
        place: stock.place,
        animal: animals.id,
        code: animals.code,
        species: animals.species,
        owner: animals.owner,
        held: animals.held,
        firstAt: animals.firstAt,
        killedAt: sql<number | null>`json_extract(${animals.record}, '$.facts.killedAt')`
      })
      .from(stock)
      .innerJoin(animals, eq(animals.id, stock.owner))
      .where(inArray(stock.place, places))
      .orderBy(desc(animals.season), desc(animals.number), stock.item)
      .limit(MOST);
    const lots = new Map<string, TrimWaiting>();
    for (const row of rows) {
      const tub = (row.place?.slice('tub:'.length) ?? '') as TubKey;
      const species = row.species as SpeciesKey;
      if (tub === 'fat' && !KEEPS_FAT.has(SPECIES[species].group)) continue;
      const id = `tub:${tub}:${row.animal}`;
      const lot = lots.get(id) ?? {
        id,
        animal: row.animal,
        code: row.code,
        species,
        tub,
        have: grams(0),
        days: Math.max(0, Math.floor((now - (row.killedAt ?? row.firstAt)) / DAY)),
        ...(row.owner ? { owner: row.owner } : {}),
        ...(row.held ? { held: row.held } : {}),
        items: []
      };
      const own = { id: row.item, grams: grams(row.grams), ...(row.cut ? { cut: row.cut } : {}) };
      lot.items = row.kind === 'tub' ? [own, ...lot.items] : [...lot.items, own];
      lot.have = grams(lot.have + row.grams);
      lots.set(id, lot);
    }
    return [...lots.values()];
  }

  /** What was bought and is not used up, the oldest first. */
  async goods(): Promise<Goods[]> {
    const rows = await this.larder.db
      .select({
        record: pools.record,
        held: pools.held,
        at: pools.firstAt,
        what: stock.what,
        left: stock.grams,
        bought: sql<number>`coalesce((select -sum(b.grams) from balances b where b.item = 'store:' || ${pools.id}), 0)`
      })
      .from(stock)
      .innerJoin(pools, eq(pools.id, stock.owner))
      .where(eq(stock.kind, 'store'))
      .orderBy(pools.firstAt)
      .limit(MOST);
    return rows.map(({ record, held, at, what, left, bought }) => ({
      pool: JSON.parse(record) as Pool,
      name: what ?? '',
      left: grams(left),
      bought: grams(bought),
      boughtAt: at,
      ...(held ? { held } : {})
    }));
  }

  /** Batches that went through the mincer, the newest first; what was taken back went through nothing. */
  async through(limit = THROUGH): Promise<Ground[]> {
    const rows = await this.larder.db.all<{
      id: string;
      record: string;
      name: string | null;
      at: number;
      held: number;
      species: string;
      owners: string;
      grams: number;
    }>(sql`
      select p.id, p.record, p.first_at as at, json_extract(i.record, '$.what') as name,
        (select sum(f.grams) from flows f where f.to_item = p.id) as grams,
        (select json_group_array(distinct a.species) from flows f join animals a on a.id = f.origin
          where f.to_item = p.id) as species,
        (select json_group_array(distinct coalesce(a.owner, '')) from flows f join animals a on a.id = f.origin
          where f.to_item = p.id) as owners,
        p.held is not null or exists (select 1 from flows f join animals a on a.id = f.origin
          where f.to_item = p.id and a.held is not null) as held
      from pools p join items i on i.id = p.id
      where p.kind = 'batch' and p.what in ('mince', 'sausage')
        and exists (select 1 from flows f where f.to_item = p.id)
      order by p.first_at desc limit ${limit}`);
    return rows.map((row) => {
      const pool = JSON.parse(row.record) as Pool;
      return {
        id: row.id,
        name: row.name ?? pool.recipe?.name ?? '',
        at: row.at,
        grams: grams(row.grams),
        species: JSON.parse(row.species) as SpeciesKey[],
        owners: JSON.parse(row.owners) as string[],
        held: row.held === 1,
        ...(pool.cleaned ? { cleaned: true as const } : {}),
        ...(pool.minutes ? { minutes: pool.minutes } : {})
      };
    });
  }

  /** What is left in machines, by their names. */
  async residues(): Promise<{ machine: string; item: string; grams: Grams }[]> {
    const rows = await this.larder.db
      .select({ item: stock.item, what: stock.what, grams: stock.grams })
      .from(stock)
      .where(eq(stock.kind, 'equipment'))
      .limit(MOST);
    return rows.map((row) => ({ machine: row.what ?? '', item: row.item, grams: grams(row.grams) }));
  }
}
