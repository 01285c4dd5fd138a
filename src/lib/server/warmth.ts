import { inArray, sql } from 'drizzle-orm';
import { staysOf } from '$core/trace';
import type { Animal, Pool, Stop } from '$core/book';
import { animals } from './db/schema';
import type { House } from './larder';
import { roomPlace } from './repo/readings';

/** A time in a room, with what was read there: °C. */
export interface Warmth {
  /** The animal's code, or the batch's name. */
  of: string;
  room: string;
  from: number;
  to: number;
  /** Readings of the air; absent where nobody and nothing has read it. */
  air?: { low: number; mean: number; high: number };
  /** The core as it was read last in that time. */
  core?: number;
}
/** A batch with what was read while it was made. */
export interface Read {
  of: string;
  at: number;
  stops: readonly Stop[];
}

/** Animals whose rooms are shown beside a trace. Own choice. */
const MOST = 12;

/** Rooms and temperatures of animals until they were cut, in the order of time. */
export async function roomsOf(house: House, ids: readonly string[], now: number): Promise<Warmth[]> {
  const some = [...new Set(ids)].slice(0, MOST);
  if (some.length === 0) return [];
  const { db } = house.larder;
  const { rooms } = await house.settings.read();
  const [rows, cut] = await Promise.all([
    db
      .select({ id: animals.id, code: animals.code, record: animals.record })
      .from(animals)
      .where(inArray(animals.id, some)),
    db.all<{ owner: string; at: number }>(sql`
      select i.owner, min(e.at) as at from items i join entries e on e.id = json_extract(i.record, '$.bornIn')
      where i.owner in ${some} and json_extract(i.record, '$.kind') in ('piece', 'pack') group by 1`)
  ]);
  const stays = rows.flatMap(({ id, code, record }) => {
    const animal = JSON.parse(record) as Animal;
    const end = cut.find((c) => c.owner === id)?.at ?? now;
    return staysOf(animal.cooling ?? [], end).map((stay) => ({ id, code, ...stay }));
  });
  return Promise.all(
    stays
      .sort((a, b) => a.from - b.from)
      .map(async ({ id, code, room, from, to }): Promise<Warmth> => {
        const [[air], cores] = await Promise.all([
          house.readings.series(roomPlace(room), from, to, 1),
          house.readings.cores(id, from, to)
        ]);
        const core = cores.at(-1)?.core;
        return {
          of: code,
          room: rooms.find((r) => r.key === room)?.name ?? room,
          from,
          to,
          ...(air && air.air !== null
            ? { air: { low: air.low ?? air.air, mean: air.air, high: air.high ?? air.air } }
            : {}),
          ...(core === undefined ? {} : { core })
        };
      })
  );
}

/** What was read while batches were made. */
export async function stopsOf(house: House, ids: readonly string[]): Promise<Read[]> {
  if (ids.length === 0) return [];
  const rows = await house.larder.db.all<{ id: string; record: string; name: string | null; at: number }>(sql`
    select p.id, p.record, p.first_at as at, json_extract(i.record, '$.what') as name
    from pools p left join items i on i.id = p.id where p.kind = 'batch' and p.id in ${[...ids]} order by p.first_at`);
  const cores = await house.larder.db.all<{
    pool: string;
    at: number;
    celsius: number;
    simulated: number | null;
  }>(sql`
    select e.subject as pool, e.at, coalesce(json_extract(e.intent, '$.celsius'), json_extract(e.intent, '$.core')) as celsius,
      json_extract(e.intent, '$.simulated') as simulated
    from entry_subjects s join entries e on e.seq = s.seq
    where s.subject in ${[...ids]} and e.subject = s.subject and e.kind in ('core', 'cook')
    order by e.at`);
  return rows.flatMap(({ id, record, name, at }): Read[] => {
    const pool = JSON.parse(record) as Pool;
    const of = name ?? pool.what;
    return [
      ...(pool.stops?.length ? [{ of, at, stops: pool.stops }] : []),
      ...cores
        .filter((c) => c.pool === id && c.celsius !== null)
        .map(({ at: then, celsius, simulated }) => ({
          of,
          at: then,
          stops: [{ what: 'core' as const, celsius, ...(simulated ? { simulated: true as const } : {}) }]
        }))
    ];
  });
}
