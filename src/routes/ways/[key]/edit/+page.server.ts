import { LIMITS } from '$lib/server/limits';
import { load as shown } from '../+page.server';

export const load = async (event: Parameters<typeof shown>[0]) => ({
  ...(await shown(event)),
  limits: LIMITS.procedure
});
