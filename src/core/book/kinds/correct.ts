import { under } from '$core/units';
import { z } from 'zod';
import type { Grams } from '$core/units';
import { idSchema, whole } from '../fields';
import type { Derived } from '../move';
import { net, readingSchema } from '../reading';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { balanceOf, classOf, isBoundary, lossId, mayBeNegative, type BookState } from '../state';
import { markOf, type KindRules, type Past } from './kind';

/** Sets the reading of an entry right: the difference goes the way its grams went. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  whole.extend({ kind: z.literal('correct'), entry: idSchema, reading: readingSchema })
);
type I = z.infer<typeof schema>;

function derive(state: BookState, intent: I, past: Past): Derived {
  const target = past.entry(intent.entry);
  if (!target?.subjects.includes(intent.animal))
    return refuse({ code: 'unknown-entry', entry: intent.entry });
  if (target.voided) return refuse({ code: 'already-voided', entry: intent.entry });
  const { route } = target;
  if (!route) return refuse({ code: 'not-correctable', entry: intent.entry, kind: target.kind });
  const change = net(intent.reading) - net(route.reading);
  if (net(intent.reading) <= 0) return refuse({ code: 'nothing', field: 'reading' });
  if (change === 0) return refuse({ code: 'unchanged', item: route.to });
  const [giver, taker, value] = change > 0 ? [route.from, route.to, change] : [route.to, route.from, -change];
  const shut = [route.from, route.to].find((id) => under(state.items, id)?.door === 'closed');
  // What came in is set right at any time, and so is what nobody had weighed.
  const arrived = isBoundary(route.from) && route.from.startsWith('field:');
  const supposed = route.reading.how === 'model' && shut === route.from;
  if (shut && !arrived && !supposed) return refuse({ code: 'closed', item: shut });
  const took = (id: string) => target.postings.find((p) => p.item === id)?.class;
  // What is closed already has no grams to give: the difference is in what nobody could account for.
  if (shut) {
    const [other, own] = arrived ? [route.from, -change] : [route.to, change];
    if (!mayBeNegative(other) && own < 0 && balanceOf(state, other) < -own)
      return refuse({ code: 'overdrawn', item: other, wanted: -own as Grams, left: balanceOf(state, other) });
    return {
      ok: true,
      postings: [
        { item: other, grams: own as Grams, class: arrived ? '-' : (took(other) ?? classOf(state, other)) },
        { item: lossId('unaccounted', shut), grams: -own as Grams, class: 'X' }
      ]
    };
  }
  const left = balanceOf(state, giver);
  if (!mayBeNegative(giver) && left < value)
    return refuse({ code: 'overdrawn', item: giver, wanted: value, left });
  const key = (id: string) =>
    isBoundary(id) ? (took(id) ?? (id.startsWith('field:') ? '-' : 'X')) : classOf(state, id);
  const takerClass = balanceOf(state, taker) === 0 ? (took(taker) ?? key(taker)) : key(taker);
  return {
    ok: true,
    postings: [
      { item: giver, grams: -value as Grams, class: key(giver) },
      { item: taker, grams: value as Grams, class: takerClass }
    ]
  };
}

export const rules: KindRules<I> = {
  refers: ({ animal, entry }) => [animal, entry],
  derive,
  effects: (entry, state) => {
    const { animal, entry: corrects, reading } = entry.intent;
    const mark = under(state.animals, animal)?.marks.find((m) => m.entry === corrects);
    if (!mark) return {};
    const { stage } = mark.reading;
    return { marks: [markOf(entry, mark.item, stage ? { ...reading, stage } : reading, corrects)] };
  },
  speaks: true,
  within: true
};
