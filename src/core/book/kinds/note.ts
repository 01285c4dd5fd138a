import { z } from 'zod';
import { shortText } from '../short-text';
import { idSchema, ofEither } from '../fields';
import { subjectOf } from '../subject';
import { booked, saidOf } from '../move';
import { schemaOf } from '../schema-of';
import type { KindRules } from './kind';

/** Name of a kept photograph: the SHA-256 of what is stored, and its kind. */
export const PHOTO_FILE = /^[0-9a-f]{64}\.jpg$/;
/** Words or a photograph beside an animal, one of its items, or one of its entries. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  ofEither
    .extend({
      kind: z.literal('note'),
      item: z.string().max(80).optional(),
      entry: idSchema.optional(),
      text: shortText(1000).optional(),
      photo: z.string().regex(PHOTO_FILE, 'no photograph of this larder').optional()
    })
    .refine((n) => Boolean(n.text) || n.photo !== undefined, {
      path: ['text'],
      message: 'say something, or show it'
    })
);
type I = z.infer<typeof schema>;

export const rules: KindRules<I> = {
  refers: (intent) => [subjectOf(intent), intent.item, intent.entry],
  derive: (state, intent) =>
    intent.item === undefined ? booked() : saidOf(state, intent.item, subjectOf(intent)),
  speaks: true,
  within: true
};
