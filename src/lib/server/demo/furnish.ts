import { SPECIES } from '$core/reference';
import type { AnimalRepository } from '../repo/animals';
import type { Wish } from '$core/plan';
import type { BookRepository } from '../repo/book';
import type { SettingsRepository } from '../repo/settings';
import { furnishAir, type AiredHouse } from './air';
import type { Larder } from '../db/client';
import type { CutPlanRepository } from '../repo/cut-plans';
import { historyOf } from '../repo/state';
import { demoDrafts, demoSettings } from './larder';
import { planBefore } from './plans';
import { demoWishes } from './wishes';
import type { Tell } from '../telling';

/** What the demo needs of a house to move into it. */
interface EmptyHouse extends AiredHouse {
  animals: AnimalRepository;
  settings: SettingsRepository;
  book: BookRepository;
  cutPlans: CutPlanRepository;
  larder: Larder;
}

/**
 * Fills an empty larder with the demo's season; leaves one that has an animal as it is.
 * @param tell  hears what is being made, and how much of all stands by then
 */
export async function furnish(house: EmptyHouse, now = Date.now(), tell: Tell = () => {}): Promise<void> {
  const { animals, settings, book } = house;
  if ((await animals.list({ limit: 1 })).length > 0) return;
  tell('three seasons of animals are cut', 0);
  await settings.write(demoSettings(now));
  const drafts = demoDrafts(now);
  tell('their entries are booked', 0.25);
  const refused = await book.bookAll(drafts, false);
  if (refused) throw new Error(`the demo does not book: ${JSON.stringify(refused)}`);
  tell('wishes and cut plans are written', 0.55);
  const wishes = demoWishes(now);
  for (const wish of wishes) await house.cutPlans.keepWish(wish);
  await plansOfLately(house, wishes);
  tell('rooms and weather are read', 0.7);
  await furnishAir(house, now);
}

/** So many of the deer that were cut last were cut by a plan. */
const PLANNED = 3;
async function plansOfLately(
  { animals, larder, cutPlans }: EmptyHouse,
  [wish]: readonly Wish[]
): Promise<void> {
  if (!wish) return;
  const done = (await animals.list({ limit: 40 })).filter(
    (card) => card.work === 'done' && SPECIES[card.facts.species].group === 'deer'
  );
  for (const card of done.slice(0, PLANNED)) {
    const plan = planBefore(card.id, card.code, await historyOf(larder.db, card.id), wish);
    if (plan) await cutPlans.keep(plan);
  }
}
