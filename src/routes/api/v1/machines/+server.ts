import { api, json, readJson } from '$lib/server/http/api';
import { invalid } from '$lib/server/http/problem';
import { machinesSchema } from './about';

/** What the machines hold, and which rules they are run by. */
export const PUT = api(async ({ request }, { settings }) => {
  const body = machinesSchema.safeParse(await readJson(request));
  if (!body.success) return invalid(body.error);
  const { machines, sells, cureRule, alone } = await settings.write(body.data);
  return json({ machines, sells, cureRule, alone });
});
