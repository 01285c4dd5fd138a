import { eq, sql } from 'drizzle-orm';
import type { Db, Tx } from '../db/client';
import { versions, type SCOPES } from '../db/schema';

export type Scope = (typeof SCOPES)[number];

/** Counts a scope up, in the transaction that changes it: whoever has read it before knows that it is old. */
export async function bump(tx: Tx, scope: Scope): Promise<void> {
  await tx
    .insert(versions)
    .values({ scope, number: 1 })
    .onConflictDoUpdate({ target: versions.scope, set: { number: sql`${versions.number} + 1` } });
}

/** How often a scope has changed, whoever changed it: this process, or another on the same larder. 0 before the first time. */
export async function versionOf(db: Db, scope: Scope): Promise<number> {
  const row = await db
    .select({ number: versions.number })
    .from(versions)
    .where(eq(versions.scope, scope))
    .get();
  return row?.number ?? 0;
}

/** The same of several scopes, as one text to keep answers by. */
export async function versionsOf(db: Db, ...scopes: Scope[]): Promise<string> {
  const numbers = await versionsIn(db);
  return scopes.map((scope) => numbers.get(scope) ?? 0).join('.');
}

/** All of them, by scope. */
export async function versionsIn(db: Db | Tx): Promise<Map<string, number>> {
  const rows = await db.select().from(versions);
  return new Map(rows.map((row) => [row.scope, row.number]));
}
