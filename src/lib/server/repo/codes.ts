import { sql } from 'drizzle-orm';
import { animalCode, codeNumber } from '$core/units';
import type { Tx } from '../db/client';
import { seasons } from '../db/schema';
import type { Put } from './state';

/** Seasons whose codes may begin with the same two digits. */
const alike = (season: number): number[] => [-200, -100, 0, 100, 200].map((years) => season + years);

/** Running numbers of the seasons: read once in a transaction, counted on from there. */
export class Codes {
  readonly #highest = new Map<number, Promise<number>>();
  constructor(private readonly tx: Tx) {}

  /** The highest number given in a season, and in those of other centuries with the same digits. */
  highest(season: number): Promise<number> {
    const two = season % 100;
    const known = this.#highest.get(two);
    if (known) return known;
    // A counter that was lowered gives no code a second time.
    const given = alike(season).map(
      (one) => sql`select number from seasons where season = ${one}
        union all select max(number) from animals where season = ${one}`
    );
    const read = this.tx
      .get<{ number: number | null }>(
        sql`select max(number) as number from (${sql.join(given, sql` union all `)})`
      )
      .then((row) => row?.number ?? 0);
    this.#highest.set(two, read);
    return read;
  }

  /** The next free code of a season. */
  async next(season: number, put: Put): Promise<string> {
    const code = animalCode(season, (await this.highest(season)) + 1);
    await this.keep(season, code, put);
    return code;
  }

  /** Keeps a season's running number past a code that was given. */
  async keep(season: number, code: string, put: Put): Promise<void> {
    const number = codeNumber(code);
    const highest = await this.highest(season);
    this.#highest.set(season % 100, Promise.resolve(Math.max(highest, number)));
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
}
