import { BONE_SOUR, FROZEN, GUT_LEFT, MEAT } from '$core/reference';
import { HOUR, MINUTE, type Celsius, under } from '$core/units';
import { indexAt, sunAt, valueAt, type Series } from './air';
import type { Body } from './body';
import { facesOf, filmAt, type Faces } from './cover';
import { START_PIECES } from './face';
import { degreeHours, hoursAbove } from './indices';
import type { Phase } from './phases';
import { solidsOf, type Temperatures } from './solids';

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
  /** Factors on film and hide, 1 as the table has them; on a place's film beside that, what its own probes have taught. */
  filmFactor?: number;
  hideFactor?: number;
  filmOf?: Readonly<Record<string, number>>;
  /** Sd of the logarithms of film and hide that a band is drawn from; the table's unless the larder's probes have taught. */
  filmSd?: number;
  hideSd?: number;
  /** Correlation of the two. */
  coverCorr?: number;
  /** Cores read by a probe in the ham, in order of time; each scales the excess over the air that the model has then. */
  readings?: readonly { at: number; core: number }[];
}

/** Temperatures along the record, °C at `at` (ms), and how the carcass stood. */
export interface Curves extends Record<keyof Temperatures, Float64Array> {
  kind: Body['kind'];
  at: Float64Array;
  /** Air it was in. */
  air: Float64Array;
  /** 1 while the hide is on, once it was opened, once it was quartered, once its ham was opened. */
  hide: Uint8Array;
  opened: Uint8Array;
  quartered: Uint8Array;
  hamOpened: Uint8Array;
  /** 1 in moving air; 1 where no air gets at it. */
  moving: Uint8Array;
  packed: Uint8Array;
  /** Degree-hours of the core above 10 °C with the gut in, so far. */
  gut: Float64Array;
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

const empty = (n: number, kind: Body['kind']): Curves => ({
  kind,
  at: new Float64Array(n),
  core: new Float64Array(n),
  surface: new Float64Array(n),
  wall: new Float64Array(n),
  shoulder: new Float64Array(n),
  end: new Float64Array(n),
  fresh: new Float64Array(n),
  air: new Float64Array(n),
  hide: new Uint8Array(n),
  opened: new Uint8Array(n),
  quartered: new Uint8Array(n),
  hamOpened: new Uint8Array(n),
  moving: new Uint8Array(n),
  packed: new Uint8Array(n),
  gut: new Float64Array(n)
});

function fill(curves: Curves, i: number, at: number, phase: Phase, air: number): void {
  const film = filmAt(phase, at);
  curves.at[i] = at;
  curves.air[i] = air;
  curves.hide[i] = phase.hide ? 1 : 0;
  curves.opened[i] = phase.opened ? 1 : 0;
  curves.quartered[i] = phase.quartered ? 1 : 0;
  curves.hamOpened[i] = phase.hamOpened ? 1 : 0;
  curves.moving[i] = film.air === 'moving' ? 1 : 0;
  curves.packed[i] = film.air === 'none' ? 1 : 0;
}

/** Most times that a reading may scale an excess; what it says beyond is added all through. Own choice. */
const MOST_TIMES = 4;

/**
 * What a read core says of a model's excess over the air: how many times what the model has, and kelvins to be added all
 * through where that excess is too small to be scaled. No skin comes to lie below its air by it.
 */
export function excessOf(model: number, read: number, air: number): { times: number; add: number } {
  const has = model - air;
  const asked = has === 0 ? 1 : (read - air) / has;
  const times = Math.min(MOST_TIMES, Math.max(0, Number.isFinite(asked) ? asked : 1));
  return { times, add: Math.max(0, read - (air + has * times)) };
}

/**
 * Temperatures of a carcass from death on, by conduction in the solids of its body: alternating directions on 12 × 12
 * cells and lines, the first step after each happening in backward-Euler pieces (against the series: within 0.1 K).
 * @throws RangeError without any air
 */
export function cool(input: CoolInput): Curves {
  const points = pointsOf(input);
  const { body, phases, killedAt } = input;
  const start = input.start ?? MEAT.start;
  const solids = solidsOf(body, start);
  const curves = empty(points.length, body.kind);
  const froms = phases.map((p) => p.from);
  const phaseAt = (at: number) => phases[Math.max(0, indexAt(froms, at))] as Phase;
  const facesAt = (of: Phase, at: number): Faces =>
    facesOf(body, of, at, airIn(input, of, at), {
      film: (input.filmFactor ?? 1) * (under(input.filmOf ?? {}, of.place) ?? 1),
      hide: input.hideFactor ?? 1
    });
  const readings = [...(input.readings ?? [])].sort((a, b) => a.at - b.at);
  let next = readings.findIndex((r) => r.at >= killedAt);
  let phase = phaseAt(killedAt);
  solids.enter(phase);
  let since = killedAt;
  let before = facesAt(phase, killedAt);
  let fresh = true;
  points.forEach((at, i) => {
    let now = i === 0 ? killedAt : (points[i - 1] as number);
    while (now < at) {
      const current = phaseAt(now);
      if (current !== phase) {
        phase = current;
        solids.enter(phase);
        since = now;
        before = facesAt(phase, now);
        fresh = true;
      }
      const to = Math.min(at, now + stepAfter((now - since) / HOUR, before.side.air) * MINUTE);
      const dt = (to - now) / 1000;
      const faces = facesAt(phase, to);
      if (fresh) for (const piece of START_PIECES) solids.step(dt * piece, faces);
      else solids.step(dt, faces, before);
      fresh = false;
      before = faces;
      now = to;
    }
    const shown = phaseAt(at);
    if (shown !== phase) solids.enter(shown);
    const faces = facesAt(shown, at);
    const air = airIn(input, shown, at);
    while (next >= 0 && next < readings.length && (readings[next] as { at: number }).at <= at) {
      const read = (readings[next] as { core: number }).core;
      const { times, add } = excessOf(solids.read(faces).core, read, air);
      solids.scale(air, times, add);
      next += 1;
    }
    fill(curves, i, at, shown, air);
    const values = solids.read(faces);
    for (const key of ['core', 'surface', 'wall', 'shoulder', 'end', 'fresh'] as const)
      curves[key][i] = values[key];
    if (i > 0) curves.gut[i] = (curves.gut[i - 1] as number) + gutPiece(curves, i);
  });
  return curves;
}

/** Degree-hours above 10 °C of the core since the point before, as long as the gut is in. */
function gutPiece({ at, core, opened }: Curves, i: number): number {
  if (opened[i - 1]) return 0;
  const hours = ((at[i] as number) - (at[i - 1] as number)) / HOUR;
  return degreeHours([0, hours], [core[i - 1] as number, core[i] as number], GUT_LEFT.above);
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
  /** When the core is frozen, ms; +∞ where this record does not freeze it. */
  frozenAt: number;
  /** By the record up to now. */
  soFar: Warmth;
  /** By the whole of the curves: what the forecast would add is in it. */
  inAll: Warmth;
}

/** Two lines of a figure that warns. */
export const LEVELS = ['quiet', 'watch', 'act'] as const;
export type Level = (typeof LEVELS)[number];

/** How long the deep ham was warm, and what that means for the bone; what a gut left in has done. */
export interface Warmth {
  /** Hours with the deep ham above 20 °C. */
  hoursWarm: number;
  /** Degree-hours above 10 °C. */
  degreeHours: number;
  boneSour: Level;
  /** Degree-hours of the core above 10 °C with the gut in. */
  gutHours: number;
  gutLeft: Level;
}

/** Which of its lines a figure has passed. */
export const levelOf = (value: number, { watch, act }: { watch: number; act: number }): Level =>
  value >= act ? 'act' : value >= watch ? 'watch' : 'quiet';

/** Warmth of the core along the first points of the curves, up to a moment (ms) between or beyond them. */
function warmthUntil({ at, core, gut, kind }: Curves, until: number): Warmth {
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
  const levels = [levelOf(hoursWarm, BONE_SOUR.hours), levelOf(degrees, BONE_SOUR.degreeHours)];
  const gutHours = valueAt({ at, value: gut }, Math.max(start, end));
  return {
    hoursWarm,
    degreeHours: degrees,
    // Small game has no ham deep enough to sour from the bone.
    boneSour:
      kind === 'small'
        ? 'quiet'
        : levels.includes('act')
          ? 'act'
          : levels.includes('watch')
            ? 'watch'
            : 'quiet',
    gutHours,
    gutLeft: levelOf(gutHours, GUT_LEFT[kind])
  };
}

/**
 * What the curves say of the meat: when it is cold, the bone-sour watch and what a gut left in has done, by the record
 * and with what is still ahead.
 * @param target  core wanted, °C
 * @param now  end of the record, ms; what the curves say past it is a forecast. Their own end unless said
 */
export function outcomeOf(curves: Curves, target: Celsius, now = Infinity): CoolOutcome {
  const { at, air } = curves;
  const start = at[0] as number;
  const hours = (whenFirst(curves, target) - start) / HOUR;
  let lowest = Infinity;
  const end = at[at.length - 1] as number;
  for (let i = 0; i < at.length; i += 1)
    if ((at[i] as number) >= end - 24 * HOUR) lowest = Math.min(lowest, air[i] as number);
  return {
    hoursToTarget: hours,
    never: hours === Infinity && lowest >= target,
    frozenAt: whenFirst(curves, FROZEN.from),
    soFar: warmthUntil(curves, now),
    inAll: warmthUntil(curves, Infinity)
  };
}

/** When the core is down to a temperature for the first time, ms; +∞ where it never is. */
export function whenFirst({ at, core }: Curves, line: number): number {
  if ((core[0] as number) <= line) return at[0] as number;
  for (let i = 1; i < at.length; i += 1) {
    const [a, b] = [core[i - 1] as number, core[i] as number];
    if (b > line) continue;
    const share = a > b ? (a - line) / (a - b) : 0;
    return (at[i - 1] as number) + Math.max(0, share) * ((at[i] as number) - (at[i - 1] as number));
  }
  return Infinity;
}
