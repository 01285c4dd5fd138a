import { under } from '$core/units';
import { z } from 'zod';
import { shortText } from '../short-text';
import { ofEither } from '../fields';
import { subjectOf } from '../subject';
import { booked, carry, counted, isPooled, lose, type Derived } from '../move';
import { schemaOf } from '../schema-of';
import { classesOf, mixOf, lossId, stillOnItems, type BookState } from '../state';
import { toCount, toDoor, type KindRules } from './kind';

/** All that is left of an animal or a pool is lost; whoever received some of it is listed by the book. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  ofEither.extend({ kind: z.literal('condemn'), note: shortText(300).optional() })
);
type I = z.infer<typeof schema>;

/** Everything of it that is still in the house is lost as condemned. */
function derive(state: BookState, intent: I): Derived {
  const subject = subjectOf(intent);
  return booked(
    ...Object.values(state.items)
      .filter((item) => item.owner === subject)
      .map((item) => {
        if (isPooled(state, item)) return carry(item.id, lossId('condemned', item.id), mixOf(state, item.id));
        const lost = classesOf(under(state.balances, item.id)).flatMap(([key, value]) =>
          lose('condemned', item.id, key, value)
        );
        return item.count ? counted(lost, item.count) : lost;
      })
  );
}

export const rules: KindRules<I> = {
  refers: (intent) => [subjectOf(intent)],
  derive,
  effects: ({ intent }, state) => ({
    changes: [
      ...stillOnItems(state, subjectOf(intent)).map((item) => toDoor(item.id, 'closed')),
      ...Object.values(state.items)
        .filter((item) => item.owner === subjectOf(intent) && item.count)
        .map((item) => toCount(item.id, -(item.count ?? 0)))
    ],
    condemned: true
  })
};
