import {
  BARE_FACE,
  DRYING_FILMS,
  FILMS,
  GEOMETRY,
  OPENED,
  THIN_SKIN,
  WIND_FILM,
  type FilmKey
} from '$core/reference';
import { valueAt } from './air';
import type { Body } from './body';
import { INSULATED, type Face } from './face';
import { ICE, type Phase } from './phases';

/* What touches each face of a carcass: W/m²K of film and cover, and the air beyond. */

/** Factors on the table's film and hide, 1 as it has them. */
export interface CoverFactors {
  film: number;
  hide: number;
}

/** Film of a forecast's wind on what hangs out of doors, W/m²K: still air and up, a third of the wind felt, no more than a fan's. */
export const windFilm = (metresPerSecond: number): number =>
  Math.min(FILMS.fan, FILMS.still + WIND_FILM.slope * WIND_FILM.felt * Math.max(0, metresPerSecond));

/** Dry film of a phase at a moment, W/m²K, and whether the air of it moves or dries at all. */
export function filmAt(phase: Phase, at: number): { h: number; air: 'moving' | 'still' | 'none' } {
  if (phase.wind && phase.wind.at.length > 0) {
    const h = windFilm(valueAt(phase.wind, at));
    return { h, air: h >= (FILMS.still + FILMS.breeze) / 2 ? 'moving' : 'still' };
  }
  return { h: FILMS[phase.film], air: airOfFilm(phase.film) };
}

/** Whether air stands, moves, or is kept from a face, by film. */
export const airOfFilm = (film: FilmKey): 'moving' | 'still' | 'none' =>
  !DRYING_FILMS.includes(film) ? 'none' : film === 'still' ? 'still' : 'moving';

/** U of a bare face, W/m²K: the film, and what evaporates from it where air gets at it. */
export const bareU = (h: number, dries: boolean): number => (dries ? BARE_FACE * h : h);

/** U of a face under its hide, W/m²K: film and hide in series; beside it the thin-haired skin, by its share. */
export function hideU(h: number, hideR: number, thinShare = 0): number {
  return (1 - thinShare) / (1 / h + hideR) + thinShare / (1 / h + hideR * THIN_SKIN.of);
}

/** All faces of a carcass at a moment. */
export interface Faces {
  /** Skin of the ham, or of the whole small animal. */
  side: Face;
  /** End where the hams meet, and the far end. */
  near: Face;
  far: Face;
  /** Trunk's wall, outside and inside. */
  outer: Face;
  inner: Face;
  /** Fresh face of a ham that was opened to the bone. */
  fresh: Face;
}

/**
 * The faces of a phase.
 * @param air  °C round it
 */
export function facesOf(body: Body, phase: Phase, at: number, air: number, factors: CoverFactors): Faces {
  const film = filmAt(phase, at);
  const h = film.h * factors.film;
  const bare = bareU(h, film.air !== 'none');
  const hideR = body.hideR * factors.hide;
  const thin = phase.hung ? THIN_SKIN.hung : THIN_SKIN.lying;
  const side = { u: phase.hide ? hideU(h, hideR, thin) : bare, air };
  const ice = { u: ICE.h, air: ICE.air };
  return {
    side,
    far: side,
    near: phase.quartered
      ? { u: bare, air }
      : phase.ice
        ? ice
        : phase.opened
          ? { u: OPENED.near * bare, air }
          : INSULATED,
    outer: { u: phase.hide ? hideU(h, hideR) : bare, air },
    inner: phase.ice ? ice : phase.opened ? { u: OPENED.wall * bare, air } : INSULATED,
    fresh: { u: bare, air }
  };
}

/** Radius of the solid both hams are, to that where the animal lies. */
export const radiusFactor = (phase: Pick<Phase, 'split' | 'hung'>): number =>
  phase.split ? GEOMETRY.splitRadius : phase.hung ? GEOMETRY.hungRadius : 1;
