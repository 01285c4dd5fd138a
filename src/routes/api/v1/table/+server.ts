import type { Settings } from '$core/settings';
import { api, json, readJson } from '$lib/server/http/api';
import { invalid } from '$lib/server/http/problem';
import { bodySchema } from './about';

const answer = ({ people, portion, mealsAWeek, week }: Settings) =>
  json({ people, portion, mealsAWeek, week });

export const GET = api(async (_event, { settings }) => answer(await settings.read()));

/** Who eats, and on which days. */
export const PUT = api(async ({ request }, { settings }) => {
  const body = bodySchema.safeParse(await readJson(request));
  return body.success ? answer(await settings.write(body.data)) : invalid(body.error);
});
