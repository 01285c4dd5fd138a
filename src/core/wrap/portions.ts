import { grams, type Grams } from '$core/units';

/**
 * How something is parted into packs: as near to a meal's worth each as whole packs allow, alike to the gram.
 * @param weight  of all of it
 * @param meal  grams for all who eat
 * @example packsOf(2300, 720) // [767, 767, 766]
 */
export function packsOf(weight: Grams, meal: Grams): Grams[] {
  if (weight <= 0 || meal <= 0) return [];
  const count = Math.max(1, Math.round(weight / meal));
  const low = Math.floor(weight / count);
  return Array.from({ length: count }, (_, i) => grams(i < weight - low * count ? low + 1 : low));
}
