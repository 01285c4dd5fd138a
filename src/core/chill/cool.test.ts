import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { AGE_CLASSES, SPECIES_KEYS, GROUP_KEYS, SPECIES, type SpeciesKey } from '$core/reference';
import { seeded } from '$core/statistics';
import { DAY, HOUR, grams, type Celsius } from '$core/units';
import {
  airRecord,
  answer,
  bandOf,
  bodyOf,
  canAsk,
  coldShortened,
  cool,
  drynessFactor,
  exposed,
  hangLossPerDay,
  hangingWindow,
  hourly,
  level,
  outcomeOf,
  phasesOf,
  rindMm,
  surfaceGrowth,
  valueAt,
  type Asked,
  type CoolInput,
  type CoolingEvent,
  type Place
} from './index';

const KILLED = Date.UTC(2026, 9, 20, 17);
const PLACES: Record<string, Place> = {
  field: { key: 'field', film: 'still' },
  shed: { key: 'shed', film: 'breeze' },
  cold: { key: 'cold', film: 'fan' }
};
const target = 7 as Celsius;

function input(
  kg: number,
  air: number,
  events: CoolingEvent[] = [],
  more: Partial<CoolInput> & { species?: SpeciesKey; lay?: Parameters<typeof phasesOf>[3] } = {}
): CoolInput {
  const { species = 'whitetail', lay, ...rest } = more;
  return {
    body: bodyOf(species, grams(Math.round(kg * 1000)), 10),
    killedAt: KILLED,
    phases: phasesOf(KILLED, events, PLACES, lay),
    air: { field: level(air), cold: level(2) },
    until: KILLED + 6 * DAY,
    ...rest
  };
}
const hoursTo = (i: CoolInput, t = target) => outcomeOf(cool(i), t).hoursToTarget;

describe('cooling, as it is known to go', () => {
  it('a 14 kg carcass in still 5 °C air takes about a day and a bit', () => {
    const hours = hoursTo(input(14, 5, [], { lay: { hide: false } }));
    expect(hours).toBeGreaterThan(22);
    expect(hours).toBeLessThan(34);
  });

  it('a 70 kg one in a fan room at 2 °C about 28 hours', () => {
    const hours = hoursTo(input(70, 2, [], { lay: { hide: false, place: 'cold' } }));
    expect(hours).toBeGreaterThan(25);
    expect(hours).toBeLessThan(31);
  });

  it('a 90 kg one in its winter hide at 12 °C never gets to 7', () => {
    const outcome = outcomeOf(cool(input(90, 12)), target);
    expect(outcome.hoursToTarget).toBe(Infinity);
    expect(outcome.never).toBe(true);
    expect(outcome.inAll.boneSour).toBe('act');
  });

  it('the series and the cells agree where both can go', () => {
    // An event that changes nothing sends the run through the cells.
    for (const [kg, species] of [
      [14, 'roe'],
      [180, 'moose'],
      [1.1, 'pheasant']
    ] as const) {
      const smooth = input(kg, 5, [], { species, lay: { hide: false } });
      const celled = input(kg, 5, [{ at: KILLED + 1, what: 'dressed' }], { species, lay: { hide: false } });
      const [a, b] = [cool(smooth), cool(celled)];
      const at = new Map(Array.from(b.at, (t, i) => [t, i]));
      let [core, surface, wall, shoulder] = [0, 0, 0, 0];
      a.at.forEach((t, i) => {
        const j = at.get(t)!;
        if (t < KILLED + 2 * HOUR) return;
        core = Math.max(core, Math.abs(a.core[i]! - b.core[j]!));
        surface = Math.max(surface, Math.abs(a.surface[i]! - b.surface[j]!));
        wall = Math.max(wall, Math.abs(a.wall[i]! - b.wall[j]!));
        shoulder = Math.max(shoulder, Math.abs(a.shoulder[i]! - b.shoulder[j]!));
      });
      expect(core).toBeLessThan(0.1);
      expect(surface).toBeLessThan(0.12);
      // Walls are thin and taken implicitly: a little behind in the first hours.
      expect(wall).toBeLessThan(0.5);
      expect(shoulder).toBeLessThan(0.12);
    }
  });

  it('whatever helps, helps: hide off, split, quartered, fan, ice, shade, the cold room', () => {
    const at = KILLED + 2 * HOUR;
    const base = hoursTo(input(45, 4));
    for (const what of ['hideOff', 'pelvisSplit', 'quartered', 'fanOn', 'iceIn'] as const)
      expect(hoursTo(input(45, 4, [{ at, what }])), what).toBeLessThan(base - 0.2);
    const sun = input(45, 4, [], { lay: { sun: true } });
    expect(hoursTo(sun)).toBeGreaterThan(base);
    expect(
      hoursTo({ ...sun, phases: phasesOf(KILLED, [{ at, what: 'shade' }], PLACES, { sun: true }) })
    ).toBeLessThan(hoursTo(sun));
    expect(hoursTo(input(45, 10, [{ at, what: 'moved', to: 'cold' }]))).toBeLessThan(hoursTo(input(45, 10)));
  });

  it('sooner is better, and warmer air is worse, for every hour of it', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 20 }),
        fc.double({ min: 0, max: 5, noNaN: true }),
        fc.integer({ min: 10, max: 120 }),
        (hour, air, kg) => {
          const off = (h: number) => hoursTo(input(kg, air, [{ at: KILLED + h * HOUR, what: 'hideOff' }]));
          expect(off(hour)).toBeLessThanOrEqual(off(hour + 4) + 0.05);
          const [cold, warm] = [cool(input(kg, air)), cool(input(kg, air + 3))];
          warm.core.forEach((t, i) => expect(t).toBeGreaterThanOrEqual(cold.core[i]! - 0.05));
        }
      ),
      { numRuns: 15 }
    );
  });

  it('freezes in hard frost, holding at the freezing point on the way', () => {
    const curves = cool(input(14, -12, [], { lay: { hide: false, film: 'breeze' } }));
    const i = curves.at.findIndex((t) => t >= KILLED + 40 * HOUR);
    expect(curves.core[i]!).toBeLessThan(0);
    expect(curves.core.at(-1)!).toBeLessThan(-8);
    const plain = cool(input(14, -0.5, [], { lay: { hide: false, film: 'breeze' } }));
    expect(plain.core.at(-1)!).toBeCloseTo(-0.5, 0);
  });

  it('a read core sets the model right', () => {
    const read = { at: KILLED + 10 * HOUR, core: 20 };
    const curves = cool({ ...input(60, 5), readings: [read] });
    expect(curves.core[curves.at.indexOf(read.at)]!).toBeCloseTo(20, 6);
    expect(curves.core[curves.at.indexOf(read.at) - 1]!).not.toBeCloseTo(20, 0);
  });
});

