import {
  bodyOf,
  cool,
  hangingWindow,
  hourly,
  level,
  outcomeOf,
  phasesOf,
  warningsOf,
  type Place,
  type Series,
  type WarningKey
} from '../../src/core/chill';
import { DAY, HOUR, grams, type Celsius } from '../../src/core/units';
import { SILENT_OF, type PracticeCase } from './cases';

/** What the program says of a case, and what of it is not as practice has it. */
export interface Verdict {
  /** Hours to the target, +∞ where it is never reached. */
  hours: number;
  /** Days from death. */
  opens: number;
  closes: number;
  warnings: WarningKey[];
  faults: string[];
}

/** How long a case is followed, in days. */
const FOLLOWED = 26;

function seriesOf(air: PracticeCase['field']['air'], killedAt: number): Series {
  if (typeof air === 'number') return level(air);
  const midnight = Math.floor(killedAt / DAY) * DAY;
  const days = Array.from({ length: FOLLOWED + 2 }, (_, d) => ({
    from: midnight + d * DAY,
    low: air[0],
    high: air[1]
  }));
  const points = hourly(days);
  return { at: points.map((p) => p.at), value: points.map((p) => p.air) };
}

/** Runs a case through the models. */
export function practise(of: PracticeCase): Verdict {
  const killedAt = Date.UTC(2026, (of.month ?? 11) - 1, 10, 17);
  const body = bodyOf(of.species, grams(Math.round(of.kg * 1000)), of.month ?? 11);
  const places: Record<string, Place> = {
    field: { key: 'field', film: of.field.film ?? 'still' },
    ...(of.room ? { room: { key: 'room', film: of.room.film } } : {})
  };
  const curves = cool({
    body,
    killedAt,
    phases: phasesOf(
      killedAt,
      of.events.map(([hours, what, to]) => ({ at: killedAt + hours * HOUR, what, ...(to ? { to } : {}) })),
      places
    ),
    air: {
      field: seriesOf(of.field.air, killedAt),
      ...(of.room ? { room: seriesOf(of.room.air, killedAt) } : {})
    },
    until: killedAt + FOLLOWED * DAY
  });
  const now = killedAt + of.at * HOUR;
  const outcome = outcomeOf(curves, (body.kind === 'large' ? 7 : 4) as Celsius, now);
  const { rh } = of;
  const window = hangingWindow({
    species: of.species,
    sex: of.sex ?? 'female',
    ageClass: of.age ?? 'adult',
    hanging: grams(Math.round(of.kg * 1000)),
    warm: curves,
    cold: curves,
    ...(rh === undefined ? {} : { rh: () => rh }),
    now
  });
  const warnings = warningsOf(outcome, window);
  const verdict = {
    hours: outcome.hoursToTarget,
    opens: (window.opens - killedAt) / DAY,
    closes: (window.closes - killedAt) / DAY,
    warnings
  };
  return { ...verdict, faults: faultsOf(of, verdict) };
}

function faultsOf(of: PracticeCase, is: Omit<Verdict, 'faults'>): string[] {
  const faults: string[] = [];
  const within = (name: string, value: number, range: readonly [number, number] | undefined) => {
    if (range && !(value >= range[0] && value <= range[1]))
      faults.push(`${name} ${value.toFixed(1)} is not within ${range[0]}–${range[1]}`);
  };
  if (of.hours === 'never') {
    if (is.hours !== Infinity) faults.push(`cold after ${is.hours.toFixed(1)} h, which it never is`);
  } else within('hours', is.hours, of.hours);
  within('opens', is.opens, of.opens);
  within('closes', is.closes, of.closes);
  if (of.silent) for (const key of SILENT_OF) if (is.warnings.includes(key)) faults.push(`sounds ${key}`);
  for (const key of of.sounds ?? []) if (!is.warnings.includes(key)) faults.push(`silent of ${key}`);
  return faults;
}
