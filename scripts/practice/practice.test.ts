import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { atDepth } from '../../src/core/testdepth';
import {
  bodyOf,
  cool,
  level,
  openFaces,
  outcomeOf,
  phasesOf,
  surfaceGrowth,
  type CoolingEvent,
  type Curves
} from '../../src/core/chill';
import {
  SPECIES,
  SPECIES_KEYS,
  SPOILERS,
  WARM_GROWERS,
  type FilmKey,
  type SpeciesKey
} from '../../src/core/reference';
import { DAY, HOUR, grams, type Celsius } from '../../src/core/units';
import { PRACTICE_CASES } from './cases';
import { practise } from './run';

describe('ways of work, good and bad', () => {
  it.each(PRACTICE_CASES.map((of) => [of.id, of.title, of] as const))('%i %s', (_, __, of) => {
    expect(practise(of).faults).toEqual([]);
  });

  it('there are exemplary ones and bad ones among them', () => {
    expect(PRACTICE_CASES).toHaveLength(27);
    expect(PRACTICE_CASES.filter((c) => c.silent).length).toBeGreaterThanOrEqual(15);
    expect(PRACTICE_CASES.filter((c) => c.sounds && !c.silent).length).toBeGreaterThanOrEqual(10);
  });
});

/** Where spoilers grow fastest, °C. */
const OPTIMUM = 25;
const KILLED = Date.UTC(2026, 10, 10, 17);

/** A way of work for the laws: what was done to one animal, and in what air. */
interface Way {
  species: SpeciesKey;
  kg: number;
  air: number;
  film: FilmKey;
  /** Hours from death. */
  opened: number;
  hideOff: number;
}

const AIRS: FilmKey[] = ['packed', 'still', 'breeze', 'fan'];
const way = fc.record<Way>({
  species: fc.constantFrom(...SPECIES_KEYS),
  kg: fc.double({ min: 0.3, max: 1, noNaN: true }),
  air: fc.double({ min: -5, max: 25, noNaN: true }),
  film: fc.constantFrom(...AIRS),
  opened: fc.constantFrom(0.5, 3, 10),
  hideOff: fc.constantFrom(1, 4, 12)
});

/** Hanging kilograms at a share of the species' range. */
const kgOf = ({ species, kg }: Way): number => {
  const s = SPECIES[species];
  return Math.max(0.1, s.liveKg.male[1] * s.hangingToLive.mean * kg);
};

function curvesOf(w: Way, kg = kgOf(w)): Curves {
  const events: CoolingEvent[] = [
    { at: KILLED + w.opened * HOUR, what: 'dressed' },
    { at: KILLED + w.hideOff * HOUR, what: 'hideOff' }
  ];
  return cool({
    body: bodyOf(w.species, grams(Math.round(kg * 1000)), 11),
    killedAt: KILLED,
    phases: phasesOf(KILLED, events, {}, { film: w.film }),
    air: { field: level(w.air) },
    until: KILLED + 4 * DAY
  });
}

interface Outcome {
  hours: number;
  degreeHours: number;
  gut: number;
  warm: number;
}
function said(w: Way, kg = kgOf(w)): Outcome {
  const curves = curvesOf(w, kg);
  const { hoursToTarget, inAll } = outcomeOf(curves, 7 as Celsius);
  return {
    hours: hoursToTarget,
    degreeHours: inAll.degreeHours,
    gut: inAll.gutHours,
    warm: surfaceGrowth(curves, { law: WARM_GROWERS, rh: () => 0.85 }).at(-1) as number
  };
}

/** No worse, to what ten-minute steps leave open. */
function noWorse(better: Outcome, worse: Outcome, of: readonly (keyof Outcome)[]) {
  for (const key of of)
    expect(better[key], `${key}: ${JSON.stringify([better, worse])}`).toBeLessThanOrEqual(
      worse[key] * 1.003 + 0.1
    );
}

describe('laws of cooling, over animals of all groups', () => {
  const all = ['hours', 'degreeHours', 'gut', 'warm'] as const;
  const runs = { numRuns: atDepth(12) };

  it('colder air is never slower and never has more degree-hours, gut or warm growers', () => {
    fc.assert(
      fc.property(way, fc.double({ min: 0.5, max: 12, noNaN: true }), (w, by) => {
        noWorse(said({ ...w, air: w.air - by }), said(w), all);
      }),
      runs
    );
  });

  it('nor is more air', () => {
    fc.assert(
      fc.property(way, fc.constantFrom(0, 1, 2), (w, less) => {
        const [a, b] = [AIRS[less] as FilmKey, AIRS[less + 1] as FilmKey];
        noWorse(said({ ...w, film: b }), said({ ...w, film: a }), all);
      }),
      runs
    );
  });

  it('nor is a smaller one', () => {
    fc.assert(
      fc.property(way, fc.double({ min: 0.4, max: 0.95, noNaN: true }), (w, smaller) => {
        noWorse(said(w, kgOf(w) * smaller), said(w), all);
      }),
      runs
    );
  });

  it('nor opening earlier, nor the hide off earlier', () => {
    fc.assert(
      fc.property(way, (w) => {
        const late = said({ ...w, opened: 10 });
        const soon = said({ ...w, opened: 0.5 });
        noWorse(soon, late, all);
        // A skin that is bare sooner is open sooner: it cools and has more growth, which is its price.
        noWorse(said({ ...w, hideOff: 1 }), said({ ...w, hideOff: 12 }), ['hours', 'degreeHours', 'gut']);
      }),
      runs
    );
  });

  it('warmer air never has less growth at any hour, from freezing up to the optimum', () => {
    fc.assert(
      fc.property(
        way,
        fc.double({ min: 0, max: 15, noNaN: true }),
        fc.double({ min: 0.5, max: 9, noNaN: true }),
        (w, air, by) => {
          // One face alone, the wall's: the worst of several may change from one to another.
          const walled = { ...w, hideOff: 200, opened: 0.5 };
          const [cold, warm] = [curvesOf({ ...walled, air }), curvesOf({ ...walled, air: air + by })];
          const of = (c: Curves, law: typeof SPOILERS) => surfaceGrowth(c, { law, rh: () => 0.85 });
          const [a, b] = [of(cold, WARM_GROWERS), of(warm, WARM_GROWERS)];
          a.forEach((t, i) => expect(b[i]!).toBeGreaterThanOrEqual(t - 0.02));
          // Spoilers do not grow at blood heat: hour by hour, once the warmest open face is below their optimum.
          const [c, d] = [of(cold, SPOILERS), of(warm, SPOILERS)];
          for (let i = 1; i < c.length; i += 1) {
            const hottest = Math.max(...openFaces(warm).map((face) => face.t[i - 1] as number));
            if (hottest > OPTIMUM || c[i - 1] === 0 || d[i - 1] === 0) continue;
            expect(d[i]! - d[i - 1]!).toBeGreaterThanOrEqual((c[i]! - c[i - 1]!) * 0.999 - 1e-6);
          }
        }
      ),
      runs
    );
  });
});
