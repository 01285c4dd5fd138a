import { z } from 'zod';
import { STIFFNESS_KEYS, type StiffnessKey } from '$core/reference';
import { shortText } from '../short-text';
import { whole } from '../fields';
import { saidOf } from '../move';
import { schemaOf } from '../schema-of';
import type { KindRules } from './kind';

/** A step of the order of work that asks for no weight: done, passed over, or glands knowingly left in. No mass moves. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  whole.extend({
    kind: z.literal('tick'),
    item: z.string().max(80),
    step: shortText(60).min(1, 'say which step'),
    how: z.enum(['done', 'skipped', 'left']),
    /** What was found, where the step asks: limp, stiffening, stiff, loosening, loose. */
    answer: shortText(40).optional()
  })
);
type I = z.infer<typeof schema>;

/** The step whose answer is the stiffness log: Q0, ready to bone. */
export const STIFFNESS_STEP = 'ready';
const isStiffness = (text: string | undefined): text is StiffnessKey =>
  (STIFFNESS_KEYS as readonly (string | undefined)[]).includes(text);

export const rules: KindRules<I> = {
  refers: ({ animal, item }) => [animal, item],
  derive: (state, { item, animal }) => saidOf(state, item, animal),
  effects: ({ id, at, intent: { item, step, how, answer } }) => ({
    changes: [
      [item, (was) => ({ ...was, ticks: { ...was.ticks, [step]: { how, ...(answer ? { answer } : {}) } } })]
    ],
    ...(step === STIFFNESS_STEP && isStiffness(answer) ? { felt: { entry: id, at, how: answer } } : {})
  }),
  minutes: ({ how, step }) => (how === 'done' ? `step:${step}` : undefined)
};
