import { api, json } from '$lib/server/http/api';
import { problem } from '$lib/server/http/problem';
import { dryerLog } from '$lib/server/devices/kitchen';
import { NO_STAND_INS, STAND_INS_IN_SETTINGS } from '$lib/server/devices/stand-ins';

export const GET = api(async ({ params }, house) => {
  const batch = params.batch ?? '';
  const [card, at] = await Promise.all([house.trace.pool(batch), house.trace.bornAt(batch)]);
  if (card?.pool.what !== 'jerky' || at === undefined)
    return problem({ status: 404, title: 'No such batch dries here' });
  if (!(await house.standIns()))
    return problem({ status: 409, title: NO_STAND_INS, detail: STAND_INS_IN_SETTINGS });
  const whose = await house.trace.whose(batch);
  const grams = whose.reduce((sum, w) => sum + w.grams, 0);
  return json({
    weighings: dryerLog(batch, { at, grams }, Date.now(), card.pool.slab?.mm),
    simulated: true
  });
});
