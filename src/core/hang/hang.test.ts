import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETTINGS } from '$core/settings';
import { DAY, HOUR, grams } from '$core/units';
import {
  alarmsOf,
  eventsOf,
  LONGEST_DAYS,
  fromPlain,
  guessLive,
  hang,
  hooksOf,
  knownAir,
  leftOut,
  oneOf,
  placeOf,
  planDays,
  reckon,
  shifted,
  toPlain,
  urgencyOf,
  type Hung,
  type OnRail
} from './index';

const NOW = Date.UTC(2026, 10, 25, 20);
const { rooms } = DEFAULT_SETTINGS;
const choices = { rooms, timeZone: 'Europe/Oslo', coreTarget: 'usual' as const };
const hours = (from: number, to: number, air: number, more: object = {}) =>
  Array.from({ length: Math.round((to - from) / HOUR) + 1 }, (_, i) => ({
    at: from + i * HOUR,
    air,
    ...more
  }));
const hung = (more: Partial<Hung> = {}): Hung => ({
  id: 'a',
  facts: { species: 'fallow', sex: 'female', ageClass: 'adult', killedAt: NOW - 30 * HOUR },
  marks: [],
  hanging: grams(26_000),
  firstAt: NOW - 29 * HOUR,
  ...more
});
const sources = (shed = 4) => ({
  read: { shed: hours(NOW - 5 * DAY, NOW, shed, { rh: 0.8 }) },
  forecast: hours(NOW - DAY, NOW + 9 * DAY, 6, { forecast: true })
});
const reckoned = (h: Hung, air = knownAir(rooms, sources()), planned: Parameters<typeof reckon>[4] = []) => {
  const r = reckon(h, air, choices, NOW, planned);
  if (!r.ok) throw new Error(r.fault);
  return r;
};

describe('before the knife', () => {
  it('what is still warm inside, or stiff, is never sent to it, however late it is', () => {
    let early = 0;
    for (const shed of [4, 14, 22])
      for (const ago of [2, 8, 20, 40])
        for (const species of ['roe', 'moose', 'pheasant'] as const) {
          const killedAt = NOW - ago * HOUR;
          const h = hung({
            facts: { species, sex: 'male', ageClass: 'old', killedAt },
            hanging: grams(species === 'moose' ? 190_000 : species === 'roe' ? 14_000 : 900),
            firstAt: killedAt + HOUR
          });
          const { window: w, outcome } = hang(h, reckoned(h, knownAir(rooms, sources(shed))), NOW);
          const warm = w.core > 12;
          const stiff = NOW < killedAt + (species === 'pheasant' ? 18 : 36) * HOUR;
          expect(w.waits).toBe(warm ? 'warm' : stiff ? 'stiff' : undefined);
          if (w.waits) expect(w.ready).toBeGreaterThan(NOW);
          const urgency = urgencyOf({ window: w }, NOW, NOW - 20 * HOUR);
          if (w.waits) expect(urgency).not.toBe('now');
          if (urgency === 'first') early += 1;
          // What nobody has seen yet is not said of the record.
          expect(outcome.soFar.hoursWarm).toBeLessThanOrEqual(ago + 1e-9);
          expect(outcome.soFar.hoursWarm).toBeLessThanOrEqual(outcome.inAll.hoursWarm);
          expect(outcome.soFar.degreeHours).toBeLessThanOrEqual(outcome.inAll.degreeHours + 1e-9);
        }
    expect(early).toBeGreaterThan(0);
  });

  it('what is late and still warm is planned for the day on which it is cool and loose', () => {
    const days = [0, 1, 2, 3].map((d) => NOW - 20 * HOUR + d * DAY);
    const on = (ready: number): OnRail => ({
      code: 'x',
      held: false,
      minutes: 60,
      room: 'shed',
      window: {
        opens: NOW + 9 * DAY,
        closes: NOW - HOUR,
        never: true,
        state: 'closed',
        openedBy: 'ageing',
        closedBy: 'spoilage',
        waits: 'warm',
        ready
      }
    });
    const day = (ready: number) =>
      planDays([on(ready)], NOW, days, 300).findIndex((d) => d.codes.includes('x'));
    expect([day(NOW + 30 * HOUR), day(Infinity)]).toEqual([2, 0]);
  });
});

