import { api, json, readJson } from '$lib/server/http/api';
import { invalid } from '$lib/server/http/problem';
import { kitSchema } from './about';

/** Tools that the larder is without. */
export const PUT = api(async ({ request }, { settings }) => {
  const body = kitSchema.safeParse(await readJson(request));
  if (!body.success) return invalid(body.error);
  const kitMissing = [...new Set(body.data.missing)];
  await settings.write({ kitMissing });
  return json({ missing: kitMissing });
});
