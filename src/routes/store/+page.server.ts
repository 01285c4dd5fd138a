import {
  FRIDGE,
  freezingHours,
  holdsOf,
  holdsWithoutPower,
  loadPlan,
  perDayOf,
  pullPlan,
  thawingHours,
  warming
} from '$core/store';
import { TUB_OF_LETTER, TUBS } from '$core/reference';
import { bodyOf } from '$core/wrap';
import { DAY, HOUR, localDate, under } from '$core/units';
import { handOf } from '$lib/server/actor';
import type { Lying } from '$lib/server/repo/packs';
import { plainFormatter } from '$lib/words/format';

/** Rows of one page of packs. */
const PAGE = 60;
/** What a freezer is taken to be where nobody has said: litres and °C. Own choice. */
const PLAIN = { litres: 200, set: -18 } as const;
/** What went in so lately still freezes. */
const TONIGHT = 20 * HOUR;
/** Packs that are looked through for the week. */
const LOOKED = 120;
/** The hour the household eats. Own choice. */
const EATS = 18;

const isRound = (p: Lying) => p.batch === undefined && (p.class === 'P' || p.class === 'S') && p.grams > 800;
/** Thickness of a pack by its weight, mm: mince lies flat. */
const thickness = (p: Lying) =>
  bodyOf(p.grams, p.batch === 'mince' ? 'flat' : isRound(p) ? 'roast' : 'steak').thickness;

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
  const gramsIn = (key: string) =>
    sums.filter((s) => s.place === key).reduce((total, s) => total + s.grams, 0);
  const freezers = chosen.places
    .filter((node) => node.kind === 'freezer')
    .map((node) => {
      const shelves = chosen.places.filter((s) => s.within === node.key);
      const keys = [node.key, ...shelves.map((s) => s.key)].map((k) => `at:${k}`);
      const held = keys.reduce((total, k) => total + gramsIn(k), 0);
      const freezer = {
        litres: node.litres ?? PLAIN.litres,
        perDay: node.perDay,
        set: node.set ?? PLAIN.set
      };
      const now = fresh.filter((p) => keys.includes(p.place ?? '')).reduce((total, p) => total + p.grams, 0);
      const frozen = Math.max(0, held - now);
      return {
        key: node.key,
        name: node.name,
        ...freezer,
        said: node.litres !== undefined,
        holds: Math.round(holdsOf(freezer) * 1000),
        perDay: Math.round(perDayOf(freezer) * 1000),
        grams: held,
        tonight: now,
        warms: warming(freezer, now / 1000, frozen / 1000, FRIDGE.celsius),
        withoutPower: Math.round(holdsWithoutPower(freezer, held / 1000)),
        shelves: [{ key: node.key, name: shelves.length > 0 ? 'not on a shelf' : node.name }, ...shelves].map(
          (s) => {
            const own = sums.filter((x) => x.place === `at:${s.key}`);
            return {
              key: s.key,
              name: s.name,
              count: own.reduce((n, x) => n + x.count, 0),
              grams: own.reduce((n, x) => n + x.grams, 0),
              by: own.map((x) => ({ class: x.class, grams: x.grams }))
            };
          }
        )
      };
    });
  const known = new Set(freezers.flatMap((f) => f.shelves.map((s) => `at:${s.key}`)));
  const elsewhere = [...new Set(sums.map((s) => s.place))]
    .filter((key) => !known.has(key))
    .map((key) => {
      const own = sums.filter((s) => s.place === key);
      const node = chosen.places.find((p) => `at:${p.key}` === key);
      return {
        key,
        name: node?.name ?? (key.split(/:(.*)/s)[1] || 'nobody has said where'),
        count: own.reduce((n, s) => n + s.count, 0),
        grams: own.reduce((n, s) => n + s.grams, 0)
      };
    });
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
  const meal = chosen.people * chosen.portion;
  const eating = Array.from({ length: 7 }, (_, i) => {
    const { year, month, day } = localDate(now + i * DAY, chosen.timeZone);
    const noon = Date.UTC(year, month - 1, day, EATS);
    // The zone's own hour, within the hour its clock may be moved.
    return noon - (localHour(noon, chosen.timeZone) - EATS) * HOUR;
  });
  const wanted = new Set(url.searchParams.getAll('day').map(Number));
  const usual = spread(7, Math.min(7, chosen.mealsAWeek));
  const days = wanted.size > 0 ? [...wanted].filter((d) => d >= 0 && d < 7).sort((a, b) => a - b) : usual;
  const free = old.filter((p) => !p.held && !p.thawedAt && p.eatBy !== undefined);
  const byId = new Map(old.map((p) => [p.id, p]));
  const pull = pullPlan(
    free.map((p) => ({
      id: p.id,
      grams: p.grams,
      class: p.class,
      eatBy: p.eatBy ?? 0,
      thaws: thawingHours({ thickness: thickness(p), round: isRound(p) })
    })),
    days.map((d) => eating[d] ?? now),
    meal
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
                ? freezingHours({ thickness: thickness(pack), from: FRIDGE.celsius, air: set, film: 'still' })
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
    weeks: all / (meal * chosen.mealsAWeek),
    total: all,
    count: sums.reduce((n, s) => n + s.count, 0),
    meal,
    mealsAWeek: chosen.mealsAWeek,
    places: chosen.places,
    rooms: chosen.rooms.map(({ key, name }) => ({ key, name })),
    hand: handOf(locals, chosen),
    now
  };
};

/** The hour of the clock in a zone. */
const localHour = (at: number, timeZone: string): number =>
  Number(new Intl.DateTimeFormat('en-GB', { timeZone, hour: '2-digit', hourCycle: 'h23' }).format(at));

/** So many days of a week, evenly apart, the first of them tomorrow. */
const spread = (days: number, count: number): number[] => [
  ...new Set(
    Array.from({ length: count }, (_, i) => Math.min(days - 1, 1 + Math.floor((i * (days - 1)) / count)))
  )
];
