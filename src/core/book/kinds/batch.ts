import { under } from '$core/units';
import { z } from 'zod';
import { shortText } from '../facts';
import { ofPool, placeSchema, poolIdSchema } from '../fields';
import { booked, carry, drawOn, isNew, itemOf, posting, type Derived } from '../move';
import type { Posting } from '../posting';
import { gramsSchema, net, readingSchema } from '../reading';
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
          reading: readingSchema.optional()
        })
      )
      .min(1, 'say what goes into it')
      .max(60),
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

function derive(state: BookState, intent: I): Derived {
  const fault = faultOf(state, intent);
  if (fault) return refuse(fault);
  const { pool, inputs, water = 0, leftIn } = intent;
  const put: Content[] = [];
  const went: Posting[] = inputs.flatMap(({ item, of, reading }) => {
    const contents = drawOn(
      state,
      item
    )(reading ? net(reading) : balanceOf(state, item)).map((c) => ({
      ...c,
      origin: c.origin ?? of
    }));
    put.push(...contents);
    return carry(item, pool, contents);
  });
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
  subjects: ({ inputs, leftIn }) => [...inputs.map(({ of }) => of), ...(leftIn ? [equipmentId(leftIn)] : [])],
  refers: ({ inputs }) => inputs.flatMap(({ item, of }) => [of, item]),
  bears: ({ pool }) => [pool],
  derive,
  effects: ({ id: bornIn, intent, postings }, state) => {
    const { pool: id, what, name, place, consent, leftIn } = intent;
    const boneShare = boneShareOf(state, id, postings);
    const machine = leftIn ? equipmentId(leftIn) : undefined;
    return {
      pools: [
        { id, kind: 'batch', what, ...(consent ? { consent } : {}) },
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
