import { desc, eq, inArray, sql } from 'drizzle-orm';
import type { z } from 'zod';
import { savedPlanSchema, wishSchema, type SavedPlan, type Wish } from '$core/plan';
import type { Larder, Tx } from '../db/client';
import { cutPlanAnimals, cutPlans, wishes } from '../db/schema';

/** So many wishes are kept, and so many plans: the oldest plan makes room. Own choice. */
export const MOST_KEPT_WISHES = 200;
const MOST_KEPT_PLANS = 500;

/** Writes a plan down, in a transaction. */
export async function insertPlan(tx: Tx, plan: SavedPlan): Promise<void> {
  const { id, at, animals } = plan;
  await tx.insert(cutPlans).values({ id, at, value: JSON.stringify(plan) });
  await tx.insert(cutPlanAnimals).values(animals.map((animal) => ({ animal, plan: id, at })));
}

/** What is wanted of the meat, and the plans that were made of it. */
export class CutPlanRepository {
  constructor(private readonly larder: Larder) {}

  /** All wishes, the newest first. */
  async wishes(): Promise<Wish[]> {
    const rows = await this.larder.db.select().from(wishes);
    return rows.flatMap(({ value }) => readAs(wishSchema, value)).sort((a, b) => b.at - a.at);
  }

  /**
   * Keeps a wish under its id.
   * @returns false where as many are kept as may be
   */
  async keepWish(wish: Wish): Promise<boolean> {
    return this.larder.write(async (tx) => {
      const [count] = await tx.select({ n: sql<number>`count(*)` }).from(wishes);
      const [standing] = await tx.select({ id: wishes.id }).from(wishes).where(eq(wishes.id, wish.id));
      if (!standing && (count?.n ?? 0) >= MOST_KEPT_WISHES) return false;
      const value = JSON.stringify(wish);
      await tx
        .insert(wishes)
        .values({ id: wish.id, value })
        .onConflictDoUpdate({ target: wishes.id, set: { value } });
      return true;
    });
  }

  /** Takes a wish out of the list; plans keep it as it stood. */
  async dropWish(id: string): Promise<void> {
    await this.larder.write((tx) => tx.delete(wishes).where(eq(wishes.id, id)));
  }

  /** Keeps a plan; it is in force for its animals until a newer one is. */
  async keep(plan: SavedPlan): Promise<void> {
    await this.larder.write(async (tx) => {
      await this.#drop(tx, [plan.id]);
      await insertPlan(tx, plan);
      const old = await tx
        .select({ id: cutPlans.id })
        .from(cutPlans)
        .orderBy(desc(cutPlans.at), desc(cutPlans.id))
        .limit(1_000)
        .offset(MOST_KEPT_PLANS);
      await this.#drop(
        tx,
        old.map((row) => row.id)
      );
    });
  }

  async drop(id: string): Promise<void> {
    await this.larder.write((tx) => this.#drop(tx, [id]));
  }

  async #drop(tx: Tx, ids: readonly string[]): Promise<void> {
    if (ids.length === 0) return;
    await tx.delete(cutPlanAnimals).where(inArray(cutPlanAnimals.plan, [...ids]));
    await tx.delete(cutPlans).where(inArray(cutPlans.id, [...ids]));
  }

  async find(id: string): Promise<SavedPlan | undefined> {
    const row = await this.larder.db.select().from(cutPlans).where(eq(cutPlans.id, id)).get();
    return row && readAs(savedPlanSchema, row.value)[0];
  }

  /** The newest plans. */
  async newest(most = 20): Promise<SavedPlan[]> {
    const rows = await this.larder.db
      .select()
      .from(cutPlans)
      .orderBy(desc(cutPlans.at), desc(cutPlans.id))
      .limit(most);
    return rows.flatMap(({ value }) => readAs(savedPlanSchema, value));
  }

  /** The plan that is in force for an animal: its newest. */
  async of(animal: string): Promise<SavedPlan | undefined> {
    const row = await this.larder.db
      .select({ value: cutPlans.value })
      .from(cutPlanAnimals)
      .innerJoin(cutPlans, eq(cutPlans.id, cutPlanAnimals.plan))
      .where(eq(cutPlanAnimals.animal, animal))
      .orderBy(desc(cutPlanAnimals.at), desc(cutPlans.id))
      .limit(1)
      .get();
    return row && readAs(savedPlanSchema, row.value)[0];
  }
}

function readAs<T>(schema: z.ZodType<T>, text: string): T[] {
  const read = schema.safeParse(JSON.parse(text));
  return read.success ? [read.data] : [];
}