describe('what an animal’s cooling is reckoned from', () => {
  it('a hanging weight says the hide was off, and an arrival that it hangs in the first room; a word in the book goes before', () => {
    const mark = {
      entry: 'e',
      item: 'c',
      at: NOW - 20 * HOUR,
      reading: { grams: grams(26_000), how: 'scale' as const, stage: 'hanging' as const }
    };
    const events = eventsOf(hung({ marks: [mark] }), rooms);
    expect(events.map((e) => [e.what, e.to, e.assumed])).toEqual([
      ['dressed', undefined, true],
      ['moved', 'shed', true],
      ['hideOff', undefined, true]
    ]);
    const said = hung({
      marks: [mark],
      cooling: [
        { entry: 'x', at: NOW - 28 * HOUR, what: 'hideOff' },
        { entry: 'y', at: NOW - 27 * HOUR, what: 'moved', to: 'cold' }
      ]
    });
    expect(eventsOf(said, rooms).map((e) => e.assumed)).toEqual([true, undefined, undefined]);
    expect(placeOf(said, rooms)).toBe('cold');
    expect(placeOf(hung(), rooms)).toBe('shed');
  });

  it('what nobody said was opened counts as opened in good time, small game only where it was weighed drawn', () => {
    const opened = (more: Partial<Hung>) => {
      const event = eventsOf(hung(more), rooms).find((e) => e.what === 'dressed');
      return event && { hours: (event.at - (NOW - 30 * HOUR)) / HOUR, assumed: event.assumed ?? false };
    };
    expect(opened({})).toEqual({ hours: 1, assumed: true });
    expect(opened({ firstAt: NOW - 29.5 * HOUR })).toEqual({ hours: 0.5, assumed: true });
    expect(opened({ cooling: [{ entry: 'x', at: NOW - 20 * HOUR, what: 'dressed' }] })).toEqual({
      hours: 10,
      assumed: false
    });
    const bird = (stage: 'live' | 'drawn') =>
      opened({
        facts: { species: 'duck', sex: 'male', ageClass: 'adult', killedAt: NOW - 30 * HOUR },
        firstAt: NOW - 20 * HOUR,
        marks: [
          { entry: 'e', item: 'c', at: NOW - 20 * HOUR, reading: { grams: grams(800), how: 'scale', stage } }
        ]
      });
    expect(bird('live')).toBeUndefined();
    expect(bird('drawn')).toEqual({ hours: 3, assumed: true });
  });

  it('out in the field the forecast’s wind moves the air, and its humidity dries', () => {
    const out = (wind: number, rh: number) => {
      const forecast = hours(NOW - 40 * HOUR, NOW + 9 * DAY, 4, { forecast: true, wind, rh });
      const h = hung({ cooling: [{ entry: 'x', at: NOW - 29 * HOUR, what: 'moved', to: 'field' }] });
      const r = reckoned(h, knownAir(rooms, { read: {}, forecast }));
      const way = hang(h, r, NOW);
      expect(r.rh(NOW)).toBeCloseTo(rh, 9);
      const plain = fromPlain(toPlain(r.asked, 'UTC', NOW + DAY));
      expect(plain.places.field!.wind!.at.length).toBeLessThan(r.asked.places.field!.wind!.at.length);
      return way;
    };
    expect(out(9, 0.8).outcome.hoursToTarget).toBeLessThan(out(0, 0.8).outcome.hoursToTarget - 3);
    expect(out(9, 0.7).window.spoilage).toBeLessThan(out(9, 0.97).window.spoilage);
  });

  it('death is never after it came in, and an unknown hour is said', () => {
    const late = reckoned(
      hung({ facts: { species: 'fallow', sex: 'female', ageClass: 'adult', killedAt: NOW } })
    );
    expect(late.asked.killedAt).toBe(NOW - 29 * HOUR);
    expect(late.deathKnown).toBe(true);
    const unknown = reckoned(hung({ facts: { species: 'fallow', sex: 'female', ageClass: 'adult' } }));
    expect(unknown.deathKnown).toBe(false);
  });

  it('a room that follows the weather goes on by the forecast, one that is held by its set point or its last day', () => {
    const air = knownAir(rooms, sources());
    expect(air.records.shed!.forecastFrom).toBeGreaterThan(NOW);
    expect(air.set).toEqual(['cold']);
    expect(air.records.cold!.warm.value[0]).toBe(3);
    const none = knownAir(rooms, { read: {}, forecast: [] });
    expect(none.unknown).toEqual(['field', 'shed']);
    expect(reckon(hung(), none, choices, NOW)).toMatchObject({
      ok: false,
      fault: 'noAir',
      places: ['field', 'shed']
    });
  });

  it('is calculated by the air out of doors, or of the room read last, where none is known of its place', () => {
    const forecast = [-30, 0, 30].map((h) => ({ at: NOW + h * HOUR, air: 9 }));
    const outside = reckon(
      hung(),
      knownAir([{ ...rooms[0]!, outside: false, set: null }], { read: {}, forecast }),
      choices,
      NOW
    );
    expect(outside.ok && outside.borrowed).toEqual({ places: [rooms[0]!.key], from: 'field' });
    expect(outside.ok && [...outside.asked.air[rooms[0]!.key]!.value]).toContain(9);
    const other = knownAir(
      [
        ...rooms.map((r) => ({ ...r, outside: false, set: null })),
        { ...rooms[0]!, key: 'loft', outside: false }
      ],
      { read: { loft: [{ at: NOW - HOUR, air: 7 }] }, forecast: [] }
    );
    const inside = reckon(hung(), other, choices, NOW);
    expect(inside.ok && inside.borrowed?.from).toBe('loft');
    // Out of doors comes first, though a room was read later.
    const read = { loft: [{ at: NOW - HOUR, air: 7 }], field: [{ at: NOW - 20 * HOUR, air: 9 }] };
    const loft = { ...rooms[0]!, key: 'loft', outside: false };
    const both = knownAir([{ ...rooms[0]!, outside: false, set: null }, loft], { read, forecast: [] });
    const first = reckon(hung(), both, choices, NOW);
    expect(first.ok && first.borrowed?.from).toBe('field');
    const known = reckoned(hung());
    expect(known.borrowed).toBeUndefined();
  });

  it('is not asked of the model for what was killed too long ago, by a slip of the year or in truth', () => {
    const killed = (days: number) =>
      reckon(
        hung({ facts: { species: 'fallow', sex: 'female', ageClass: 'adult', killedAt: NOW - days * DAY } }),
        knownAir(rooms, sources()),
        choices,
        NOW
      );
    expect(killed(LONGEST_DAYS).ok).toBe(true);
    for (const days of [LONGEST_DAYS + 1, 365, 9_000])
      expect(killed(days)).toMatchObject({ ok: false, fault: 'tooLong', places: [] });
  });

  it('a plan counts when it lies ahead, and not when its hour has passed without a word', () => {
    const ahead = reckoned(hung(), undefined, [{ at: NOW + HOUR, what: 'hideOff' }]);
    expect(ahead.asked.events.some((e) => e.what === 'hideOff')).toBe(true);
    const passed = reckoned(hung(), undefined, [{ at: NOW - HOUR, what: 'hideOff' }]);
    expect(passed.asked.events.some((e) => e.what === 'hideOff')).toBe(false);
  });

  it('a long silence runs warm for growth and cold for ageing: the window closes sooner and opens later', () => {
    const steady = sources(4);
    const gap = {
      ...steady,
      read: { shed: steady.read.shed.filter((p) => p.at < NOW - 26 * HOUR || p.at > NOW - 2 * HOUR) }
    };
    const [a, b] = [steady, gap].map((s) => {
      const r = reckoned(hung(), knownAir(rooms, s));
      return { r, h: hang(hung(), r, NOW) };
    });
    expect(a!.r.gaps).toEqual([]);
    expect(b!.r.gaps).toHaveLength(1);
    expect(b!.h.window.spoilage).toBeGreaterThan(a!.h.window.spoilage);
    expect(b!.h.window.closes).toBeLessThan(a!.h.window.closes);
    expect(b!.h.window.opens).toBeGreaterThanOrEqual(a!.h.window.opens);
  });

  it('crosses to a worker and back with the same answer, and a warmer tomorrow changes only what is ahead', () => {
    const r = reckoned(hung());
    const plain = toPlain(r.asked, 'Europe/Oslo', NOW + 2 * DAY);
    const sent = JSON.parse(JSON.stringify(plain)) as typeof plain;
    const [a, b] = [
      hang(hung(), r, NOW),
      hang(hung(), { ...r, asked: { ...fromPlain(sent), until: r.asked.until } }, NOW)
    ];
    const at = a.curves.at.findIndex((t) => t >= NOW);
    expect(b.curves.core[at]!).toBeCloseTo(a.curves.core[at]!, 1);
    const warm = fromPlain(shifted(plain, NOW, 5));
    const c = hang(hung(), { ...r, asked: warm }, NOW).curves;
    const j = c.at.findIndex((t) => t >= NOW);
    expect(c.core[j]!).toBeCloseTo(a.curves.core[at]!, 1);
    expect(c.air[j + 20]!).toBeCloseTo(a.curves.air[at + 20]! + 5, 0);
  });

  it('a leg left out grows warmer meat than one that is carried off, and is cold later the later it comes', () => {
    const r = reckoned(
      hung({
        firstAt: NOW - 2 * HOUR,
        facts: { species: 'moose', sex: 'female', ageClass: 'adult', killedAt: NOW - 2 * HOUR },
        hanging: grams(160_000),
        cooling: [{ entry: 'm', at: NOW - 2 * HOUR, what: 'moved', to: 'field' }]
      })
    );
    const plain = toPlain(
      { ...r.asked, air: { ...r.asked.air, cold: { at: [0], value: [2] } } },
      'UTC',
      NOW + 4 * DAY
    );
    const [soon, late] = [
      leftOut(plain, NOW, NOW + 2 * HOUR, 'cold'),
      leftOut(plain, NOW, NOW + 10 * HOUR, 'cold')
    ];
    expect(late.coreAt).toBeLessThan(soon.coreAt);
    expect(late.coldAt).toBeGreaterThan(soon.coldAt);
    expect(late.fineUntil).toBe(soon.fineUntil);
  });
});

