import {
  AGEING,
  SPECIES,
  SPOILAGE_LINES,
  STIFFNESS,
  WARM_GROWERS,
  ageingGoal,
  ordinaryDays,
  type AgeClass,
  type Sex,
  type SpeciesKey,
  type StiffnessKey
} from '$core/reference';
import { DAY, HOUR, type Grams } from '$core/units';
import { ageingIndex, ageingSum, coldShortened, hangLoss, rindMm, sumOfIndex } from './ageing';
import { indexAt, valueAt } from './air';
import type { Curves } from './cool';
import { degreeHours, whenReached } from './indices';
import { surfaceGrowth } from './spoil';

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

/** What opens a window last, and what closes it first. */
export type Opening = 'ageing' | 'stiff';
export type Closing = 'spoilage' | 'days';

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
  state: 'cooling' | 'ageing' | 'open' | 'closed';
  goal: number;
  /** At `now`, by the record. */
  ageing: number;
  spoilage: number;
  /** Spoilage's own line passed: 3 hurry, 4 close, 5 stop. */
  line: 'quiet' | 'hurry' | 'close' | 'stop';
  /** Log₁₀ rise of warm growers on the surface so far; over 1 a warning. */
  warmGrowth: number;
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

/** From when on it may be taken as loose. */
function looseFrom(input: WindowInput): number {
  const { group } = SPECIES[input.species];
  const killed = input.warm.at[0] as number;
  const last = [...(input.felt ?? [])].sort((a, b) => a.at - b.at).at(-1);
  if (!last)
    return killed + STIFFNESS.unfelt[group === 'deer' || group === 'boar' ? 'large' : 'small'] * HOUR;
  return last.how === 'loose' ? last.at : last.at + STIFFNESS[last.how] * HOUR;
}

const at = (value: Float64Array, times: Float64Array, moment: number): number =>
  valueAt({ at: times, value }, moment);

/**
 * When an animal may be cut: opens when its ageing index reaches the goal of its age and it is loose; closes at a
 * spoilage index of 4, or at the table's last day × 1.5, whichever is first.
 * The record must reach that far ahead of `now`; what lies past its end is never reached.
 */
export function hangingWindow(input: WindowInput): HangingWindow {
  const { species, warm, cold, now } = input;
  const { group } = SPECIES[species];
  const killed = warm.at[0] as number;
  const rh = (i: number) => input.rh?.(warm.at[i] as number);
  const spoilage = surfaceGrowth(warm, rh);
  const pathogens = surfaceGrowth(warm, rh, WARM_GROWERS);
  const aged = ageingSum(species, cold);
  const goal = ageingGoal(group, input.ageClass);
  const ripe = whenReached(cold.at, aged, sumOfIndex(goal));
  const loose = looseFrom(input);
  const opens = Math.max(ripe, loose);
  const ordinary = ordinaryDays(species, group, input);
  const spoiled = whenReached(warm.at, spoilage, SPOILAGE_LINES.close);
  const lastDay = killed + ordinary[1] * LAST_DAY_TIMES * DAY;
  const closes = Math.min(spoiled, lastDay);
  const spoiledNow = at(spoilage, warm.at, now);
  const felt = [...(input.felt ?? [])].sort((a, b) => a.at - b.at).at(-1)?.how;
  const shown = Math.min(now, warm.at[warm.at.length - 1] as number);
  const i = Math.max(0, indexAt(warm.at, shown));
  const upTo = i + 1;
  const hideOff = firstBare(warm);
  const loss = hangLoss(input.hanging, warm, rh, hideOff ?? killed);
  const never = !(closes > opens);
  const coreNow = at(warm.core, warm.at, now);
  const cooled = coolFrom(warm, now);
  const waits = coreNow > AGEING.from ? ('warm' as const) : now < loose ? ('stiff' as const) : undefined;
  return {
    opens,
    closes,
    openedBy: loose > ripe ? 'stiff' : 'ageing',
    closedBy: spoiled <= lastDay ? 'spoilage' : 'days',
    never,
    ...(waits ? { waits } : {}),
    ready: Math.max(cooled, loose),
    state: now >= closes ? 'closed' : now >= opens ? 'open' : coreNow > AGEING.from ? 'cooling' : 'ageing',
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
    degreeDays: degreeHours(
      Array.from(cold.at.subarray(0, upTo), (t) => t / DAY),
      cold.core.subarray(0, upTo),
      0
    ),
    core: coreNow,
    surface: at(warm.surface, warm.at, now),
    coldShortened: coldShortened(input.hanging / 1000, warm),
    ...(felt ? { felt } : {}),
    loss: Math.round(at(loss, warm.at, now)) as Grams,
    rind:
      hideOff === undefined || now <= hideOff
        ? 0
        : rindMm((now - hideOff) / DAY, rh(i), warm.moving[i] === 1),
    ordinary
  };
}

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
