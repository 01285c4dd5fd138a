import { inArray } from 'drizzle-orm';
import type { Animal } from '$core/book';
import { animalName } from '$core/reference';
import { under } from '$core/units';
import { animals } from './db/schema';
import type { House } from './larder';
import type { Whose } from './repo/trace';

/** Whose grams something holds, with what is known of each animal. */
export interface Origin extends Whose {
  grams: number;
  /** Of all that ever went into it. */
  share: number;
  who?: string;
  killedAt?: number;
  owner?: string;
  place?: string;
}

/** Whose meat an item is, the heaviest first; whatever became of it since. */
export async function originsOf(house: House, item: string): Promise<Origin[]> {
  const whose = await house.trace.whose(item);
  const ids = whose.filter((w) => w.kind === 'animal').map((w) => w.origin);
  const rows =
    ids.length === 0
      ? []
      : await house.larder.db
          .select({ id: animals.id, record: animals.record })
          .from(animals)
          .where(inArray(animals.id, ids));
  const facts = Object.fromEntries(rows.map((row) => [row.id, (JSON.parse(row.record) as Animal).facts]));
  const total = whose.reduce((sum, w) => sum + w.grams, 0);
  return whose.map((w) => {
    const known = under(facts, w.origin);
    return {
      ...w,
      share: total > 0 ? w.grams / total : 0,
      ...(known
        ? {
            who: `${animalName(known)}${known.tag ? `, tag ${known.tag}` : ''}`,
            ...(known.killedAt ? { killedAt: known.killedAt } : {}),
            ...(known.owner ? { owner: known.owner } : {}),
            ...(known.place ? { place: known.place } : {})
          }
        : {})
    };
  });
}
