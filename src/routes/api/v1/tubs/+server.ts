import { api, json, readJson } from '$lib/server/http/api';
import { invalid } from '$lib/server/http/problem';
import { tubsSchema } from './about';

/** What each empty tub weighs. */
export const PUT = api(async ({ request }, { settings }) => {
  const body = tubsSchema.safeParse(await readJson(request));
  if (!body.success) return invalid(body.error);
  const { tubTares } = await settings.write({ tubTares: body.data.tares });
  return json({ tares: tubTares });
});
