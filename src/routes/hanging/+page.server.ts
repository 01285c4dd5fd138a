import { minutesAhead, type Minutes } from '$core/bench';
import { PROCEDURES, type SpeciesKey } from '$core/reference';
import { alarmsOf, FIELD, hooksOf, planDays, urgencyOf, type OnRail, type RoomAir } from '$core/hang';
import { warningsOf, type HangingWindow } from '$core/chill';
import type { RoomRow } from '$lib/words/window';
import { DAY, HOUR, grams, midnightBefore } from '$core/units';
import { handOf } from '$lib/server/actor';
import { feedPath, reachedBy } from '$lib/server/doors/door';
import type { AnimalCard } from '$lib/server/repo/animals';
import { roomPlace } from '$lib/server/repo/readings';

const BACK_DAYS = 4;
const AHEAD_DAYS = 6;
/** Animals of one room page; beyond that a larder has more than one. */
const MOST = 400;
/** Points of the air's line. */
const AIR_POINTS = 220;

/** An own order of work is somebody's choice at an animal; what is likely is the usual one. */
const ORDERS = Object.values(PROCEDURES);

/** Minutes at the bench by species and weight, reckoned once for all alike; they go when what is learned changes. */
const reckoned = new WeakMap<Minutes, Map<string, number>>();
function minutesOf(card: AnimalCard, learned: Minutes): number {
  const likely = card.likely ?? card.base;
  const known = reckoned.get(learned) ?? new Map<string, number>();
  reckoned.set(learned, known);
  const key = `${card.facts.species}|${Math.round(likely / 2000)}|${card.count ?? 0}`;
  const minutes =
    known.get(key) ??
    Math.round(minutesAhead(card.facts, grams(likely), card.count ?? undefined, learned, ORDERS));
  known.set(key, minutes);
  return minutes;
}

/** A row of the room: what its words ask, and what the chart draws beside. */
interface Row extends Omit<RoomRow, 'urgency' | 'window'> {
  /** Of the air that was known before the last start; looked at anew behind the page. */
  earlier?: true;
  /** Nothing is known of the air where it hangs: the place whose air stands in. */
  borrowed?: { places: string[]; from: string };
  id: string;
  grams: number;
  modelled: boolean;
  place: string;
  hooks: number;
  death: number;
  /** Absent where its air is not known. */
  window?: NonNullable<RoomRow['window']> & Pick<HangingWindow, 'ready' | 'core'>;
}

const hundredth = (x: number): number => Math.round(x * 100) / 100;
/** Of a window what the room shows. */
function slim({
  opens,
  closes,
  openedBy,
  closedBy,
  never,
  state,
  goal,
  ageing,
  spoilage,
  core,
  rind,
  felt,
  waits,
  ready
}: HangingWindow): NonNullable<Row['window']> {
  return {
    opens: Math.round(opens),
    closes: Math.round(closes),
    openedBy,
    closedBy,
    never,
    state,
    goal,
    ageing: hundredth(ageing),
    spoilage: hundredth(spoilage),
    core: hundredth(core),
    rind: hundredth(rind),
    ready: Math.round(ready),
    ...(waits ? { waits } : {}),
    ...(felt ? { felt } : {})
  };
}

/** So long windows are reckoned before the page comes; what is left goes on behind it. Own choice. */
const ANSWERED_MS = 1_200;

