import {
  CURE_LITTLE,
  inGoing,
  mayBeCured,
  overLimit,
  proposedDose,
  saltBeside,
  type CureRule
} from '$core/reference';
import { grams, roundGrams, type Grams } from '$core/units';
import { casingMetres } from './casing';
import { CASINGS, type Recipe } from './recipe';

/** A cure salt that is at hand, and the rule that is kept to. */
export interface CureSalt {
  /** Sodium nitrite, share of its weight. */
  strength: number;
  rule: CureRule;
  /** Chosen by hand instead of what is proposed, grams. */
  dose?: number | undefined;
}

/** One thing to weigh out beside meat and fat. */
export interface Measure {
  kind: 'salt' | 'cure' | 'seasoning' | 'water' | 'casing';
  name: string;
  /** To a tenth of a gram; of a casing, what so many metres weigh. */
  grams: number;
  metres?: number;
}

/** What goes to a batch beside meat and fat, and what comes of it. */
export interface Mix {
  measures: Measure[];
  /** Of what is in the mixer: with water, salt and seasoning, without a casing. */
  total: Grams;
  /** Sodium nitrite put in, mg/kg of meat and fat; 0 without a cure. */
  nitrite: number;
  /** Salt in all, g/kg of meat and fat. */
  salt: number;
  /** Metres of casing; undefined where it is not filled. */
  casing?: number;
  /**
   * What keeps it from being made: over the limit, no strength known, nothing cured may be made of it. And what is said
   * beside: little cure, more salt than wanted.
   */
  faults: MixFault[];
}
export type MixFault =
  | { code: 'over'; mgPerKg: number; dose: number }
  | { code: 'strength' }
  | { code: 'fresh' }
  | { code: 'little'; mgPerKg: number }
  | { code: 'salty'; perKg: number };

/** Faults that only warn. */
export const isWarning = ({ code }: MixFault): boolean => code === 'little' || code === 'salty';

const tenth = (value: number): number => Math.round(value * 10) / 10;

/**
 * What is weighed out for so much meat and fat by a recipe.
 * @param meat  meat and fat, grams
 * @param cure  where the recipe cures; a cure of unknown strength is never reckoned with
 */
export function mixOf(recipe: Recipe, meat: Grams, cure?: CureSalt): Mix {
  const faults: MixFault[] = [];
  const salt = (meat * recipe.salt) / 1000;
  let dose = 0;
  let strength = 0;
  if (recipe.cured && !mayBeCured(recipe.product)) faults.push({ code: 'fresh' });
  else if (recipe.cured && !cure) faults.push({ code: 'strength' });
  else if (recipe.cured && cure) {
    ({ strength } = cure);
    // A weak cure salt brings so much salt that the recipe's salt is its limit.
    const bySalt = recipe.salt > 0 ? Math.floor((salt / (1 - strength)) * 10) / 10 : Infinity;
    dose = cure.dose ?? Math.min(proposedDose({ meat, ...cure }), bySalt);
    const mgPerKg = inGoing(dose, { meat, strength });
    if (overLimit(mgPerKg, cure.rule)) faults.push({ code: 'over', mgPerKg, dose });
    else if (mgPerKg < CURE_LITTLE) faults.push({ code: 'little', mgPerKg });
  }
  const plain = saltBeside(salt, dose, strength);
  const saltInAll = meat > 0 ? ((plain + dose * (1 - strength)) * 1000) / meat : 0;
  if (saltInAll > recipe.salt + 0.5) faults.push({ code: 'salty', perKg: saltInAll });
  const water = roundGrams(meat * recipe.water);
  const measures: Measure[] = [
    ...(plain > 0 ? [{ kind: 'salt' as const, name: 'salt', grams: plain }] : []),
    ...(dose > 0 ? [{ kind: 'cure' as const, name: 'cure salt', grams: dose }] : []),
    ...recipe.seasonings.map(({ name, perKg }) => ({
      kind: 'seasoning' as const,
      name,
      grams: tenth((meat * perKg) / 1000)
    })),
    ...(water > 0 ? [{ kind: 'water' as const, name: 'ice water', grams: water }] : [])
  ];
  const total = roundGrams(meat + measures.reduce((sum, m) => sum + m.grams, 0));
  const metres = recipe.casing ? casingMetres(total, recipe.casing.mm) : undefined;
  if (recipe.casing && metres !== undefined) {
    const { name, gPerM } = CASINGS[recipe.casing.kind];
    measures.push({ kind: 'casing', name, grams: tenth(metres * gPerM), metres });
  }
  return {
    measures,
    total,
    nitrite: meat > 0 ? inGoing(dose, { meat, strength }) : 0,
    salt: saltInAll,
    ...(metres === undefined ? {} : { casing: metres }),
    faults
  };
}

/** What a mixer and a hopper hold. */
export interface Machine {
  mixer: Grams;
  hopper: Grams;
}

/**
 * So many batches, alike, that each fits the mixer; and how often the hopper is filled for one.
 * @example batchesFor(23000, { mixer: 10000, hopper: 3000 }) // { each: [7667, 7667, 7666], fills: 3 }
 */
export function batchesFor(total: Grams, { mixer, hopper }: Machine): { each: Grams[]; fills: number } {
  if (!(mixer > 0) || !(hopper > 0)) throw new RangeError('a machine holds something');
  const count = Math.max(1, Math.ceil(total / mixer));
  const low = Math.floor(total / count);
  const each = Array.from({ length: count }, (_, i) => grams(i < total - low * count ? low + 1 : low));
  return { each, fills: Math.max(1, Math.ceil((each[0] ?? 0) / hopper)) };
}
