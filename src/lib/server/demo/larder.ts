import type { Draft } from '$core/book';
import { DEFAULT_SETTINGS, type Settings } from '$core/settings';
import { HOUR, DAY, grams, minorUnits, localDate } from '$core/units';
import { DEMO_ANIMALS } from './animals';
import { Butcher } from './butcher';
import { OUTSIDE } from './outside';
import { PAST } from './past';
import { DEMO_PLACES, Pantry } from './pantry';
import { shelfDrafts } from './shelf';

export const HOUSEHOLDS = ['Alderbank', 'Fernholt', 'Skarvik', 'Windrow'];

/** The demo's choices: a shared larder by a lake, four households, a season that began about five months ago. */
export function demoSettings(now: number): Settings {
  const { month } = localDate(now, 'UTC');
  return {
    ...DEFAULT_SETTINGS,
    weighs: 'cable',
    standIns: true,
    larderName: 'Long Lake Larder',
    households: HOUSEHOLDS,
    places: [...DEMO_PLACES],
    // Skarvik's meat is joined with no other's.
    alone: ['Skarvik'],
    week: [0, 4, 0, 4, 2, 6, 4],
    orders: [
      {
        id: 'o1',
        for: 'the schoolhouse kitchen',
        class: 'G',
        each: grams(500),
        packs: 6,
        at: now - 2 * DAY
      }
    ],
    atBench: 'Tove',
    seasonStart: { month: ((month + 7 - 1) % 12) + 1, day: 1 },
    costs: { perSeason: minorUnits(42_000), perAnimal: minorUnits(1_800), perKg: minorUnits(85) }
  };
}

/** Every entry of the demo larder, in the order it happened. Seeded; times are counted back from now. */
export function demoDrafts(now: number): Draft[] {
  const written = new Map<string, number>();
  const butchers: Butcher[] = [];
  const drafts = [...DEMO_ANIMALS, ...PAST, ...OUTSIDE].flatMap(
    ({ facts, hanging, daysAgo, hoursAfter = 5, hand, story }, i) => {
      const killed = Math.round(now - daysAgo * DAY);
      const h = new Butcher({
        seed: 1000 + i * 37,
        facts: { ...facts, killedAt: killed },
        hanging,
        at: killed + Math.round(hoursAfter * HOUR),
        hand
      });
      story(h);
      butchers.push(h);
      for (const [id, at] of h.written) written.set(id, at);
      return h.drafts;
    }
  );
  const shelf = shelfDrafts(now);
  const { drafts: after } = new Pantry(butchers, shelf, now);
  for (const { id, at } of [...shelf, ...after]) written.set(id, at);
  return [...drafts, ...shelf, ...after].sort(
    (a, b) => (written.get(a.id) as number) - (written.get(b.id) as number)
  );
}
