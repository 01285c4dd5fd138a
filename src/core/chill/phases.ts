import { under } from '$core/units';
import { FILMS, ICE_AT, type CoolingEventKey, type FilmKey } from '$core/reference';
import type { Series } from './air';

/** Something done to a carcass, or a place it was taken to. */
export interface CoolingEvent {
  /** Milliseconds since the epoch. */
  at: number;
  what: CoolingEventKey;
  /** Of `moved`: where to, `field` or a room's key. */
  to?: string | undefined;
}

/** Air where a carcass is. */
export interface Place {
  key: string;
  film: FilmKey;
  /** Out of doors: the forecast's wind, m/s, which moves the air there. */
  wind?: Series | undefined;
  /** What comes here is laid down, not hung. */
  lies?: true;
}

/** How a carcass stands between two events. */
export interface Phase {
  from: number;
  place: string;
  film: FilmKey;
  /** Wind that makes the film, m/s, where nothing was said of it. */
  wind?: Series | undefined;
  hide: boolean;
  /** Opened, the gut out. */
  opened: boolean;
  /** Hung with its legs apart; else it lies. */
  hung: boolean;
  split: boolean;
  quartered: boolean;
  /** The ham opened along its inner seam to the bone. */
  hamOpened: boolean;
  ice: boolean;
  sun: boolean;
}

/** The film of a place, and the wind that makes it. */
const airOf = (places: Readonly<Record<string, Place>>, place: string): Pick<Phase, 'film' | 'wind'> => {
  const known = under(places, place);
  return { film: known?.film ?? 'still', wind: known?.wind };
};

/**
 * The spans between events, in order, the first at the time of death.
 * @param places  rooms by key with the film their air makes; an unknown one counts as still air
 * @param start  how it lay when it fell
 */
export function phasesOf(
  killedAt: number,
  events: readonly CoolingEvent[],
  places: Readonly<Record<string, Place>>,
  start: Partial<Omit<Phase, 'from'>> = {}
): Phase[] {
  const place = start.place ?? 'field';
  let phase: Phase = {
    hide: true,
    opened: false,
    hung: false,
    split: false,
    quartered: false,
    hamOpened: false,
    ice: false,
    sun: false,
    ...(start.film ? { film: start.film } : airOf(places, place)),
    ...start,
    place,
    from: killedAt
  };
  const phases = [phase];
  for (const event of [...events].sort((a, b) => a.at - b.at)) {
    const at = Math.max(killedAt, event.at);
    phase = { ...after(phase, event, places), from: at };
    if (at === (phases.at(-1) as Phase).from) phases[phases.length - 1] = phase;
    else phases.push(phase);
  }
  return phases;
}

function after(phase: Phase, event: CoolingEvent, places: Readonly<Record<string, Place>>): Phase {
  switch (event.what) {
    case 'dressed':
      return { ...phase, opened: true };
    case 'hideOff':
      return { ...phase, hide: false };
    case 'pelvisSplit':
      return { ...phase, opened: true, split: true };
    case 'quartered':
      return { ...phase, opened: true, quartered: true, hide: false, split: true, ice: false };
    case 'hamOpened':
      return { ...phase, opened: true, split: true, hamOpened: true };
    case 'hung':
      return { ...phase, ...aired(phase, places), hung: true };
    case 'laid':
      return { ...phase, ...aired(phase, places), hung: false };
    case 'packed':
      return { ...phase, film: 'packed', wind: undefined, hung: false };
    case 'breeze':
      return { ...phase, film: 'breeze', wind: undefined };
    case 'sheltered':
      return { ...phase, film: 'still', wind: undefined };
    case 'fanOn':
      return { ...phase, film: 'fan', wind: undefined };
    case 'fanOff':
      return { ...phase, ...airOf(places, phase.place) };
    case 'shade':
      return { ...phase, sun: false };
    case 'sun':
      return { ...phase, sun: true };
    case 'iceIn':
      return { ...phase, opened: true, ice: true };
    case 'iceOut':
      return { ...phase, ice: false };
    case 'moved': {
      const to = event.to ?? 'field';
      const air = airOf(places, to);
      // Into a room it comes to be hung, unless things are packed there; out of doors it lies until somebody hangs it.
      const hung = to !== 'field' && air.film !== 'packed' && !under(places, to)?.lies;
      return { ...phase, ...air, place: to, hung, sun: false, ice: false };
    }
  }
}

/** Out of a bag or a stack the air of the place is round it again; what was said of its air stays. */
const aired = (phase: Phase, places: Readonly<Record<string, Place>>): Pick<Phase, 'film' | 'wind'> =>
  phase.film === 'packed' ? airOf(places, phase.place) : { film: phase.film, wind: phase.wind };

/** Film between ice in the cavity and the meat; ice water. */
export const ICE = { h: FILMS.ice, air: ICE_AT } as const;
