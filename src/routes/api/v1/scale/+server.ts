import { api, json, readJson } from '$lib/server/http/api';
import { invalid, problem } from '$lib/server/http/problem';
import { layAsked } from '$lib/server/bench-scale';
import { isStandIn } from '$lib/server/devices/scale';
import { NO_STAND_INS, STAND_INS_IN_SETTINGS } from '$lib/server/devices/stand-ins';
import { scaleActionSchema } from './about';

export const POST = api(async ({ request }, house) => {
  const body = scaleActionSchema.safeParse(await readJson(request));
  if (!body.success) return invalid(body.error);
  const { data } = body;
  if (!(await house.standIns()))
    return problem({ status: 409, title: NO_STAND_INS, detail: STAND_INS_IN_SETTINGS });
  if (data.action === 'ask') return json(await layAsked(house, data.ask));
  if (data.action === 'tare') {
    house.scale.tare();
    return json({ tared: true });
  }
  if (!isStandIn(house.scale))
    return problem({ status: 409, title: 'This is a real scale', detail: 'weights go on its plate by hand' });
  if (data.action === 'lay') house.scale.lay(data.grams, `by hand ${Date.now()}`);
  else house.scale.noise(data.on);
  return json({ done: true });
});
