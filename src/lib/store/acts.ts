import type { IntentOf, OfEither } from '$core/book';
import { grams, roundGrams, type Grams } from '$core/units';

/** What lies in a pack, as far as eating it goes. */
interface Eaten {
  grams: Grams;
  /** Bone ÷ weight of what was kept on the bone. */
  boneShare?: number | undefined;
}

/**
 * A pack is eaten, all of it or all but what is left over. Its share of bone is no meal: it is booked as bone.
 * @param rest  grams that stay in it
 */
export function eatOf(
  { item, ...of }: OfEither & { item: string },
  { grams: has, boneShare = 0 }: Eaten,
  rest: number | undefined
): IntentOf<'eat'> | undefined {
  if (rest === undefined || rest >= has) return undefined;
  const taken = has - rest;
  const bone = roundGrams(taken * boneShare);
  return {
    kind: 'eat',
    ...of,
    item,
    ...(rest > 0 ? { reading: { grams: grams(taken), how: 'typed' as const } } : {}),
    ...(bone > 0 ? { bone } : {})
  };
}
