import { sql } from 'drizzle-orm';
import type { Db } from '../db/client';

/** Names of the photographs that notes of the book speak of, in order, each once. */
export async function photographsNamed(db: Db): Promise<string[]> {
  const rows = await db.all<{ file: string }>(sql`
    select distinct json_extract(intent, '$.photo') as file from entries
    where kind = 'note' and json_valid(intent) and json_extract(intent, '$.photo') is not null order by 1`);
  return rows.map((row) => row.file);
}
