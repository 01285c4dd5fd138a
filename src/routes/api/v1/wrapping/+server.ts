import { api, json, readJson } from '$lib/server/http/api';
import { invalid } from '$lib/server/http/problem';
import { wrappingSchema } from './about';

/** How meat is bagged here. */
export const PUT = api(async ({ request }, { settings }) => {
  const body = wrappingSchema.safeParse(await readJson(request));
  if (!body.success) return invalid(body.error);
  const { wrapping } = await settings.write({ wrapping: body.data });
  return json(wrapping);
});
