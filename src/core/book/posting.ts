import { z } from 'zod';
import { CLASSES } from '$core/reference';
import { grams, type Grams } from '$core/units';
import { schemaOf } from './schema-of';

export const postingSchema = /* @__PURE__ */ schemaOf(() =>
  z.object({
    item: z.string().max(200),
    grams: z
      .number()
      .int()
      .transform((n) => n as Grams),
    class: z.enum(CLASSES),
    /** Animals, for lots. */
    count: z.number().int().optional()
  })
);
/** One line of an entry: signed grams on an item, under a class. */
export type Posting = z.infer<typeof postingSchema>;

/** Total of a posting list, to prove that an entry sums to zero. */
export const sumOf = (postings: readonly Posting[]): Grams =>
  grams(postings.reduce((sum, p) => sum + p.grams, 0));

/** The postings with their signs turned, newest first: what a void books. */
export const reversed = (postings: readonly Posting[]): Posting[] =>
  [...postings]
    .reverse()
    .map((p) => ({ ...p, grams: grams(-p.grams), ...(p.count === undefined ? {} : { count: -p.count }) }));

/** True when two posting lists book the same grams on the same items and classes, in whatever order. */
export function samePostings(a: readonly Posting[], b: readonly Posting[]): boolean {
  const rows = (list: readonly Posting[]) =>
    list
      .map((p) => `${p.item}|${p.class}|${p.grams}|${p.count ?? 0}`)
      .sort()
      .join('\n');
  return rows(a) === rows(b);
}
