import type { IntentOf, Reading, Stop } from '$core/book';
import { mayBeCured, type CureRule } from '$core/reference';
import { grams, type Grams } from '$core/units';
import type { Recipe } from './recipe';

/** Something to take from: loose meat of a tub and the pieces in it, or one lot that was bought. */
export interface Source {
  /** Animal or store lot whose it is. */
  of: string;
  items: readonly { id: string; grams: Grams }[];
  /** So much of it is taken. */
  take: Grams;
  /** As it was weighed; without it the book's own figure is taken. */
  reading?: Reading | undefined;
  /** Fat ÷ weight as it was judged. */
  fat?: number | undefined;
}

/** Everything that is said of a batch before it is booked. */
export interface GrindPlan {
  /** Id of the batch. */
  pool: string;
  recipe: Recipe;
  sources: readonly Source[];
  cure?: { item: string; grams: number; rule: CureRule } | undefined;
  water: Grams;
  /** What is left in the machine from before goes in: its item. */
  residue?: string | undefined;
  /** What came out, where it was weighed; what is missing stays in the machine. */
  out?: Reading | undefined;
  machine: string;
  stops: readonly Stop[];
  /** Held meat is ground knowingly: alone, or all of it is held. */
  knowing: boolean;
  /** Minutes that it took, and that the machine was cleaned before it. */
  minutes?: number | undefined;
  cleaned?: boolean | undefined;
  consent?: string | undefined;
}

/** Something bought that may give of itself. */
export interface Stock {
  id: string;
  left: Grams;
}

/**
 * So many grams out of lots of one name, one after another.
 * @returns what each gives, in whole grams, and what none of them has
 */
export function fromLots(
  need: number,
  lots: readonly Stock[]
): { parts: { id: string; take: Grams }[]; short: number } {
  const parts: { id: string; take: Grams }[] = [];
  // The book keeps whole grams: a pinch is one.
  let rest = need > 0 ? Math.max(1, Math.round(need)) : 0;
  for (const { id, left } of lots) {
    if (rest <= 0) break;
    const take = grams(Math.min(rest, left));
    if (take <= 0) continue;
    parts.push({ id, take });
    rest -= take;
  }
  return { parts, short: rest };
}

type Input = IntentOf<'batch'>['inputs'][number];

/**
 * So much of a source, as the book takes it: what lies loose first, then its pieces in their order, the last in part.
 */
export function draw({ of, items, take, reading, fat }: Source): Input[] {
  const inputs: Input[] = [];
  let rest: number = take;
  for (const { id, grams: has } of items) {
    if (rest <= 0) break;
    const part = Math.min(rest, has);
    rest -= part;
    const whole = part === has;
    inputs.push({
      item: id,
      of,
      // A plate is booked once, with the first that was on it.
      ...(reading && inputs.length === 0
        ? { reading: { ...reading, grams: grams(part + (reading.tare ?? 0)) } }
        : whole && !reading
          ? {}
          : { reading: { grams: grams(part), how: reading?.how ?? 'model' } }),
      ...(fat === undefined ? {} : { fat })
    });
  }
  return inputs;
}

/** What a recipe's product is called in the book. */
const WHAT = {
  mince: 'mince',
  burger: 'mince',
  fresh: 'sausage',
  smoked: 'sausage',
  cooked: 'sausage',
  jerky: 'jerky'
} as const satisfies Record<Recipe['product'], IntentOf<'batch'>['what']>;

/** A plan as the book is told of it. */
export function batchOf(plan: GrindPlan): IntentOf<'batch'> {
  const {
    pool,
    recipe,
    sources,
    cure,
    water,
    residue,
    out,
    machine,
    stops,
    knowing,
    consent,
    minutes,
    cleaned
  } = plan;
  const { key, version, name, product } = recipe;
  return {
    kind: 'batch',
    pool,
    what: WHAT[product],
    name,
    recipe: { key, version, name, product },
    inputs: [...sources.flatMap(draw), ...(residue ? [{ item: residue, of: residue }] : [])],
    ...(cure && mayBeCured(product) ? { cure } : {}),
    ...(water > 0 ? { water } : {}),
    ...(out ? { reading: out, leftIn: machine } : {}),
    ...(stops.length > 0 ? { stops: [...stops] } : {}),
    ...(minutes ? { minutes } : {}),
    ...(cleaned ? { cleaned: true as const } : {}),
    ...(knowing ? { knowing: true as const } : {}),
    ...(consent ? { consent } : {})
  };
}
