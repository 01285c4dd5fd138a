import { BONE_SOUR, FILMS, FROZEN, GEOMETRY, MEAT } from '$core/reference';
import { HOUR, MINUTE, type Celsius, under } from '$core/units';
import { indexAt, sunAt, valueAt, type Series } from './air';
import type { Body } from './body';
import { Cylinder, type CylinderFaces } from './cylinder';
import { START_PIECES, type Face } from './face';
import { Line } from './line';
import { degreeHours, hoursAbove } from './indices';
import { cellsFor, followModes } from './modes';
import { DIFFUSIVITY } from './material';
import { coverU, ICE, type Phase } from './phases';

export interface CoolInput {
  body: Body;
  killedAt: number;
  /** How it stands, from death on. */
  phases: readonly Phase[];
  /** Air by place, °C; a place without a series takes that of `field`. */
  air: Readonly<Record<string, Series>>;
  /** Until when, ms. */
  until: number;
  /** Blood heat unless a core was read. */
  start?: Celsius;
  /** Hours by the clock at a moment, for the sun; UTC unless said. */
  localHour?: (at: number) => number;
  /** Factors on film and hide, 1 as the table has them. */
  filmFactor?: number;
  hideFactor?: number;
  /** Cores read by a probe in the ham, in order of time; the model is set to each as it passes. */
  readings?: readonly { at: number; core: number }[];
}

/** Temperatures along the record, °C at `at` (ms). */
export interface Curves {
  at: Float64Array;
  /** Warmest place of the axis through both hams, or the middle of a small animal. */
  core: Float64Array;
  /** Skin of the ham, under the hide as long as it is on; of a small animal its own. */
  surface: Float64Array;
  /** Inner face of the trunk's wall: the face that lies open first. Same as `surface` for small animals. */
  wall: Float64Array;
  /** Middle of the shoulder. */
  shoulder: Float64Array;
  /** Air it was in. */
  air: Float64Array;
  /** 1 while the hide is on. */
  hide: Uint8Array;
  /** 1 in moving air. */
  moving: Uint8Array;
}

/** How long a step may be: short after something was done and in frost, longer when all is slow. Minutes. */
const stepAfter = (hours: number, air: number): number =>
  hours < 24 || air < FROZEN.from ? 10 : hours < 60 ? 30 : 60;

/** How far the record goes and which points it has: every half hour for three days, then every hour; the phases' own moments too. */
function pointsOf(input: CoolInput): number[] {
  const { killedAt, until, phases } = input;
  const points = new Set<number>([killedAt]);
  for (let at = killedAt; at < until; at += at - killedAt < 72 * HOUR ? HOUR / 2 : HOUR) points.add(at);
  points.add(until);
  for (const phase of phases) if (phase.from > killedAt && phase.from < until) points.add(phase.from);
  for (const r of input.readings ?? []) if (r.at > killedAt && r.at < until) points.add(r.at);
  return [...points].sort((a, b) => a - b);
}

/** Air of a phase at a moment, the sun's share in it. */
export function airIn(input: Pick<CoolInput, 'air' | 'localHour'>, phase: Phase, at: number): number {
  const series = under(input.air, phase.place) ?? input.air.field ?? Object.values(input.air)[0];
  if (!series || series.at.length === 0) throw new RangeError(`no air for ${phase.place}`);
  const hour = input.localHour ? input.localHour(at) : (at / HOUR) % 24;
  return valueAt(series, at) + (phase.sun ? sunAt(hour) : 0);
}

interface Faces {
  side: Face;
  wall: Face;
  near: Face;
  far: Face;
}

function facesAt(input: CoolInput, phase: Phase, at: number): Faces {
  const air = airIn(input, phase, at);
  const h = FILMS[phase.film] * (input.filmFactor ?? 1);
  const u = coverU(h, phase.hide, input.body.hideR * (input.hideFactor ?? 1));
  const side = { u, air };
  return {
    side,
    // Half of a wall looks outwards, half inwards, where no hide is: the mean of both films.
    wall: phase.ice
      ? { u: (u + ICE.h) / 2, air: (u * air + ICE.h * ICE.air) / (u + ICE.h) }
      : { u: (u + h) / 2, air },
    near: phase.quartered ? { u: h, air } : phase.ice ? { u: ICE.h, air: ICE.air } : { u: 0, air },
    far: side
  };
}

/** The solids of one animal as they cool together. */
interface Solids {
  step(dt: number, phase: Phase, now: Faces, before?: Faces): void;
  read(faces: Faces): { core: number; surface: number; wall: number; shoulder: number };
  setCore(core: number): void;
}

