import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  HAUL_LIMITS,
  dragHours,
  haulFits,
  hoursAlong,
  packTrips,
  planHaul,
  quartersOf,
  tripsBound,
  type Carrier,
  type HaulPiece,
  type Way
} from './index';
import { HOUR } from '$core/units';

const piece = (kg: number, i: number): HaulPiece => ({ key: `p${i}`, name: `piece ${i}`, kg });
const people = (...carries: number[]): Carrier[] =>
  carries.map((c, i) => ({ name: `P${i}`, carries: c, body: 80 }));
const flat: Way = { km: 5, up: 0, upBack: 0, ground: 'path' };

/** The least trips there are, by trying everything; small cases only. */
function least(pieces: readonly HaulPiece[], carriers: readonly Carrier[], most: number): number {
  for (let trips = 1; trips < most; trips += 1) {
    const bins = Array.from({ length: trips }, () => carriers.map((c) => c.carries)).flat();
    const place = (i: number): boolean => {
      const p = pieces[i];
      if (!p) return true;
      const tried = new Set<number>();
      for (let b = 0; b < bins.length; b += 1) {
        const room = bins[b]!;
        if (room + 1e-9 < p.kg || tried.has(room)) continue;
        tried.add(room);
        bins[b] = room - p.kg;
        if (place(i + 1)) return true;
        bins[b] = room;
      }
      return false;
    };
    if (place(0)) return trips;
  }
  return most;
}

describe('pace', () => {
  it('is five kilometres an hour, an hour for 600 m, more by ground and load', () => {
    const way = { km: 5, climb: 0, ground: 'path' as const };
    expect(hoursAlong(way, 0, 80)).toBe(1);
    expect(hoursAlong({ ...way, climb: 600 }, 0, 80)).toBe(2);
    expect(hoursAlong({ ...way, ground: 'snow' }, 0, 80)).toBe(2);
    expect(hoursAlong(way, 40, 80)).toBeCloseTo(1.55, 9);
  });
});

describe('loads', () => {
  it('never exceed a back, leave nothing behind, and never beat the bound', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 55 }), { minLength: 1, maxLength: 14 }),
        fc.array(fc.integer({ min: 15, max: 45 }), { minLength: 1, maxLength: 4 }),
        (weights, backs) => {
          const pieces = weights.map(piece);
          const carriers = people(...backs);
          const packed = packTrips(pieces, carriers);
          if (!packed.ok) {
            expect(packed.tooHeavy.length).toBeGreaterThan(0);
            for (const p of packed.tooHeavy) expect(p.kg).toBeGreaterThan(Math.max(...backs));
            return;
          }
          const carried = packed.trips.flat().flatMap((l) => l.pieces.map((p) => p.key));
          expect([...carried].sort()).toEqual(pieces.map((p) => p.key).sort());
          for (const trip of packed.trips) {
            const who = trip.flatMap((l) => l.who);
            expect(new Set(who).size).toBe(who.length);
            for (const load of trip) {
              expect(load.kg).toBeLessThanOrEqual(load.who.reduce((s, i) => s + backs[i]!, 0));
              if (load.who.length > 1) expect(load.pieces).toHaveLength(1);
            }
          }
          expect(packed.trips.length).toBeGreaterThanOrEqual(packed.bound);
        }
      ),
      { numRuns: 300 }
    );
  });

  it('lie between the bound and one over the least there is', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 3, max: 24 }), { minLength: 2, maxLength: 8 }),
        fc.array(fc.integer({ min: 24, max: 35 }), { minLength: 1, maxLength: 3 }),
        (weights, backs) => {
          const [pieces, carriers] = [weights.map(piece), people(...backs)];
          const packed = packTrips(pieces, carriers);
          if (!packed.ok) throw new Error('each fits one back');
          const exact = least(pieces, carriers, packed.trips.length);
          expect(tripsBound(pieces, carriers)).toBeLessThanOrEqual(exact);
          expect(packed.trips.length - exact).toBeLessThanOrEqual(1);
        }
      ),
      { numRuns: 120 }
    );
  });

  it('a ham too heavy for one goes between two, and one too heavy for two is named', () => {
    const packed = packTrips([piece(38, 1), piece(10, 2)], people(25, 22));
    expect(packed).toMatchObject({ ok: true });
    if (packed.ok) expect(packed.trips.flat().find((l) => l.kg === 38)!.who).toHaveLength(2);
    expect(packTrips([piece(60, 1)], people(25, 22))).toMatchObject({ ok: false, most: 47 });
    expect(packTrips([piece(30, 1)], people(25))).toMatchObject({ ok: false });
  });
});

