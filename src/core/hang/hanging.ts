import {
  airRecord,
  bodyOf,
  cool,
  coverOf,
  hangingWindow,
  isLarge,
  outcomeOf,
  phasesOf,
  valueAt,
  type AirPoint,
  type AirRecord,
  type Asked,
  type CoolingEvent,
  type CoolOutcome,
  type CoverFit,
  type Curves,
  type Gap,
  type HangingWindow,
  type Place,
  type Series
} from '$core/chill';
import type { Cooling, Facts, Felt, Mark } from '$core/book';
import { COOL_BOX, DEEP, OPENED_BY_HOURS } from '$core/reference';
import type { Room } from '$core/settings';
import { DAY, HOUR, clockAt, grams, hourAt, type Celsius, type Grams, under } from '$core/units';

/** How far ahead a window is looked for. Own choice. */
const AHEAD_DAYS = 16;
/** A small animal weighed drawn, of which nothing is said, counts as drawn by so many hours from death. Own choice. */
const DRAWN_BY_HOURS = 3;
/** The air outside, by name. */
export const FIELD = 'field';
/** A cool box on ice, by name. */
export const COOLBOX = 'coolbox';

/** What the cooling of an animal is reckoned from: its record in the book, no balances. */
export interface Hung {
  id: string;
  facts: Facts;
  marks: readonly Mark[];
  cooling?: readonly Cooling[] | undefined;
  felt?: readonly Felt[] | undefined;
  /** Hanging weight of one animal, read or modelled. */
  hanging: Grams;
  /** When it first came into the book. */
  firstAt: number;
  /** It came in parts. */
  quartered?: boolean;
}

/** An event of the record, or one that the record lets conclude. */
export interface KnownEvent extends CoolingEvent {
  /** The entry it stands in; absent where it follows from a weighing or an arrival. */
  entry?: string;
  /** Concluded, not said. */
  assumed?: boolean;
}

/** Moment of death to reckon from: as said, but never after the animal came into the book. */
export function deathOf(hung: Pick<Hung, 'facts' | 'firstAt'>): { at: number; known: boolean } {
  const said = hung.facts.killedAt;
  return said === null || said === undefined
    ? { at: hung.firstAt, known: false }
    : { at: Math.min(said, hung.firstAt), known: true };
}

/** What cannot be done to an animal that is not open. */
const OPENING: readonly CoolingEvent['what'][] = [
  'dressed',
  'pelvisSplit',
  'quartered',
  'hamOpened',
  'iceIn'
];

/**
 * When an animal of which nobody has said it was opened, ms: a large one an hour after death, or when it came in, or with
 * the first thing done to it that opens it, whichever is first; a small one when it was weighed drawn, three hours after
 * death at the latest, and never where it was not.
 */
function openedAt(hung: Hung, said: readonly CoolingEvent[]): number | undefined {
  const death = deathOf(hung).at;
  const drawn = hung.marks.filter((m) => m.reading.stage !== undefined && m.reading.stage !== 'live');
  const large = isLarge(hung.facts.species);
  if (!large && drawn.length === 0) return undefined;
  const by = death + (large ? OPENED_BY_HOURS : DRAWN_BY_HOURS) * HOUR;
  const doing = said.filter((e) => OPENING.includes(e.what)).map((e) => e.at);
  return Math.max(death, Math.min(by, hung.firstAt, ...drawn.map((m) => m.at), ...doing));
}

/**
 * What happened to an animal, as the book says it, and what follows from its weighings: a hanging weight means that the
 * hide was off by then; an animal that nobody has placed hangs in the first room from its arrival; one that nobody has
 * opened counts as opened in good time.
 */
export function eventsOf(hung: Hung, rooms: readonly Room[]): KnownEvent[] {
  const said: KnownEvent[] = (hung.cooling ?? []).map(({ at, what, to, entry }) => ({
    at,
    what,
    entry,
    ...(to ? { to } : {})
  }));
  const has = (...what: CoolingEvent['what'][]) => said.some((e) => what.includes(e.what));
  const weighed = (stage: string) => hung.marks.filter((m) => m.reading.stage === stage).map((m) => m.at);
  const events = [...said];
  const bare = Math.min(...weighed('hanging'), ...weighed('aged'));
  // Quartered after it hung bare it was bare before.
  const skinned = said.some((e) => e.what === 'hideOff' || (e.what === 'quartered' && e.at <= bare));
  if (Number.isFinite(bare) && !skinned) events.push({ at: bare, what: 'hideOff', assumed: true });
  if (hung.quartered && !has('quartered'))
    events.push({ at: hung.firstAt, what: 'quartered', assumed: true });
  const opened = has('dressed') ? undefined : openedAt(hung, said);
  if (opened !== undefined) events.push({ at: opened, what: 'dressed', assumed: true });
  const [first] = rooms;
  if (!has('moved') && first) events.push({ at: hung.firstAt, what: 'moved', to: first.key, assumed: true });
  return events.sort((a, b) => a.at - b.at);
}

