import { MEAT } from '$core/reference';
import { solve, HEAT, through, skin, frost, centre, settle, factors, type Face, type Factors } from './face';
import { conductivity, enthalpy, heatCapacity } from './material';
import type { Shape } from './modes';

/**
 * Heat moving along one line: a slab from its middle to its skin, or a long cylinder from its axis. Finite volumes;
 * Crank–Nicolson, backward Euler where asked. Frozen or not: heat capacity with latent heat, set right by enthalpy
 * after each step (Pham 1985), so that no heat is lost over the freezing range.
 */
export class Line {
  /** °C of the cells, from the middle outwards. */
  readonly t: Float64Array;
  readonly #dx: number;
  readonly #volume: Float64Array;
  readonly #area: Float64Array;
  readonly #lower: Float64Array;
  readonly #diag: Float64Array;
  readonly #upper: Float64Array;
  readonly #rhs: Float64Array;
  readonly #c: Float64Array;
  #factors: Factors | undefined;

  /**
   * @param length  half-thickness of the slab or radius of the cylinder, m
   * @param cells  20 at 10 minutes is within 0.04 K of the series, 12 within 0.08 K
   */
  constructor(
    readonly shape: Shape,
    readonly length: number,
    start: number,
    readonly cells = 20
  ) {
    const n = cells;
    this.#dx = length / n;
    this.t = new Float64Array(n).fill(start);
    this.#volume = new Float64Array(n);
    this.#area = new Float64Array(n + 1);
    for (let i = 0; i <= n; i += 1) this.#area[i] = shape === 'slab' ? 1 : i * this.#dx;
    for (let i = 0; i < n; i += 1)
      this.#volume[i] = shape === 'slab' ? this.#dx : (((i + 1) * this.#dx) ** 2 - (i * this.#dx) ** 2) / 2;
    this.#lower = new Float64Array(n);
    this.#diag = new Float64Array(n);
    this.#upper = new Float64Array(n);
    this.#rhs = new Float64Array(n);
    this.#c = new Float64Array(n);
  }

  /**
   * One step.
   * @param dt  seconds
   * @param face  what touches the skin at the end of the step
   * @param before  the same at its beginning; backward Euler without it
   */
  step(dt: number, face: Face, before?: Face): void {
    const n = this.cells;
    if (!frost(this.t, face)) return this.#thawed(dt, face, before);
    const theta = 1;
    const { t } = this;
    const k = (i: number) => conductivity(t[i] as number);
    for (let i = 0; i < n; i += 1) {
      this.#c[i] = (MEAT.rho * heatCapacity(t[i] as number) * (this.#volume[i] as number)) / dt;
      this.#lower[i] = 0;
      this.#upper[i] = 0;
      this.#diag[i] = this.#c[i] as number;
      this.#rhs[i] = (this.#c[i] as number) * (t[i] as number);
    }
    for (let i = 1; i < n; i += 1) {
      const mean = (2 * k(i - 1) * k(i)) / (k(i - 1) + k(i));
      this.#join(i - 1, i, ((this.#area[i] as number) * mean) / this.#dx, theta);
    }
    const outer = (this.#area[n] as number) * through(face.u, k(n - 1), this.#dx / 2);
    this.#diag[n - 1] = (this.#diag[n - 1] as number) + theta * outer;
    this.#rhs[n - 1] = (this.#rhs[n - 1] as number) + theta * outer * face.air;
    solve(this.#lower, this.#diag, this.#upper, this.#rhs, n);
    for (let i = 0; i < n; i += 1) t[i] = settle(t[i] as number, this.#rhs[i] as number);
  }

  #join(a: number, b: number, g: number, theta: number): void {
    this.#diag[a] = (this.#diag[a] as number) + theta * g;
    this.#diag[b] = (this.#diag[b] as number) + theta * g;
    this.#upper[a] = (this.#upper[a] as number) - theta * g;
    this.#lower[b] = (this.#lower[b] as number) - theta * g;
  }

  /** The same where nothing is frozen: one conductivity and one heat capacity, factored once for as long as step and film stay. */
  #thawed(dt: number, face: Face, before: Face | undefined): void {
    const n = this.cells;
    const { t } = this;
    const [area, volume, rhs, dx] = [this.#area, this.#volume, this.#rhs, this.#dx];
    const theta = before ? 0.5 : 1;
    const outer = (area[n] as number) * through(face.u, MEAT.k, dx / 2);
    let f = this.#factors;
    if (!f || f.span !== dt || f.last !== outer || f.first !== theta) {
      const joint = (i: number) => (theta * (area[i] as number) * MEAT.k) / dx;
      const heat = (i: number) => (HEAT * (volume[i] as number)) / dt;
      f = factors(n, heat, joint, 0, theta * outer, { span: dt, last: outer, first: theta, size: dx });
      this.#factors = f;
    }
    const was = before ? (area[n] as number) * through(before.u, MEAT.k, dx / 2) : 0;
    for (let i = 0; i < n; i += 1) {
      const own = t[i] as number;
      let r = ((HEAT * (volume[i] as number)) / dt) * own;
      if (before) {
        const back = i > 0 ? (area[i] as number) * ((t[i - 1] as number) - own) : 0;
        const on = i < n - 1 ? (area[i + 1] as number) * ((t[i + 1] as number) - own) : 0;
        r += (0.5 * MEAT.k * (back + on)) / dx;
        if (i === n - 1) r += 0.5 * was * (before.air - own);
      }
      if (i === n - 1) r += theta * outer * face.air;
      rhs[i] = i > 0 ? r - (f.w[i] as number) * (rhs[i - 1] as number) : r;
    }
    for (let i = n - 1; i >= 0; i -= 1)
      t[i] =
        ((rhs[i] as number) - (i < n - 1 ? (f.up[i] as number) * (t[i + 1] as number) : 0)) *
        (f.inverse[i] as number);
  }

  core(): number {
    return centre(this.t, 0, 1);
  }
  surface(face: Face): number {
    const last = this.t[this.cells - 1] as number;
    return skin(last, conductivity(last), this.#dx / 2, face);
  }
  /** Heat content, J per m² of a slab's face or per m and radian of a cylinder, from −1 °C. */
  heat(): number {
    return this.t.reduce((sum, t, i) => sum + MEAT.rho * enthalpy(t) * (this.#volume[i] as number), 0);
  }
  /** Heat leaving through the skin, W by the same measure. */
  loss(face: Face): number {
    const n = this.cells;
    const last = this.t[n - 1] as number;
    return (this.#area[n] as number) * through(face.u, conductivity(last), this.#dx / 2) * (last - face.air);
  }
}
