import { CURE_LIMITS, CURE_RULES, GRAINS, PRODUCTS, inGoing, mayBeCured, overLimit } from '$core/reference';
import { present, under } from '$core/units';
import { z } from 'zod';
import { shortText } from '../short-text';
import { ofPool, placeSchema, poolIdSchema } from '../fields';
import { booked, carry, drawOn, isNew, itemOf, posting, type Derived } from '../move';
import type { Posting } from '../posting';
import { celsiusSchema, gramsSchema, net, readingSchema } from '../reading';
import { refuse, type Refusal } from '../refusal';
import { schemaOf } from '../schema-of';
import {
  WATER,
  balanceOf,
  equipmentId,
  lossId,
  originsIn,
  outId,
  subjectIn,
  type BookState,
  type Content
} from '../state';
import { tubsIn, type KindRules } from './kind';

/** What a batch may be. `joined` is what cannot be told apart any more: a mix-up, several animals in one bag. */
export const BATCH_KINDS = ['mince', 'sausage', 'jerky', 'cooked', 'stock', 'rendered', 'joined'] as const;

/**
 * Things of one animal or several, and of the store, become one: from now on their grams cannot be told apart.
 * The batch is named by whoever makes it.
 */
export const schema = /* @__PURE__ */ schemaOf(() =>
  ofPool.extend({
    kind: z.literal('batch'),
    what: z.enum(BATCH_KINDS),
    name: shortText(60).optional(),
    inputs: z
      .array(
        z.object({
          item: z.string().max(80),
          /** The animal or pool whose it is. */
          of: poolIdSchema,
          /** What was taken of it, where it was not all. */
          reading: readingSchema.optional(),
          /** Fat ÷ weight as somebody judged it. */
          fat: z.number().min(0).max(1).optional()
        })
      )
      .min(1, 'say what goes into it')
      .max(60),
    /** What it is made by. */
    recipe: z
      .object({
        key: shortText(41).min(1),
        version: z.number().int().min(1).max(9999),
        name: shortText(60).min(1),
        product: z.enum(PRODUCTS)
      })
      .optional(),
    /** Cure salt of one bought lot, to a tenth of a gram; the book keeps whole grams of it beside. */
    cure: z
      .object({
        item: z.string().max(80),
        grams: z
          .number()
          .min(0.1, 'at least a tenth of a gram')
          .max(20_000, 'at most 20 kg')
          .refine((g) => Math.abs(g * 10 - Math.round(g * 10)) < 1e-6, 'to a tenth of a gram'),
        rule: z.enum(CURE_RULES)
      })
      .optional(),
    /** Temperatures that were read while it was made. */
    stops: z
      .array(
        z.object({
          what: z.enum(['meat', 'mince', 'mixed', 'core']),
          celsius: celsiusSchema,
          simulated: z.literal(true).optional()
        })
      )
      .max(20)
      .optional(),
    /** Minutes that it took from the first thing on the scale, without breaks. */
    minutes: z.number().int().min(1).max(2880).optional(),
    /** The machine was cleaned before it. */
    cleaned: z.literal(true).optional(),
    /** Of jerky: how it was cut. */
    slab: z
      .object({
        mm: z.number().min(1).max(60),
        grain: z.enum(GRAINS)
      })
      .optional(),
    /** Water or ice. */
    water: gramsSchema.optional(),
    /** What came out, on the scale; less than went in is left in the machine, or cannot be accounted for. */
    reading: readingSchema.optional(),
    /** The machine that keeps what is missing. */
    leftIn: shortText(40)
      .min(1)
      .regex(/^[^:]+$/, 'a name without a colon')
      .optional(),
    place: placeSchema.optional(),
    /** What is held back is joined knowingly: all of it is held then. */
    knowing: z.literal(true).optional(),
    /** Who agreed, where the animals have different owners. */
    consent: shortText(200).min(1).optional()
  })
);
type I = z.infer<typeof schema>;

/** Where a batch may be made of. */
const TAKEN = ['piece', 'tub', 'pack', 'batch', 'store', 'equipment'] as const;

/** Whose animals are in it; the larder's own where nobody is named. */
function ownersOf(state: BookState, { inputs }: I): string[] {
  const origins = inputs.flatMap(({ item }) => originsIn(state, item));
  const owners = origins.flatMap((id) => {
    const animal = under(state.animals, id);
    return animal ? [animal.facts.owner ?? ''] : [];
  });
  return [...new Set(owners)].sort();
}

