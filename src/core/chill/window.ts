import {
  AGEING,
  SPECIES,
  SPOILAGE_LINES,
  STIFFNESS,
  WARM_GROWERS,
  WARM_LINES,
  ageingGoal,
  ordinaryDays,
  type AgeClass,
  type Sex,
  type SpeciesKey,
  type StiffnessKey
} from '$core/reference';
import { DAY, HOUR, type Grams } from '$core/units';
import {
  ageingIndex,
  ageingSum,
  coldShortened,
  degreeDaysOf,
  hangLoss,
  isFrozen,
  rindMm,
  sumOfIndex
} from './ageing';
import { indexAt, valueAt } from './air';
import { isLarge } from './body';
import { levelOf, type CoolOutcome, type Curves, type Level } from './cool';
import { running, whenReached } from './indices';
import { faceGrowth, surfaceGrowth, worstOf, type FaceKey } from './spoil';

/** The table's last day may be passed by half as much again. Working default. */
const LAST_DAY_TIMES = 1.5;

export interface Felt {
  at: number;
  how: StiffnessKey;
}

export interface WindowInput {
  species: SpeciesKey;
  sex: Sex;
  ageClass: AgeClass;
  rut?: boolean | null | undefined;
  hanging: Grams;
  /** In the warmer reading of long gaps: for growth and cooling. */
  warm: Curves;
  /** In the colder: for ageing. The same where there are no gaps. */
  cold: Curves;
  /** Relative humidity at a moment, ratio. */
  rh?: (at: number) => number | undefined;
  /** The stiffness log, any order. */
  felt?: readonly Felt[];
  now: number;
}

/** What a record warns of. */
export const WARNING_KEYS = ['gut', 'sour', 'warm', 'spoil', 'cut', 'cold'] as const;
export type WarningKey = (typeof WARNING_KEYS)[number];

/** What opens a window last, and what closes it first. */
export const OPENINGS = ['ageing', 'stiff'] as const;
export type Opening = (typeof OPENINGS)[number];
export const CLOSINGS = ['spoilage', 'warm', 'days'] as const;
export type Closing = (typeof CLOSINGS)[number];
/** Where an animal is on its way through the window. */
export const WINDOW_STATES = ['cooling', 'ageing', 'open', 'closed', 'frozen'] as const;
export type WindowState = (typeof WINDOW_STATES)[number];

export interface HangingWindow {
  /** When it opens and closes, ms; +∞ for what the record never reaches. */
  opens: number;
  closes: number;
  openedBy: Opening;
  closedBy: Closing;
  /** It would close before it opens: ageing would cost more than it gives. */
  never: boolean;
  /** What stands in the way of the knife at `now`: a deep ham above 12 °C, or stiffness. Cut while warm it toughens and spoils. */
  waits?: 'warm' | 'stiff';
  /** When it is neither warm nor stiff, ms; +∞ where this record never gets there. */
  ready: number;
  state: WindowState;
  goal: number;
  /** At `now`, by the record. */
  ageing: number;
  spoilage: number;
  /** Spoilage's own line passed: 3 hurry, 4 close, 5 stop. */
  line: 'quiet' | 'hurry' | 'close' | 'stop';
  /** The open face on which most has grown; absent while nothing has. */
  face?: FaceKey;
  /** Log₁₀ rise of warm growers on the open faces so far, and the line it has passed. */
  warmGrowth: number;
  warmLine: Level;
  /** Of the air above 0 °C, from when the core was cold. */
  degreeDays: number;
  core: number;
  surface: number;
  coldShortened: boolean;
  /** The newest word of the stiffness log. */
  felt?: StiffnessKey;
  /** Expected by now: grams evaporated, dry rind in mm. */
  loss: Grams;
  rind: number;
  ordinary: [first: number, last: number];
}

/** What was felt last, as it is to be taken: limp soon after death and never felt stiff is not loose, it has not begun. */
function feltLast(input: Pick<WindowInput, 'species' | 'felt'>, killed: number): Felt | undefined {
  const felt = [...(input.felt ?? [])].sort((a, b) => a.at - b.at);
  const last = felt.at(-1);
  if (!last || last.how !== 'loose') return last;
  const limp = STIFFNESS.limp * (isLarge(input.species) ? 1 : STIFFNESS.small);
  const begun = felt.some((f) => f.how !== 'loose' && f.how !== 'notYet');
  return last.at - killed < limp * HOUR && !begun ? { at: last.at, how: 'notYet' } : last;
}

/** From when on it may be taken as loose. */
function looseFrom(input: WindowInput): number {
  const killed = input.warm.at[0] as number;
  const last = feltLast(input, killed);
  if (last?.how === 'loose') return last.at;
  const hours =
    (last ? STIFFNESS[last.how] : STIFFNESS.unfelt) * (isLarge(input.species) ? 1 : STIFFNESS.small);
  return (last?.at ?? killed) + hours * HOUR;
}

const at = (value: Float64Array, times: Float64Array, moment: number): number =>
  valueAt({ at: times, value }, moment);

/**
 * When an animal may be cut: opens when its ageing index reaches the goal of its age and it is loose; closes at a
 * spoilage index of 4, at warm growers of 2.5, or at the table's last day × 1.5, whichever is first. Frozen, nothing ages.
 * The record must reach that far ahead of `now`; what lies past its end is never reached.
 */
