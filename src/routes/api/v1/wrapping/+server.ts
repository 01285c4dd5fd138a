import type { Settings } from '$core/settings';
import { api, json, readJson } from '$lib/server/http/api';
import { invalid } from '$lib/server/http/problem';
import { bodySchema } from './about';

/** How meat is bagged here. */
export const PUT = api(async ({ request }, { settings }) => {
  const body = bodySchema.safeParse(await readJson(request));
  if (!body.success) return invalid(body.error);
  const given = body.data as Partial<Settings['wrapping']>;
  const { wrapping } = await settings.write((now) => ({ wrapping: { ...now.wrapping, ...given } }));
  return json(wrapping);
});