function faultOf(state: BookState, intent: I): Refusal | undefined {
  const { pool, inputs } = intent;
  const taken = isNew(state, pool);
  if (taken) return taken;
  const seen = new Set<string>();
  for (const [i, { item: id, of, reading }] of inputs.entries()) {
    if (id === pool || of === pool || seen.has(id)) return { code: 'into-itself', item: id };
    seen.add(id);
    if (!subjectIn(state, of)) return { code: 'unknown-pool', pool: of };
    const found = itemOf(state, id, of, ...TAKEN);
    if ('refusal' in found) return found.refusal;
    const left = balanceOf(state, id);
    const wanted = reading ? net(reading) : left;
    if (wanted <= 0) return { code: 'nothing', field: `inputs.${i}` };
    if (wanted > left) return { code: 'overdrawn', item: id, wanted, left };
  }
  if (tubsIn(intent.place).length > 0) return { code: 'no-tub', item: pool };
  const owners = ownersOf(state, intent);
  return owners.length > 1 && !intent.consent ? { code: 'consent-missing', owners } : undefined;
}

/** Whole grams of a dose as the book keeps them: never none. */
const wholeDose = (grams: number): number => Math.max(1, Math.round(grams));

/** Why a dose of cure salt may not go in; nothing where it may. */
function cureFault(state: BookState, { cure, recipe, what, inputs }: I): Refusal | undefined {
  if (!cure) return undefined;
  const lot = under(state.pools, cure.item);
  if (lot?.kind !== 'store' || lot.what !== 'cure' || !under(state.items, cure.item))
    return { code: 'unknown-pool', pool: cure.item };
  if (inputs.some(({ item }) => item === cure.item)) return { code: 'into-itself', item: cure.item };
  const left = balanceOf(state, cure.item);
  const wanted = wholeDose(cure.grams);
  if (wanted > left) return { code: 'overdrawn', item: cure.item, wanted, left };
  if (lot.strength === undefined) return { code: 'cure-unknown', item: cure.item };
  const product = recipe?.product ?? (what === 'jerky' ? 'jerky' : undefined);
  return mayBeCured(product) ? undefined : { code: 'cure-fresh', product: product ?? what };
}

/**
 * Sodium nitrite in what is put together, and the meat and fat it goes into: that of the dose to a tenth of a gram, that of
 * what was cured before by its whole grams.
 * @param put  by whose it is, without the dose
 */
function nitriteIn(
  state: BookState,
  put: readonly { origin?: string | undefined; grams: number }[],
  { cure }: I
): { meat: number; grams: number; strength: number; mgPerKg: number } {
  let meat = 0;
  let grams = cure?.grams ?? 0;
  const own = (cure && under(state.pools, cure.item)?.strength) ?? 0;
  let nitrite = grams * own;
  for (const { origin = '', grams: value } of put) {
    const lot = under(state.pools, origin);
    if (under(state.animals, origin) || lot?.what === 'fat' || lot?.what === 'meat') meat += value;
    else if (lot?.what === 'cure' && lot.strength !== undefined) {
      grams += value;
      nitrite += value * lot.strength;
    }
  }
  const strength = grams > 0 ? nitrite / grams : 0;
  return { meat, grams, strength, mgPerKg: grams > 0 ? inGoing(grams, { meat, strength }) : 0 };
}

/** What goes in, by whose it is; the dose of cure salt aside. */
const contentsPut = (state: BookState, { inputs }: I): { item: string; contents: Content[] }[] =>
  inputs.map(({ item, of, reading }) => ({
    item,
    contents: drawOn(
      state,
      item
    )(reading ? net(reading) : balanceOf(state, item)).map((c) => ({ ...c, origin: c.origin ?? of }))
  }));

/** The same of an entry that stands: what it put into the batch, without the dose. */
function putBy(
  { pool, cure }: I,
  postings: readonly Posting[]
): { origin?: string | undefined; grams: number }[] {
  const put = postings.filter((p) => p.item === pool && p.grams > 0);
  return cure ? [...put, { origin: cure.item, grams: -wholeDose(cure.grams) }] : put;
}

