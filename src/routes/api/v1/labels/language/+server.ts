import { api, json, readJson } from '$lib/server/http/api';
import { invalid } from '$lib/server/http/problem';
import { languageSchema } from '../about';

/** The language that labels speak. */
export const PUT = api(async ({ request }, { settings }) => {
  const body = languageSchema.safeParse(await readJson(request));
  if (!body.success) return invalid(body.error);
  const { labelLanguage } = await settings.write({ labelLanguage: body.data.language });
  return json({ language: labelLanguage });
});