/** Where an animal is by its record; `field`, or a room's key. */
export function placeOf(hung: Hung, rooms: readonly Room[]): string {
  return eventsOf(hung, rooms).findLast((e) => e.what === 'moved')?.to ?? FIELD;
}

/** Rooms as places with the film their air makes; out in the field the wind makes it, still air where nobody has said any. */
export const placesOf = (rooms: readonly Room[], wind?: Series): Record<string, Place> => ({
  [FIELD]: { key: FIELD, film: 'still', ...(wind ? { wind } : {}) },
  [COOLBOX]: { key: COOLBOX, film: COOL_BOX.film, lies: true },
  ...Object.fromEntries(rooms.map((r) => [r.key, { key: r.key, film: r.film }]))
});

/** Air by place: what was read there, and what is forecast outside. */
export interface AirSources {
  /** Readings by place key, `field` among them where somebody read it. */
  read: Readonly<Record<string, readonly AirPoint[]>>;
  /** Outside, hourly. */
  forecast: readonly AirPoint[];
  /** Only these count: where none is known, none stands in. */
  alone?: boolean;
}

/** The air of each place, and how it is known. */
export interface KnownAir {
  records: Readonly<Record<string, AirRecord>>;
  /** Places of which nothing at all is known. */
  unknown: string[];
  /** Places that stand in at what they are set to. */
  set: string[];
  /** Where none is known, none stands in. */
  alone?: boolean;
}

/**
 * One record of air for each place. A room that follows the weather goes on by the forecast after its last reading; one
 * that is held goes on at the mean of its last day, or at what it is set to where nothing was read.
 */
export function knownAir(rooms: readonly Room[], sources: AirSources): KnownAir {
  const records: Record<string, AirRecord> = {};
  const unknown: string[] = [];
  const set: string[] = [];
  const put = (key: string, points: readonly AirPoint[]) => {
    const record = airRecord(points);
    if (record) records[key] = record;
    else unknown.push(key);
  };
  const outside = (read: readonly AirPoint[]) => {
    const last = read.at(-1)?.at ?? -Infinity;
    return [...read, ...sources.forecast.filter((f) => f.at > last)];
  };
  put(FIELD, outside(sources.read[FIELD] ?? []));
  put(COOLBOX, [{ at: 0, air: COOL_BOX.air }]);
  for (const room of rooms) {
    const read = under(sources.read, room.key) ?? [];
    if (room.outside) put(room.key, outside(read));
    else if (read.length > 0) put(room.key, read);
    else if (room.set !== null && room.set !== undefined) {
      put(room.key, [{ at: 0, air: room.set }]);
      set.push(room.key);
    } else unknown.push(room.key);
  }
  return { records, unknown, set, ...(sources.alone ? { alone: true } : {}) };
}

export interface Choices {
  rooms: readonly Room[];
  timeZone: string;
  coreTarget: 'usual' | 'four';
}

/** Days after death for which cooling is calculated at most: nothing hangs so long, and air is not kept so far back. Own choice. */
export const LONGEST_DAYS = 60;

/**
 * The place whose air stands in where nothing is known: out of doors, or else the room that was read last. No cool box, and
 * no room that is only set to something.
 */
function standIn({ records, set, alone }: KnownAir): string | undefined {
  if (alone) return undefined;
  if (under(records, FIELD)) return FIELD;
  const read = Object.entries(records).filter(([key]) => key !== COOLBOX && !set.includes(key));
  return read.sort(([, a], [, b]) => b.knownUntil - a.knownUntil)[0]?.[0];
}

/** What stands in the way of an answer: no air is known anywhere, or it was killed too long ago. */
export type HangFault = { fault: 'noAir' | 'tooLong'; places: string[] };

/** How it is asked of the model. */
export interface Reckoning {
  asked: Asked;
  /** The same in the colder reading of long gaps; absent where there are none. */
  cold?: Asked;
  /** Events that are planned, not done. */
  planned: CoolingEvent[];
  known: KnownEvent[];
  deathKnown: boolean;
  target: Celsius;
  gaps: Gap[];
  /** Relative humidity where it is, at a moment. */
  rh: (at: number) => number | undefined;
  /** Places on its way whose air is only what they are set to. */
  set: string[];
  /** Places on its way of whose air nothing is known, and the place whose air stands in. */
  borrowed?: { places: string[]; from: string };
}

/**
 * An animal's cooling as the model is asked it.
 * @param planned  events not done yet; those before `now` do not count
 * @param cores  cores read in it, any order
 * @param fit  what the larder's probes have taught of films and coats
 */
