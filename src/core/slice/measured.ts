import {
  areaOfGirth,
  areaOfOval,
  densityWith,
  girthOfArea,
  gramsOfVolume,
  parabolaAt,
  scaled,
  solidOf,
  volumeTo,
  type Section,
  type Solid
} from './solid';

/** A measure of a piece: where along it, 0…1 from the thick end; the tape round it, or its width and thickness, mm. */
export type Measure = { at: number } & ({ girth: number } | { width: number; thickness: number });

/** Measures that are asked for: not at the tips, where a tape says least. */
export const ASKED_AT = [0.1, 0.5, 0.9] as const;
/** Fewest and most measures. */
export const MEASURES = { min: 2, max: 5 } as const;

/**
 * What one slice may weigh otherwise than told, as a share, one time in three: by five noisy measures, by three, by the
 * muscle's usual shape. From slices of pieces with known faces; two measures are an own estimate in between.
 */
export const SPREAD = { five: 0.11, three: 0.16, two: 0.18, profile: 0.19 } as const;
export const spreadOf = (measures: number): number =>
  measures >= 5
    ? SPREAD.five
    : measures >= 3
      ? SPREAD.three
      : measures >= MEASURES.min
        ? SPREAD.two
        : SPREAD.profile;

/** A piece as it is reckoned with. */
export interface Piece {
  solid: Solid;
  /** Its weight, g: the solid is scaled to it. */
  grams: number;
  /** Width ÷ thickness of its face. */
  oval: number;
  /** What a slice may be off by, one time in three. */
  spread: number;
  measures: number;
  /** Bone in it, a share of its mass, as if it lay evenly along it; nothing of what is boneless. */
  bone: number;
}

/** Measures that do not fit the weight. */
export interface Misfit {
  /** What the measures alone would weigh, g. */
  byMeasures: number;
  /** Weight ÷ that. */
  ratio: number;
  /** The measure that, put right alone, makes it fit with the least change: which, and what would fit, mm. */
  measure?: { index: number; now: number; fits: number };
  /** The length that would fit, mm, all measures as they are. */
  length: number;
}

/** Weights that differ more than this from what the measures say are asked about, as a ratio. Own choice. */
export const FITS = { low: 0.75, high: 1.35 } as const;

const areaOf = (m: Measure, oval: number): number =>
  'girth' in m ? areaOfGirth(m.girth, oval) : areaOfOval(m.width, m.thickness);

/** Sections of a whole piece by its measures: the tips follow from the nearest. */
function sectionsOf(length: number, areas: readonly Section[]): Section[] {
  const own = [...areas].sort((a, b) => a.at - b.at);
  const tip = (at: number, near: readonly Section[]): number => {
    const [a, b, c] = near;
    if (!a || !b) return a?.area ?? 0;
    const greatest = Math.max(a.area, b.area, c?.area ?? 0);
    const reach = c
      ? parabolaAt(a, b, c, at)
      : // Two measures make a frustum: its radius goes in a straight line.
        Math.max(
          0,
          Math.sqrt(a.area) + ((Math.sqrt(b.area) - Math.sqrt(a.area)) * (at - a.at)) / (b.at - a.at)
        ) ** 2;
    return Math.min(Math.max(0, reach), greatest * 1.3);
  };
  const sections = [...own];
  if ((own[0]?.at ?? 0) > 0) sections.unshift({ at: 0, area: tip(0, own.slice(0, 3)) });
  if ((own.at(-1)?.at ?? length) < length)
    sections.push({ at: length, area: tip(length, own.slice(-3).reverse()) });
  if (own.length === 2) {
    // A third section in the middle, so that the frustum’s parabola is known.
    const [a, b] = [own[0], own[1]];
    if (a && b) {
      const at = (a.at + b.at) / 2;
      sections.push({ at, area: ((Math.sqrt(a.area) + Math.sqrt(b.area)) / 2) ** 2 });
    }
  }
  return sections;
}

const weightOf = (length: number, areas: readonly Section[], density: number): number => {
  const solid = solidOf(sectionsOf(length, areas));
  return gramsOfVolume(volumeTo(solid, solid.length), density);
};

/** The factor at one measure alone that makes the whole weigh so much, by halving; undefined where none does. */
function factorFor(
  length: number,
  areas: readonly Section[],
  index: number,
  grams: number,
  density: number
): number | undefined {
  const at = (factor: number) =>
    weightOf(
      length,
      areas.map((s, i) => (i === index ? { ...s, area: s.area * factor } : s)),
      density
    ) - grams;
  let [low, high] = [0.02, 20];
  if (at(low) > 0 || at(high) < 0) return undefined;
  for (let step = 0; step < 60; step += 1) {
    const middle = Math.sqrt(low * high);
    if (at(middle) > 0) high = middle;
    else low = middle;
  }
  return Math.sqrt(low * high);
}

/**
 * A piece by its weight, length and measures.
 * @param grams  on the scale
 * @param length  mm
 * @param measures  two to five, each at a place of its own
 * @param oval  how many times as wide as thick such a piece is, where only a tape went round it
 * @param bone  in it, a share of its mass
 * @returns the piece, and where weight and measures are far apart what does not fit
 * @throws RangeError for no weight, no length, or measures that are none
 */
export function measuredPiece(
  grams: number,
  length: number,
  measures: readonly Measure[],
  oval = 1,
  bone = 0
): { piece: Piece; misfit?: Misfit } {
  if (!(grams > 0) || !(length > 0)) throw new RangeError('a piece has a weight and a length');
  const areas = measures.map((m) => ({ at: m.at * length, area: areaOf(m, oval) }));
  if (areas.length < MEASURES.min || areas.some((s) => !(s.area > 0)))
    throw new RangeError('two measures or more, none of them nothing');
  const density = densityWith(bone);
  const raw = { ...solidOf(sectionsOf(length, areas)), density };
  const byMeasures = gramsOfVolume(volumeTo(raw, length), density);
  const ratio = grams / byMeasures;
  const ovals = measures.flatMap((m) => ('girth' in m ? [] : [m.width / m.thickness]));
  const piece: Piece = {
    solid: scaled(raw, ratio),
    grams,
    oval: ovals.length > 0 ? ovals.reduce((a, b) => a + b, 0) / ovals.length : oval,
    spread: spreadOf(measures.length),
    measures: measures.length,
    bone
  };
  if (ratio >= FITS.low && ratio <= FITS.high) return { piece };
  const [best] = areas
    .flatMap((_, index) => {
      const factor = factorFor(length, areas, index, grams, density);
      return factor === undefined ? [] : [{ index, factor }];
    })
    .sort((a, b) => Math.abs(Math.log(a.factor)) - Math.abs(Math.log(b.factor)));
  const which = best && measures[best.index];
  const now = which && ('girth' in which ? which.girth : which.thickness);
  return {
    piece,
    misfit: {
      byMeasures,
      ratio,
      length: length * ratio,
      ...(best && which && now !== undefined
        ? {
            measure: {
              index: best.index,
              now,
              // A tape goes with the root of the area, a thickness with the area itself.
              fits:
                'girth' in which ? girthOfArea(areaOf(which, oval) * best.factor, oval) : now * best.factor
            }
          }
        : {})
    }
  };
}
