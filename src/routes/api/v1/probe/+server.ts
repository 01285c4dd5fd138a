import { api, json } from '$lib/server/http/api';
import { invalid, problem } from '$lib/server/http/problem';
import { probeReads } from '$lib/server/devices/kitchen';
import { NO_STAND_INS, STAND_INS_IN_SETTINGS } from '$lib/server/devices/stand-ins';
import { probeQuery } from './about';

export const GET = api(async ({ url }, house) => {
  const asked = probeQuery.safeParse(Object.fromEntries(url.searchParams));
  if (!asked.success) return invalid(asked.error);
  if (!(await house.standIns()))
    return problem({ status: 409, title: NO_STAND_INS, detail: STAND_INS_IN_SETTINGS });
  const { what, batch, since } = asked.data;
  const now = Date.now();
  const begun = batch === undefined ? since : await house.trace.bornAt(batch);
  return json({ celsius: probeReads(what, batch ?? 'bench', begun ?? now, now), simulated: true });
});