describe('the plan', () => {
  const moose = quartersOf({ species: 'moose', sex: 'female', ageClass: 'adult' }, 160);

  it('of a moose: two people, hours that add up, and the bound beside it', () => {
    const planned = planHaul(moose, people(35, 30), { ...flat, km: 2, up: 120, ground: 'rough' }, 0, [
      'hindLeg-left',
      'hindLeg-right'
    ]);
    if (!planned.ok) throw new Error('two can');
    const { plan } = planned;
    // All but frame and fat: 0.85, a little more where a cow’s legs are heavier.
    expect(plan.kg).toBeCloseTo(160 * 0.851, 0);
    expect(plan.trips.length - plan.bound).toBeLessThanOrEqual(1);
    plan.trips.forEach((trip, i) => {
      expect(trip.arrives).toBeGreaterThan(trip.leaves);
      if (i > 0) expect(trip.leaves).toBeGreaterThan(plan.trips[i - 1]!.back!);
    });
    expect(plan.trips.at(-1)!.back).toBeUndefined();
    expect(plan.hours).toBeCloseTo(plan.trips.at(-1)!.arrives / HOUR, 9);
    expect(Object.keys(plan.arrives)).toHaveLength(moose.length);
    expect(plan.waits.at(-1)).toEqual([]);
    // What cools slowest is on the first backs.
    expect(plan.arrives['hindLeg-left']).toBeLessThanOrEqual(plan.trips[1]!.arrives);
  });

  it('more people, a shorter way and firmer ground are never slower', () => {
    const hours = (carriers: Carrier[], way: Way) => {
      const planned = planHaul(moose, carriers, way, 0);
      return planned.ok ? planned.plan.hours : Infinity;
    };
    const base = hours(people(35, 30), { ...flat, ground: 'rough' });
    expect(hours(people(35, 30, 30), { ...flat, ground: 'rough' })).toBeLessThan(base);
    expect(hours(people(35, 30), { ...flat, km: 3, ground: 'rough' })).toBeLessThan(base);
    expect(hours(people(35, 30), flat)).toBeLessThan(base);
    expect(hours(people(35, 30), { ...flat, ground: 'rough', darkFrom: 0 })).toBeCloseTo(
      (base - (planHaulTrips(moose) * 10) / 60) * 1.25 + (planHaulTrips(moose) * 10) / 60,
      6
    );
    expect(dragHours(40, people(30, 30), flat)).toBeLessThan(dragHours(80, people(30, 30), flat));
  });

  function planHaulTrips(pieces: HaulPiece[]): number {
    const planned = planHaul(pieces, people(35, 30), flat, 0);
    return planned.ok ? planned.plan.trips.length : 0;
  }
});

describe('what can be planned', () => {
  const way = { km: 5, up: 100, upBack: 0 };
  const who = { carries: 25, body: 80 };

  it('is what lies within the limits, their ends included', () => {
    for (const end of ['min', 'max'] as const) {
      const { carries, body, km, up } = HAUL_LIMITS;
      expect(
        haulFits([{ carries: carries[end], body: body[end] }], { km: km[end], up: up[end], upBack: up[end] })
      ).toBe(true);
    }
  });

  it('is nothing where one figure of anybody is out, or none', () => {
    const wrong = fc.constantFrom(-1, NaN, 1e9, undefined as unknown as number);
    fc.assert(
      fc.property(wrong, fc.constantFrom('carries', 'body', 'km', 'up', 'upBack'), (value, key) => {
        const out = { ...who, ...way, [key]: value };
        expect(
          haulFits([who, { carries: out.carries, body: out.body }], {
            ...way,
            ...(key in way ? { [key]: value } : {})
          })
        ).toBe(false);
      })
    );
  });
});
