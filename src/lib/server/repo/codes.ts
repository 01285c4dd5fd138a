import { sql } from 'drizzle-orm';
import { animalCode, codeNumber } from '$core/units';
import type { Tx } from '../db/client';
import { seasons } from '../db/schema';
import type { Put } from '../db/rows';

/** Running numbers of the seasons: read once in a transaction, counted on from there. */
export class Codes {
  #given: Promise<Map<number, number>> | undefined;
  constructor(private readonly tx: Tx) {}

  /** Asks for them, so that they come with whatever else is asked for. */
  expect(): Promise<Map<number, number>> {
    return (this.#given ??= this.#read());
  }

  /** The next free code of a season. */
  async next(season: number, put: Put): Promise<string> {
    const given = await this.expect();
    // Seasons a century apart share their digits.
    const alike = [...given].filter(([other]) => (other - season) % 100 === 0);
    const code = animalCode(season, Math.max(0, ...alike.map(([, number]) => number)) + 1);
    await this.keep(season, code, put);
    return code;
  }

  /** Keeps a season's running number past a code that was given. */
  async keep(season: number, code: string, put: Put): Promise<void> {
    const number = codeNumber(code);
    const given = await this.expect();
    given.set(season, Math.max(given.get(season) ?? 0, number));
    put(
      this.tx
        .insert(seasons)
        .values({ season, number })
        .onConflictDoUpdate({
          target: seasons.season,
          set: { number: sql`max(${seasons.number}, ${number})` }
        })
    );
  }

  /** The highest number of each season. A counter that was lowered gives no code a second time. */
  async #read(): Promise<Map<number, number>> {
    const rows = await this.tx.all<{ season: number; number: number }>(sql`
      select s.season, max(s.number, coalesce((select max(a.number) from animals a where a.season = s.season), 0)) as number
      from seasons s`);
    return new Map(rows.map((row) => [row.season, row.number]));
  }
}
