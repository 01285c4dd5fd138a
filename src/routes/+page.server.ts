import { fail, redirect } from '@sveltejs/kit';
import { z } from 'zod';
import { seasonOf, localDate } from '$core/units';
import { mealsIn, seasonWorth } from '$core/worth';

/** Cards shown in a column; the rest is counted. Of those that are closed, as many as there is still room for. */
const SHOWN = { field: 2, bench: 3, all: 8, done: 4 };

/** Windows are waited for so long, milliseconds; the rest comes after the page. */
const ANSWERED_MS = 1_200;

/** Of what hangs, so many are looked at for what closes first. */
const LOOKED_AT = 60;

const weighsSchema = z.object({ weighs: z.enum(['cable', 'typed', 'paper']) });

export const actions = {
  weighs: async ({ request, locals }) => {
    const said = weighsSchema.safeParse(Object.fromEntries(await request.formData()));
    if (!said.success) return fail(400);
    const { settings } = locals.house;
    await settings.write({ weighs: said.data.weighs });
    redirect(303, '/');
  }
};

export const load = async ({ depends, locals }) => {
  depends('larder:rail');
  const opened = locals.house;
  const { animals, settings } = opened;
  const chosen = await settings.read();
  const now = Date.now();
  const newest = (await animals.seasons())[0];
  const season = newest ?? seasonOf(now, chosen.seasonStart, chosen.timeZone);
  const [field, bench] = [await animals.at('field', SHOWN.field), await animals.at('bench', SHOWN.bench)];
  const rail = await animals.at('hanging', LOOKED_AT);
  const windows = await opened.hanging.within([...field, ...rail], ANSWERED_MS);
  // Whatever closes first hangs in front.
  const closes = (id: string) => {
    const r = windows.get(id);
    return !r?.ok ? Infinity : r.hanging.window.never ? 0 : r.hanging.window.closes;
  };
  rail.sort((a, b) => closes(a.id) - closes(b.id));
  const hanging = rail.slice(0, Math.max(3, SHOWN.all - 1 - field.length - bench.length));
  const room = Math.min(SHOWN.done, Math.max(1, SHOWN.all - field.length - hanging.length - bench.length));
  const [done, counts, totals] = [
    await animals.at('done', room),
    await animals.countAt(),
    await animals.totals(season)
  ];
  const empty = counts.field + counts.hanging + counts.bench + counts.done === 0;
  const worth = seasonWorth(totals, chosen);
  return {
    // Asked once, of a larder that is empty: how weights come in.
    asksScale: chosen.weighs === null && empty,
    // Only a larder in which nothing was ever booked takes a backup in.
    empty: empty && !(await opened.larder.hasBook()),
    weighs: chosen.weighs,
    waiting: (await animals.held(60))
      .filter((c) => c.held === 'test')
      .map(({ code, facts, count }) => ({ code, facts, count })),
    columns: [
      { key: 'field', name: 'Field', cards: field, more: counts.field - field.length },
      { key: 'hanging', name: 'Hanging', cards: hanging, more: counts.hanging - hanging.length },
      { key: 'bench', name: 'Bench', cards: bench, more: counts.bench - bench.length },
      {
        key: 'done',
        name: 'Closed',
        cards: done,
        more: counts.done - done.length
      }
    ],
    windows: Object.fromEntries(
      [...field, ...hanging].flatMap(({ id }) => {
        const r = windows.get(id);
        return r?.ok ? [[id, r.hanging.window] as const] : [];
      })
    ),
    // Some windows are still reckoned, or of the air before the last start.
    unready: [...windows.values()].some((r) => (r.ok ? r.earlier : r.fault === 'pending')),
    pending: [...windows].flatMap(([id, r]) => (!r.ok && r.fault === 'pending' ? [id] : [])),
    totals,
    worth: { shopValue: worth.shopValue, cost: worth.cost, costPerKg: worth.costPerKg ?? 0 },
    meals: mealsIn(totals.bonelessAll, chosen),
    // The demo makes none: it is a new larder at each start.
    backup:
      opened.demo || chosen.backupsKept === 0
        ? undefined
        : { whole: await opened.backups.lastWhole(), last: opened.backups.last },
    today: now,
    year: localDate(now, chosen.timeZone).year
  };
};
