import { seasonOf, localDate } from '$core/units';
import { mealsIn, worthOf } from '$core/worth';
import { house } from '$lib/server/larder';

/** Cards shown in a column; the rest is counted. Of those that are closed, as many as there is still room for. */
const SHOWN = { hanging: 8, bench: 6, all: 8, done: 4 };

export const load = async () => {
  const { animals, settings } = await house();
  const chosen = await settings.read();
  const now = Date.now();
  const newest = (await animals.seasons())[0];
  const season = newest ?? seasonOf(now, chosen.seasonStart, chosen.timeZone);
  const [hanging, bench] = [
    await animals.at('hanging', SHOWN.hanging),
    await animals.at('bench', SHOWN.bench)
  ];
  const room = Math.min(SHOWN.done, Math.max(1, SHOWN.all - hanging.length - bench.length));
  const [done, counts, totals] = [
    await animals.at('done', room),
    await animals.countAt(),
    await animals.totals(season)
  ];
  const byUse = new Map(Object.entries(totals.byUse) as [never, number][]);
  const worth = worthOf(
    byUse,
    totals.bonelessAll as never,
    chosen.prices,
    { ...chosen.costs, perAnimal: (chosen.costs.perAnimal * totals.animals) as never },
    chosen,
    1
  );
  return {
    columns: [
      { key: 'hanging', name: 'Hanging', cards: hanging, more: counts.hanging - hanging.length },
      { key: 'bench', name: 'Bench', cards: bench, more: counts.bench - bench.length },
      {
        key: 'done',
        name: 'Closed',
        cards: done,
        more: counts.done - done.length
      }
    ],
    totals,
    worth: { shopValue: worth.shopValue, cost: worth.cost, costPerKg: worth.costPerKg ?? 0 },
    meals: mealsIn(totals.bonelessAll, chosen),
    today: now,
    year: localDate(now, chosen.timeZone).year
  };
};
