import { z } from 'zod';
import { ofEither } from '../fields';
import { subjectOf } from '../subject';
import { booked, sourceOf, type Derived } from '../move';
import { net, readingSchema } from '../reading';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import { balanceOf, type BookState } from '../state';
import type { KindRules } from './kind';
import { lighten } from './lighter';

/** A pack has thawed: it is marked for ever, and what has dripped is lost. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  ofEither.extend({
    kind: z.literal('thaw'),
    item: z.string().max(80),
    /** What it weighs without its drip, where it was weighed. */
    reading: readingSchema.optional()
  })
);
type I = z.infer<typeof schema>;

function derive(state: BookState, intent: I): Derived {
  const { reading } = intent;
  const found = sourceOf(state, intent.item, subjectOf(intent), 'pack');
  if ('refusal' in found) return refuse(found.refusal);
  const left = balanceOf(state, intent.item);
  if (left <= 0) return refuse({ code: 'nothing', field: 'item' });
  return reading && net(reading) !== left ? lighten(state, { ...intent, reading }, 'drip', 'pack') : booked();
}

export const rules: KindRules<I> = {
  refers: (intent) => [subjectOf(intent), intent.item],
  derive,
  effects: ({ at, intent }) => ({
    changes: [[intent.item, (item) => ({ ...item, thawedAt: item.thawedAt ?? at })]]
  })
};
