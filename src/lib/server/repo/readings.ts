import { and, asc, desc, eq, gt, gte, inArray, lte, max, sql } from 'drizzle-orm';
import type { AirPoint } from '$core/chill';
import type { ProbeReading } from '$core/probe';
import type { Larder, Tx } from '../db/client';
import { insertRows } from '../db/rows';
import { readingHours, readings } from '../db/schema';
import { bump } from './versions';
import { MINUTE, HOUR } from '$core/units';

/** The same in a statement: a bound number would be divided by as a fraction. */
const HOUR_SQL = sql.raw(String(HOUR));
/** Rows of one statement. */
const BATCH = 400;
/** Rows of one transaction of many: it holds the larder for some 20 ms. */
const STRETCH = 800;

/** A point of a chart: means, and how far it reached. °C and ratio. */
export interface ReadingPoint {
  at: number;
  air: number | null;
  low: number | null;
  high: number | null;
  core: number | null;
  rh: number | null;
}

export interface Taken {
  /** New ones. */
  added: number;
  /** Stood already, to the moment and probe. */
  known: number;
}

export const roomPlace = (room: string): string => `room:${room}`;
export const animalPlace = (animal: string): string => `animal:${animal}`;
/** The animal whose place this is; undefined for a room. */
export const animalIn = (place: string): string | undefined =>
  place.startsWith('animal:') ? place.slice('animal:'.length) : undefined;

const hundredths = (t: number | undefined): number | null => (t === undefined ? null : Math.round(t * 100));

/** What probes and hands have read, by place. No part of the book: it moves no mass. */
export class ReadingRepository {
  constructor(private readonly larder: Larder) {}

