import { DIFFUSIVITY } from './material';
import { MEAT } from '$core/reference';

export type Shape = 'slab' | 'cylinder';

/** A term of a solid's own series: root ζ, coefficient C, and the value of its shape at the middle and at the skin. */
export interface Mode {
  zeta: number;
  c: number;
  core: number;
  surface: number;
}

/** Bessel functions of the first kind, orders 0 and 1; rational fits of Abramowitz & Stegun 9.4.1–9.4.6, |error| < 5e-8. */
export function j0(x: number): number {
  const a = Math.abs(x);
  if (a < 3) {
    const t = (a / 3) ** 2;
    return (
      1 +
      t * (-2.2499997 + t * (1.2656208 + t * (-0.3163866 + t * (0.0444479 + t * (-0.0039444 + t * 0.00021)))))
    );
  }
  const t = 3 / a;
  const f =
    0.79788456 +
    t *
      (-0.00000077 +
        t * (-0.0055274 + t * (-0.00009512 + t * (0.00137237 + t * (-0.00072805 + t * 0.00014476)))));
  const theta =
    a -
    0.78539816 +
    t *
      (-0.04166397 +
        t * (-0.00003954 + t * (0.00262573 + t * (-0.00054125 + t * (-0.00029333 + t * 0.00013558)))));
  return (f * Math.cos(theta)) / Math.sqrt(a);
}
/** Bessel function of the first kind, order one; Abramowitz and Stegun 9.4.4 and 9.4.6, error below 1.3e-8. */
export function j1(x: number): number {
  const a = Math.abs(x);
  const sign = x < 0 ? -1 : 1;
  if (a < 3) {
    const t = (a / 3) ** 2;
    return (
      x *
      (0.5 +
        t *
          (-0.56249985 +
            t * (0.21093573 + t * (-0.03954289 + t * (0.00443319 + t * (-0.00031761 + t * 0.00001109))))))
    );
  }
  const t = 3 / a;
  const f =
    0.79788456 +
    t *
      (0.00000156 +
        t * (0.01659667 + t * (0.00017105 + t * (-0.00249511 + t * (0.00113653 - t * 0.00020033)))));
  const theta =
    a -
    2.35619449 +
    t *
      (0.12499612 +
        t * (0.0000565 + t * (-0.00637879 + t * (0.00074348 + t * (0.00079824 - t * 0.00029166)))));
  return (sign * f * Math.cos(theta)) / Math.sqrt(a);
}

/** ζ·J₁(ζ) = Bi·J₀(ζ) of the long cylinder, ζ·tan ζ = Bi of the slab (Carslaw & Jaeger, Conduction of heat in solids, §3.11, §7.7). */
const condition: Record<Shape, (zeta: number, bi: number) => number> = {
  slab: (z, bi) => z * Math.sin(z) - bi * Math.cos(z),
  cylinder: (z, bi) => z * j1(z) - bi * j0(z)
};
/* Brackets: the n-th root lies past the n-th zero of ζ·sin ζ (or ζ·J₁), before the n-th of cos ζ (or J₀). */
const bracket: Record<Shape, (n: number) => [low: number, high: number]> = {
  slab: (n) => [n * Math.PI, (n + 0.5) * Math.PI],
  // McMahon's first terms for the zeros of J₁ and J₀, widened a little; the condition changes sign once between.
  cylinder: (n) => [n === 0 ? 0 : Math.PI * (n + 0.25) - 0.25 / n, Math.PI * (n + 0.75) + 0.08]
};

/**
 * The first terms of the series of a solid that cools through a film.
 * @param bi  Biot number, U·L ÷ k, above 0; L the half-thickness or the radius
 * @param count  how many terms, 1 or more
 */
export function modesOf(shape: Shape, bi: number, count: number): Mode[] {
  const f = condition[shape];
  return Array.from({ length: count }, (_, n) => {
    let [low, high] = bracket[shape](n);
    low += 1e-12;
    const rising = f(high, bi) > 0;
    for (let i = 0; i < 80 && high - low > 1e-14 * high; i += 1) {
      const middle = (low + high) / 2;
      if (f(middle, bi) > 0 === rising) high = middle;
      else low = middle;
    }
    const z = (low + high) / 2;
    if (shape === 'slab') {
      const c = (4 * Math.sin(z)) / (2 * z + Math.sin(2 * z));
      return { zeta: z, c, core: 1, surface: Math.cos(z) };
    }
    const c = (2 * j1(z)) / (z * (j0(z) ** 2 + j1(z) ** 2));
    return { zeta: z, c, core: 1, surface: j0(z) };
  });
}

