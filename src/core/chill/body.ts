import { DEEP, GEOMETRY, HIDES, SPECIES, hideOf, type HideKey, type SpeciesKey } from '$core/reference';
import type { Celsius, Grams } from '$core/units';

/** The solids that an animal cools as. Lengths in metres. */
export interface Body {
  /** Hanging kilograms the lengths come from. */
  kg: number;
  kind: 'large' | 'small';
  /** Radius of both hams as one cylinder, pelvis whole; of small game the whole animal's. */
  radius: number;
  /** Length of that cylinder; a small animal has no ends to speak of. */
  length: number;
  /** Half-thicknesses of slabs; large animals only. */
  shoulder: number;
  wall: number;
  hide: HideKey;
  /** m²K/W. */
  hideR: number;
  /** Usual depth of target, °C. */
  target: Celsius;
}

/** Deer and boar, which cool, sour and stiffen as large game does; else small game and birds. */
export const isLarge = (species: SpeciesKey): boolean => {
  const { group } = SPECIES[species];
  return group === 'deer' || group === 'boar';
};

/**
 * The solids of an animal by its hanging weight: lengths grow with the cube root of the kilograms (`GEOMETRY`).
 * @param month  1–12, for the coat
 */
export function bodyOf(species: SpeciesKey, hanging: Grams, month: number): Body {
  const { group } = SPECIES[species];
  const kg = Math.max(0.05, hanging / 1000);
  const size = Math.cbrt(kg) / 1000;
  const kind = isLarge(species) ? 'large' : 'small';
  const radius = (kind === 'large' ? GEOMETRY.hams : GEOMETRY.small) * size;
  const hide = hideOf(species, group, month);
  return {
    kg,
    kind,
    radius,
    length: radius * GEOMETRY.lengthInRadii,
    shoulder: GEOMETRY.shoulder * size,
    wall: GEOMETRY.wall * size,
    hide,
    hideR: HIDES[hide],
    target: DEEP[kind] as Celsius
  };
}

/** The same animal larger or smaller by a ratio of its lengths. */
export const scaled = (body: Body, ratio: number): Body => ({
  ...body,
  radius: body.radius * ratio,
  length: body.length * ratio,
  shoulder: body.shoulder * ratio,
  wall: body.wall * ratio
});
