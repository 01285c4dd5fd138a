import { eq } from 'drizzle-orm';
import { PROCEDURES, readOwn, withNotes, type GroupKey, type Procedure } from '$core/reference';
import type { Larder } from '../db/client';
import { procedures } from '../db/schema';

/** Orders of work of the larder's own making. What no longer reads is left out, not thrown away. */
export class ProcedureRepository {
  constructor(private readonly larder: Larder) {}

  /** The larder's own. */
  async all(): Promise<Procedure[]> {
    const rows = await this.larder.db.select().from(procedures).orderBy(procedures.key);
    return rows.flatMap(({ value }) => {
      const read = readOwn(JSON.parse(value));
      return read.ok ? [read.procedure] : [];
    });
  }

  /** The built-in ones with the larder's own: of a group, or all. */
  async orders(group?: GroupKey): Promise<Procedure[]> {
    const all = [...Object.values(PROCEDURES), ...(await this.all()).map(withNotes)];
    return group ? all.filter((p) => p.groups.includes(group)) : all;
  }

  async write({ own: _own, ...procedure }: Procedure): Promise<void> {
    const value = JSON.stringify(procedure);
    await this.larder.write((tx) =>
      tx
        .insert(procedures)
        .values({ key: procedure.key, value })
        .onConflictDoUpdate({ target: procedures.key, set: { value } })
    );
  }

  /** Takes one out of the list; animals that went by it go on by the usual one. */
  async remove(key: string): Promise<void> {
    await this.larder.write((tx) => tx.delete(procedures).where(eq(procedures.key, key)));
  }
}
