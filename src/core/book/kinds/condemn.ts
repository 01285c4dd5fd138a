import { z } from 'zod';
import { shortText } from '../facts';
import { whole } from '../fields';
import { booked, classesOf, counted, lose, type Derived } from '../move';
import { schemaOf } from '../schema-of';
import { stillOnItems, type BookState } from '../state';
import { toCount, toDoor, type KindRules } from './kind';

/** All that is left of the animal is lost; whoever received some of it is listed by the book. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  whole.extend({ kind: z.literal('condemn'), note: shortText(300).optional() })
);
type I = z.infer<typeof schema>;

/** Everything of the animal that is still in the house is lost as condemned. */
function derive(state: BookState, { animal }: I): Derived {
  return booked(
    ...Object.values(state.items)
      .filter((item) => item.animal === animal)
      .map((item) => {
        const lost = classesOf(state.balances[item.id]).flatMap(([key, value]) =>
          lose('condemned', item.id, key, value)
        );
        return item.count ? counted(lost, item.count) : lost;
      })
  );
}

export const rules: KindRules<I> = {
  refers: ({ animal }) => [animal],
  derive,
  effects: ({ intent: { animal } }, state) => ({
    changes: [
      ...stillOnItems(state, animal).map((item) => toDoor(item.id, 'closed')),
      ...Object.values(state.items)
        .filter((item) => item.animal === animal && item.count)
        .map((item) => toCount(item.id, -(item.count ?? 0)))
    ],
    condemned: true
  })
};