/** A solid with the same film all over and at one temperature to begin with. Metres and W/m²K. */
export interface Uniform {
  /** A slab of this half-thickness, a long cylinder of this radius, or of both: one end insulated, this long. */
  halfThickness?: number;
  radius?: number;
  /** Film and hide in series, W/m²K. */
  u: number;
}

/** Cells along each direction of a finite cylinder by its radius in m: enough to be within 0.1 K of the series. */
export const cellsFor = (radius: number): number => (radius > 0.15 ? 16 : 12);

/** Where the axis is looked at for its warmest: shares of its length, the insulated end and then the middle of each cell. */
const placesOf = (cells: number): number[] =>
  Array.from({ length: cells }, (_, j) => (j === 0 ? 0 : (j + 0.5) / cells));

/** Core (the warmest place of the axis) and skin of a solid at the points of a record, °C. */
export interface Traces {
  core: Float64Array;
  surface: Float64Array;
}

/**
 * Temperatures of a uniform solid in air that varies: each mode follows b′ = −λ(b − Ta), exactly for air that is straight
 * between its points, and T = Ta + Σφ(b − Ta). A finite cylinder is the product of its two series (Duhamel).
 * @param seconds  times of the points from the start, rising; the first is the start
 * @param air  °C at those points
 * @param terms  terms of each series; the tail that is left out has died away by the first point after the start
 *   when ζ²·α·t ÷ L² is above 5 or so for the last of them
 */
export function followModes(
  solid: Uniform,
  seconds: Float64Array,
  air: Float64Array,
  start: number,
  terms = 12
): Traces {
  const factors: { lambda: number; c: number; surface: number; zeta: number }[][] = [];
  const along = (shape: Shape, length: number) =>
    modesOf(shape, (solid.u * length) / MEAT.k, terms).map((m) => ({
      lambda: (DIFFUSIVITY * m.zeta ** 2) / length ** 2,
      c: m.c,
      surface: m.surface,
      zeta: m.zeta
    }));
  if (solid.radius !== undefined) factors.push(along('cylinder', solid.radius));
  if (solid.halfThickness !== undefined) factors.push(along('slab', solid.halfThickness));
  // The skin of a finite cylinder is taken at its insulated end, where the two hams meet and cool last.
  const [first = [], second] = factors;
  const modes = second
    ? first.flatMap((a) =>
        second.map((b) => ({ lambda: a.lambda + b.lambda, c: a.c * b.c, surface: a.surface }))
      )
    : first;
  /** Shape of each term along the axis, by place; one term of value 1 where there is no length. */
  const lengthTerms = second?.length ?? 1;
  const shapes = (second ? placesOf(cellsFor(solid.radius ?? 0)) : [0]).map((x) =>
    Float64Array.from({ length: lengthTerms }, (_, b) =>
      second ? Math.cos((second[b] as { zeta: number }).zeta * x) : 1
    )
  );
  const across = new Float64Array(lengthTerms);
  const n = seconds.length;
  const core = new Float64Array(n);
  const surface = new Float64Array(n);
  const lag = new Float64Array(modes.length).fill(start - (air[0] ?? start));
  core[0] = start;
  surface[0] = start;
  const decays = new Float64Array(modes.length);
  let known = -1;
  for (let i = 1; i < n; i += 1) {
    const dt = (seconds[i] as number) - (seconds[i - 1] as number);
    if (dt !== known) {
      known = dt;
      for (let m = 0; m < modes.length; m += 1)
        decays[m] = Math.exp(-(modes[m] as { lambda: number }).lambda * dt);
    }
    const ta = air[i] as number;
    const slope = dt > 0 ? (ta - (air[i - 1] as number)) / dt : 0;
    across.fill(0);
    let s = 0;
    for (let m = 0; m < modes.length; m += 1) {
      const mode = modes[m] as { lambda: number; c: number; surface: number };
      // d = b − Ta obeys d′ = −λd − slope.
      const steady = -slope / mode.lambda;
      const d = steady + ((lag[m] as number) - steady) * (decays[m] as number);
      lag[m] = d;
      across[m % lengthTerms] = (across[m % lengthTerms] as number) + mode.c * d;
      s += mode.c * mode.surface * d;
    }
    let warmest = -Infinity;
    for (const shape of shapes) {
      let c = 0;
      for (let b = 0; b < lengthTerms; b += 1) c += (across[b] as number) * (shape[b] as number);
      warmest = Math.max(warmest, c);
    }
    core[i] = ta + warmest;
    surface[i] = ta + s;
  }
  return { core, surface };
}