describe('what is asked', () => {
  const asked = (kg: number, air: number, events: CoolingEvent[] = []): Asked => ({
    ...input(kg, air),
    events,
    places: PLACES,
    target
  });

  it('splitting saves more hours the larger it is and the warmer it is, at grams of rind', () => {
    const at = KILLED + HOUR;
    const small = answer(asked(14, 4), 'pelvisSplit', at);
    const large = answer(asked(70, 4), 'pelvisSplit', at);
    const warm = answer(asked(70, 6), 'pelvisSplit', at);
    expect(small.hoursSaved).toBeGreaterThan(1);
    expect(large.hoursSaved).toBeGreaterThan(small.hoursSaved);
    expect(warm.hoursSaved).toBeGreaterThan(large.hoursSaved);
    expect(large.rind!).toBeGreaterThan(small.rind!);
    expect(small.rind!).toBeGreaterThan(5);
    expect(large.rind!).toBeLessThan(120);
  });

  it('says so when neither way gets there', () => {
    expect(answer(asked(90, 12), 'hideOff', KILLED + HOUR).hoursSaved).toBeNaN();
  });

  it('does not ask for what is done', () => {
    expect(canAsk('pelvisSplit', asked(40, 4))).toBe(true);
    expect(canAsk('pelvisSplit', asked(40, 4, [{ at: KILLED, what: 'quartered' }]))).toBe(false);
    expect(canAsk('hideOff', asked(40, 4, [{ at: KILLED, what: 'hideOff' }]))).toBe(false);
    const rabbit = { ...asked(1, 4), body: bodyOf('rabbit', grams(900), 10) };
    expect(canAsk('pelvisSplit', rabbit)).toBe(false);
    expect(canAsk('hideOff', rabbit)).toBe(true);
  });
});

