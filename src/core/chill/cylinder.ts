import { FROZEN, MEAT } from '$core/reference';
import {
  HEAT,
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

/** The faces of a {@link Cylinder}: round it, at the end where the hams join the body, and at the far end. */
export interface CylinderFaces {
  side: Face;
  near: Face;
  far: Face;
}

/**
 * Heat moving in a finite cylinder, along radius and length: a pair of hams, or one leg. Finite volumes; alternating
 * directions (Peaceman & Rachford 1955), backward Euler along one direction after the other where asked. The radius may
 * change on the way (a split pelvis): cells keep their temperatures and their place as a share of the radius, and the
 * leg goes on as the equal cylinder of its own.
 */
export class Cylinder {
  /** °C by cell; along the length first. */
  readonly t: Float64Array;
  #dr: number;
  readonly #dz: number;
  readonly #n: number;
  readonly #m: number;
  readonly #lower: Float64Array;
  readonly #diag: Float64Array;
  readonly #upper: Float64Array;
  readonly #rhs: Float64Array;
  readonly #half: Float64Array;
  readonly #heat: Float64Array;
  readonly #factors: [Factors | undefined, Factors | undefined] = [undefined, undefined];

  /**
   * @param radius  m
   * @param length  m
   * @param cells  along each direction; 12 at 10 minutes is within 0.08 K of the series
   */
  constructor(
    radius: number,
    length: number,
    start: number,
    readonly cells = 12
  ) {
    this.#n = cells;
    this.#m = cells;
    this.#dr = radius / cells;
    this.#dz = length / cells;
    this.t = new Float64Array(cells * cells).fill(start);
    this.#lower = new Float64Array(cells);
    this.#diag = new Float64Array(cells);
    this.#upper = new Float64Array(cells);
    this.#rhs = new Float64Array(cells);
    this.#half = new Float64Array(cells * cells);
    this.#heat = new Float64Array(cells);
  }

  get radius(): number {
    return this.#dr * this.#n;
  }
  set radius(metres: number) {
    this.#dr = metres / this.#n;
  }

  /**
   * One step.
   * @param dt  seconds
   * @param faces  what touches it at the end of the step
   * @param before  the same at its beginning; backward Euler without it
   */
  step(dt: number, faces: CylinderFaces, before?: CylinderFaces): void {
    if (!frost(this.t, faces.side, faces.near, faces.far)) return this.#thawed(dt, faces, before);
    // Half steps that look back ring where heat capacity leaps; frost is walked implicitly, in the mean air of the step.
    const mean = before ? meanFaces(before, faces) : faces;
    this.#half.fill(0);
    this.#alongRadius(dt, mean.side, this.#half);
    this.#half.fill(0);
    this.#alongLength(dt, mean, this.#half);
  }
  /**
   * The same where nothing is frozen: conductivity and heat capacity are one number each, so both directions solve the same
   * small system for every row, and it is factored once for as long as step and films stay.
   */
  #thawed(dt: number, faces: CylinderFaces, before: CylinderFaces | undefined): void {
    const [n, m] = [this.#n, this.#m];
    const { t } = this;
    const half = this.#half;
    const span = before ? dt / 2 : dt;
    const [dr, dz] = [this.#dr, this.#dz];
    const middle = before ? between(before.side, faces.side) : faces.side;
    const outer = n * dr * through(middle.u, MEAT.k, dr / 2);
    const near = through(faces.near.u, MEAT.k, dz / 2);
    const far = through(faces.far.u, MEAT.k, dz / 2);
    const r = this.#factored(
      0,
      span,
      outer,
      0,
      (i) => (HEAT * (i + 0.5) * dr * dr) / span,
      (i) => i * MEAT.k
    );
    const z = this.#factored(
      1,
      span,
      far,
      near,
      () => (HEAT * dz) / span,
      () => MEAT.k / dz
    );

    // Along the radius, per metre of length; what flows along the length is taken as it stood.
    if (before) {
      const g = MEAT.k / (dz * dz);
      const wasNear = through(before.near.u, MEAT.k, dz / 2) / dz;
      const wasFar = through(before.far.u, MEAT.k, dz / 2) / dz;
      for (let i = 0, at = 0; i < n; i += 1) {
        const area = (i + 0.5) * dr * dr;
        const c = (HEAT * area) / span;
        for (let j = 0; j < m; j += 1, at += 1) {
          const own = t[at] as number;
          const back = j > 0 ? g * ((t[at - 1] as number) - own) : wasNear * (before.near.air - own);
          const on = j < m - 1 ? g * ((t[at + 1] as number) - own) : wasFar * (before.far.air - own);
          half[at] = c * own + area * (back + on);
        }
      }
    } else {
      for (let i = 0, at = 0; i < n; i += 1) {
        const c = (HEAT * (i + 0.5) * dr * dr) / span;
        for (let j = 0; j < m; j += 1, at += 1) half[at] = c * (t[at] as number);
      }
    }
    const last = (n - 1) * m;
    for (let j = 0; j < m; j += 1) half[last + j] = (half[last + j] as number) + outer * middle.air;
    for (let i = 1; i < n; i += 1) {
      const w = r.w[i] as number;
      for (let j = 0, at = i * m; j < m; j += 1, at += 1)
        half[at] = (half[at] as number) - w * (half[at - m] as number);
    }
    for (let i = n - 1; i >= 0; i -= 1) {
      const d = r.inverse[i] as number;
      const up = r.up[i] as number;
      for (let j = 0, at = i * m; j < m; j += 1, at += 1)
        half[at] = ((half[at] as number) - (i < n - 1 ? up * (half[at + m] as number) : 0)) * d;
    }

    // Along the length, per square metre of section; what flows along the radius is taken as it stands now.
    const c = (HEAT * dz) / span;
    for (let i = 0; i < n; i += 1) {
      const start = i * m;
      const area = (i + 0.5) * dr * dr;
      const inner = (i * MEAT.k) / area;
      const rim = i < n - 1 ? ((i + 1) * MEAT.k) / area : outer / area;
      for (let j = 0; j < m; j += 1) {
        const at = start + j;
        const own = half[at] as number;
        let rhs = c * own;
        if (before) {
          const out = i < n - 1 ? (half[at + m] as number) : middle.air;
          rhs = c * own + dz * (inner * ((i > 0 ? (half[at - m] as number) : own) - own) + rim * (out - own));
        }
        if (j === 0) rhs += near * faces.near.air;
        if (j === m - 1) rhs += far * faces.far.air;
        t[at] = j > 0 ? rhs - (z.w[j] as number) * (t[at - 1] as number) : rhs;
      }
      for (let j = m - 1; j >= 0; j -= 1) {
        const at = start + j;
        t[at] =
          ((t[at] as number) - (j < m - 1 ? (z.up[j] as number) * (t[at + 1] as number) : 0)) *
          (z.inverse[j] as number);
      }
    }
  }

  /** Thomas' factors of one direction, kept until step, size or films change. */
  #factored(
    way: 0 | 1,
    span: number,
    last: number,
    first: number,
    heat: (i: number) => number,
    joint: (i: number) => number
  ): Factors {
    const kept = this.#factors[way];
    if (kept && kept.span === span && kept.last === last && kept.first === first && kept.size === this.#dr)
      return kept;
    const made = factors(way === 0 ? this.#n : this.#m, heat, joint, first, last, {
      span,
      last,
      first,
      size: this.#dr
    });
    return (this.#factors[way] = made);
  }

  /** Volume of a ring of cells, per radian. */
  #ring(i: number): number {
    return (i + 0.5) * this.#dr * this.#dr * this.#dz;
  }

  /** Heat that flows into each cell along the length, W per radian. */
  #axialFlux(faces: CylinderFaces): Float64Array {
    const [n, m] = [this.#n, this.#m];
    const out = this.#half.fill(0);
    for (let i = 0; i < n; i += 1) {
      const area = (i + 0.5) * this.#dr * this.#dr;
      const at = i * m;
      for (let j = 1; j < m; j += 1) {
        const flux =
          ((area * this.#k(at + j - 1, at + j)) / this.#dz) *
          ((this.t[at + j - 1] as number) - (this.t[at + j] as number));
        out[at + j - 1] = (out[at + j - 1] as number) - flux;
        out[at + j] = (out[at + j] as number) + flux;
      }
      out[at] = (out[at] as number) + area * this.#into(at, faces.near, this.#dz);
      out[at + m - 1] = (out[at + m - 1] as number) + area * this.#into(at + m - 1, faces.far, this.#dz);
    }
    return out;
  }

  /** Heat that flows into each cell along the radius, W per radian. */
  #radialFlux(side: Face): Float64Array {
    const [n, m] = [this.#n, this.#m];
    const out = this.#half.fill(0);
    for (let j = 0; j < m; j += 1) {
      for (let i = 1; i < n; i += 1) {
        const [a, b] = [(i - 1) * m + j, i * m + j];
        const flux = i * this.#dz * this.#k(a, b) * ((this.t[a] as number) - (this.t[b] as number));
        out[a] = (out[a] as number) - flux;
        out[b] = (out[b] as number) + flux;
      }
      const last = (n - 1) * m + j;
      out[last] = (out[last] as number) + n * this.#dr * this.#dz * this.#into(last, side, this.#dr);
    }
    return out;
  }

  #k(a: number, b: number): number {
    const [ta, tb] = [this.t[a] as number, this.t[b] as number];
    if (ta >= FROZEN.from && tb >= FROZEN.from) return MEAT.k;
    const [ka, kb] = [conductivity(ta), conductivity(tb)];
    return (2 * ka * kb) / (ka + kb);
  }
  #into(cell: number, face: Face, width: number): number {
    const t = this.t[cell] as number;
    return through(face.u, conductivity(t), width / 2) * (face.air - t);
  }

  #alongRadius(dt: number, side: Face, given: Float64Array): void {
    const [n, m] = [this.#n, this.#m];
    for (let j = 0; j < m; j += 1)
      this.#walk(n, j, m, () => {
        for (let i = 0; i < n; i += 1) this.#cell(i, i * m + j, this.#ring(i), dt, given);
        for (let i = 1; i < n; i += 1) this.#join(i, i * this.#dz * this.#k((i - 1) * m + j, i * m + j));
        this.#end(n - 1, (n - 1) * m + j, n * this.#dr * this.#dz, side, this.#dr);
      });
  }

  #alongLength(dt: number, faces: CylinderFaces, given: Float64Array): void {
    const [n, m] = [this.#n, this.#m];
    for (let i = 0; i < n; i += 1) {
      const area = (i + 0.5) * this.#dr * this.#dr;
      const at = i * m;
      this.#walk(m, at, 1, () => {
        for (let j = 0; j < m; j += 1) this.#cell(j, at + j, this.#ring(i), dt, given);
        for (let j = 1; j < m; j += 1) this.#join(j, (area * this.#k(at + j - 1, at + j)) / this.#dz);
        this.#end(0, at, area, faces.near, this.#dz);
        this.#end(m - 1, at + m - 1, area, faces.far, this.#dz);
      });
    }
  }

  /** One row of cells, from the first by a stride, with its equations as they are written for each pass. */
  #walk(cells: number, first: number, stride: number, write: () => void): void {
    walk(
      this.#heat,
      (row) => this.t[first + row * stride] as number,
      () => {
        write();
        solve(this.#lower, this.#diag, this.#upper, this.#rhs, cells);
        return this.#rhs;
      },
      (row, t) => (this.t[first + row * stride] = t)
    );
  }

  #cell(row: number, at: number, volume: number, dt: number, given: Float64Array): void {
    const t = this.t[at] as number;
    const c = (MEAT.rho * (this.#heat[row] as number) * volume) / dt;
    this.#lower[row] = 0;
    this.#upper[row] = 0;
    this.#diag[row] = c;
    this.#rhs[row] = c * t + (given[at] as number);
  }
  #join(row: number, g: number): void {
    this.#diag[row - 1] = (this.#diag[row - 1] as number) + g;
    this.#diag[row] = (this.#diag[row] as number) + g;
    this.#upper[row - 1] = -g;
    this.#lower[row] = -g;
  }
  #end(row: number, at: number, area: number, face: Face, width: number): void {
    const g = area * through(face.u, conductivity(this.t[at] as number), width / 2);
    this.#diag[row] = (this.#diag[row] as number) + g;
    this.#rhs[row] = (this.#rhs[row] as number) + g * face.air;
  }

  /** Where it is warmest, °C: the warmest place of the whole axis, whatever touches the ends. */
  core(): number {
    let most = -Infinity;
    for (let j = 0; j < this.#m; j += 1) most = Math.max(most, centre(this.t, j, this.#m));
    return most;
  }
  /** °C across the radius, from the axis outwards, where the axis is warmest. */
  section(): Float64Array {
    let warmest = 0;
    for (let j = 1; j < this.#m; j += 1) if ((this.t[j] as number) > (this.t[warmest] as number)) warmest = j;
    return Float64Array.from({ length: this.#n }, (_, i) => this.t[i * this.#m + warmest] as number);
  }
  /** The near end at its axis, °C: the face that quartering lays open. */
  nearSurface(near: Face): number {
    const cell = this.t[0] as number;
    return skin(cell, conductivity(cell), this.#dz / 2, near);
  }
  /** Skin beside the near end, °C: the warmest that is exposed. */
  surface(side: Face): number {
    const cell = this.t[(this.#n - 1) * this.#m] as number;
    return skin(cell, conductivity(cell), this.#dr / 2, side);
  }
  /** Heat content per radian, J from −1 °C. */
  heat(): number {
    return this.t.reduce(
      (sum, t, at) => sum + MEAT.rho * enthalpy(t) * this.#ring(Math.floor(at / this.#m)),
      0
    );
  }
  /** Heat leaving through all faces per radian, W. */
  loss(faces: CylinderFaces): number {
    // Both fluxes use the one buffer, so one after the other.
    const total = (flux: Float64Array) => flux.reduce((a, b) => a + b, 0);
    const radial = total(this.#radialFlux(faces.side));
    return -radial - total(this.#axialFlux(faces));
  }
}

const meanFaces = (a: CylinderFaces, b: CylinderFaces): CylinderFaces => ({
  side: between(a.side, b.side),
  near: between(a.near, b.near),
  far: between(a.far, b.far)
});
