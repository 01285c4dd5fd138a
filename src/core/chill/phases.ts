import { under } from '$core/units';
import { FILMS, ICE_AT, type CoolingEventKey, type FilmKey } from '$core/reference';

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
}

/** How a carcass stands between two events. */
export interface Phase {
  from: number;
  place: string;
  film: FilmKey;
  hide: boolean;
  split: boolean;
  quartered: boolean;
  ice: boolean;
  sun: boolean;
}

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
    from: killedAt,
    place,
    film: start.film ?? under(places, place)?.film ?? 'still',
    hide: start.hide ?? true,
    split: start.split ?? false,
    quartered: start.quartered ?? false,
    ice: start.ice ?? false,
    sun: start.sun ?? false
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
    case 'hideOff':
      return { ...phase, hide: false };
    case 'pelvisSplit':
      return { ...phase, split: true };
    case 'quartered':
      return { ...phase, quartered: true, hide: false, split: true, ice: false };
    case 'fanOn':
      return { ...phase, film: 'fan' };
    case 'fanOff':
      return { ...phase, film: under(places, phase.place)?.film ?? 'still' };
    case 'shade':
      return { ...phase, sun: false };
    case 'sun':
      return { ...phase, sun: true };
    case 'iceIn':
      return { ...phase, ice: true };
    case 'iceOut':
      return { ...phase, ice: false };
    case 'moved': {
      const to = event.to ?? 'field';
      return { ...phase, place: to, film: under(places, to)?.film ?? 'still', sun: false, ice: false };
    }
    case 'dressed':
      return phase;
  }
}

/** Film and hide in series, W/m²K. */
export function coverU(film: number, hide: boolean, hideR: number): number {
  return 1 / (1 / film + (hide ? hideR : 0));
}

/** Film between ice in the cavity and the meat; ice water. */
export const ICE = { h: FILMS.ice, air: ICE_AT } as const;
