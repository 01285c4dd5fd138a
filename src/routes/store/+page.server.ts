import {
  PLAIN,
  eatersOf,
  eatingTimes,
  elsewhereOf,
  freezerRooms,
  freezingHours,
  loadPlan,
  placesOf,
  pullPlan,
  thawingHours,
  usualDays
} from '$core/store';
import { FRIDGE, TUB_OF_LETTER, TUBS } from '$core/reference';
import { isRound, thicknessOf } from '$core/wrap';
import { HOUR, under } from '$core/units';
import { handOf } from '$lib/server/actor';
import type { Lying } from '$lib/server/repo/packs';
import { plainFormatter } from '$lib/words/format';

/** Rows of one page of packs. */
const PAGE = 60;
/** What went in so lately still freezes. */
const TONIGHT = 20 * HOUR;
/** Packs that are looked through for the week. */
const LOOKED = 120;

export const load = async ({ locals, url, depends }) => {
  depends('larder:stock');
  const { packs, settings } = locals.house;
  const chosen = await settings.read();
  const format = plainFormatter(chosen);
  const now = Date.now();
  const place = url.searchParams.get('in') ?? undefined;
  const from = Math.max(0, Number(url.searchParams.get('from')) || 0);
  const [sums, rows, fresh, thawed, old] = await Promise.all([
    packs.sums(),
    packs.oldest({ place, limit: PAGE + 1, offset: from }),
    packs.since(now - TONIGHT),
    packs.thawed(),
    packs.oldest({ limit: LOOKED })
  ]);
  const name = (p: Lying) => p.what ?? format.cut(p.cut);
  const shown = (p: Lying) => ({
    id: p.id,
    name: name(p),
    grams: p.grams,
    class: p.class,
    code: p.code,
    place: p.place,
    packedAt: p.packedAt,
    thawedAt: p.thawedAt,
    eatBy: p.eatBy,
    held: p.held,
    for: p.for
  });
  const freezers = freezerRooms(chosen.places, sums, fresh);
  const known = placesOf(freezers);
  const elsewhere = elsewhereOf(freezers, sums).map((here) => ({
    key: here.place,
    count: here.count,
    grams: here.grams,
    name:
      chosen.places.find((p) => `at:${p.key}` === here.place)?.name ??
      (here.place.split(/:(.*)/s)[1] || 'nobody has said where')
  }));
  // What was wrapped today and lies in no freezer by name: a plan for its nights.
  const waiting = fresh.filter((p) => !known.has(p.place ?? ''));
  const plan = loadPlan(
    waiting.map((p) => ({ id: p.id, grams: p.grams, keeps: p.keeps })),
    freezers.map((f) => ({
      key: f.key,
      tonight: Math.max(0, f.perDay - f.tonight),
      perDay: f.perDay,
      room: Math.max(0, f.holds - f.grams)
    }))
  );
  const eating = eatingTimes(now, chosen.timeZone);
  const eaters = eatersOf(eating, chosen.timeZone, chosen.people, chosen.week);
  const asked = [...new Set(url.searchParams.getAll('day').map(Number))].filter(
    (d) => Number.isInteger(d) && d >= 0 && d < 7
  );
  const usual = chosen.week ? eaters.flatMap((n, day) => (n > 0 ? [day] : [])) : usualDays(chosen.mealsAWeek);
  const days = (asked.length > 0 ? asked : usual).sort((a, b) => a - b);
  const meal = chosen.people * chosen.portion;
  /** Raw grams that a week takes. */
  const aWeek = chosen.week
    ? chosen.week.reduce((n, day) => n + day * chosen.portion, 0)
    : meal * chosen.mealsAWeek;
  const free = old.filter((p) => !p.held && !p.thawedAt && p.eatBy !== undefined);
  const byId = new Map(old.map((p) => [p.id, p]));
  const pull = pullPlan(
    free.map((p) => ({
      id: p.id,
      grams: p.grams,
      class: p.class,
      eatBy: p.eatBy ?? 0,
      thaws: thawingHours({ thickness: thicknessOf(p), round: isRound(p) })
    })),
    // A day that was asked for by hand feeds the household, where nobody sits at the table by the week.
    days.map((d) => ({ at: eating[d] ?? now, grams: (eaters[d] || chosen.people) * chosen.portion }))
  );
  const byUse = [...new Set(sums.map((s) => s.class))].map((key) => {
    const grams = sums.filter((s) => s.class === key).reduce((n, s) => n + s.grams, 0);
    const tub = under(TUB_OF_LETTER, key);
    return { class: key, name: tub ? TUBS[tub].name : 'other', grams, meals: Math.floor(grams / meal) };
  });
  const all = byUse.reduce((n, u) => n + u.grams, 0);
  return {
    freezers,
    elsewhere,
    place,
    from,
    more: rows.length > PAGE,
    rows: rows.slice(0, PAGE).map(shown),
    thawed: thawed.map(shown),
    plan: {
      waiting: waiting.length,
      nights: plan.nights.map((n) => ({
        night: n.night,
        puts: n.puts.map((p) => ({
          ...p,
          name: freezers.find((f) => f.key === p.freezer)?.name ?? '',
          hours: Math.max(
            ...p.packs.map((id) => {
              const pack = waiting.find((w) => w.id === id);
              const set = freezers.find((f) => f.key === p.freezer)?.set ?? PLAIN.set;
              return pack
                ? freezingHours({
                    thickness: thicknessOf(pack),
                    from: FRIDGE.celsius,
                    air: set,
                    film: 'still'
                  })
                : 0;
            })
          )
        }))
      })),
      without: plan.without.length,
      fridge: FRIDGE
    },
    days,
    eating,
    pull: pull.map((m) => ({
      ...m,
      packs: m.packs.flatMap((id) => {
        const pack = byId.get(id);
        return pack ? [shown(pack)] : [];
      })
    })),
    byUse: byUse.sort((a, b) => b.grams - a.grams),
    weeks: all / aWeek,
    total: all,
    count: sums.reduce((n, s) => n + s.count, 0),
    meal,
    mealsAWeek: chosen.week ? chosen.week.filter((n) => n > 0).length : chosen.mealsAWeek,
    week: chosen.week,
    people: chosen.people,
    portion: chosen.portion,
    eaters,
    places: chosen.places,
    rooms: chosen.rooms.map(({ key, name }) => ({ key, name })),
    hand: handOf(locals, chosen),
    now
  };
};
