import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FROZEN, MEAT } from '$core/reference';
import {
  Cylinder,
  Line,
  START_PIECES,
  conductivity,
  enthalpy,
  followModes,
  heatCapacity,
  j0,
  j1,
  modesOf,
  onSkin,
  temperatureOf,
  type CylinderFaces,
  type Shape
} from './index';

const HOURS = 96;
const seconds = Float64Array.from({ length: HOURS + 1 }, (_, h) => h * 3600);
/** Air by the hour: level, or swinging by day. */
const steady = (t: number) => new Float64Array(HOURS + 1).fill(t);
const swinging = Float64Array.from({ length: HOURS + 1 }, (_, h) => 6 + 5 * Math.sin((2 * Math.PI * h) / 24));

/** The first step in pieces, then Crank–Nicolson at ten minutes; core and skin by the hour. */
function run(
  air: Float64Array,
  body: {
    step(dt: number, from: number | undefined, to: number): void;
    core(): number;
    surface(a: number): number;
  }
) {
  const core = [MEAT.start as number];
  const surface = [MEAT.start as number];
  for (let h = 1; h <= HOURS; h += 1) {
    const [a, b] = [air[h - 1]!, air[h]!];
    for (let q = 0; q < 6; q += 1) {
      const to = a + ((b - a) * (q + 1)) / 6;
      if (h === 1 && q === 0) for (const piece of START_PIECES) body.step(600 * piece, undefined, to);
      else body.step(600, a + ((b - a) * q) / 6, to);
    }
    core.push(body.core());
    surface.push(body.surface(b));
  }
  return { core, surface };
}
const lineOf = (shape: Shape, length: number, u: number, cells: number) => {
  const line = new Line(shape, length, MEAT.start, cells);
  return {
    step: (dt: number, from: number | undefined, to: number) =>
      line.step(dt, onSkin({ u, air: to }), from === undefined ? undefined : onSkin({ u, air: from })),
    core: () => line.core(),
    surface: (air: number) => line.surface({ u, air })
  };
};
const faces = (u: number, air: number): CylinderFaces => ({
  side: { u, air },
  near: { u: 0, air },
  far: { u, air }
});
const cylinderOf = (radius: number, u: number, cells: number) => {
  const cylinder = new Cylinder(radius, 2.2 * radius, MEAT.start, cells);
  return {
    step: (dt: number, from: number | undefined, to: number) =>
      cylinder.step(dt, faces(u, to), from === undefined ? undefined : faces(u, from)),
    core: () => cylinder.core(),
    surface: (air: number) => cylinder.surface({ u, air })
  };
};
const worst = (a: ArrayLike<number>, b: ArrayLike<number>, from = 1) => {
  let most = 0;
  for (let i = from; i < a.length; i += 1)
    most = Math.max(most, Math.abs((a[i] as number) - (b[i] as number)));
  return most;
};

describe('the series of a solid', () => {
  it('has the roots and coefficients of the tables', () => {
    const table: [Shape, number, number, number][] = [
      ['cylinder', 0.1, 0.44168, 1.02458],
      ['cylinder', 1, 1.25578, 1.20709],
      ['cylinder', 10, 2.1795, 1.56769],
      ['slab', 0.1, 0.31105, 1.01609],
      ['slab', 1, 0.86033, 1.11913],
      ['slab', 10, 1.42887, 1.26196]
    ];
    for (const [shape, bi, zeta, c] of table) {
      const [first] = modesOf(shape, bi, 1);
      expect(first!.zeta).toBeCloseTo(zeta, 5);
      expect(first!.c).toBeCloseTo(c, 5);
    }
  });

  it('misses no root: each one meets its condition, and they lie about π apart', () => {
    for (const shape of ['slab', 'cylinder'] as const)
      for (const bi of [0.05, 0.7, 3, 40]) {
        const modes = modesOf(shape, bi, 24);
        for (const [i, { zeta }] of modes.entries()) {
          const rest =
            shape === 'slab' ? zeta * Math.sin(zeta) - bi * Math.cos(zeta) : zeta * j1(zeta) - bi * j0(zeta);
          expect(Math.abs(rest)).toBeLessThan(1e-4);
          if (i > 0) expect(Math.abs(zeta - modes[i - 1]!.zeta - Math.PI)).toBeLessThan(0.75);
        }
      }
  });

  it('starts at the temperature it starts with: Σ C·φ(middle) is 1 for a slab', () => {
    expect(modesOf('slab', 2, 4000).reduce((sum, m) => sum + m.c, 0)).toBeCloseTo(1, 3);
  });
});