function large(body: Body, start: number): Solids {
  const hams = new Cylinder(body.radius, body.length, start, cellsFor(body.radius));
  const shoulder = new Line('slab', body.shoulder, start, 12);
  const wall = new Line('slab', body.wall, start, 5);
  const cylinderFaces = ({ side, near, far }: Faces): CylinderFaces => ({ side, near, far });
  return {
    step(dt, phase, now, before) {
      hams.radius = body.radius * (phase.split ? GEOMETRY.splitRadius : 1);
      hams.step(dt, cylinderFaces(now), before && cylinderFaces(before));
      shoulder.step(dt, now.side, before?.side);
      wall.step(dt, now.wall, before?.wall);
    },
    read: (faces) => ({
      core: hams.core(),
      surface: hams.surface(faces.side),
      wall: wall.surface(faces.wall),
      shoulder: shoulder.core()
    }),
    setCore(core) {
      shift(hams.t, core - hams.core());
    }
  };
}

function small(body: Body, start: number): Solids {
  const whole = new Line('cylinder', body.radius, start, 12);
  return {
    step: (dt, _phase, now, before) => whole.step(dt, now.side, before?.side),
    read(faces) {
      const surface = whole.surface(faces.side);
      const core = whole.core();
      return { core, surface, wall: surface, shoulder: core };
    },
    setCore: (core) => shift(whole.t, core - whole.core())
  };
}

/** A probe's word moves the whole solid: its shape was right, its height was not. */
function shift(t: Float64Array, by: number): void {
  for (let i = 0; i < t.length; i += 1) t[i] = (t[i] as number) + by;
}

/** True where the product of two series is the answer: one film from the start, nothing frozen, nothing read. */
function isUniform(input: CoolInput): boolean {
  const [only, second] = input.phases;
  if (!only || second || only.ice || only.quartered || (input.readings?.length ?? 0) > 0) return false;
  const series = under(input.air, only.place) ?? input.air.field;
  return series !== undefined && series.value.every((t) => t > FROZEN.from);
}

const empty = (n: number): Curves => ({
  at: new Float64Array(n),
  core: new Float64Array(n),
  surface: new Float64Array(n),
  wall: new Float64Array(n),
  shoulder: new Float64Array(n),
  air: new Float64Array(n),
  hide: new Uint8Array(n),
  moving: new Uint8Array(n)
});

/**
 * Temperatures of a carcass from death on, by conduction in the solids of its body.
 * Where one film holds from the start the series are followed (exact to their terms); where something happens on the way,
 * alternating directions on 12 × 12 cells, the first step after each happening in backward-Euler pieces.
 * @throws RangeError without any air
 */
export function cool(input: CoolInput): Curves {
  const points = pointsOf(input);
  return isUniform(input) ? alongSeries(input, points) : alongPhases(input, points);
}

function fill(curves: Curves, i: number, at: number, phase: Phase, air: number): void {
  curves.at[i] = at;
  curves.air[i] = air;
  curves.hide[i] = phase.hide ? 1 : 0;
  curves.moving[i] = phase.film === 'still' ? 0 : 1;
}

function alongSeries(input: CoolInput, points: readonly number[]): Curves {
  const phase = input.phases[0] as Phase;
  const { body } = input;
  const start = input.start ?? MEAT.start;
  const curves = empty(points.length);
  const seconds = Float64Array.from(points, (at) => (at - input.killedAt) / 1000);
  const air = Float64Array.from(points, (at) => airIn(input, phase, at));
  const faces = facesAt(input, phase, input.killedAt);
  points.forEach((at, i) => fill(curves, i, at, phase, air[i] as number));
  const radius = body.radius * (phase.split ? GEOMETRY.splitRadius : 1);
  const first = Math.max(600, (seconds[1] ?? 600) - (seconds[0] ?? 0));
  // Terms until the last has died away by the first point: ζ ≈ nπ, ζ²·Fo > 5.
  const terms = Math.ceil(
    Math.sqrt(5 / ((DIFFUSIVITY * first) / Math.max(radius, body.kind === 'large' ? body.length : 0) ** 2)) /
      Math.PI +
      1
  );
  const u = faces.side.u;
  const hams = followModes(
    body.kind === 'large' ? { radius, halfThickness: body.length, u } : { radius, u },
    seconds,
    air,
    start,
    Math.min(24, Math.max(4, terms))
  );
  curves.core.set(hams.core);
  curves.surface.set(hams.surface);
  if (body.kind === 'small') {
    curves.wall.set(hams.surface);
    curves.shoulder.set(hams.core);
    return curves;
  }
  curves.shoulder.set(followModes({ halfThickness: body.shoulder, u }, seconds, air, start, 8).core);
  curves.wall.set(followModes({ halfThickness: body.wall, u: faces.wall.u }, seconds, air, start, 6).surface);
  return curves;
}

