import { z } from 'zod';
import { shortText } from '../facts';
import { idSchema, whole } from '../fields';
import { booked, saidOf } from '../move';
import { schemaOf } from '../schema-of';
import type { KindRules } from './kind';

/** Name of a kept photograph: the SHA-256 of what is stored, and its kind. */
export const PHOTO_FILE = /^[0-9a-f]{64}\.jpg$/;
/** Words or a photograph beside an animal, one of its items, or one of its entries. */
export const schema = /* @__PURE__ */ schemaOf(() =>
  whole
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
  refers: ({ animal, item, entry }) => [animal, item, entry],
  derive: (state, { animal, item }) => (item === undefined ? booked() : saidOf(state, { animal, item })),
  speaks: true,
  within: true
};
