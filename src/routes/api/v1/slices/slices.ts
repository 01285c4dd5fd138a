import { evenness } from '$core/slice';
import type { House } from '$lib/server/larder';

/** What was sliced, with how even it came out. */
export const slicesOf = async ({ slicings }: House, animal?: string) => ({
  slices: (await slicings.newest(animal)).map((one) => ({ slicing: one, spread: evenness(one.weighed) }))
});
