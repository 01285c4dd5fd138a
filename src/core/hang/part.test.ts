import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { DEFAULT_SETTINGS } from '$core/settings';
import { DAY, HOUR, grams } from '$core/units';
import { curvesAt } from '$core/chill';
import {
  COOLBOX,
  eventsOf,
  hang,
  hangPart,
  knownAir,
  leftOut,
  partHung,
  placeOf,
  reckon,
  toPlain,
  type Hung,
  type Lone
} from './index';

const NOW = Date.UTC(2026, 10, 25, 20);
const { rooms } = DEFAULT_SETTINGS;
const choices = { rooms, timeZone: 'Europe/Oslo', coreTarget: 'usual' as const };
const hours = (from: number, to: number, air: number) =>
  Array.from({ length: Math.round((to - from) / HOUR) + 1 }, (_, i) => ({
    at: from + i * HOUR,
    air,
    rh: 0.8
  }));
const air = (out: number) =>
  knownAir(rooms, {
    read: { field: hours(NOW - 3 * DAY, NOW, out), shed: hours(NOW - 3 * DAY, NOW, out) },
    forecast: hours(NOW - DAY, NOW + 9 * DAY, out)
  });

/** A moose cow that fell ten hours ago and was quartered three hours later. */
const cow: Hung = {
  id: 'cow',
  facts: { species: 'moose', sex: 'female', ageClass: 'adult', killedAt: NOW - 10 * HOUR },
  marks: [],
  hanging: grams(160_000),
  firstAt: NOW - 10 * HOUR,
  cooling: [
    { entry: 'm', at: NOW - 10 * HOUR, what: 'moved', to: 'field' },
    { entry: 'q', at: NOW - 7 * HOUR, what: 'quartered' }
  ]
};
const LEG = 24_000;
const ham = (more: Partial<Lone> = {}): Lone => ({
  item: 'ham',
  grams: grams(LEG),
  offAt: NOW - 7 * HOUR,
  offBy: 'cut',
  said: [],
  ...more
});
const said = (at: number, what: 'moved' | 'packed' | 'hung', to?: string) => ({
  entry: `${what}${at}`,
  at,
  what,
  item: 'ham',
  ...(to ? { to } : {})
});
const run = (of: Hung, out = 12) => {
  const r = reckon(of, air(out), choices, NOW);
  if (!r.ok) throw new Error(r.fault);
  return hang(of, r, NOW);
};
const runPart = (part: Lone, out = 12, of = cow) => {
  const r = hangPart(of, part, LEG, air(out), choices, NOW);
  if (!r.ok) throw new Error(r.fault);
  return r.hanging;
};