export function reckon(
  hung: Hung,
  air: KnownAir,
  choices: Choices,
  now: number,
  planned: readonly CoolingEvent[] = [],
  cores: readonly { at: number; core: number }[] = [],
  fit?: CoverFit
): ({ ok: true } & Reckoning) | ({ ok: false } & HangFault) {
  const { rooms, timeZone } = choices;
  const death = deathOf(hung);
  if (now - death.at > LONGEST_DAYS * DAY) return { ok: false, fault: 'tooLong', places: [] };
  const known = eventsOf(hung, rooms);
  // A plan whose hour has passed without a word in the book has not come true.
  const ahead = planned.filter((e) => e.at > now);
  const events = [...known, ...ahead].sort((a, b) => a.at - b.at);
  const { month } = clockAt(death.at, timeZone);
  const places = placesOf(rooms, under(air.records, FIELD)?.wind);
  const target = (choices.coreTarget === 'four' ? 4 : usualTarget(hung)) as Celsius;
  const phases = phasesOf(death.at, events, places);
  const used = [...new Set(phases.map((p) => p.place))];
  const missing = used.filter((key) => !under(air.records, key));
  const from = missing.length > 0 ? standIn(air) : undefined;
  if (missing.length > 0 && from === undefined) return { ok: false, fault: 'noAir', places: missing };
  const recordOf = (key: string) =>
    under(air.records, missing.includes(key) ? (from ?? '') : key) as AirRecord;
  const series = (kind: 'warm' | 'cold') => Object.fromEntries(used.map((key) => [key, recordOf(key)[kind]]));
  const body = bodyOf(hung.facts.species, hung.hanging, month);
  const base: Asked = {
    body,
    ...coverOf(fit, body.hide, phases.at(-1)?.place ?? FIELD),
    killedAt: death.at,
    events,
    places,
    target,
    air: series('warm'),
    until: Math.max(now + AHEAD_DAYS * DAY, death.at + 4 * DAY),
    localHour: (at) => hourAt(at, timeZone),
    readings: [...cores].filter((c) => c.at >= death.at).sort((a, b) => a.at - b.at)
  };
  const spans = phases.map((p, i) => ({ place: p.place, from: p.from, to: phases[i + 1]?.from ?? Infinity }));
  const gaps = spans.flatMap(({ place, from, to }) =>
    recordOf(place)
      .gaps.filter((g) => g.to > from && g.from < to)
      .map((g) => ({ from: Math.max(g.from, from), to: Math.min(g.to, to) }))
  );
  const rh = (at: number) => {
    const span = spans.findLast((s) => s.from <= at) ?? spans[0];
    const humidity = span && recordOf(span.place).humidity;
    return humidity ? valueAt(humidity, at) : undefined;
  };
  return {
    ok: true,
    asked: base,
    ...(gaps.length > 0 ? { cold: { ...base, air: series('cold') } } : {}),
    planned: [...planned],
    known,
    deathKnown: death.known,
    target,
    gaps,
    rh,
    set: used.filter((key) => air.set.includes(key)),
    ...(from === undefined ? {} : { borrowed: { places: missing, from } })
  };
}

const usualTarget = (hung: Pick<Hung, 'facts'>): number =>
  DEEP[isLarge(hung.facts.species) ? 'large' : 'small'];

/** An animal on the hook: its curves, what they say of the meat, and its window. */
export interface Hanging {
  curves: Curves;
  outcome: CoolOutcome;
  window: HangingWindow;
}

/** Curves of a question. */
export const curvesOf = (asked: Asked): Curves =>
  cool({ ...asked, phases: phasesOf(asked.killedAt, asked.events, asked.places, asked.lay) });

/** Runs the model of a reckoning. */
export function hang(hung: Hung, reckoning: Reckoning, now: number): Hanging {
  const curves = curvesOf(reckoning.asked);
  return hangBy(hung, reckoning, now, curves, reckoning.cold ? curvesOf(reckoning.cold) : curves);
}

/** What curves say of the meat, and its window. */
export function hangBy(
  hung: Hung,
  reckoning: Reckoning,
  now: number,
  curves: Curves,
  cold: Curves = curves
): Hanging {
  const { facts } = hung;
  return {
    curves,
    outcome: outcomeOf(curves, reckoning.target, now),
    window: hangingWindow({
      species: facts.species,
      sex: facts.sex,
      ageClass: facts.ageClass,
      rut: facts.rut,
      hanging: hung.hanging,
      warm: curves,
      cold,
      rh: reckoning.rh,
      felt: hung.felt ?? [],
      now
    })
  };
}

/** Weight of one animal of a lot. */
export const oneOf = (whole: number, count: number | undefined): Grams =>
  grams(Math.max(1, Math.round(whole / Math.max(1, count ?? 1))));