describe('kernels against the series', () => {
  it.each([
    ['slab', 0.05, 8, 20, 0.04],
    ['slab', 0.05, 20, 12, 0.1],
    ['cylinder', 0.089, 8, 20, 0.04],
    ['cylinder', 0.15, 14, 12, 0.1],
    ['cylinder', 0.037, 20, 12, 0.1]
  ] as const)('a %s of %s m under %s W/m²K on %s cells is within %s K', (shape, length, u, cells, kelvin) => {
    for (const air of [steady(5), swinging]) {
      const solid = shape === 'slab' ? { halfThickness: length, u } : { radius: length, u };
      const series = followModes(solid, seconds, air, MEAT.start, 30);
      const line = run(air, lineOf(shape, length, u, cells));
      expect(worst(line.core, series.core)).toBeLessThan(kelvin);
      expect(worst(line.surface, series.surface)).toBeLessThan(kelvin);
    }
  });

  it.each([
    [0.089, 8, 12],
    [0.1525, 20, 16],
    [0.2, 2.5, 16],
    [0.217, 12, 16]
  ] as const)(
    'hams of %s m under %s W/m²K, along radius and length, are within 0.1 K',
    (radius, u, cells) => {
      for (const air of [steady(2), swinging]) {
        const series = followModes({ radius, halfThickness: 2.2 * radius, u }, seconds, air, MEAT.start, 30);
        const cylinder = run(air, cylinderOf(radius, u, cells));
        expect(worst(cylinder.core, series.core)).toBeLessThan(0.1);
        expect(worst(cylinder.surface, series.surface)).toBeLessThan(0.1);
      }
    }
  );

  it('a cylinder as long as one likes is a long cylinder', () => {
    const cylinder = new Cylinder(0.08, 50, MEAT.start, 12);
    const line = new Line('cylinder', 0.08, MEAT.start, 12);
    for (let i = 0; i < 144; i += 1) {
      cylinder.step(600, faces(10, 4), i === 0 ? undefined : faces(10, 4));
      const skin = onSkin({ u: 10, air: 4 });
      line.step(600, skin, i === 0 ? undefined : skin);
    }
    expect(cylinder.core()).toBeCloseTo(line.core(), 3);
  });
});

describe('a slab with two faces', () => {
  it('that are alike is two half slabs back to back', () => {
    const [whole, half] = [new Line('slab', 0.06, MEAT.start, 24), new Line('slab', 0.03, MEAT.start, 12)];
    const face = { u: 12, air: 3 };
    for (let i = 0; i < 100; i += 1) {
      const both = { outer: face, inner: face };
      whole.step(600, both, i === 0 ? undefined : both);
      half.step(600, onSkin(face), i === 0 ? undefined : onSkin(face));
    }
    expect(whole.warmest()).toBeCloseTo(half.core(), 2);
    expect(whole.innerSurface(face)).toBeCloseTo(half.surface(face), 6);
  });

  it('that differ ends on the straight line between its two airs', () => {
    const slab = new Line('slab', 0.05, MEAT.start, 20);
    const faces = { outer: { u: 10, air: 2 }, inner: { u: 5, air: 12 } };
    for (let i = 0; i < 2000; i += 1) slab.step(600, faces, i === 0 ? undefined : faces);
    // Resistances in series: 1/10, 0.05/k, 1/5.
    const through = 10 / (1 / 10 + 0.05 / MEAT.k + 1 / 5);
    expect(slab.surface(faces.outer)).toBeCloseTo(2 + through / 10, 6);
    expect(slab.innerSurface(faces.inner)).toBeCloseTo(12 - through / 5, 6);
  });
});