describe('a part that cools by itself', () => {
  it('is as its animal, quartered, as long as nothing is said of it alone', () => {
    const [whole, part] = [run(cow), runPart(ham())];
    for (let at = NOW - 10 * HOUR; at < NOW + 3 * DAY; at += HOUR)
      expect(curvesAt(part.curves, at).core).toBeCloseTo(curvesAt(whole.curves, at).core, 1);
    expect(Math.abs(part.window.closes - whole.window.closes)).toBeLessThan(HOUR);
    // Its animal goes into the cold room, and it goes along.
    const taken = {
      ...cow,
      cooling: [...(cow.cooling ?? []), { entry: 'c', at: NOW, what: 'moved', to: 'cold' } as const]
    };
    expect(placeOf(partHung(taken, ham(), LEG), rooms)).toBe('cold');
    // Once it was put elsewhere it stays there.
    const boxed = partHung(taken, ham({ said: [said(NOW - HOUR, 'moved', COOLBOX)] }), LEG);
    expect(placeOf(boxed, rooms)).toBe(COOLBOX);
  });

  it('is cold sooner in a cool box on ice than out of doors, and far later shut in a boot', () => {
    const at = NOW - 6 * HOUR;
    const [out, box, boot] = [
      runPart(ham()),
      runPart(ham({ said: [said(at, 'moved', COOLBOX)] })),
      runPart(ham({ said: [said(at, 'packed')] }))
    ];
    const later = NOW + 12 * HOUR;
    expect(curvesAt(box.curves, later).core).toBeLessThan(curvesAt(out.curves, later).core - 1);
    expect(curvesAt(boot.curves, later).core).toBeGreaterThan(curvesAt(out.curves, later).core + 3);
    // In 12 °C it is never down to 7 °C; on ice it is.
    expect([Number.isFinite(out.outcome.hoursToTarget), Number.isFinite(box.outcome.hoursToTarget)]).toEqual([
      false,
      true
    ]);
    // Out of the boot again, air all round, it goes on as before.
    const aired = runPart(ham({ said: [said(at, 'packed'), said(at + 4 * HOUR, 'hung')] }));
    expect(curvesAt(aired.curves, later).core).toBeLessThan(curvesAt(boot.curves, later).core);
  });

  it('of less weight is never cold later, and the word that a ham lies boned to the bone never slows it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1_500, max: 30_000 }),
        fc.integer({ min: 500, max: 15_000 }),
        (light, more) => {
          const cold = (weight: number) => runPart(ham({ grams: grams(weight) }), 3).outcome.hoursToTarget;
          expect(cold(light)).toBeLessThanOrEqual(cold(light + more) + 1e-9);
        }
      ),
      { numRuns: 8 }
    );
    const opened = ham({ said: [{ entry: 'o', at: NOW - 6 * HOUR, what: 'hamOpened', item: 'ham' }] });
    expect(runPart(opened, 3).outcome.hoursToTarget).toBeLessThan(runPart(ham(), 3).outcome.hoursToTarget);
  });

  it('a small one that came off late was never chilled fast: it was part of the whole until then', () => {
    const small = { grams: grams(3_000), offAt: NOW - HOUR };
    const late = runPart(ham(small), 1);
    const [before, whole] = [NOW - 2 * HOUR, run(cow, 1)];
    expect(curvesAt(late.curves, before).core).toBeCloseTo(curvesAt(whole.curves, before).core, 6);
    // From then on it cools as what it is.
    expect(curvesAt(late.curves, NOW + 6 * HOUR).core).toBeLessThan(
      curvesAt(runPart(ham({ offAt: NOW - HOUR }), 1).curves, NOW + 6 * HOUR).core - 3
    );
    // It begins where the whole was.
    expect(curvesAt(late.curves, NOW - HOUR).core).toBeCloseTo(curvesAt(whole.curves, NOW - HOUR).core, 0);
  });

  it('is as warm as what was read in its animal, before it came off and, where it counts, after', () => {
    const off = ham({ offAt: NOW - 2 * HOUR, grams: grams(9_000) });
    const warm = (cores: { at: number; core: number }[]) => {
      const r = hangPart(cow, off, LEG, air(3), choices, NOW, cores);
      if (!r.ok) throw new Error(r.fault);
      return curvesAt(r.hanging.curves, NOW).core;
    };
    const without = warm([]);
    expect(warm([{ at: NOW - 3 * HOUR, core: 38 }])).toBeGreaterThan(without + 1);
    expect(Math.abs(warm([{ at: NOW - HOUR, core: 12 }]) - 12)).toBeLessThan(2);
  });

  it('off an animal that hung bare for days, the hide was off since it was weighed', () => {
    const buck: Hung = {
      ...cow,
      facts: { species: 'fallow', sex: 'male', ageClass: 'adult', killedAt: NOW - 60 * HOUR },
      hanging: grams(30_000),
      firstAt: NOW - 58 * HOUR,
      cooling: [],
      marks: [
        {
          entry: 'w',
          at: NOW - 50 * HOUR,
          item: 'b',
          reading: { grams: grams(30_000), how: 'scale', stage: 'hanging' }
        }
      ]
    };
    const events = eventsOf(partHung(buck, ham({ offAt: NOW - HOUR, grams: grams(4_500) }), 4_500), rooms);
    expect(events.find((e) => e.what === 'hideOff')?.at).toBe(NOW - 50 * HOUR);
    expect(events.find((e) => e.what === 'quartered')?.at).toBe(NOW - HOUR);
  });

  it('on the road it comes home colder on ice than shut in a boot; hours of nothing change nothing', () => {
    const r = reckon({ ...cow, cooling: cow.cooling?.slice(0, 1) ?? [] }, air(14), choices, NOW);
    if (!r.ok) throw new Error(r.fault);
    const { records } = air(14);
    const everywhere = Object.fromEntries(Object.entries(records).map(([key, one]) => [key, one.warm]));
    const plain = toPlain({ ...r.asked, air: everywhere }, 'UTC', NOW + 6 * DAY);
    const by = (how: 'packed' | 'coolbox' | 'open', road: number) =>
      leftOut(plain, NOW, NOW + 2 * HOUR, 'cold', { hours: road, how });
    expect(by('coolbox', 5).coreThere).toBeLessThan(by('open', 5).coreThere);
    expect(by('open', 5).coreThere).toBeLessThan(by('packed', 5).coreThere);
    expect(by('packed', 5).coldAt).toBeGreaterThan(by('coolbox', 5).coldAt);
    expect(by('packed', 0)).toEqual(by('open', 0));
    expect(by('packed', 0).coreThere).toBeCloseTo(by('packed', 0).coreAt, 9);
  });
});
