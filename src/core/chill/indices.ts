/*
 * Integrals along a record of temperature, in closed form for each piece that is straight between two points; no daily
 * means, which are wrong near the cold end of growth. Times in hours, temperatures in °C.
 */

import type { GrowthLaw } from '$core/reference';

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

/** Growth per hour of a law at a temperature; 0 outside its range. */
function rate({ b, min, c, max }: GrowthLaw, t: number): number {
  if (t <= min || t >= max) return 0;
  return (b * (t - min) * (1 - Math.exp(c * (t - max)))) ** 2;
}

/** Below so many degrees between its ends a piece goes by Simpson's rule: the closed form would lose its digits. Own choice. */
const NEAR_ENDS = 0.02;

/**
 * ∫μ dt over one straight piece, μ = (b·x·(1 − E))², x = T − min, E = e^(c(T − max)) (Ratkowsky et al. 1983 for the law):
 * b²·Δt ÷ (T₁ − T₀)·[x³/3 − 2E·p(c) + E²·p(2c)], p(k) = x²/k − 2x/k² + 2/k³, of what lies within min … max.
 */
export function growth(law: GrowthLaw, dt: number, from: number, to: number): number {
  const { b, min, c, max } = law;
  const [low, high] = [Math.max(min, Math.min(from, to)), Math.min(max, Math.max(from, to))];
  if (dt <= 0 || high < low) return 0;
  const span = Math.abs(to - from);
  if (span < NEAR_ENDS) return (dt * (rate(law, from) + 4 * rate(law, (from + to) / 2) + rate(law, to))) / 6;
  const p = (k: number, x: number) => (x * x) / k - (2 * x) / (k * k) + 2 / (k * k * k);
  const whole = (t: number) => {
    const x = t - min;
    const e = Math.exp(c * (t - max));
    return x ** 3 / 3 - 2 * e * p(c, x) + e * e * p(2 * c, x);
  };
  return Math.max(0, ((b * b * dt) / span) * (whole(high) - whole(low)));
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