describe('the day’s plan', () => {
  const w = (opens: number, closes: number, never = false): OnRail['window'] =>
    ({
      opens,
      closes,
      ready: opens,
      never,
      state: 'ageing',
      closedBy: 'days',
      openedBy: 'ageing'
    }) as NonNullable<OnRail['window']>;
  const midnight = Date.UTC(2026, 10, 25);
  const days = Array.from({ length: 7 }, (_, i) => midnight + i * DAY);
  const on = (code: string, opens: number, closes: number, minutes = 120, never = false): OnRail => ({
    code,
    held: false,
    minutes,
    room: 'shed',
    window: w(opens, closes, never)
  });

  it('says what is now, today, tomorrow and later', () => {
    expect(urgencyOf(on('a', NOW - DAY, NOW - HOUR), NOW, midnight)).toBe('now');
    expect(urgencyOf(on('a', NOW, NOW + DAY, 1, true), NOW, midnight)).toBe('now');
    expect(urgencyOf(on('a', NOW - DAY, NOW + HOUR), NOW, midnight)).toBe('today');
    // What closes before anybody is at the bench tomorrow is cut today.
    expect(urgencyOf(on('a', NOW - DAY, midnight + 1.3 * DAY), NOW, midnight)).toBe('today');
    expect(urgencyOf(on('a', NOW - DAY, midnight + 1.5 * DAY), NOW, midnight)).toBe('tomorrow');
    expect(urgencyOf(on('a', NOW - DAY, NOW + 5 * DAY), NOW, midnight)).toBe('later');
    expect(urgencyOf(on('a', NOW + DAY, NOW + 5 * DAY), NOW, midnight)).toBe('ages');
    expect(urgencyOf({}, NOW, midnight)).toBe('unknown');
  });

  it('cuts each within its own days where there is room, and shows the day that is too full', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            opens: fc.double({ min: -3, max: 5, noNaN: true }),
            length: fc.double({ min: 0.1, max: 5, noNaN: true }),
            minutes: fc.integer({ min: 20, max: 280 })
          }),
          { maxLength: 12 }
        ),
        (list) => {
          const rail = list.map((l, i) =>
            on(`c${i}`, NOW + l.opens * DAY, NOW + (l.opens + l.length) * DAY, l.minutes)
          );
          const plan = planDays(rail, NOW, days, 300);
          for (const [d, day] of plan.entries()) {
            expect(day.over).toBe(day.minutes > 300);
            for (const code of day.codes) {
              const { window } = rail.find((r) => r.code === code)!;
              if (window!.closes <= NOW) expect(d).toBe(0);
              else {
                expect(day.from + DAY).toBeGreaterThan(Math.max(NOW, window!.opens));
                // Cut before it closes, or on the first day there was at all.
                expect(day.from).toBeLessThanOrEqual(Math.max(window!.closes, NOW));
              }
            }
          }
          const codes = plan.flatMap((day) => day.codes);
          expect(new Set(codes).size).toBe(codes.length);
          expect(plan.reduce((s, day) => s + day.minutes, 0)).toBe(
            codes.reduce((s, c) => s + rail.find((r) => r.code === c)!.minutes, 0)
          );
        }
      )
    );
    const crowded = planDays(
      ['a', 'b', 'c'].map((c) => on(c, NOW - DAY, NOW + HOUR, 200)),
      NOW,
      days,
      300
    );
    expect(crowded[0]).toMatchObject({ codes: ['a', 'b', 'c'], minutes: 600, over: true });
  });

  it('a door is no alarm, an hour of warmth is; a silent probe and a long hanging are told', () => {
    const points = (...air: number[]) =>
      air.map((t, i) => ({ at: NOW - (air.length - 1 - i) * 10 * 60_000, air: t }));
    const room = (list: { at: number; air: number }[], watched = true) => [
      { key: 'cold', warm: 7, points: list, watched }
    ];
    const limits = { silentMinutes: 180, longDays: 14 };
    expect(alarmsOf(room(points(3, 3, 9)), [], NOW, limits)).toEqual([]);
    expect(alarmsOf(room(points(3, 9, 9, 9)), [], NOW, limits)).toMatchObject([
      { kind: 'warm', celsius: 9, above: 7 }
    ]);
    const old = points(3, 3).map((p) => ({ ...p, at: p.at - 4 * HOUR }));
    expect(alarmsOf(room(old), [], NOW, limits)).toMatchObject([{ kind: 'silent', minutes: 240 }]);
    expect(alarmsOf(room(old, false), [], NOW, limits)).toEqual([]);
    expect(alarmsOf([], [{ code: '26-001', since: NOW - 15 * DAY }], NOW, limits)).toEqual([
      { kind: 'long', code: '26-001', days: 15 }
    ]);
  });

  it('hooks by weight and count, one of a lot, and a guess for what no scale has seen', () => {
    expect([
      hooksOf(25, true, null),
      hooksOf(134, true, null),
      hooksOf(134, false, null),
      hooksOf(4, true, 12)
    ]).toEqual([1, 2, 4, 2]);
    expect(oneOf(7_200, 8)).toBe(900);
    const girth = guessLive({ species: 'whitetail', sex: 'male', ageClass: 'adult', girth: 950 });
    expect(girth).toEqual({ grams: 68_000, within: 0.12, from: 'girth' });
    expect(guessLive({ species: 'whitetail', sex: 'male', ageClass: 'adult', girth: 1200 }).within).toBe(0.2);
    expect(guessLive({ species: 'roe', sex: 'male', ageClass: 'adult' })).toMatchObject({
      grams: 24_000,
      from: 'species'
    });
    expect(guessLive({ species: 'pheasant', sex: 'unknown', ageClass: 'adult' }, 8).grams).toBe(10_000);
  });
});