function alongPhases(input: CoolInput, points: readonly number[]): Curves {
  const { body, phases, killedAt } = input;
  const start = input.start ?? MEAT.start;
  const solids = body.kind === 'large' ? large(body, start) : small(body, start);
  const curves = empty(points.length);
  const froms = phases.map((p) => p.from);
  const phaseAt = (at: number) => phases[Math.max(0, indexAt(froms, at))] as Phase;
  const readings = [...(input.readings ?? [])].sort((a, b) => a.at - b.at);
  let next = readings.findIndex((r) => r.at >= killedAt);
  let phase = phaseAt(killedAt);
  let since = killedAt;
  let before = facesAt(input, phase, killedAt);
  let fresh = true;
  points.forEach((at, i) => {
    let now = i === 0 ? killedAt : (points[i - 1] as number);
    while (now < at) {
      const current = phaseAt(now);
      if (current !== phase) {
        phase = current;
        since = now;
        before = facesAt(input, phase, now);
        fresh = true;
      }
      const to = Math.min(at, now + stepAfter((now - since) / HOUR, before.side.air) * MINUTE);
      const dt = (to - now) / 1000;
      const faces = facesAt(input, phase, to);
      if (fresh) for (const piece of START_PIECES) solids.step(dt * piece, phase, faces);
      else solids.step(dt, phase, faces, before);
      fresh = false;
      before = faces;
      now = to;
    }
    while (next >= 0 && next < readings.length && (readings[next] as { at: number }).at <= at) {
      solids.setCore((readings[next] as { core: number }).core);
      next += 1;
    }
    const shown = phaseAt(at);
    const faces = facesAt(input, shown, at);
    fill(curves, i, at, shown, faces.side.air);
    const values = solids.read(faces);
    curves.core[i] = values.core;
    curves.surface[i] = values.surface;
    curves.wall[i] = values.wall;
    curves.shoulder[i] = values.shoulder;
  });
  return curves;
}

/** What curves say at a moment, by the last point at or before it. */
export function curvesAt(
  curves: Curves,
  moment: number
): { core: number; surface: number; air: number; hide: boolean } {
  const i = Math.max(0, indexAt(curves.at, moment));
  return {
    core: curves.core[i] as number,
    surface: curves.surface[i] as number,
    air: curves.air[i] as number,
    hide: curves.hide[i] === 1
  };
}

export interface CoolOutcome {
  /** Hours from death until the core is at the target for the first time; +∞ when it is not within the record. */
  hoursToTarget: number;
  /** True when the air of the last day is at or above the target, so that waiting changes nothing. */
  never: boolean;
  /** By the record up to now. */
  soFar: Warmth;
  /** By the whole of the curves: what the forecast would add is in it. */
  inAll: Warmth;
}

/** How long the deep ham was warm, and what that means for the bone. */
export interface Warmth {
  /** Hours with the deep ham above 20 °C. */
  hoursWarm: number;
  /** Degree-hours above 10 °C. */
  degreeHours: number;
  boneSour: 'quiet' | 'watch' | 'act';
}

/** Warmth of the core along the first points of the curves, up to a moment (ms) between or beyond them. */
function warmthUntil({ at, core }: Curves, until: number): Warmth {
  const start = at[0] as number;
  const end = Math.min(until, at[at.length - 1] as number);
  const time: number[] = [];
  const value: number[] = [];
  for (let i = 0; i < at.length && (at[i] as number) < end; i += 1) {
    time.push(((at[i] as number) - start) / HOUR);
    value.push(core[i] as number);
  }
  time.push(Math.max(0, end - start) / HOUR);
  value.push(valueAt({ at, value: core }, Math.max(start, end)));
  const hoursWarm = hoursAbove(time, value, BONE_SOUR.hours.above);
  const degrees = degreeHours(time, value, BONE_SOUR.degreeHours.above);
  const act = hoursWarm >= BONE_SOUR.hours.act || degrees >= BONE_SOUR.degreeHours.act;
  const watch = hoursWarm >= BONE_SOUR.hours.watch || degrees >= BONE_SOUR.degreeHours.watch;
  return { hoursWarm, degreeHours: degrees, boneSour: act ? 'act' : watch ? 'watch' : 'quiet' };
}

/**
 * What the curves say of the meat: when it is cold, and the bone-sour watch, by the record and with what is still ahead.
 * @param target  core wanted, °C
 * @param now  end of the record, ms; what the curves say past it is a forecast. Their own end unless said
 */
export function outcomeOf(curves: Curves, target: Celsius, now = Infinity): CoolOutcome {
  const { at, core, air } = curves;
  const start = at[0] as number;
  let hours = Infinity;
  for (let i = 1; i < at.length; i += 1) {
    const [a, b] = [core[i - 1] as number, core[i] as number];
    if (b > target) continue;
    const share = a > b ? (a - target) / (a - b) : 0;
    hours =
      ((at[i - 1] as number) - start + Math.max(0, share) * ((at[i] as number) - (at[i - 1] as number))) /
      HOUR;
    break;
  }
  let lowest = Infinity;
  const end = at[at.length - 1] as number;
  for (let i = 0; i < at.length; i += 1)
    if ((at[i] as number) >= end - 24 * HOUR) lowest = Math.min(lowest, air[i] as number);
  return {
    hoursToTarget: hours,
    never: hours === Infinity && lowest >= target,
    soFar: warmthUntil(curves, now),
    inAll: warmthUntil(curves, Infinity)
  };
}