describe('the band', () => {
  it('holds the curve, is wide where the hide is, and is the same for the same seed', () => {
    const one = input(45, 5);
    const curves = cool(one);
    const band = bandOf(one, target, seeded(3), 60);
    const inside = curves.core.filter((t, i) => t > band.core.low[i]! - 0.3 && t < band.core.high[i]! + 0.3);
    expect(inside.length / curves.core.length).toBeGreaterThan(0.95);
    expect(bandOf(one, target, seeded(3), 60).hours).toEqual(band.hours);
    const bare = bandOf(input(45, 5, [], { lay: { hide: false } }), target, seeded(3), 60);
    expect(band.hours[1] - band.hours[0]).toBeGreaterThan(bare.hours[1] - bare.hours[0]);
  });
});

describe('air', () => {
  const at = (h: number) => KILLED + h * HOUR;
  it('bridges up to six hours, is cautious both ways beyond, and holds the last day’s mean', () => {
    const record = airRecord([
      { at: at(0), air: 4 },
      { at: at(6), air: 6 },
      { at: at(20), air: 3 }
    ])!;
    expect(valueAt(record.warm, at(3))).toBe(5);
    expect(record.gaps).toEqual([{ from: at(6), to: at(20) }]);
    expect(valueAt(record.warm, at(12))).toBe(9);
    expect(valueAt(record.cold, at(12))).toBe(3);
    expect(valueAt(record.warm, at(300))).toBe(valueAt(record.cold, at(200)));
    expect(airRecord([])).toBeUndefined();
  });

  it('of days of low and high makes hours that reach both', () => {
    const hours = hourly([
      { from: at(0), low: 1, high: 9 },
      { from: at(24), low: 3, high: 12 }
    ]);
    expect(hours).toHaveLength(48);
    const day = hours.slice(0, 24).map((h) => h.air);
    expect(Math.min(...day.slice(5))).toBeCloseTo(1, 5);
    expect(Math.max(...day)).toBeCloseTo(9, 5);
    // No hour jumps by more than a third of the day's swing, midnight included.
    for (let i = 1; i < 48; i += 1) expect(Math.abs(hours[i]!.air - hours[i - 1]!.air)).toBeLessThan(3);
  });
});