export const load = async ({ url, depends, locals }) => {
  depends('larder:hanging');
  const opened = locals.house;
  const settings = await opened.settings.read();
  const { rooms, timeZone } = settings;
  const hand = handOf(locals, settings);
  const now = Date.now();
  const cards = await opened.animals.at('hanging', MOST);
  const all = await opened.hanging.within(cards, ANSWERED_MS);
  const rows: Row[] = [];
  const learned = new Map<SpeciesKey, Minutes>();
  for (const card of cards) {
    const reckoned = all.get(card.id);
    if (!reckoned || reckoned.place === FIELD || card.held === 'condemned') continue;
    const { place } = reckoned;
    const kg = (card.likely ?? card.base) / 1000;
    const { species } = card.facts;
    const known = learned.get(species) ?? (await opened.minutes.learned(hand, species));
    learned.set(species, known);
    const minutes = minutesOf(card, known);
    rows.push({
      id: card.id,
      code: card.code,
      facts: { species: card.facts.species, sex: card.facts.sex, ageClass: card.facts.ageClass },
      grams: card.hanging ?? card.likely ?? card.base,
      modelled: card.hanging === null,
      count: card.count,
      held: card.held,
      place,
      minutes,
      hooks: hooksOf(kg, card.whole !== 0, card.count),
      ...(reckoned.ok
        ? {
            death: reckoned.reckoning.asked.killedAt,
            window: slim(reckoned.hanging.window),
            coldAt: reckoned.reckoning.asked.killedAt + reckoned.hanging.outcome.hoursToTarget * HOUR,
            sour: reckoned.hanging.outcome.soFar.boneSour,
            sourAhead: reckoned.hanging.outcome.inAll.boneSour,
            warnings: warningsOf(reckoned.hanging.outcome, reckoned.hanging.window),
            ...(reckoned.earlier ? { earlier: true as const } : {}),
            ...(reckoned.reckoning.borrowed ? { borrowed: reckoned.reckoning.borrowed } : {})
          }
        : {
            death: card.facts.killedAt ?? card.firstAt,
            ...(reckoned.fault === 'pending' ? { pending: true as const } : {})
          })
    });
  }
  const today = midnightBefore(now, timeZone);
  const rail: (OnRail & { urgency: ReturnType<typeof urgencyOf> })[] = rows.map((r) => {
    const on: OnRail = {
      code: r.code,
      held: r.held !== null,
      minutes: r.minutes,
      room: r.place,
      ...(r.window ? { window: r.window } : {})
    };
    return { ...on, urgency: urgencyOf(on, now, today) };
  });
  const days = [today];
  while (days.length <= AHEAD_DAYS) days.push(midnightBefore((days.at(-1) as number) + 36 * HOUR, timeZone));
  const airs: RoomAir[] = [];
  for (const room of rooms) {
    const points = await opened.readings.newest(roomPlace(room.key), 60);
    airs.push({
      key: room.key,
      warm: room.warm,
      points: points.flatMap((p) => (p.air === undefined ? [] : [{ at: p.at, air: p.air }])),
      watched: points.some((p) => p.probe !== 'hand')
    });
  }
  const byRoom = rooms.map((room, i) => {
    const newest = airs[i]?.points.at(-1);
    return {
      key: room.key,
      name: room.name,
      hooks: room.hooks,
      taken: rows.filter((r) => r.place === room.key).reduce((sum, r) => sum + r.hooks, 0),
      animals: rows.filter((r) => r.place === room.key).length,
      warm: room.warm,
      set: room.set ?? null,
      outside: room.outside,
      ...(newest ? { read: newest } : {})
    };
  });
  const wanted = url.searchParams.get('room');
  const shown = byRoom.find((r) => r.key === wanted) ?? [...byRoom].sort((a, b) => b.animals - a.animals)[0];
  const from = today - BACK_DAYS * DAY;
  const until = today + (AHEAD_DAYS + 1) * DAY;
  const series = shown ? await opened.readings.series(roomPlace(shown.key), from, now, AIR_POINTS) : [];
  const lastRead = series.at(-1)?.at ?? from;
  const forecast = shown?.outside ? await opened.forecasts.between(lastRead, until) : [];
  const newest = shown ? (await opened.readings.newest(roomPlace(shown.key)))[0] : undefined;
  const order = { now: 0, first: 0, today: 1, tomorrow: 2, later: 3, ages: 4, unknown: 5 };
  const { base, asks } = await reachedBy(locals);
  return {
    /** The calendar's address; where nobody has said how devices get here, the question. */
    feed: asks ? '/settings/address?to=/hanging' : `${base}${await feedPath(opened, locals.visitor)}`,
    rows: rows
      .map((r, i) => ({ ...r, urgency: rail[i]?.urgency ?? ('unknown' as const) }))
      .sort(
        (a, b) =>
          order[a.urgency] - order[b.urgency] ||
          (a.window?.closes ?? Infinity) - (b.window?.closes ?? Infinity) ||
          a.code.localeCompare(b.code)
      ),
    rooms: byRoom,
    shown: shown?.key,
    air: { series, forecast: forecast.map(({ at, air }) => ({ at, air })), newest },
    plan: planDays(rail, now, days, settings.dayMinutes),
    dayMinutes: settings.dayMinutes,
    alarms: alarmsOf(
      airs,
      rows.map((r) => ({ code: r.code, since: r.death })),
      now,
      settings
    ),
    now,
    from,
    until
  };
};