function derive(state: BookState, intent: I): Derived {
  const fault = faultOf(state, intent) ?? cureFault(state, intent);
  if (fault) return refuse(fault);
  const { pool, water = 0, leftIn, cure } = intent;
  const taken = contentsPut(state, intent);
  const put: Content[] = taken.flatMap(({ contents }) => contents);
  const { mgPerKg, ...dose } = nitriteIn(state, put, intent);
  const rule = cure?.rule ?? 'us';
  if (overLimit(mgPerKg, rule))
    return refuse({ code: 'cure-over', ...dose, mgPerKg, limit: CURE_LIMITS[rule].mgPerKg });
  const went: Posting[] = taken.flatMap(({ item, contents }) => carry(item, pool, contents));
  if (cure) {
    const contents = drawOn(state, cure.item)(wholeDose(cure.grams));
    put.push(...contents);
    went.push(...carry(cure.item, pool, contents));
  }
  if (water > 0) {
    put.push({ class: '-', grams: water, origin: WATER });
    went.push(posting(outId('store', WATER, pool), -water, '-', WATER), posting(pool, water, '-', WATER));
  }
  const sum = put.reduce((total, c) => total + c.grams, 0);
  const came = intent.reading ? net(intent.reading) : sum;
  if (came <= 0) return refuse({ code: 'nothing', field: 'reading' });
  if (came > sum) return refuse({ code: 'heavier', item: pool, reading: came, left: sum });
  const missing = drawOn(withContents(pool, put), pool)(sum - came);
  return booked(went, carry(pool, leftIn ? equipmentId(leftIn) : lossId('unaccounted', pool), missing));
}

/** The batch as it is when all is in, to draw on what is missing. */
function withContents(pool: string, put: readonly Content[]): BookState {
  const mixed: Record<string, Record<string, number>> = {};
  for (const { origin = '', class: key, grams } of put) {
    const own = (mixed[origin] ??= {});
    own[key] = (own[key] ?? 0) + grams;
  }
  return { animals: {}, pools: {}, items: {}, balances: {}, origins: { [pool]: mixed as never } };
}

/** Bone ÷ weight of all that came in it, by what each item was. */
function boneShareOf(state: BookState, pool: string, postings: readonly Posting[]): number {
  let bone = 0;
  let sum = 0;
  for (const { item, grams } of postings) {
    if (item === pool || grams >= 0) continue;
    bone -= grams * (under(state.items, item)?.boneShare ?? 0);
    sum -= grams;
  }
  return sum > 0 ? bone / sum : 0;
}

export const rules: KindRules<I> = {
  subjects: ({ inputs, leftIn, cure }) => [
    ...inputs.map(({ of }) => of),
    ...(cure ? [cure.item] : []),
    ...(leftIn ? [equipmentId(leftIn)] : [])
  ],
  refers: ({ inputs, cure }) => [...inputs.flatMap(({ item, of }) => [of, item]), cure?.item],
  bears: ({ pool }) => [pool],
  derive,
  effects: ({ id: bornIn, intent, postings }, state) => {
    const { pool: id, what, name, place, consent, leftIn, recipe, stops, minutes, cleaned, slab } = intent;
    const { mgPerKg } = nitriteIn(state, putBy(intent, postings), intent);
    const boneShare = boneShareOf(state, id, postings);
    const machine = leftIn ? equipmentId(leftIn) : undefined;
    return {
      pools: [
        {
          id,
          kind: 'batch',
          what,
          ...present({
            consent,
            recipe,
            nitrite: mgPerKg > 0 ? Math.round(mgPerKg * 10) / 10 : undefined,
            stops: stops?.length ? stops : undefined,
            minutes,
            cleaned,
            slab
          })
        },
        ...(machine && leftIn && !under(state.pools, machine)
          ? [{ id: machine, kind: 'equipment' as const, what: leftIn }]
          : [])
      ],
      births: [
        {
          id,
          kind: 'batch',
          owner: id,
          bornIn,
          ...(name ? { what: name } : {}),
          place: place ?? { shelf: 'cold' },
          ...(boneShare > 0 ? { boneShare } : {})
        },
        ...(machine && leftIn && !under(state.items, machine)
          ? [{ id: machine, kind: 'equipment' as const, owner: machine, bornIn, what: leftIn }]
          : [])
      ]
    };
  },
  joins: ({ knowing }) => ({ knowing: knowing === true })
};
