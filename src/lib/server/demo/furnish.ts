import type { AnimalRepository } from '../repo/animals';
import type { BookRepository } from '../repo/book';
import type { SettingsRepository } from '../repo/settings';
import { furnishAir, type AiredHouse } from './air';
import type { CutPlanRepository } from '../repo/cut-plans';
import { demoDrafts, demoSettings } from './larder';
import { demoWishes } from './wishes';

/** What the demo needs of a house to move into it. */
interface EmptyHouse extends AiredHouse {
  animals: AnimalRepository;
  settings: SettingsRepository;
  book: BookRepository;
  cutPlans: CutPlanRepository;
}

/** Fills an empty larder with the demo's season; leaves one that has an animal as it is. */
export async function furnish(house: EmptyHouse, now = Date.now()): Promise<void> {
  const { animals, settings, book } = house;
  if ((await animals.list({ limit: 1 })).length > 0) return;
  await settings.write(demoSettings(now));
  const refused = await book.bookAll(demoDrafts(now), false);
  if (refused) throw new Error(`the demo does not book: ${JSON.stringify(refused)}`);
  for (const wish of demoWishes(now)) await house.cutPlans.keepWish(wish);
  await furnishAir(house, now);
}
