import { under } from '$core/units';
import { z } from 'zod';
import { TUBS } from '$core/reference';
import { factsSchema } from '../facts';
import { countSchema, idSchema, partBirth, whole } from '../fields';
import { booked, counted, isNew, move, type Derived } from '../move';
import { net, readingSchema } from '../reading';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { bodyOf, fieldId, tubId, tubItems, type BookState, type Item } from '../state';
import { markOf, type KindRules } from './kind';

/** An animal, or something of it, comes in: whole, as a lot, a part, or what was kept beside. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  whole.extend({
    kind: z.literal('intake'),
    /** Asked for with the first intake of an animal, refused later (amend them). */
    facts: factsSchema.optional(),
    into: z.union([
      z.object({ kind: z.literal('carcass'), id: idSchema }),
      /** Birds or small game taken together: a count beside the grams. */
      z.object({ kind: z.literal('lot'), id: idSchema, count: countSchema }),
      partBirth,
      z.object({ kind: z.literal('tub'), tub: z.enum(['offal', 'hide', 'fat', 'stock', 'pets']) })
    ]),
    reading: readingSchema
  })
);
type I = z.infer<typeof schema>;

function derive(state: BookState, intent: I): Derived {
  const known = under(state.animals, intent.animal);
  if (!known && !intent.facts) return refuse({ code: 'facts-missing', animal: intent.animal });
  if (known && intent.facts) return refuse({ code: 'facts-known', animal: intent.animal });
  const { into } = intent;
  const value = net(intent.reading);
  if (value <= 0) return refuse({ code: 'nothing', field: 'reading' });
  const field = fieldId(intent.animal);
  if (into.kind === 'tub') {
    if (!known) return refuse({ code: 'unknown-animal', animal: intent.animal });
    return booked(move(field, '-', tubId(into.tub, intent.animal), TUBS[into.tub].letter, value));
  }
  const taken = isNew(state, into.id);
  if (taken) return refuse(taken);
  const whole = bodyOf(state, intent.animal);
  if (whole) return refuse({ code: 'item-exists', item: whole.id });
  if (into.kind !== 'part') {
    const part = Object.values(state.items).find((i) => i.owner === intent.animal && i.kind === 'part');
    if (part) return refuse({ code: 'item-exists', item: part.id });
    if (!intent.reading.stage) return refuse({ code: 'stage-missing', item: into.id });
  }
  const postings = move(field, '-', into.id, '-', value);
  return booked(into.kind === 'lot' ? counted(postings, into.count) : postings);
}

/** The item it came in as; a tub stands already. */
function bornOf({ into, animal }: I, bornIn: string): Item[] {
  if (into.kind === 'tub') return [];
  const { id, kind } = into;
  if (kind === 'part')
    return [{ id, kind, owner: animal, bornIn, cut: into.cut, ...(into.side ? { side: into.side } : {}) }];
  return [
    { id, kind, owner: animal, bornIn, door: 'open', ...(kind === 'lot' ? { count: into.count } : {}) }
  ];
}

const itemOf = ({ into, animal }: I): string => (into.kind === 'tub' ? tubId(into.tub, animal) : into.id);

export const rules: KindRules<I> = {
  refers: ({ animal, facts }) => [facts ? undefined : animal],
  bears: ({ into, facts, animal }) => [...(into.kind === 'tub' ? [] : [into.id]), ...(facts ? [animal] : [])],
  derive,
  effects: (entry, state) => ({
    births: [
      ...(under(state.animals, entry.intent.animal) ? [] : tubItems(entry.intent.animal, entry.id)),
      ...bornOf(entry.intent, entry.id)
    ],
    marks: [markOf(entry, itemOf(entry.intent), entry.intent.reading)],
    ...(entry.intent.facts ? { facts: entry.intent.facts } : {})
  }),
  corrects: (intent) => ({
    reading: intent.reading,
    from: fieldId(intent.animal),
    to: itemOf(intent)
  })
};
