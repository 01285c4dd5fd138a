import { under } from '$core/units';
import { SPREAD, type Piece } from './measured';
import { areaOfOval, densityWith, gramsOfVolume, scaled, solidOf, volumeTo } from './solid';

/** A muscle’s usual shape: length : width : thickness at its thickest, and its area at quarters of the way, ÷ the largest. */
interface Profile {
  ratio: readonly [length: number, width: number, thickness: number];
  areas: readonly [number, number, number, number, number];
}
const ROUND: Profile['areas'] = [0.25, 0.85, 1, 0.8, 0.2];
const TAPER: Profile['areas'] = [0.7, 1, 0.85, 0.6, 0.15];
const EVENLY: Profile['areas'] = [0.7, 1, 1, 0.85, 0.3];

/** Shapes by cut, thick end first. Own estimates of trimmed muscles; measures are closer. */
// prettier-ignore
const PROFILES: Record<string, Profile> = {
  strap: { ratio: [12, 1.7, 1], areas: [0.7, 1, 1, 0.85, 0.35] },
  tenderloin: { ratio: [9, 1.5, 1], areas: [0.7, 1, 0.8, 0.5, 0.1] },
  eyeRound: { ratio: [4, 1.3, 1], areas: [0.45, 0.95, 1, 0.75, 0.25] },
  topRound: { ratio: [3.2, 2, 1], areas: [0.5, 0.95, 1, 0.8, 0.3] },
  insideWhole: { ratio: [3.2, 2, 1], areas: [0.5, 0.95, 1, 0.8, 0.3] },
  bottomRound: { ratio: [6, 2.4, 1], areas: EVENLY },
  bottomWhole: { ratio: [5, 2.2, 1], areas: EVENLY },
  rumpEnd: { ratio: [1.8, 1.5, 1], areas: ROUND },
  tipSide: { ratio: [3, 1.4, 1], areas: ROUND },
  tipCore: { ratio: [2.4, 1.4, 1], areas: ROUND },
  sirloinTip: { ratio: [2.2, 1.4, 1], areas: ROUND },
  topSirloin: { ratio: [2.6, 2, 1], areas: TAPER },
  triTip: { ratio: [3.6, 2, 1], areas: TAPER },
  heel: { ratio: [2.4, 1.4, 1], areas: TAPER },
  hindShank: { ratio: [4, 1.1, 1], areas: TAPER },
  foreShank: { ratio: [4, 1.1, 1], areas: TAPER },
  flatIron: { ratio: [5, 2.4, 1], areas: EVENLY },
  mockTender: { ratio: [4.5, 1.3, 1], areas: TAPER },
  armRoast: { ratio: [2.8, 1.7, 1], areas: TAPER },
  neckRoast: { ratio: [3, 1.5, 1], areas: TAPER },
  flankSteak: { ratio: [14, 6, 1], areas: EVENLY },
  flankFlap: { ratio: [14, 9, 1], areas: EVENLY },
  brisket: { ratio: [7, 3.5, 1], areas: TAPER },
  breast: { ratio: [3.4, 2, 1], areas: TAPER },
  tender: { ratio: [5, 1.4, 1], areas: TAPER }
};
const LUMP: Profile = { ratio: [2.5, 1.5, 1], areas: ROUND };

/** How many times as wide as thick a cut’s face usually is. Own estimates. */
export function ovalOf(cut: string): number {
  const [, wide, thick] = (under(PROFILES, cut) ?? LUMP).ratio;
  return wide / thick;
}

/**
 * A piece nobody has measured, by its weight and the usual shape of its muscle; what is no muscle of its own is a lump.
 * @param cut  a cut’s key
 * @param bone  in it, a share of its mass
 * @throws RangeError for no weight
 */
export function profilePiece(cut: string, grams: number, bone = 0): Piece {
  if (!(grams > 0)) throw new RangeError('a piece has a weight');
  const { ratio, areas } = under(PROFILES, cut) ?? LUMP;
  const [long, wide, thick] = ratio;
  const like = solidOf(
    areas.map((share, i) => ({ at: (long * i) / 4, area: share * areaOfOval(wide, thick) }))
  );
  const density = densityWith(bone);
  // Weight goes with the cube of the size.
  const size = Math.cbrt(grams / gramsOfVolume(volumeTo(like, like.length), density));
  const solid = {
    ...solidOf(like.sections.map(({ at, area }) => ({ at: at * size, area: area * size * size }))),
    density
  };
  return {
    solid: scaled(solid, grams / gramsOfVolume(volumeTo(solid, solid.length), density)),
    grams,
    oval: wide / thick,
    spread: SPREAD.profile,
    measures: 0,
    bone
  };
}
