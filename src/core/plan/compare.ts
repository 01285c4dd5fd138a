import { TUBS, type PlanUse, type PriceUse } from '$core/reference';
import { shopValue } from '$core/worth';
import type { MinorUnits } from '$core/units';
import type { Muscle } from './muscle';
import type { Plan, PlanPart } from './plan';
import { tubFor } from './saved';

/**
 * Minutes that a use takes once the muscle is off: for each piece, and for each kilogram. Own estimates: sliced, tied, diced,
 * cut into strips, cut into cubes and run through the mincer.
 */
const PORTIONING: Readonly<Record<PlanUse, { piece?: number; kilo?: number }>> = {
  steak: { piece: 0.6 },
  cubed: { piece: 1.2 },
  strips: { kilo: 8 },
  roast: { piece: 4 },
  braise: { piece: 2 },
  stew: { kilo: 7 },
  jerky: { kilo: 15 },
  grind: { kilo: 6 },
  whole: {}
};
/** Minutes at the board for a part of a plan, after seaming. A model. */
export function portioningMinutes({ use, raw, pieces }: Pick<PlanPart, 'use' | 'raw' | 'pieces'>): number {
  const { piece, kilo } = PORTIONING[use];
  // A use that nobody counts is a piece a muscle.
  return (piece ?? 0) * (pieces ?? 1) + ((kilo ?? 0) * raw) / 1000;
}

/** What a plan comes to: grams as they lie, minutes at the board after seaming, a shop’s price. */
export interface PlanSums {
  /** Raw g by use. */
  uses: Readonly<Partial<Record<PlanUse, number>>>;
  /** g of what it all becomes. */
  product: number;
  /** Raw g that go to the prime tub. */
  prime: number;
  minutes: number;
  worth: MinorUnits;
}

/** Sums of a plan over its muscles; those that are not known here count for nothing. */
export function sumsOf(
  { of }: Pick<Plan, 'of'>,
  muscles: readonly Pick<Muscle, 'id' | 'cut'>[],
  prices: Readonly<Record<PriceUse, number>>
): PlanSums {
  const cuts = new Map(muscles.map((m) => [m.id, m.cut]));
  const uses: Partial<Record<PlanUse, number>> = {};
  const lines: Parameters<typeof shopValue>[0][number][] = [];
  let [product, prime, minutes] = [0, 0, 0];
  for (const { muscle, parts } of of) {
    const cut = cuts.get(muscle);
    if (cut === undefined) continue;
    for (const part of parts) {
      const tub = TUBS[tubFor(cut, part)];
      uses[part.use] = (uses[part.use] ?? 0) + part.raw;
      product += part.product;
      if (tub.letter === 'P') prime += part.raw;
      minutes += portioningMinutes(part);
      lines.push({ cut, class: tub.letter, grams: part.raw });
    }
  }
  return { uses, product, prime, minutes, worth: shopValue(lines, prices) };
}

/** A muscle that becomes something else. */
export interface Change {
  muscle: string;
  first: readonly PlanPart[];
  second: readonly PlanPart[];
}
/** Uses and pieces of a muscle’s parts, so that a gram more or less is no change. */
const kindOf = (parts: readonly PlanPart[]): string =>
  parts
    .map(({ use, pieces, tied }) => `${use} ${pieces ?? ''} ${tied ? 'tied' : ''}`)
    .sort()
    .join('|');

/** What becomes of which muscle otherwise in a second plan, the heaviest first; muscles of one plan alone are left out. */
export function changesOf(first: Pick<Plan, 'of'>, second: Pick<Plan, 'of'>): Change[] {
  const other = new Map(second.of.map((o) => [o.muscle, o.parts]));
  const weight = (parts: readonly PlanPart[]) => parts.reduce((sum, p) => sum + p.raw, 0);
  return first.of
    .flatMap(({ muscle, parts }) => {
      const now = other.get(muscle);
      return now && kindOf(now) !== kindOf(parts) ? [{ muscle, first: parts, second: now }] : [];
    })
    .sort((a, b) => weight(b.first) - weight(a.first));
}
