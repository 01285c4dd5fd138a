import { sql } from 'drizzle-orm';
import { animalCode, codeNumber } from '$core/units';
import type { Tx } from '../db/client';
import { seasons } from '../db/schema';

/** The next free code of a season. */
export async function nextCode(tx: Tx, season: number): Promise<string> {
  const row = await tx
    .insert(seasons)
    .values({ season, number: 1 })
    .onConflictDoUpdate({ target: seasons.season, set: { number: sql`${seasons.number} + 1` } })
    .returning({ number: seasons.number })
    .get();
  return animalCode(season, row.number);
}

/** Keeps a season's running number past a code that came with an import. */
export async function keepNumber(tx: Tx, season: number, code: string): Promise<void> {
  const number = codeNumber(code);
  await tx
    .insert(seasons)
    .values({ season, number })
    .onConflictDoUpdate({
      target: seasons.season,
      set: { number: sql`max(${seasons.number}, ${number})` }
    });
}