  /**
   * Takes many readings in, a stretch at a time: others write between two of them. What stands already is passed over, so that
   * a work that was broken off is simply begun again.
   * @param rowsOf  gives the readings of some rows
   */
  async addMany(
    place: string,
    probe: string,
    count: number,
    rowsOf: (from: number, to: number) => readonly ProbeReading[],
    signal?: AbortSignal
  ): Promise<Taken> {
    const taken: Taken = { added: 0, known: 0 };
    for (let from = 0; from < count; from += STRETCH) {
      signal?.throwIfAborted();
      const { added, known } = await this.#add(
        place,
        probe,
        rowsOf(from, Math.min(count, from + STRETCH)),
        true
      );
      taken.added += added;
      taken.known += known;
    }
    return taken;
  }

  /** Takes readings in; those that stand already are passed over. */
  add(place: string, probe: string, rows: readonly ProbeReading[]): Promise<Taken> {
    return this.#add(place, probe, rows, false);
  }

  async #add(place: string, probe: string, rows: readonly ProbeReading[], inTurn: boolean): Promise<Taken> {
    if (rows.length === 0) return { added: 0, known: 0 };
    let added = 0;
    const write = inTurn ? this.larder.writeInTurn.bind(this.larder) : this.larder.write.bind(this.larder);
    await write(async (tx) => {
      const hours = new Set<number>();
      for (let i = 0; i < rows.length; i += BATCH) {
        const batch = rows.slice(i, i + BATCH).map((r) => ({
          place,
          probe,
          at: r.at,
          air: hundredths(r.air),
          core: hundredths(r.core),
          rh: r.rh === undefined ? null : Math.round(r.rh * 1000)
        }));
        const { rowsAffected } = await tx.run(sql`${insertRows(readings, batch)} on conflict do nothing`);
        added += rowsAffected;
        for (const row of batch) hours.add(Math.floor(row.at / HOUR));
      }
      if (added === 0) return;
      await sumUp(tx, place, [...hours]);
      await bump(tx, 'readings');
    });
    return { added, known: rows.length - added };
  }

  /** One reading taken back; only what a hand has typed. */
  async remove(place: string, at: number): Promise<boolean> {
    let gone = 0;
    await this.larder.write(async (tx) => {
      const { rowsAffected } = await tx
        .delete(readings)
        .where(and(eq(readings.place, place), eq(readings.at, at), eq(readings.probe, 'hand')));
      gone = rowsAffected;
      if (gone === 0) return;
      await sumUp(tx, place, [Math.floor(at / HOUR)]);
      await bump(tx, 'readings');
    });
    return gone > 0;
  }

  /** Means by the hour, for the models: air and humidity of a place. */
  async air(place: string, from: number, to: number): Promise<AirPoint[]> {
    const rows = await this.#hours(place, from, to);
    return rows.flatMap((r) =>
      r.airN > 0
        ? [
            {
              at: r.hour * HOUR + Math.round(r.offsets / r.n),
              air: r.airSum / r.airN / 100,
              ...(r.rhN > 0 ? { rh: r.rhSum / r.rhN / 1000 } : {})
            }
          ]
        : []
    );
  }

  /** Cores read in an animal, by the hour. */
  async cores(animal: string, from: number, to: number): Promise<{ at: number; core: number }[]> {
    const rows = await this.#hours(animalPlace(animal), from, to);
    return rows.flatMap((r) =>
      r.coreN > 0
        ? [{ at: r.hour * HOUR + Math.round(r.offsets / r.n), core: r.coreSum / r.coreN / 100 }]
        : []
    );
  }

  /** Places of animals with a core read since a moment, those read last first. */
  async coredSince(from: number, most: number): Promise<string[]> {
    const rows = await this.larder.db
      .select({ place: readingHours.place, last: max(readingHours.hour) })
      .from(readingHours)
      .where(and(gte(readingHours.hour, Math.floor(from / HOUR)), gt(readingHours.coreN, 0)))
      .groupBy(readingHours.place)
      .orderBy(desc(max(readingHours.hour)))
      .limit(most);
    return rows.map((r) => r.place);
  }

  #hours(place: string, from: number, to: number) {
    return this.larder.db
      .select()
      .from(readingHours)
      .where(
        and(
          eq(readingHours.place, place),
          gte(readingHours.hour, Math.floor(from / HOUR)),
          lte(readingHours.hour, Math.floor(to / HOUR))
        )
      )
      .orderBy(asc(readingHours.hour));
  }

  /**
   * A span of readings brought down to a number of points: mean, lowest and highest of each. The rows themselves never
   * leave the database; long spans are taken from the hours.
   */
  async series(place: string, from: number, to: number, points: number): Promise<ReadingPoint[]> {
    const step = Math.max(MINUTE, Math.ceil((to - from) / Math.max(1, points)));
    const rows =
      step >= HOUR
        ? await this.larder.db.all<Sums>(sql`
            SELECT CAST((hour * ${HOUR_SQL} - ${from}) / ${step} AS INTEGER) AS slot,
              AVG(hour * ${HOUR_SQL} + offsets / n) AS at, SUM(air_sum) * 1.0 / NULLIF(SUM(air_n), 0) AS air,
              MIN(air_min) AS low, MAX(air_max) AS high,
              SUM(core_sum) * 1.0 / NULLIF(SUM(core_n), 0) AS core, SUM(rh_sum) * 1.0 / NULLIF(SUM(rh_n), 0) AS rh
            FROM ${readingHours} WHERE place = ${place} AND hour >= ${Math.floor(from / HOUR)} AND hour <= ${Math.floor(to / HOUR)}
            GROUP BY slot ORDER BY slot`)
        : await this.larder.db.all<Sums>(sql`
            SELECT CAST((at - ${from}) / ${step} AS INTEGER) AS slot, AVG(at) AS at, AVG(air) AS air,
              MIN(air) AS low, MAX(air) AS high, AVG(core) AS core, AVG(rh) AS rh
            FROM ${readings} WHERE place = ${place} AND at >= ${from} AND at <= ${to}
            GROUP BY slot ORDER BY slot`);
    const degrees = (t: number | null) => (t === null ? null : Math.round(t) / 100);
    return rows.map((r) => ({
      at: Math.round(r.at),
      air: degrees(r.air),
      low: degrees(r.low),
      high: degrees(r.high),
      core: degrees(r.core),
      rh: r.rh === null ? null : Math.round(r.rh) / 1000
    }));
  }

  /** The newest rows of a place, oldest first. */
  async newest(place: string, count = 1): Promise<(ProbeReading & { probe: string })[]> {
    const rows = await this.larder.db
      .select()
      .from(readings)
      .where(eq(readings.place, place))
      .orderBy(desc(readings.at))
      .limit(count);
    return rows.reverse().map((r) => ({
      at: r.at,
      probe: r.probe,
      ...(r.air === null ? {} : { air: r.air / 100 }),
      ...(r.core === null ? {} : { core: r.core / 100 }),
      ...(r.rh === null ? {} : { rh: r.rh / 1000 })
    }));
  }

  /** How many rows each place has, and their span. */
  async places(): Promise<{ place: string; n: number; from: number; to: number }[]> {
    return this.larder.db
      .select({
        place: readingHours.place,
        n: sql<number>`sum(${readingHours.n})`,
        from: sql<number>`min(${readingHours.hour}) * ${HOUR_SQL}`,
        to: sql<number>`max(${readingHours.hour}) * ${HOUR_SQL}`
      })
      .from(readingHours)
      .groupBy(readingHours.place);
  }
}

interface Sums {
  at: number;
  air: number | null;
  low: number | null;
  high: number | null;
  core: number | null;
  rh: number | null;
}

/** Sums of the hours that were touched, made anew from their rows. */
async function sumUp(tx: Tx, place: string, hours: readonly number[]): Promise<void> {
  for (let i = 0; i < hours.length; i += BATCH) {
    const some = hours.slice(i, i + BATCH);
    const first = some.reduce((a, b) => Math.min(a, b));
    const last = some.reduce((a, b) => Math.max(a, b));
    await tx.delete(readingHours).where(and(eq(readingHours.place, place), inArray(readingHours.hour, some)));
    await tx.run(sql`
      INSERT INTO ${readingHours} (place, hour, n, offsets, air_n, air_sum, air_min, air_max, core_n, core_sum, rh_n, rh_sum)
      SELECT place, at / ${HOUR_SQL} AS hour, COUNT(*), SUM(at % ${HOUR_SQL}), COUNT(air), COALESCE(SUM(air), 0), MIN(air), MAX(air),
        COUNT(core), COALESCE(SUM(core), 0), COUNT(rh), COALESCE(SUM(rh), 0)
      FROM ${readings}
      WHERE place = ${place} AND at >= ${first * HOUR} AND at < ${(last + 1) * HOUR}
        AND at / ${HOUR_SQL} IN (${sql.join(
          some.map((h) => sql.raw(String(h))),
          sql`, `
        )})
      GROUP BY hour`);
  }
}