describe('heat', () => {
  it('content turns round exactly, frozen or not', () => {
    fc.assert(
      fc.property(fc.double({ min: -40, max: 45, noNaN: true }), (t) => {
        expect(temperatureOf(enthalpy(t))).toBeCloseTo(t, 9);
        const slope = (enthalpy(t + 1e-6) - enthalpy(t - 1e-6)) / 2e-6;
        if ([-1, -4, -20].every((edge) => Math.abs(t - edge) > 1e-3))
          expect(slope / heatCapacity(t)).toBeCloseTo(1, 4);
        expect(conductivity(t)).toBeGreaterThanOrEqual(0.48);
        expect(conductivity(t)).toBeLessThanOrEqual(1.4);
      })
    );
  });

  it('releases 250 kJ/kg by −20 °C beside its own cooling, 70 % of it by −4 °C', () => {
    expect(enthalpy(-1) - enthalpy(-20) - 2000 * 19).toBeCloseTo(250_000, 3);
    expect(enthalpy(-1) - enthalpy(-4) - 2000 * 3).toBeCloseTo(175_000, 3);
  });

  it('is kept: what the solid loses is what leaves its faces, freezing too', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.03, max: 0.2, noNaN: true }),
        fc.double({ min: 2, max: 40, noNaN: true }),
        fc.double({ min: -25, max: 20, noNaN: true }),
        (radius, u, air) => {
          const cylinder = new Cylinder(radius, 2.2 * radius, MEAT.start, 12);
          const line = new Line('slab', radius, MEAT.start, 20);
          const face = { outer: { u, air }, inner: { u: u / 2, air } };
          const all = faces(u, air);
          let [cylinderOut, lineOut] = [0, 0];
          const [cylinderHad, lineHad] = [cylinder.heat(), line.heat()];
          for (let i = 0; i < 400; i += 1) {
            const dt = 120;
            const before = [cylinder.loss(all), line.loss(face)] as const;
            cylinder.step(dt, all, i < 4 ? undefined : all);
            line.step(dt, face, i < 4 ? undefined : face);
            cylinderOut += (dt * (before[0] + cylinder.loss(all))) / 2;
            lineOut += (dt * (before[1] + line.loss(face))) / 2;
          }
          expect(cylinderOut / (cylinderHad - cylinder.heat())).toBeCloseTo(1, 1);
          expect(lineOut / (lineHad - line.heat())).toBeCloseTo(1, 1);
        }
      ),
      { numRuns: 25 }
    );
  });

  it('leaps nowhere as it thaws: the axis of a thin leg that was frosted over night comes through −1 °C with the rest', () => {
    const air = [
      ...Array<number>(13).fill(0),
      ...Array<number>(6).fill(-4.7),
      ...Array<number>(5).fill(6.24)
    ];
    const leg = new Cylinder(0.04, 0.088, MEAT.start, 12);
    for (const [h, to] of air.entries()) {
      if (h === 0) continue;
      const from = air[h - 1] as number;
      for (let q = 0; q < 6; q += 1) {
        const mix = (k: number) => from + ((to - from) * k) / 6;
        if (h === 1 && q === 0) for (const piece of START_PIECES) leg.step(600 * piece, faces(17, mix(1)));
        else leg.step(600, faces(17, mix(q + 1)), faces(17, mix(q)));
      }
      if (h > 19) {
        expect(Math.max(...leg.t)).toBeLessThan(6.24);
        expect(Math.min(...leg.t)).toBeGreaterThan(-4.7);
        // Along the axis each cell is within two kelvins of its neighbour.
        for (let j = 1; j < 12; j += 1)
          expect(Math.abs((leg.t[j] as number) - (leg.t[j - 1] as number))).toBeLessThan(2);
      }
    }
  });

  it('stays between the coldest air and where it began, and warmer air leaves no part colder', () => {
    const weather = fc
      .tuple(
        fc.double({ min: -5, max: 25, noNaN: true }),
        fc.array(fc.double({ min: -22, max: 22, noNaN: true }), { minLength: 23, maxLength: 23 })
      )
      .map(([first, steps]) => {
        const air = [first];
        for (const step of steps) air.push(Math.max(-5, Math.min(25, air.at(-1)! + step)));
        return air;
      });
    fc.assert(
      fc.property(
        weather,
        fc.double({ min: 0, max: 8, noNaN: true }),
        fc.double({ min: 0.04, max: 0.2, noNaN: true }),
        fc.double({ min: 2, max: 30, noNaN: true }),
        (air, warmer, radius, u) => {
          const cold = new Cylinder(radius, 2.2 * radius, MEAT.start, 12);
          const warm = new Cylinder(radius, 2.2 * radius, MEAT.start, 12);
          const low = Math.min(...air);
          for (let h = 1; h < 24; h += 1)
            for (let q = 0; q < 6; q += 1) {
              const mix = (k: number) => air[h - 1]! + ((air[h]! - air[h - 1]!) * k) / 6;
              const first = h === 1 && q === 0;
              for (const piece of first ? START_PIECES : [1]) {
                cold.step(600 * piece, faces(u, mix(q + 1)), first ? undefined : faces(u, mix(q)));
                warm.step(
                  600 * piece,
                  faces(u, mix(q + 1) + warmer),
                  first ? undefined : faces(u, mix(q) + warmer)
                );
              }
              expect(Math.min(...cold.t)).toBeGreaterThan(low - 0.1);
              expect(Math.max(...cold.t)).toBeLessThan(MEAT.start + 0.1);
              // A step in frost looks only ahead, and is walked in passes: where one of the two freezes a step before the
              // other, a corner of a thin leg in a gale is a few tenths off for that step. The middle is not.
              expect(Math.min(...warm.t.map((t, at) => t - cold.t[at]!))).toBeGreaterThan(
                low < FROZEN.from ? -0.4 : -0.05
              );
              expect(warm.core() - cold.core()).toBeGreaterThan(-0.1);
            }
        }
      ),
      // What fails is told as it is: each run is long, and smaller ones are no plainer.
      { numRuns: 30, endOnFailure: true }
    );
  });
});
