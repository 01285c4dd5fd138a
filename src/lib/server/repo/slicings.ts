import { desc, eq } from 'drizzle-orm';
import { slicedSchema, type KeptSlicing } from '$core/slice';
import type { Larder } from '../db/client';
import { slicings } from '../db/schema';

export const slicingRow = (one: KeptSlicing) => ({
  id: one.id,
  animal: one.animal,
  at: one.at,
  value: JSON.stringify(one)
});

/** Pieces that were sliced, and how even they came out. They move no gram: the book has the piece. */
export class SlicingRepository {
  constructor(private readonly larder: Larder) {}

  /** Keeps one under its id: the same once more changes it. */
  async keep(one: KeptSlicing): Promise<void> {
    const row = slicingRow(one);
    await this.larder.write((tx) =>
      tx.insert(slicings).values(row).onConflictDoUpdate({ target: slicings.id, set: row })
    );
  }

  async drop(id: string): Promise<void> {
    await this.larder.write((tx) => tx.delete(slicings).where(eq(slicings.id, id)));
  }

  /**
   * Those of an animal, or of all; the newest first.
   * @param most  not more than this many
   */
  async newest(animal?: string, most = 50): Promise<KeptSlicing[]> {
    const rows = await this.larder.db
      .select({ value: slicings.value })
      .from(slicings)
      .where(animal === undefined ? undefined : eq(slicings.animal, animal))
      .orderBy(desc(slicings.at), desc(slicings.id))
      .limit(most);
    return rows.flatMap(({ value }) => {
      const read = slicedSchema.safeParse(JSON.parse(value));
      return read.success ? [read.data] : [];
    });
  }
}