export function hangingWindow(input: WindowInput): HangingWindow {
  const { species, warm, cold, now } = input;
  const { group } = SPECIES[species];
  const killed = warm.at[0] as number;
  const rh = (i: number) => input.rh?.(warm.at[i] as number);
  const faces = faceGrowth(warm, { rh });
  const spoilage = worstOf(faces, warm.at.length);
  const pathogens = surfaceGrowth(warm, { rh, law: WARM_GROWERS });
  const aged = ageingSum(species, cold);
  const goal = ageingGoal(group, input.ageClass);
  const ripe = whenReached(cold.at, aged, sumOfIndex(goal));
  const loose = looseFrom(input);
  const opens = Math.max(ripe, loose);
  const ordinary = ordinaryDays(species, group, input);
  const spoiled = whenReached(warm.at, spoilage, SPOILAGE_LINES.close);
  const overgrown = whenReached(warm.at, pathogens, WARM_LINES.act);
  const lastDay = lastDayOf(cold, ordinary[1] * LAST_DAY_TIMES);
  const closes = Math.min(spoiled, overgrown, lastDay);
  const spoiledNow = at(spoilage, warm.at, now);
  const felt = feltLast(input, killed)?.how;
  const shown = Math.min(now, warm.at[warm.at.length - 1] as number);
  const i = Math.max(0, indexAt(warm.at, shown));
  const worst = faces.reduce<(typeof faces)[number] | undefined>(
    (most, f) => (most && (most.index[i] as number) >= (f.index[i] as number) ? most : f),
    undefined
  );
  const hideOff = firstBare(warm);
  const loss = hangLoss(input.hanging, warm, rh, hideOff ?? killed);
  // What a frost keeps from ageing does not shut for that: it waits to be thawed.
  const frostKept = opens === Infinity && isFrozen(cold.core.at(-1) as number);
  const never = !(closes > opens) && !frostKept;
  const coreNow = at(warm.core, warm.at, now);
  const cooled = coolFrom(warm, now);
  const waits = coreNow > AGEING.from ? ('warm' as const) : now < loose ? ('stiff' as const) : undefined;
  return {
    opens,
    closes,
    openedBy: loose > ripe ? 'stiff' : 'ageing',
    closedBy: closes === lastDay ? 'days' : closes === spoiled ? 'spoilage' : 'warm',
    never,
    ...(waits ? { waits } : {}),
    ready: Math.max(cooled, loose),
    state: isFrozen(coreNow)
      ? 'frozen'
      : now >= closes
        ? 'closed'
        : now >= opens
          ? 'open'
          : coreNow > AGEING.from
            ? 'cooling'
            : 'ageing',
    goal,
    ageing: ageingIndex(at(aged, cold.at, now)),
    spoilage: spoiledNow,
    line:
      spoiledNow >= SPOILAGE_LINES.stop
        ? 'stop'
        : spoiledNow >= SPOILAGE_LINES.close
          ? 'close'
          : spoiledNow >= SPOILAGE_LINES.hurry
            ? 'hurry'
            : 'quiet',
    warmGrowth: at(pathogens, warm.at, now),
    warmLine: levelOf(at(pathogens, warm.at, now), WARM_LINES),
    degreeDays: at(degreeDaysOf(cold), cold.at, now),
    core: coreNow,
    surface: at(warm.surface, warm.at, now),
    ...(worst && (worst.index[i] as number) > 0 ? { face: worst.face } : {}),
    coldShortened: isLarge(species) && coldShortened(input.hanging / 1000, warm),
    ...(felt ? { felt } : {}),
    loss: Math.round(at(loss, warm.at, now)) as Grams,
    rind:
      hideOff === undefined || now <= hideOff
        ? 0
        : rindMm(at(bareDays(warm, hideOff), warm.at, now), rh(i), warm.moving[i] === 1),
    ordinary
  };
}

/** When the table's last day is over, ms; days on which it hangs frozen do not count. */
function lastDayOf({ at: times, core }: Curves, days: number): number {
  const unfrozen = running(times, (i, ms) => (isFrozen(core[i] as number) ? 0 : ms / DAY));
  const reached = whenReached(times, unfrozen, days);
  const last = times[times.length - 1] as number;
  return Number.isFinite(reached) ? reached : last + (days - (unfrozen.at(-1) as number)) * DAY;
}

/** Days by each point that the skin lay bare and unfrozen. */
const bareDays = ({ at: times, surface }: Curves, from: number): Float64Array =>
  running(times, (i, ms) => ((times[i] as number) <= from || isFrozen(surface[i] as number) ? 0 : ms / DAY));

/** From when on the core stays at 12 °C or below from `now` on, ms; +∞ where the record does not see it. */
function coolFrom({ at: times, core }: Curves, now: number): number {
  if (valueAt({ at: times, value: core }, now) <= AGEING.from) return now;
  for (let i = 0; i < times.length; i += 1)
    if ((times[i] as number) > now && (core[i] as number) <= AGEING.from) return times[i] as number;
  return Infinity;
}

/** When the hide came off, ms; undefined as long as it is on. */
function firstBare(curves: Curves): number | undefined {
  for (let i = 0; i < curves.at.length; i += 1) if (!curves.hide[i]) return curves.at[i];
  return undefined;
}

/**
 * What the record so far warns of: a gut left in, the bone souring, warm growers, growth one hurries for, a window that
 * shuts before it opens, cold shortening.
 */
export function warningsOf(outcome: CoolOutcome, w: HangingWindow): WarningKey[] {
  const { boneSour, gutLeft } = outcome.soFar;
  const sounds: Readonly<Record<WarningKey, boolean>> = {
    gut: gutLeft !== 'quiet',
    sour: boneSour !== 'quiet',
    warm: w.warmLine !== 'quiet',
    spoil: w.line !== 'quiet',
    cut: w.never,
    cold: w.coldShortened
  };
  return WARNING_KEYS.filter((key) => sounds[key]);
}
