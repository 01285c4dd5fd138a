import { z } from 'zod';
import { CLASSES, type ClassKey } from '$core/reference';
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
    count: z.number().int().optional(),
    /** Whose gram it is, an animal's or a store lot's; absent where it is the animal's that the entry speaks of. */
    origin: z.string().max(80).optional()
  })
);
/** One line of an entry: signed grams on an item, under a class. */
export type Posting = z.infer<typeof postingSchema>;

/** Total of a posting list, to prove that an entry sums to zero. */
export const sumOf = (postings: readonly Posting[]): Grams =>
  grams(postings.reduce((sum, p) => sum + p.grams, 0));

/** The same by origin: an entry sums to zero for each. The animal it speaks of stands under `''`. */
export function sumsByOrigin(postings: readonly Posting[]): Map<string, number> {
  const sums = new Map<string, number>();
  for (const p of postings) sums.set(p.origin ?? '', (sums.get(p.origin ?? '') ?? 0) + p.grams);
  return sums;
}

/** The postings with their signs turned, newest first: what a void books. */
export const reversed = (postings: readonly Posting[]): Posting[] =>
  [...postings]
    .reverse()
    .map((p) => ({ ...p, grams: grams(-p.grams), ...(p.count === undefined ? {} : { count: -p.count }) }));

/** True when two posting lists book the same grams on the same items and classes, in whatever order. */
export function samePostings(a: readonly Posting[], b: readonly Posting[]): boolean {
  const rows = (list: readonly Posting[]) =>
    list
      .map((p) => `${p.item}|${p.class}|${p.grams}|${p.count ?? 0}|${p.origin ?? ''}`)
      .sort()
      .join('\n');
  return rows(a) === rows(b);
}

/** Grams on their way from one item to another. */
export interface Flow {
  from: string;
  to: string;
  /** Whose they are; undefined where they are the animal's that the entry speaks of. */
  origin?: string;
  /** The class they arrive under. */
  class: ClassKey;
  grams: Grams;
}

/**
 * What went where by an entry: of each origin, what was taken is set against what was put, in the order of the lines. What
 * only changed its class on an item went nowhere.
 * @returns flows of positive grams; their sum is the sum of what was put, less what stayed
 */
export function flowsOf(postings: readonly Posting[]): Flow[] {
  const flows: Flow[] = [];
  for (const origin of sumsByOrigin(postings).keys()) {
    const own = postings.filter((p) => (p.origin ?? '') === origin);
    const given = own.filter((p) => p.grams < 0);
    let at = 0;
    let left = -(given[0]?.grams ?? 0);
    for (const { item: to, grams: put, class: key } of own.filter((p) => p.grams > 0))
      for (let rest: number = put; rest > 0 && at < given.length;) {
        const part = Math.min(rest, left);
        const from = given[at]?.item ?? '';
        if (from !== to)
          flows.push({ from, to, class: key, grams: grams(part), ...(origin ? { origin } : {}) });
        rest -= part;
        left -= part;
        if (left === 0) left = -(given[++at]?.grams ?? 0);
      }
  }
  return flows;
}
