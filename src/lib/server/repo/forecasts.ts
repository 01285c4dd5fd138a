import { DAY } from '$core/units';
import { and, asc, gte, lt, lte } from 'drizzle-orm';
import type { AirPoint } from '$core/chill';
import type { Larder } from '../db/client';
import { forecasts } from '../db/schema';
import { bump } from './versions';

export type ForecastSource = 'typed' | 'pasted' | 'csv' | 'service' | 'simulated';
const BATCH = 400;
/** Forecasts older than this are let go. */
const KEPT_MS = 60 * DAY;

/** What is forecast of the air outside, by the hour. The newest word for an hour stands. */
export class ForecastRepository {
  constructor(private readonly larder: Larder) {}

  /**
   * Takes a forecast in. It replaces whatever stood between its first and its last hour; a new forecast is a new word on
   * that whole span.
   */
  async put(points: readonly AirPoint[], source: ForecastSource): Promise<number> {
    const rows = [...points].sort((a, b) => a.at - b.at);
    const [first, last] = [rows[0], rows.at(-1)];
    if (!first || !last) return 0;
    await this.larder.write(async (tx) => {
      await tx.delete(forecasts).where(lt(forecasts.at, first.at - KEPT_MS));
      await tx.delete(forecasts).where(and(gte(forecasts.at, first.at), lte(forecasts.at, last.at)));
      for (let i = 0; i < rows.length; i += BATCH)
        await tx
          .insert(forecasts)
          .values(
            rows.slice(i, i + BATCH).map((p) => ({
              at: p.at,
              air: Math.round(p.air * 100),
              rh: p.rh === undefined ? null : Math.round(p.rh * 1000),
              wind: p.wind === undefined ? null : Math.round(p.wind * 10),
              source
            }))
          )
          .onConflictDoNothing();
      await bump(tx, 'forecasts');
    });
    return rows.length;
  }

  async between(from: number, to: number): Promise<(AirPoint & { source: ForecastSource })[]> {
    const rows = await this.larder.db
      .select()
      .from(forecasts)
      .where(and(gte(forecasts.at, from), lte(forecasts.at, to)))
      .orderBy(asc(forecasts.at));
    return rows.map((r) => ({
      at: r.at,
      air: r.air / 100,
      forecast: true,
      source: r.source as ForecastSource,
      ...(r.rh === null ? {} : { rh: r.rh / 1000 }),
      ...(r.wind === null ? {} : { wind: r.wind / 10 })
    }));
  }
}