describe('the window', () => {
  /** Steady air, moving, 80 % damp: hide off from the start in a fan room. */
  function windowIn(
    air: number,
    species: SpeciesKey,
    facts: { sex?: 'male' | 'female'; ageClass: (typeof AGE_CLASSES)[number]; rut?: boolean },
    kg: number,
    now = KILLED + DAY
  ) {
    const curves = cool({
      ...input(kg, air, [], { species, lay: { hide: false, place: 'shed', film: 'breeze' } }),
      air: { field: level(air) },
      until: KILLED + 30 * DAY
    });
    return hangingWindow({
      species,
      sex: facts.sex ?? 'female',
      ageClass: facts.ageClass,
      rut: facts.rut,
      hanging: grams(Math.round(kg * 1000)),
      warm: curves,
      cold: curves,
      rh: () => 0.8,
      now
    });
  }

  it('opens and closes in that order for every species and age, in steady air at 1, 2 and 4 °C, and overlaps the table', () => {
    for (const species of SPECIES_KEYS) {
      const s = SPECIES[species];
      const kg = ((s.liveKg.female[0] + s.liveKg.male[1]) / 2) * s.hangingToLive.mean;
      for (const ageClass of AGE_CLASSES)
        for (const air of [1, 2, 4]) {
          const w = windowIn(air, species, { ageClass }, kg);
          const [opens, closes] = [(w.opens - KILLED) / DAY, (w.closes - KILLED) / DAY];
          const name = `${species} ${ageClass} at ${air}`;
          expect(closes, name).toBeGreaterThan(opens);
          expect(w.never).toBe(false);
          expect(opens, name).toBeLessThan(w.ordinary[1]);
          expect(closes, name).toBeGreaterThan(w.ordinary[0]);
        }
    }
    expect(new Set(SPECIES_KEYS.map((k) => SPECIES[k].group)).size).toBe(GROUP_KEYS.length);
  });

  it('an old animal opens later than a young one, a warm room sooner and shuts sooner', () => {
    const young = windowIn(3, 'whitetail', { ageClass: 'young' }, 25);
    const old = windowIn(3, 'whitetail', { ageClass: 'old' }, 25);
    expect(old.opens).toBeGreaterThan(young.opens + DAY);
    const warm = windowIn(9, 'whitetail', { ageClass: 'adult' }, 25);
    const cold = windowIn(2, 'whitetail', { ageClass: 'adult' }, 25);
    expect(warm.opens).toBeLessThan(cold.opens);
    expect(warm.closes).toBeLessThan(cold.closes - DAY);
    expect(warm.closedBy).toBe('spoilage');
  });

  it('in a hot shed it shuts before it opens: cut now', () => {
    const hot = windowIn(22, 'reddeer', { ageClass: 'old', sex: 'male' }, 90, KILLED + 2 * DAY);
    expect(hot.never).toBe(true);
    expect(hot.state).toBe('closed');
    expect(hot.line).not.toBe('quiet');
    expect(hot.warmGrowth).toBeGreaterThan(1);
  });

  it('stiffness that was felt keeps it shut', () => {
    const curves = cool({ ...input(25, 3, [], { lay: { hide: false } }), until: KILLED + 20 * DAY });
    const base = {
      species: 'whitetail' as const,
      sex: 'female' as const,
      ageClass: 'young' as const,
      hanging: grams(25_000),
      warm: curves,
      cold: curves,
      now: KILLED + 4 * DAY
    };
    const free = hangingWindow(base);
    const stiff = hangingWindow({ ...base, felt: [{ at: KILLED + 4 * DAY, how: 'stiff' }] });
    expect(free.openedBy).toBe('ageing');
    expect(stiff.openedBy).toBe('stiff');
    expect(stiff.opens).toBe(KILLED + 4 * DAY + 12 * HOUR);
    expect(stiff.felt).toBe('stiff');
  });

  it('one warm night moves the closing hour', () => {
    const night = (warm: boolean) => {
      const points = Array.from({ length: 24 * 20 }, (_, h) => ({
        at: KILLED + h * HOUR,
        air: warm && h >= 72 && h < 82 ? 15 : 4
      }));
      const series = airRecord(points)!.warm;
      const curves = cool({
        ...input(20, 4, [], { lay: { hide: false, film: 'breeze' } }),
        air: { field: series },
        until: KILLED + 20 * DAY
      });
      return hangingWindow({
        species: 'fallow',
        sex: 'female',
        ageClass: 'adult',
        hanging: grams(20_000),
        warm: curves,
        cold: curves,
        rh: () => 0.8,
        now: KILLED + 2 * DAY
      });
    };
    expect(night(true).closes).toBeLessThan(night(false).closes - 8 * HOUR);
    expect(night(true).opens).toBeLessThanOrEqual(night(false).opens);
  });

  it('growth is slowed by a dry surface in moving air only, and the open face is the wall’s under a hide', () => {
    expect(drynessFactor(0.7, true)).toBe(0.2);
    expect(drynessFactor(0.8, true)).toBe(0.35);
    expect(drynessFactor(0.9, true)).toBe(1);
    expect(drynessFactor(0.7, false)).toBe(1);
    expect(drynessFactor(undefined, true)).toBe(1);
    const hide = cool(input(40, 6));
    const bare = cool(input(40, 6, [], { lay: { hide: false } }));
    const i = 20;
    expect(exposed(hide, i)).toBe(hide.wall[i]);
    expect(exposed(bare, i)).toBe(Math.max(bare.wall[i]!, bare.surface[i]!));
    const damp = surfaceGrowth(bare, () => undefined);
    for (let j = 1; j < damp.length; j += 1) expect(damp[j]!).toBeGreaterThanOrEqual(damp[j - 1]!);
  });

  it('notes a light carcass that was chilled too fast, and loses weight as the table says', () => {
    const fast = cool(
      input(10, 1, [{ at: KILLED + HOUR, what: 'quartered' }], { lay: { film: 'ice', hide: false } })
    );
    expect(coldShortened(10, fast)).toBe(true);
    expect(coldShortened(60, fast)).toBe(false);
    expect(coldShortened(30, cool(input(30, 5)))).toBe(false);
    expect(hangLossPerDay(30, { firstDay: false, hide: false, moving: false, rh: 0.95 })).toBeCloseTo(
      0.009 * 0.7,
      6
    );
    expect(hangLossPerDay(30, { firstDay: true, hide: false, moving: true, rh: 0.6 })).toBeCloseTo(
      0.018 * 1.3,
      6
    );
    expect(hangLossPerDay(240, { firstDay: false, hide: true, moving: true, rh: 0.6 })).toBeCloseTo(
      0.009 * 0.5 * 0.3 * 1.3,
      6
    );
    expect(rindMm(3, 0.825, false)).toBeCloseTo(0.7 + 0.6 * 0.35, 6);
  });
});
