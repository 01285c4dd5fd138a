import { FROZEN, MEAT } from '$core/reference';
import { enthalpy, heatCapacity, temperatureOf } from './material';

/* What the kernels of one and of two directions share: faces, a tridiagonal solver, frost. */

/** What touches a face of a solid: W/m²K of film and cover in series (0: insulated), and °C beyond it. */
export interface Face {
  u: number;
  air: number;
}

/** A face that nothing flows through. Exact. */
export const INSULATED: Face = { u: 0, air: 0 };

/** Mean of a face over a step. */
export const between = (a: Face, b: Face): Face => ({ u: (a.u + b.u) / 2, air: (a.air + b.air) / 2 });

/** Backward-Euler pieces that the first step after a jump is split into; Crank–Nicolson would ring there by kelvins. Own choice. */
export const START_PIECES = [1 / 16, 1 / 16, 1 / 8, 1 / 4, 1 / 2] as const;

/**
 * Solves a tridiagonal system in place (Thomas). `rhs` becomes the solution; `diag` is spoiled.
 * Diagonally dominant systems only, as conduction makes them.
 */
export function solve(
  lower: Float64Array,
  diag: Float64Array,
  upper: Float64Array,
  rhs: Float64Array,
  n: number
) {
  for (let i = 1; i < n; i += 1) {
    const w = (lower[i] as number) / (diag[i - 1] as number);
    diag[i] = (diag[i] as number) - w * (upper[i - 1] as number);
    rhs[i] = (rhs[i] as number) - w * (rhs[i - 1] as number);
  }
  rhs[n - 1] = (rhs[n - 1] as number) / (diag[n - 1] as number);
  for (let i = n - 2; i >= 0; i -= 1)
    rhs[i] = ((rhs[i] as number) - (upper[i] as number) * (rhs[i + 1] as number)) / (diag[i] as number);
}

/** ρ·c of thawed meat, J/m³K. */
export const HEAT = MEAT.rho * MEAT.c;

export interface Factors {
  span: number;
  last: number;
  first: number;
  size: number;
  w: Float64Array;
  up: Float64Array;
  inverse: Float64Array;
}

/** Half a cell and what lies beyond it, in series. */
export const through = (u: number, k: number, half: number): number => (u > 0 ? 1 / (half / k + 1 / u) : 0);

/** Skin temperature from that of the outermost cell: where the flux through half a cell meets that through the film. */
export const skin = (cell: number, k: number, half: number, face: Face): number =>
  face.u > 0 ? ((k / half) * cell + face.u * face.air) / (k / half + face.u) : cell;

/** True where something is frozen, or about to be. */
export function frost(t: Float64Array, ...faces: readonly Face[]): boolean {
  for (const face of faces) if (face.u > 0 && face.air < FROZEN.from) return true;
  for (let i = 0; i < t.length; i += 1) if ((t[i] as number) < FROZEN.from) return true;
  return false;
}

/** Temperature at the mirror line from the two cells beside it: an even parabola through their middles. */
export const centre = (t: Float64Array, at: number, stride: number): number =>
  ((t[at] as number) * 9 - (t[at + stride] as number)) / 8;

/** Passes after which a row is taken as it is. Own choice. */
const PASSES = 8;
/** Heat capacities that differ by less than this share are one. Own choice. */
const ALIKE = 0.01;

/**
 * Walks a row whose cells may cross the freezing range. A cell that crosses it takes up heat by its mean capacity between
 * where it was and where it comes to: by the one it had before, a cell at −1 °C that thaws would leap by kelvins. Each pass
 * solves the row with the capacities that the one before has found; what is put in the end keeps the heat of the last.
 *
 * @param heat  J/kgK by cell: written here, read by the pass
 * @param was  °C of a cell before the step
 * @param pass  solves the row by `heat`, and gives its °C
 * @param put  takes what a cell comes to, °C
 */
export function walk(
  heat: Float64Array,
  was: (cell: number) => number,
  pass: () => Float64Array,
  put: (cell: number, t: number) => void
): void {
  const n = heat.length;
  for (let i = 0; i < n; i += 1) heat[i] = heatCapacity(was(i));
  for (let turn = 1; ; turn += 1) {
    const now = pass();
    let leaps = false;
    for (let i = 0; i < n; i += 1) {
      const [before, own, after] = [was(i), heat[i] as number, now[i] as number];
      if (before >= FROZEN.from && after >= FROZEN.from && own === MEAT.c) continue;
      const settled = temperatureOf(enthalpy(before) + own * (after - before));
      now[i] = settled;
      const step = settled - before;
      const mean =
        Math.abs(step) < 1e-6 ? heatCapacity(before) : (enthalpy(settled) - enthalpy(before)) / step;
      if (turn === PASSES || Math.abs(mean - own) <= ALIKE * mean) continue;
      leaps = true;
      // What swings between two phases comes to rest between them.
      heat[i] = turn < 3 ? mean : Math.sqrt(mean * own);
    }
    if (leaps) continue;
    for (let i = 0; i < n; i += 1) put(i, now[i] as number);
    return;
  }
}

/** Thomas' factors of a row: heat of its cells, conductance of its joints, and what its two ends conduct outwards. */
export function factors(
  n: number,
  heat: (i: number) => number,
  joint: (i: number) => number,
  first: number,
  last: number,
  key: Pick<Factors, 'span' | 'last' | 'first' | 'size'>
): Factors {
  const [w, up, inverse] = [new Float64Array(n), new Float64Array(n), new Float64Array(n)];
  let before = 1;
  for (let i = 0; i < n; i += 1) {
    const [below, above] = [i > 0 ? joint(i) : 0, i < n - 1 ? joint(i + 1) : 0];
    const diagonal = heat(i) + below + above + (i === 0 ? first : 0) + (i === n - 1 ? last : 0);
    w[i] = i > 0 ? -below / before : 0;
    up[i] = -above;
    before = diagonal - (i > 0 ? (below * below) / before : 0);
    inverse[i] = 1 / before;
  }
  return { ...key, w, up, inverse };
}
