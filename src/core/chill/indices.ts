/*
 * Integrals along a record of temperature, in closed form for each piece that is straight between two points; no daily
 * means, which are wrong near the cold end of growth. Times in hours, temperatures in °C.
 */

type Numbers = ArrayLike<number>;

/** Hours during which a record lies above a line. */
export function hoursAbove(time: Numbers, t: Numbers, line: number): number {
  let sum = 0;
  for (let i = 1; i < time.length; i += 1) {
    const dt = (time[i] as number) - (time[i - 1] as number);
    const [a, b] = [(t[i - 1] as number) - line, (t[i] as number) - line];
    if (a > 0 && b > 0) sum += dt;
    else if (a > 0 || b > 0) sum += (dt * Math.max(a, b)) / Math.abs(a - b);
  }
  return sum;
}

/** Degree-hours above a line: trapezoids, clipped where the record crosses it. */
export function degreeHours(time: Numbers, t: Numbers, line: number): number {
  let sum = 0;
  for (let i = 1; i < time.length; i += 1)
    sum += clipped(
      (time[i] as number) - (time[i - 1] as number),
      (t[i - 1] as number) - line,
      (t[i] as number) - line
    );
  return sum;
}
function clipped(dt: number, a: number, b: number): number {
  if (a >= 0 && b >= 0) return (dt * (a + b)) / 2;
  if (a <= 0 && b <= 0) return 0;
  const high = Math.max(a, b);
  return (dt * high * high) / (2 * Math.abs(a - b));
}

/** Square-root growth: √μ = b·(T − Tmin), μ per hour; above `cap` °C its value there. */
export interface SquareRoot {
  b: number;
  min: number;
  cap: number;
}

/**
 * ∫μ dt over one straight piece: b²·Δt·(x₀² + x₀x₁ + x₁²)/3 with x = T − Tmin, clipped at 0 and at the cap
 * (Ratkowsky et al. 1982 for the law).
 */
export function growth(law: SquareRoot, dt: number, from: number, to: number): number {
  const { b, min, cap } = law;
  const top = cap - min;
  const [x0, x1] = [from - min, to - min];
  const [low, high] = [Math.min(x0, x1), Math.max(x0, x1)];
  if (dt <= 0 || high <= 0) return 0;
  if (low >= top) return b * b * dt * top * top;
  const span = high - low;
  if (span < 1e-12) return b * b * dt * low * low * (low > 0 ? 1 : 0);
  const [u, v] = [Math.max(low, 0), Math.min(high, top)];
  const within = (dt * (v - u)) / span;
  const above = (dt * Math.max(0, high - top)) / span;
  return b * b * (within * ((u * u + u * v + v * v) / 3) + above * top * top);
}

/** ∫ k·q10^((T − at)/10) dt over one straight piece: Δt·e^((u+v)/2)·sinh(d/2)/(d/2), a series where d is small. */
export function q10(rate: number, base: number, at: number, dt: number, from: number, to: number): number {
  const ln = Math.log(base) / 10;
  const [u, v] = [ln * (from - at), ln * (to - at)];
  const half = (v - u) / 2;
  const ratio = Math.abs(half) < 1e-3 ? 1 + half ** 2 / 6 + half ** 4 / 120 : Math.sinh(half) / half;
  return rate * dt * Math.exp((u + v) / 2) * ratio;
}

/** Running sums of something that never falls: value at each point. */
export function running(time: Numbers, piece: (i: number, dt: number) => number): Float64Array {
  const out = new Float64Array(time.length);
  for (let i = 1; i < time.length; i += 1)
    out[i] = (out[i - 1] as number) + piece(i, (time[i] as number) - (time[i - 1] as number));
  return out;
}

/**
 * When a running sum reaches a level: the segment by bisection, then inside it.
 * @param inside  the sum within segment i after a part of it, 0 … 1; straight unless said
 * @returns time in the record's own unit; +∞ when it never does
 */
export function whenReached(
  time: Numbers,
  sum: Numbers,
  goal: number,
  inside?: (i: number, share: number) => number
): number {
  const n = time.length;
  if (n === 0 || !((sum[n - 1] as number) >= goal)) return Infinity;
  let [low, high] = [0, n - 1];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((sum[middle] as number) >= goal) high = middle;
    else low = middle + 1;
  }
  if (low === 0) return time[0] as number;
  const [t0, t1] = [time[low - 1] as number, time[low] as number];
  const [s0, s1] = [sum[low - 1] as number, sum[low] as number];
  if (!inside) return s1 > s0 ? t0 + ((goal - s0) / (s1 - s0)) * (t1 - t0) : t1;
  let [a, b] = [0, 1];
  for (let i = 0; i < 60; i += 1) {
    const middle = (a + b) / 2;
    if (inside(low, middle) >= goal) b = middle;
    else a = middle;
  }
  return t0 + b * (t1 - t0);
}
