import { MEAT } from '$core/reference';
import {
  HEAT,
  INSULATED,
  between,
  centre,
  factors,
  frost,
  walk,
  skin,
  solve,
  through,
  type Face,
  type Factors
} from './face';
import { conductivity, enthalpy } from './material';
import type { Shape } from './modes';

/** What touches a {@link Line}: its skin, and, of a slab that is no half of one, its inner face. */
export interface LineFaces {
  outer: Face;
  inner: Face;
}

/**
 * Heat moving along one line: a slab from its middle to its skin or from face to face, or a long cylinder from its axis. Finite volumes;
 * Crank–Nicolson, backward Euler where asked. Frozen or not: heat capacity with latent heat, the mean of what a cell goes
 * through in a step, and set right by enthalpy after it (Pham 1985), so that no heat is lost over the freezing range.
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
  readonly #heat: Float64Array;
  #factors: Factors | undefined;

  /**
   * @param length  half-thickness of the slab, its whole one where its inner face is bare, or radius of the cylinder; m
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
    this.#heat = new Float64Array(n);
  }

  /**
   * One step.
   * @param dt  seconds
   * @param faces  what touches it at the end of the step
   * @param before  the same at its beginning; backward Euler without it
   */
  step(dt: number, faces: LineFaces, before?: LineFaces): void {
    const n = this.cells;
    if (!frost(this.t, faces.outer, faces.inner)) return this.#thawed(dt, faces, before);
    // Implicit, in the mean air of the step: what leaps across the freezing point is walked alike on both sides of it.
    const outerFace = before ? between(before.outer, faces.outer) : faces.outer;
    const innerFace = before ? between(before.inner, faces.inner) : faces.inner;
    const { t } = this;
    const k = (i: number) => conductivity(t[i] as number);
    const pass = () => {
      for (let i = 0; i < n; i += 1) {
        const c = (MEAT.rho * (this.#heat[i] as number) * (this.#volume[i] as number)) / dt;
        this.#lower[i] = 0;
        this.#upper[i] = 0;
        this.#diag[i] = c;
        this.#rhs[i] = c * (t[i] as number);
      }
      for (let i = 1; i < n; i += 1) {
        const mean = (2 * k(i - 1) * k(i)) / (k(i - 1) + k(i));
        this.#join(i - 1, i, ((this.#area[i] as number) * mean) / this.#dx);
      }
      this.#end(0, 0, innerFace);
      this.#end(n - 1, n, outerFace);
      solve(this.#lower, this.#diag, this.#upper, this.#rhs, n);
      return this.#rhs;
    };
    walk(
      this.#heat,
      (i) => t[i] as number,
      pass,
      (i, to) => (t[i] = to)
    );
  }

  #join(a: number, b: number, g: number): void {
    this.#diag[a] = (this.#diag[a] as number) + g;
    this.#diag[b] = (this.#diag[b] as number) + g;
    this.#upper[a] = (this.#upper[a] as number) - g;
    this.#lower[b] = (this.#lower[b] as number) - g;
  }
  #end(cell: number, edge: number, face: Face): void {
    const g =
      (this.#area[edge] as number) * through(face.u, conductivity(this.t[cell] as number), this.#dx / 2);
    this.#diag[cell] = (this.#diag[cell] as number) + g;
    this.#rhs[cell] = (this.#rhs[cell] as number) + g * face.air;
  }

  /** The same where nothing is frozen: one conductivity and one heat capacity, factored once for as long as step and film stay. */
  #thawed(dt: number, faces: LineFaces, before: LineFaces | undefined): void {
    const n = this.cells;
    const { t } = this;
    const [area, volume, rhs, dx] = [this.#area, this.#volume, this.#rhs, this.#dx];
    const theta = before ? 0.5 : 1;
    const touching = (edge: number, face: Face) => (area[edge] as number) * through(face.u, MEAT.k, dx / 2);
    const outer = touching(n, faces.outer);
    const inner = touching(0, faces.inner);
    let f = this.#factors;
    if (!f || f.span !== dt || f.last !== outer || f.first !== inner || f.size !== theta) {
      const joint = (i: number) => (theta * (area[i] as number) * MEAT.k) / dx;
      const heat = (i: number) => (HEAT * (volume[i] as number)) / dt;
      const key = { span: dt, last: outer, first: inner, size: theta };
      f = factors(n, heat, joint, theta * inner, theta * outer, key);
      this.#factors = f;
    }
    const wasOuter = before ? touching(n, before.outer) : 0;
    const wasInner = before ? touching(0, before.inner) : 0;
    for (let i = 0; i < n; i += 1) {
      const own = t[i] as number;
      let r = ((HEAT * (volume[i] as number)) / dt) * own;
      if (before) {
        const back = i > 0 ? (area[i] as number) * ((t[i - 1] as number) - own) : 0;
        const on = i < n - 1 ? (area[i + 1] as number) * ((t[i + 1] as number) - own) : 0;
        r += (0.5 * MEAT.k * (back + on)) / dx;
        if (i === 0) r += 0.5 * wasInner * (before.inner.air - own);
        if (i === n - 1) r += 0.5 * wasOuter * (before.outer.air - own);
      }
      if (i === 0) r += theta * inner * faces.inner.air;
      if (i === n - 1) r += theta * outer * faces.outer.air;
      rhs[i] = i > 0 ? r - (f.w[i] as number) * (rhs[i - 1] as number) : r;
    }
    for (let i = n - 1; i >= 0; i -= 1)
      t[i] =
        ((rhs[i] as number) - (i < n - 1 ? (f.up[i] as number) * (t[i + 1] as number) : 0)) *
        (f.inverse[i] as number);
  }

  /** Middle of a half slab or axis of a cylinder, °C. */
  core(): number {
    return centre(this.t, 0, 1);
  }
  /** Where a slab with two faces is warmest, °C: the crest of a parabola through the warmest cell and its neighbours. */
  warmest(): number {
    const { t } = this;
    let most = 0;
    for (let i = 1; i < this.cells; i += 1) if ((t[i] as number) > (t[most] as number)) most = i;
    const own = t[most] as number;
    if (most === 0 || most === this.cells - 1) return own;
    const [a, b] = [t[most - 1] as number, t[most + 1] as number];
    const bend = a - 2 * own + b;
    return bend < 0 ? own - (b - a) ** 2 / (8 * bend) : own;
  }
  /** Skin, °C. */
  surface(face: Face): number {
    return this.#skin(this.cells - 1, face);
  }
  /** The inner face of a slab, °C. */
  innerSurface(face: Face): number {
    return this.#skin(0, face);
  }
  #skin(cell: number, face: Face): number {
    const t = this.t[cell] as number;
    return skin(t, conductivity(t), this.#dx / 2, face);
  }
  /** Heat content, J per m² of a slab's face or per m and radian of a cylinder, from −1 °C. */
  heat(): number {
    return this.t.reduce((sum, t, i) => sum + MEAT.rho * enthalpy(t) * (this.#volume[i] as number), 0);
  }
  /** Heat leaving through the faces, W by the same measure. */
  loss({ outer, inner }: LineFaces): number {
    const out = (cell: number, edge: number, face: Face) => {
      const t = this.t[cell] as number;
      return (this.#area[edge] as number) * through(face.u, conductivity(t), this.#dx / 2) * (t - face.air);
    };
    return out(0, 0, inner) + out(this.cells - 1, this.cells, outer);
  }
}

/** The faces of what is touched on its skin alone. */
export const onSkin = (outer: Face): LineFaces => ({ outer, inner: INSULATED });
