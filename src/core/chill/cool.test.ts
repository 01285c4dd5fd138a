import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  AGE_CLASSES,
  BARE_FACE,
  FILMS,
  GROUP_KEYS,
  MEAT,
  SPECIES,
  SPECIES_KEYS,
  type SpeciesKey
} from '$core/reference';
import { seeded } from '$core/statistics';
import { DAY, HOUR, grams, type Celsius } from '$core/units';
import { atDepth } from '../testdepth';
import {
  airRecord,
  answer,
  bandOf,
  bodyOf,
  canAsk,
  coldShortened,
  cool,
  drynessFactor,
  excessOf,
  followModes,
  hangLossPerDay,
  hangingWindow,
  hourly,
  level,
  openFaces,
  outcomeOf,
  phasesOf,
  radiusFactor,
  rindMm,
  surfaceGrowth,
  warningsOf,
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
  const skinned = [
    { at: KILLED + HOUR, what: 'dressed' },
    { at: KILLED + HOUR, what: 'hideOff' }
  ] as const;

  it('a skinned 14 kg carcass hung in still 5 °C air takes about 13 hours, 17 where it lies', () => {
    const hung = hoursTo(input(14, 5, [...skinned, { at: KILLED + HOUR, what: 'hung' }]));
    expect(hung).toBeGreaterThan(11.5);
    expect(hung).toBeLessThan(14.5);
    const lying = hoursTo(input(14, 5, [...skinned]));
    expect(lying).toBeGreaterThan(15.5);
    expect(lying).toBeLessThan(18.5);
  });

  it('a skinned 70 kg one in a 2 °C fan room about 16 hours', () => {
    const hours = hoursTo(input(70, 2, [...skinned, { at: KILLED + HOUR, what: 'moved', to: 'cold' }]));
    expect(hours).toBeGreaterThan(14);
    expect(hours).toBeLessThan(18);
  });

  it('a 90 kg one in its winter hide at 12 °C never gets to 7', () => {
    const outcome = outcomeOf(cool(input(90, 12)), target);
    expect(outcome.hoursToTarget).toBe(Infinity);
    expect(outcome.never).toBe(true);
    expect(outcome.inAll.boneSour).toBe('act');
  });

  it('a carcass bare from the start in steady air goes as the series of its solids go', () => {
    for (const [kg, species] of [
      [14, 'roe'],
      [180, 'moose'],
      [1.1, 'pheasant']
    ] as const) {
      const one = input(kg, 5, [], { species, lay: { hide: false } });
      const curves = cool(one);
      const seconds = Float64Array.from(curves.at, (t) => (t - KILLED) / 1000);
      const air = new Float64Array(seconds.length).fill(5);
      const u = FILMS.still * BARE_FACE;
      const { radius, length, kind } = one.body;
      const series = followModes(
        kind === 'large' ? { radius, halfThickness: length, u } : { radius, u },
        seconds,
        air,
        MEAT.start,
        24
      );
      const from = curves.at.findIndex((t) => t >= KILLED + 2 * HOUR);
      for (let i = from; i < seconds.length; i += 1) {
        expect(Math.abs(curves.core[i]! - series.core[i]!)).toBeLessThan(0.1);
        expect(Math.abs(curves.surface[i]! - series.surface[i]!)).toBeLessThan(0.12);
      }
    }
  });

  it('whatever helps, helps: hide off, split, quartered, fan, ice, shade, the cold room', () => {
    const at = KILLED + 2 * HOUR;
    const base = hoursTo(input(45, 4));
    for (const what of [
      'dressed',
      'hideOff',
      'hung',
      'pelvisSplit',
      'quartered',
      'hamOpened',
      'breeze',
      'fanOn',
      'iceIn'
    ] as const)
      expect(hoursTo(input(45, 4, [{ at, what }])), what).toBeLessThan(base - 0.2);
    const sun = input(45, 4, [], { lay: { sun: true } });
    expect(hoursTo(sun)).toBeGreaterThan(base);
    expect(
      hoursTo({ ...sun, phases: phasesOf(KILLED, [{ at, what: 'shade' }], PLACES, { sun: true }) })
    ).toBeLessThan(hoursTo(sun));
    expect(hoursTo(input(45, 10, [{ at, what: 'moved', to: 'cold' }]))).toBeLessThan(hoursTo(input(45, 10)));
  });

  it('packed cools slowest, and what lay and is hung cools on as what hangs', () => {
    const at = KILLED + 2 * HOUR;
    const hung = hoursTo(input(45, 4, [{ at, what: 'hung' }]));
    const packed = hoursTo(input(45, 4, [{ at, what: 'packed' }]));
    expect(packed).toBeGreaterThan(hoursTo(input(45, 4)) + 5);
    const freed = hoursTo(
      input(45, 4, [
        { at, what: 'packed' },
        { at: at + 4 * HOUR, what: 'hung' }
      ])
    );
    expect(freed).toBeGreaterThan(hung);
    expect(freed).toBeLessThan(packed);
  });

  it('a leg split off, or a quarter, has half the section of both: no meat is made', () => {
    const both = Math.PI * 1 ** 2;
    const one = Math.PI * radiusFactor({ split: true, hung: true }) ** 2;
    expect(one).toBeCloseTo(both / 2, 9);
  });

  it('a ham opened to the bone keeps its warmth and loses it sooner', () => {
    const at = KILLED + 6 * HOUR;
    const [shut, open] = [
      cool(input(95, 4, [{ at, what: 'pelvisSplit' }])),
      cool(input(95, 4, [{ at, what: 'hamOpened' }]))
    ];
    const i = shut.at.findIndex((t) => t >= at);
    expect(Math.abs(open.core[i]! - shut.core[i]!)).toBeLessThan(0.5);
    expect(outcomeOf(open, target).hoursToTarget).toBeLessThan(outcomeOf(shut, target).hoursToTarget - 2);
    expect(openFaces(open).map((face) => face.face)).toContain('fresh');
  });

  it('the forecast’s wind moves the air out of doors', () => {
    const windy = (speed: number): Record<string, Place> => ({
      field: { key: 'field', film: 'still', wind: level(speed) }
    });
    const hours = (speed: number) =>
      hoursTo({ ...input(30, 4), phases: phasesOf(KILLED, [{ at: KILLED, what: 'hung' }], windy(speed)) });
    expect(hours(0)).toBeGreaterThan(hours(5));
    expect(hours(5)).toBeGreaterThan(hours(12));
    const said = (what: 'sheltered' | 'breeze') =>
      hoursTo({
        ...input(30, 4),
        phases: phasesOf(
          KILLED,
          [
            { at: KILLED, what: 'hung' },
            { at: KILLED, what }
          ],
          windy(12)
        )
      });
    expect(said('sheltered')).toBeCloseTo(hours(0), 1);
    expect(said('breeze')).toBeLessThan(said('sheltered'));
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
      { numRuns: atDepth(6) }
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

  it('and makes no skin colder than its air, whatever was read', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -30, max: 60, noNaN: true }),
        fc.integer({ min: 1, max: 60 }),
        fc.double({ min: 0, max: 20, noNaN: true }),
        (core, hour, air) => {
          const read = { at: KILLED + hour * HOUR, core };
          const curves = cool({
            ...input(40, air, [{ at: KILLED + HOUR, what: 'dressed' }]),
            readings: [read]
          });
          for (const part of ['core', 'surface', 'wall', 'shoulder'] as const)
            expect(Math.min(...curves[part])).toBeGreaterThan(air - 0.1);
        }
      ),
      { numRuns: atDepth(10) }
    );
    expect(excessOf(20, 15, 5).times).toBeCloseTo(2 / 3, 9);
    expect(excessOf(20, -20, 5)).toEqual({ times: 0, add: 0 });
    // A ham that is hot where the model has it at its air is hot.
    const hot = excessOf(5.2, 30, 5);
    expect(5 + 0.2 * hot.times + hot.add).toBeCloseTo(30, 9);
    const warmed = cool({ ...input(14, 9), readings: [{ at: KILLED + 60 * HOUR, core: 25 }] });
    expect(warmed.core[warmed.at.indexOf(KILLED + 60 * HOUR)]!).toBeCloseTo(25, 6);
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
    expect(canAsk('hung', rabbit)).toBe(false);
    // It lies until somebody hangs it, or it came into a room; and its hams apart are cold sooner.
    const lies = asked(60, 3, [{ at: KILLED, what: 'dressed' }]);
    expect(canAsk('hung', lies)).toBe(true);
    expect(canAsk('hung', { ...lies, events: [...lies.events, { at: KILLED + HOUR, what: 'hung' }] })).toBe(
      false
    );
    expect(
      canAsk('hung', { ...lies, events: [...lies.events, { at: KILLED + HOUR, what: 'moved', to: 'cold' }] })
    ).toBe(false);
    expect(answer(lies, 'hung', KILLED + HOUR).hoursSaved).toBeGreaterThan(2);
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
      ...input(kg, air, [], {
        species,
        lay: { hide: false, opened: true, hung: true, place: 'shed', film: 'breeze' }
      }),
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
    // Limp within hours of death and never felt stiff is not loose: it has not begun.
    const limp = hangingWindow({
      ...base,
      now: KILLED + 6 * HOUR,
      felt: [{ at: KILLED + 5 * HOUR, how: 'loose' }]
    });
    expect(limp.felt).toBe('notYet');
    const passed = hangingWindow({
      ...base,
      felt: [
        { at: KILLED + 5 * HOUR, how: 'stiff' },
        { at: KILLED + 11 * HOUR, how: 'loose' }
      ]
    });
    expect(passed.felt).toBe('loose');
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
        ...input(20, 4, [], { lay: { hide: false, opened: true, hung: true, film: 'breeze' } }),
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

  it('a dry face slows growth as the table says, straight between, less in still air, not while it is wet', () => {
    expect(drynessFactor(0.6, 'moving')).toBeCloseTo(0.2, 9);
    expect(drynessFactor(0.8, 'moving')).toBeCloseTo(0.25, 9);
    expect(drynessFactor(0.85, 'moving')).toBeCloseTo(0.3, 9);
    expect(drynessFactor(0.885, 'moving')).toBeCloseTo(0.45, 9);
    expect(drynessFactor(0.99, 'moving')).toBe(1);
    expect(drynessFactor(undefined, 'moving')).toBeCloseTo(0.3, 9);
    expect(drynessFactor(0.75, 'still')).toBeCloseTo(0.2 + 0.3 * 0.8, 9);
    expect(drynessFactor(0.6, 'none')).toBe(1);
    expect(drynessFactor(0.6, 'moving', 2)).toBe(1);
    expect(drynessFactor(0.6, 'moving', 10.5)).toBeCloseTo(0.6, 9);
  });

  it('each face counts from when it was laid open, and a closed one under the hide not at all', () => {
    const events: CoolingEvent[] = [
      { at: KILLED + HOUR, what: 'dressed' },
      { at: KILLED + 6 * HOUR, what: 'quartered' }
    ];
    const faces = openFaces(cool(input(120, 5, events)));
    expect(faces.map(({ face, from }) => [face, (from - KILLED) / HOUR])).toEqual([
      ['wall', 1],
      ['surface', 6],
      ['end', 6]
    ]);
    expect(
      openFaces(cool(input(45, 5, [{ at: KILLED + HOUR, what: 'dressed' }]))).map((f) => f.face)
    ).toEqual(['wall']);
    // Nobody opened it: from its first line on the gut counts as an open wall at blood heat.
    const shut = openFaces(cool(input(45, 5)));
    expect(shut.map((f) => f.face)).toEqual(['wall']);
    expect((shut[0]!.from - KILLED) / HOUR).toBeGreaterThan(3);
    expect((shut[0]!.from - KILLED) / HOUR).toBeLessThan(5);
    const bird = openFaces(cool(input(1, 5, [], { species: 'pheasant' })));
    expect(bird).toMatchObject([{ face: 'cavity', from: KILLED }]);
  });

  it('a gut left in is counted until it is out, and uses up the lag', () => {
    const at = (hours: number) =>
      outcomeOf(cool(input(45, 8, [{ at: KILLED + hours * HOUR, what: 'dressed' }])), target).inAll;
    expect([at(1).gutLeft, at(5).gutLeft, at(10).gutLeft]).toEqual(['quiet', 'watch', 'act']);
    expect(at(3).gutHours).toBeCloseTo(3 * 29, -1);
    const early = surfaceGrowth(cool(input(45, 8, [{ at: KILLED + HOUR, what: 'dressed' }])));
    const late = surfaceGrowth(cool(input(45, 8, [{ at: KILLED + 6 * HOUR, what: 'dressed' }])));
    expect(late.at(-1)! - early.at(-1)!).toBeGreaterThan(0.5);
  });

  it('what is frozen neither ages nor dries, and is called frozen', () => {
    const curves = cool({
      ...input(14, -12, [
        { at: KILLED + HOUR, what: 'dressed' },
        { at: KILLED + HOUR, what: 'hideOff' }
      ]),
      until: KILLED + 20 * DAY
    });
    const window = (days: number) =>
      hangingWindow({
        species: 'roe',
        sex: 'female',
        ageClass: 'adult',
        hanging: grams(14_000),
        warm: curves,
        cold: curves,
        now: KILLED + days * DAY
      });
    const [three, nine] = [window(3), window(9)];
    expect(three.state).toBe('frozen');
    expect(nine.ageing).toBe(three.ageing);
    expect(nine.loss).toBe(three.loss);
    expect(nine.rind).toBe(three.rind);
    expect(nine.never).toBe(false);
    expect(nine.closes).toBeGreaterThan(KILLED + 30 * DAY);
    const frozen = outcomeOf(curves, target);
    expect((frozen.frozenAt - KILLED) / HOUR).toBeGreaterThan(frozen.hoursToTarget);
    expect(warningsOf(frozen, nine)).not.toContain('cut');
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
