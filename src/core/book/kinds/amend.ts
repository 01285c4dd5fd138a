import { under } from '$core/units';
import { z } from 'zod';
import { factsPatchSchema } from '../facts';
import { whole } from '../fields';
import { booked } from '../move';
import { refuse } from '../refusal';
import { schemaOf } from '../schema-of';
import type { KindRules } from './kind';

/** Facts of an animal, said or taken back. No mass moves. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  whole.extend({ kind: z.literal('amend'), facts: factsPatchSchema })
);
type I = z.infer<typeof schema>;

export const rules: KindRules<I> = {
  refers: ({ animal }) => [animal],
  derive: (state, { animal }) =>
    under(state.animals, animal) ? booked() : refuse({ code: 'unknown-animal', animal }),
  effects: ({ intent }) => ({ facts: intent.facts }),
  speaks: true
};
