import { READY_MADE, readyMade } from '$core/plan';
import type { House } from '$lib/server/larder';

/** The larder’s wishes, with those that come ready made. */
export const wishesOf = async ({ cutPlans }: House) => ({
  wishes: await cutPlans.wishes(),
  readyMade: READY_MADE.map((key) => ({ key, ...readyMade(key) }))
});
