import { z } from 'zod';
import { TRIM_SAID } from '$core/reference';
import { under, type Grams } from '$core/units';
import { destinationSchema, whole } from '../fields';
import { booked, lose, move, sourceOf, towards, type Derived } from '../move';
import { net, readingSchema } from '../reading';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { balanceOf, classOf, tubId, type BookState, type Item } from '../state';
import { toDoor, tubsIn, type KindRules } from './kind';

/**
 * What lies open is done: its bone is weighed, the rest is not accounted for. A piece on the board is done: what is left
 * of it stays as it is, trimmed, or goes where it is said to.
 */
export const schema = /* @__PURE__ */ schemaOf(() =>
  whole.extend({
    kind: z.literal('close'),
    item: z.string(),
    /** Bare bone as weighed, or as the model expects it; absent when there is none. */
    bone: readingSchema.optional(),
    /** To the waste, the stock pot, there as marrow bones, or to dogs. Given to dogs it is gone as bone, and no meat. */
    boneTo: z.enum(['discard', 'stock', 'marrow', 'pets']).default('discard'),
    /** Whether its glands and vessels were taken out, or knowingly left in. */
    glands: z.enum(['out', 'left']).optional(),
    /** Of the carcass: whether its meat was trimmed before it was weighed. */
    meatTrimmed: z.enum(TRIM_SAID).optional(),
    /** Of a piece on the board that was parted: where the scraps that are left of it go. */
    rest: destinationSchema.optional()
  })
);
type I = z.infer<typeof schema>;

function derive(state: BookState, intent: I): Derived {
  const found = sourceOf(state, intent.item, intent.animal, 'part', 'carcass', 'lot', 'piece');
  if ('refusal' in found) return refuse(found.refusal);
  const { item } = found;
  const left = balanceOf(state, item.id);
  if (item.kind === 'piece') return scraps(state, item, intent, left);
  const bone = intent.bone ? net(intent.bone) : 0;
  const unaccounted = left - bone;
  return booked(
    bone > 0
      ? intent.boneTo === 'stock' || intent.boneTo === 'marrow'
        ? move(item.id, '-', tubId('stock', intent.animal), 'K', bone)
        : lose('bone', item.id, '-', bone)
      : [],
    unaccounted === 0 ? [] : lose('unaccounted', item.id, '-', unaccounted)
  );
}

/** Scraps of a piece that was parted on the board. */
function scraps(state: BookState, item: Item, { rest, animal, bone }: I, left: Grams): Derived {
  if (item.door !== 'open') return refuse({ code: 'closed', item: item.id });
  if (bone) return refuse({ code: 'wrong-kind', item: item.id, kind: 'piece', wanted: 'part' });
  // Scraps are of something that was parted: a whole piece is none.
  const parted = Object.values(state.items).some((i) => i.from === item.id);
  if (rest && !parted) return refuse({ code: 'nothing', field: 'rest' });
  return booked(rest && left > 0 ? towards(rest, item, animal, classOf(state, item.id), left) : []);
}

/** A piece that something was taken off comes off the board trimmed; everything else is shut. */
const shut = (item: string, kind: Item['kind'] | undefined): [string, (item: Item) => Item] =>
  kind === 'piece'
    ? [
        item,
        ({ door: _door, ...was }) => ({
          ...was,
          ...(Object.keys(was.ticks ?? {}).some((step) => step.startsWith('off-'))
            ? { trimmed: true as const }
            : {})
        })
      ]
    : toDoor(item, 'closed');

export const rules: KindRules<I> = {
  refers: ({ animal, item }) => [animal, item],
  derive,
  effects: ({ intent: { item, meatTrimmed } }, state) => ({
    changes: [shut(item, under(state.items, item)?.kind)],
    ...(meatTrimmed ? { facts: { meatTrimmed } } : {})
  }),
  fills: ({ bone, boneTo, rest }) => [
    ...(bone && (boneTo === 'stock' || boneTo === 'marrow') ? (['stock'] as const) : []),
    ...(bone && boneTo === 'pets' ? (['pets'] as const) : []),
    ...tubsIn(rest && 'tub' in rest ? rest : undefined)
  ],
  minutes: () => 'close'
};
