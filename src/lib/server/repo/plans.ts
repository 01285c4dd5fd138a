import { eq } from 'drizzle-orm';
import { z } from 'zod';
import { momentSchema, shortText } from '$core/book';
import { COOLING_EVENTS } from '$core/reference';
import type { Larder } from '../db/client';
import { coolingPlans } from '../db/schema';
import { bump } from './versions';

/** Something that is planned for an animal while it cools. */
export const plannedSchema = z
  .array(
    z
      .object({ at: momentSchema, what: z.enum(COOLING_EVENTS), to: shortText(40).min(1).optional() })
      .refine((e) => e.what !== 'moved' || e.to !== undefined, { path: ['to'], message: 'say where to' })
  )
  .max(30, 'at most 30');
export type Planned = z.infer<typeof plannedSchema>;

/** What is meant to be done to an animal while it cools; in the book only once it is done. */
export class PlanRepository {
  constructor(private readonly larder: Larder) {}

  async of(animal: string): Promise<Planned> {
    const row = await this.larder.db.select().from(coolingPlans).where(eq(coolingPlans.animal, animal)).get();
    return read(row?.value);
  }

  async all(): Promise<Map<string, Planned>> {
    const rows = await this.larder.db.select().from(coolingPlans);
    return new Map(rows.map((r) => [r.animal, read(r.value)]));
  }

  async write(animal: string, planned: Planned): Promise<void> {
    const value = JSON.stringify(planned);
    await this.larder.write(async (tx) => {
      if (planned.length === 0) await tx.delete(coolingPlans).where(eq(coolingPlans.animal, animal));
      else
        await tx
          .insert(coolingPlans)
          .values({ animal, value })
          .onConflictDoUpdate({ target: coolingPlans.animal, set: { value } });
      await bump(tx, 'plans');
    });
  }
}

function read(value: string | undefined): Planned {
  const parsed = plannedSchema.safeParse(JSON.parse(value ?? '[]'));
  return parsed.success ? parsed.data : [];
}
